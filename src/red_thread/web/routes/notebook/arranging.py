"""What students do to their own notebooks, and how it is undone."""

from fastapi import APIRouter

from red_thread.actions.notebook.arrange import bring_home, move_pages, move_section, name_section
from red_thread.actions.notebook.arranged import Arranged, undo_arrangement
from red_thread.actions.notebook.drawer import bring_back, put_away, put_section_away, throw_away
from red_thread.actions.notebook.offered_pages import look_at_templates, take_shown
from red_thread.actions.notebook.own_pages import NewPage, begin_page, begin_section, copy_for_me
from red_thread.core.notebook.arranging import Target
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.notebook import (
    ArrangedOut,
    BeginPage,
    BeginSection,
    BegunOut,
    DrawerDeed,
    MovePages,
    MoveSection,
    OfferedPageOut,
)

router = APIRouter(tags=["notebook"])
_DEEDS = {"put-away": put_away, "bring-back": bring_back, "throw-away": throw_away}


def _arranged(arranged: Arranged) -> ArrangedOut:
    return ArrangedOut(arrangement_id=arranged.arrangement_id)


@router.post("/notebooks/{notebook_id}/pages", status_code=201)
async def post_page(notebook_id: int, body: BeginPage, unit: InUnit, actor: ByActor) -> BegunOut:
    """Begins a page of one's own; gives the id under which it is opened."""
    new = NewPage(body.title, body.section_id, body.after, body.under, body.like, body.begun_as)
    return BegunOut.model_validate(await begin_page(unit, actor, notebook_id, new))


@router.post("/notebooks/{notebook_id}/sections", status_code=201)
async def post_section(notebook_id: int, body: BeginSection, unit: InUnit, actor: ByActor) -> BegunOut:
    """Begins a section of one's own."""
    return BegunOut.model_validate(await begin_section(unit, actor, notebook_id, body.name))


@router.post("/copies/{copy_id}/copy", status_code=201)
async def post_copy_for_me(copy_id: int, unit: InUnit, actor: ByActor) -> BegunOut:
    """Begins a page of one's own with all that is on this one."""
    return BegunOut.model_validate(await copy_for_me(unit, actor, copy_id))


@router.get("/notebooks/{notebook_id}/templates")
async def get_templates(notebook_id: int, unit: InUnit, actor: ByActor) -> list[OfferedPageOut]:
    """The templates with which students may begin pages of their own."""
    return [OfferedPageOut.model_validate(page) for page in await look_at_templates(unit, actor, notebook_id)]


@router.post("/notebooks/{notebook_id}/reading/{page_id}", status_code=202)
async def post_take_shown(notebook_id: int, page_id: int, unit: InUnit, actor: ByActor) -> None:
    """Takes a copy of a page on display; it comes as a push does."""
    await take_shown(unit, actor, notebook_id, page_id)


@router.post("/notebooks/{notebook_id}/move")
async def post_move_pages(notebook_id: int, body: MovePages, unit: InUnit, actor: ByActor) -> ArrangedOut:
    """Moves pages of one's own notebook, with what is tucked under them."""
    target = Target(body.section_id, body.after, body.under)
    return _arranged(await move_pages(unit, actor, notebook_id, body.copy_ids, target))


@router.post("/notebooks/{notebook_id}/home/{copy_id}")
async def post_home(notebook_id: int, copy_id: int, unit: InUnit, actor: ByActor) -> ArrangedOut:
    """Brings a page back to where the teacher has it."""
    return _arranged(await bring_home(unit, actor, notebook_id, copy_id))


@router.post("/drawer")
async def post_drawer(body: DrawerDeed, unit: InUnit, actor: ByActor) -> ArrangedOut:
    """Puts pages of one's own notebook into the drawer, takes them out, or throws them away."""
    return _arranged(await _DEEDS[body.deed](unit, actor, body.copy_ids))


@router.post("/notebooks/{notebook_id}/sections/{section_id}/move")
async def post_move_section(
    notebook_id: int, section_id: int, body: MoveSection, unit: InUnit, actor: ByActor
) -> ArrangedOut:
    """Moves a section in one's own notebook."""
    return _arranged(await move_section(unit, actor, notebook_id, section_id, body.divider_id, body.after_key))


@router.patch("/notebooks/{notebook_id}/sections/{section_id}")
async def patch_section(
    notebook_id: int, section_id: int, body: BeginSection, unit: InUnit, actor: ByActor
) -> ArrangedOut:
    """Names a section in one's own notebook."""
    return _arranged(await name_section(unit, actor, notebook_id, section_id, body.name))


@router.post("/notebooks/{notebook_id}/sections/{section_id}/put-away")
async def post_section_away(notebook_id: int, section_id: int, unit: InUnit, actor: ByActor) -> ArrangedOut:
    """Puts a section of one's own away; its pages go into the drawer."""
    return _arranged(await put_section_away(unit, actor, notebook_id, section_id))


@router.post("/arrangements/{arrangement_id}/undo")
async def post_undo_arrangement(arrangement_id: int, unit: InUnit, actor: ByActor) -> ArrangedOut:
    """Undoes what was done to one's own notebook in one go; what it gives undoes the undoing."""
    return _arranged(await undo_arrangement(unit, actor, arrangement_id))
