"""The master: outline, pages, imports."""

from fastapi import APIRouter, Request

from red_thread.actions.master.change_outline import (
    add_divider,
    add_page,
    add_section,
    blank_page,
    move_item,
    remove_item,
    rename_item,
    restore_item,
)
from red_thread.actions.master.compare_editions import AS_IT_IS, compare_editions
from red_thread.actions.master.look_at_master import look_at_master, look_at_masters, look_at_page, look_at_taken_out
from red_thread.actions.master.master_past import go_back_to, look_at_master_past
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports.windows import Window
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.tree import Divider, OutlinePage, Section
from red_thread.web.dependencies import ByActor, ByUploader, InDatabase, InSettings, InUnit, read_file
from red_thread.web.imports import take_in_pages
from red_thread.web.schemas import (
    AddedOut,
    AddItem,
    ChangeOut,
    ClassOut,
    ComparisonOut,
    DividerOut,
    EditionOut,
    MasterOut,
    MasterPageOut,
    MasterViewOut,
    MoveItem,
    OutlineKindName,
    OutlinePageOut,
    PagesReportOut,
    PageViewOut,
    PastMomentOut,
    RenameItem,
    SavedPageOut,
    SavePage,
    SectionOut,
    TakenOutOut,
)

router = APIRouter(tags=["master"])


@router.get("/masters")
async def get_masters(unit: InUnit, actor: ByActor) -> list[MasterOut]:
    """The masters that one teaches from."""
    return [MasterOut.model_validate(master) for master in await look_at_masters(unit, actor)]


@router.get("/masters/{master_id}")
async def get_master(master_id: int, unit: InUnit, actor: ByActor) -> MasterViewOut:
    """The outline in reading order, with the needles."""
    view = await look_at_master(unit, actor, master_id)
    ordered = list(view.outline.in_order())
    names = {master.id: master.name for master in await look_at_masters(unit, actor)}
    return MasterViewOut(
        id=master_id,
        name=names[master_id],
        dividers=[DividerOut.model_validate(item) for item in ordered if isinstance(item, Divider)],
        sections=[SectionOut.model_validate(item) for item in ordered if isinstance(item, Section)],
        pages=[OutlinePageOut.model_validate(item) for item in ordered if isinstance(item, OutlinePage)],
        classes=[ClassOut.model_validate(item) for item in view.classes],
        needles=dict(view.needles),
        given=sorted(view.given),
    )


@router.post("/masters/{master_id}/items")
async def post_item(master_id: int, body: AddItem, unit: InUnit, actor: ByActor) -> AddedOut:
    """Adds a divider, a section or a page at the end of its holder."""
    if body.kind == "divider":
        return AddedOut(id=await add_divider(unit, actor, master_id, body.name, body.holder_id))
    if body.kind == "section":
        return AddedOut(id=await add_section(unit, actor, master_id, body.name, body.holder_id))
    if body.holder_id is None:
        raise NotFound(what="section")
    document = blank_page(body.name)
    return AddedOut(id=await add_page(unit, actor, body.holder_id, document, body.parent_id))


@router.patch("/items/{kind}/{item_id}", status_code=204)
async def patch_item(kind: OutlineKindName, item_id: int, body: RenameItem, unit: InUnit, actor: ByActor) -> None:
    """Renames a divider or a section."""
    await rename_item(unit, actor, kind, item_id, body.name)


@router.post("/items/{kind}/{item_id}/move", status_code=204)
async def post_move(kind: OutlineKindName, item_id: int, body: MoveItem, unit: InUnit, actor: ByActor) -> None:
    """Moves something behind another in a holder."""
    await move_item(unit, actor, kind, item_id, body.holder_id, body.after_id)


@router.delete("/items/{kind}/{item_id}", status_code=204)
async def delete_item(kind: OutlineKindName, item_id: int, unit: InUnit, actor: ByActor) -> None:
    """Takes something out of the master; students keep what they have."""
    await remove_item(unit, actor, kind, item_id)


@router.post("/items/{kind}/{item_id}/restore", status_code=204)
async def post_restore(kind: OutlineKindName, item_id: int, unit: InUnit, actor: ByActor) -> None:
    """Brings back what was taken out."""
    await restore_item(unit, actor, kind, item_id)


@router.get("/pages/{page_id}")
async def get_page(page_id: int, unit: InUnit, actor: ByActor) -> PageViewOut:
    """A master page with its own thread."""
    view = await look_at_page(unit, actor, page_id)
    return PageViewOut(
        page=MasterPageOut.model_validate(view.page),
        editions=[EditionOut.model_validate(edition) for edition in view.editions],
        changed=[ChangeOut.model_validate(change) for change in view.changed],
    )


@router.get("/pages/{page_id}/compare")
async def get_comparison(
    page_id: int, unit: InUnit, actor: ByActor, one: int = AS_IT_IS, other: int = AS_IT_IS
) -> ComparisonOut:
    """Two editions by number, 0 for the page as it is."""
    found = await compare_editions(unit, actor, page_id, one, other)
    return ComparisonOut(
        title=found.page.title,
        editions=[EditionOut.model_validate(edition) for edition in found.editions],
        before=found.before,
        after=found.after,
        changed=[ChangeOut.model_validate(change) for change in found.changed],
    )


@router.get("/masters/{master_id}/taken-out")
async def get_taken_out(master_id: int, unit: InUnit, actor: ByActor) -> list[TakenOutOut]:
    """What was taken out of the outline within thirty days."""
    return [TakenOutOut.model_validate(item) for item in await look_at_taken_out(unit, actor, master_id)]


@router.get("/pages/{page_id}/past")
async def get_past(page_id: int, unit: InUnit, actor: ByActor) -> list[PastMomentOut]:
    """How a master page came about, newest first."""
    return [PastMomentOut.model_validate(moment) for moment in await look_at_master_past(unit, actor, page_id)]


@router.post("/pages/{page_id}/past/{revision}")
async def post_go_back_to(page_id: int, revision: int, unit: InUnit, actor: ByActor) -> SavedPageOut:
    """Brings a master page back to a state."""
    saved = await go_back_to(unit, actor, page_id, revision)
    return SavedPageOut(page=MasterPageOut.model_validate(saved.page), sent_revision=saved.sent_revision)


@router.put("/pages/{page_id}")
async def put_page(page_id: int, body: SavePage, unit: InUnit, actor: ByActor) -> SavedPageOut:
    """Saves a master page; a late save is merged with what came in between."""
    window = Window(body.window, body.window_save) if body.window is not None else None
    saved = await save_master_page(unit, actor, page_id, body.document, body.revision, window)
    return SavedPageOut(page=MasterPageOut.model_validate(saved.page), sent_revision=saved.sent_revision)


@router.post("/masters/{master_id}/pages")
async def post_pages(
    master_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings
) -> PagesReportOut:
    """Takes in a Markdown file, or a zip of folders of them, as sections and pages."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    upload = await read_file(request, settings)
    async with database.begin() as unit:
        return await take_in_pages(unit, actor, master_id, upload.name, upload.body)
