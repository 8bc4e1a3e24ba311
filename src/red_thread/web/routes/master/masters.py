"""The master: outline, pages, imports."""

from collections import Counter
from functools import partial
from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, Query, Request, Response
from pydantic import TypeAdapter

from red_thread.actions.master.change_outline import (
    add_blank_page,
    add_divider,
    add_section,
    move_item,
    remove_item,
    rename_item,
    restore_item,
    set_display,
)
from red_thread.actions.master.compare_editions import AS_IT_IS, compare_editions
from red_thread.actions.master.export_master import Exported, ExportedPage, export_master
from red_thread.actions.master.link_to_page import ask_for_page, find_way
from red_thread.actions.master.look_at_master import look_at_master, look_at_masters, look_at_page, look_at_taken_out
from red_thread.actions.master.make_many import Many, look_at_names, make_many
from red_thread.actions.master.master_past import go_back_to, look_at_master_past
from red_thread.actions.master.put_back import Done, put_back
from red_thread.actions.master.save_master_page import SavedMasterPage, save_master_page
from red_thread.actions.master.search import search_master
from red_thread.actions.master.section_writing import set_section_writing
from red_thread.actions.master.see_as_student import see_as_student
from red_thread.actions.master.set_arranging import set_arranging_of_course, set_arranging_of_section
from red_thread.actions.master.starter_pages import set_starter
from red_thread.actions.master.templates import add_page_like, set_template
from red_thread.actions.permissions import require_teacher
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.core.outline.tree import Divider, OutlinePage, Section
from red_thread.formats.master_zip import WrittenHolder, WrittenPage, folder_name, is_too_long, write_master
from red_thread.reading.files import read_as_pages
from red_thread.reading.limits import within_limits
from red_thread.store.windows import Window
from red_thread.web.dependencies import ByActor, ByUploader, InDatabase, InSettings, InUnit, InWatch, read_file
from red_thread.web.imports import meant_by, plan_pages, take_in_pages
from red_thread.web.schemas.common import AddedOut, OnOrOff
from red_thread.web.schemas.master import (
    AddItem,
    AskingOut,
    AsStudentOut,
    ChangeOut,
    ClassOut,
    ComparisonOut,
    DividerOut,
    EditionOut,
    FoundPageOut,
    MadeOut,
    ManyPages,
    MasterOut,
    MasterPageOut,
    MasterViewOut,
    MoveItem,
    NamesOut,
    OutlineKindName,
    OutlinePageOut,
    PageBefore,
    PagesPlanOut,
    PagesReportOut,
    PageViewOut,
    PastMomentOut,
    PutBack,
    PutBackOut,
    RenameItem,
    SavedPageOut,
    SavePage,
    SectionBeforeOut,
    SectionOut,
    SetArrangingOfCourse,
    SetArrangingOfSection,
    SetDisplay,
    SetWriting,
    TakenOutOut,
    WayOut,
)
from red_thread.web.schemas.push import holder_name
from red_thread.web.tries import SAVES

Edition = Annotated[int, Query(ge=AS_IT_IS, le=2**63 - 1)]
router = APIRouter(tags=["master"])
# A thousand at once: one by one they take a fifth longer.
_OUTLINE_PAGES = TypeAdapter(list[OutlinePageOut])


@router.get("/masters")
async def get_masters(unit: InUnit, actor: ByActor) -> list[MasterOut]:
    """The masters that one teaches from."""
    return [MasterOut.model_validate(master) for master in await look_at_masters(unit, actor)]


@router.get("/masters/{master_id}")
async def get_master(master_id: int, unit: InUnit, actor: ByActor) -> MasterViewOut:
    """The outline in reading order, with the needles."""
    view = await look_at_master(unit, actor, master_id)
    ordered = list(view.outline.in_order())
    mine = {master.id: master for master in await look_at_masters(unit, actor)}
    return MasterViewOut(
        id=master_id,
        name=mine[master_id].name,
        role=mine[master_id].role,
        arranging=await unit.masters.arranging(master_id),
        dividers=[DividerOut.model_validate(item) for item in ordered if isinstance(item, Divider)],
        sections=[SectionOut.model_validate(item) for item in ordered if isinstance(item, Section)],
        pages=_OUTLINE_PAGES.validate_python([item for item in ordered if isinstance(item, OutlinePage)]),
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
    if body.like is not None:
        return AddedOut(id=await add_page_like(unit, actor, body.holder_id, body.name, body.like, body.parent_id))
    return AddedOut(id=await add_blank_page(unit, actor, body.holder_id, body.name, body.parent_id))


@router.patch("/items/{kind}/{item_id}", status_code=204)
async def patch_item(kind: OutlineKindName, item_id: int, body: RenameItem, unit: InUnit, actor: ByActor) -> None:
    """Renames a divider or a section."""
    await rename_item(unit, actor, kind, item_id, body.name)


@router.put("/items/{kind}/{item_id}/display", status_code=204)
async def put_display(
    kind: Literal["section", "page"], item_id: int, body: SetDisplay, unit: InUnit, actor: ByActor
) -> None:
    """Puts a section or a page under wraps, on display, or neither."""
    await set_display(unit, actor, kind, item_id, body.display)


@router.put("/sections/{section_id}/writing")
async def put_section_writing(section_id: int, body: SetWriting, unit: InUnit, actor: ByActor) -> SectionBeforeOut:
    """Where students may write on the pages of a section, and on those that will be made in it."""
    before = await set_section_writing(unit, actor, section_id, body.writing, body.pages_too)
    pages = [PageBefore(page_id=page_id, revision=revision) for page_id, revision in before.pages.items()]
    return SectionBeforeOut(writing=before.writing, pages=pages)


@router.put("/masters/{master_id}/arranging")
async def put_arranging_of_course(
    master_id: int, body: SetArrangingOfCourse, unit: InUnit, actor: ByActor
) -> SetArrangingOfCourse:
    """What the students of a course may do to their notebooks. Gives what it was."""
    return SetArrangingOfCourse(arranging=await set_arranging_of_course(unit, actor, master_id, body.arranging))


@router.put("/sections/{section_id}/arranging")
async def put_arranging_of_section(
    section_id: int, body: SetArrangingOfSection, unit: InUnit, actor: ByActor
) -> SetArrangingOfSection:
    """What students may do in a section of their notebooks. Gives what it was."""
    return SetArrangingOfSection(arranging=await set_arranging_of_section(unit, actor, section_id, body.arranging))


@router.put("/pages/{page_id}/starter", status_code=204)
async def put_starter(page_id: int, body: OnOrOff, unit: InUnit, actor: ByActor) -> None:
    """Whether every new notebook begins with a page."""
    await set_starter(unit, actor, page_id, body.on)


@router.put("/pages/{page_id}/template", status_code=204)
async def put_template(page_id: int, body: OnOrOff, unit: InUnit, actor: ByActor) -> None:
    """Whether new pages can begin as this one."""
    await set_template(unit, actor, page_id, body.on)


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
        asking=[AskingOut.model_validate(one) for one in view.asking],
    )


@router.get("/pages/{page_id}/way")
async def get_way(page_id: int, unit: InUnit, actor: ByActor) -> WayOut:
    """Where a link to this page leads whoever follows it."""
    return WayOut.model_validate(await find_way(unit, actor, page_id))


@router.post("/pages/{page_id}/ask", status_code=204)
async def post_ask(page_id: int, unit: InUnit, actor: ByActor) -> None:
    """A student asks to be given this page."""
    await ask_for_page(unit, actor, page_id)


@router.get("/pages/{page_id}/as/{notebook_id}")
async def get_as_student(page_id: int, notebook_id: int, unit: InUnit, actor: ByActor) -> AsStudentOut:
    """The page as a student has it and would have it."""
    return AsStudentOut.model_validate(await see_as_student(unit, actor, page_id, notebook_id))


@router.get("/pages/{page_id}/compare")
async def get_comparison(
    page_id: int, unit: InUnit, actor: ByActor, one: Edition = AS_IT_IS, other: Edition = AS_IT_IS
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
    return _saved(saved)


@router.post("/pages/{page_id}/many/names")
async def post_names(page_id: int, body: ManyPages, unit: InUnit, actor: ByActor) -> NamesOut:
    """How pages made from this one would be called; nothing happens."""
    return NamesOut.model_validate(await look_at_names(unit, actor, page_id, _many(body)))


@router.post("/pages/{page_id}/many", status_code=201)
async def post_many(page_id: int, body: ManyPages, unit: InUnit, actor: ByActor) -> MadeOut:
    """Makes pages from this one, right behind it."""
    return MadeOut(page_ids=await make_many(unit, actor, page_id, _many(body)))


def _many(body: ManyPages) -> Many:
    return Many(body.pattern, body.count, body.first, body.begins, frozenset(body.off))


@router.put("/pages/{page_id}", dependencies=[SAVES])
async def put_page(page_id: int, body: SavePage, unit: InUnit, actor: ByActor) -> SavedPageOut:
    """Saves a master page; a late save is merged with what came in between."""
    window = Window(body.window, body.window_save) if body.window is not None else None
    saved = await save_master_page(unit, actor, page_id, body.document, body.revision, window)
    return _saved(saved)


@router.get("/masters/{master_id}/search")
async def get_search(
    master_id: int, unit: InUnit, actor: ByActor, q: Annotated[str, Query(max_length=300)] = ""
) -> list[FoundPageOut]:
    """The pages on which all of these words stand."""
    return [FoundPageOut.model_validate(page) for page in await search_master(unit, actor, master_id, q)]


@router.get("/masters/{master_id}/zip")
async def get_zip(master_id: int, unit: InUnit, actor: ByActor, settings: InSettings) -> Response:
    """The whole master as a zip of Markdown, which can be brought in again."""
    found = await export_master(unit, actor, master_id)
    body = await within_limits(found.name, write_master, _written(found), found.pictures, settings.public_url)
    named = f"attachment; filename*=UTF-8''{quote(folder_name(found.name), safe='')}.zip"
    return Response(body, media_type="application/zip", headers={"Content-Disposition": named})


def _written(found: Exported) -> list[WrittenPage | WrittenHolder]:
    """What goes into the zip: pages, and of dividers and sections those that no page's path tells all about."""
    paths = Counter(holder for item in found.items for holder, _ in item.holders)
    written: list[WrittenPage | WrittenHolder] = []
    for item in found.items:
        holders = tuple((holder_name(holder), name) for holder, name in item.holders)
        if isinstance(item, ExportedPage):
            written.append(WrittenPage(holders, item.document, item.tucked_under, item.standing, item.page_id))
        elif (
            is_too_long(holders[-1][1])
            or paths[item.holders[-1][0]] == 1
            or (item.display, item.writing) != (Display.ORDINARY, "everywhere")
        ):
            is_section = item.holders[-1][0][0] == "section"
            written.append(WrittenHolder(holders, is_section, item.display, item.writing))
    return written


@router.post("/masters/{master_id}/pages")
async def post_pages(
    master_id: int,
    request: Request,
    database: InDatabase,
    actor: ByUploader,
    settings: InSettings,
    tell: InWatch,
    again: Literal["beside", "update"] = "beside",
) -> PagesReportOut:
    """Takes in a file, or a zip of folders of them, as sections and pages. `again`: "update" those there by name.

    `meant` beside the file: as JSON, a list of `MeantIn`.
    """
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    upload = await read_file(request, settings.master_upload_limit)
    read = await read_as_pages(upload.name, upload.body, hear=partial(tell, "reading"))
    async with database.begin() as unit:
        meant = meant_by(upload.fields.get("meant", ""))
        return await take_in_pages(unit, actor, master_id, read, again == "update", tell, meant)


@router.post("/masters/{master_id}/pages/back")
async def post_pages_back(master_id: int, body: PutBack, unit: InUnit, actor: ByActor) -> PutBackOut:
    """Undoes what was done to many pages at once; one that was written on since stays."""
    updated = {page.page_id: page.revision for page in body.updated}
    done = Done(body.page_ids, body.section_ids, body.divider_ids, updated)
    return PutBackOut(stay=await put_back(unit, actor, master_id, done))


@router.post("/masters/{master_id}/pages/plan")
async def post_pages_plan(
    master_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings, tell: InWatch
) -> PagesPlanOut:
    """What would come of a file; nothing happens."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    upload = await read_file(request, settings.master_upload_limit)
    read = await read_as_pages(upload.name, upload.body, draws=False, hear=partial(tell, "reading"))
    async with database.begin() as unit:
        return await plan_pages(unit, actor, master_id, read)


def _saved(saved: SavedMasterPage) -> SavedPageOut:
    page = MasterPageOut.model_validate(saved.page)
    return SavedPageOut(page=page, sent_revision=saved.sent_revision, left_out=list(saved.left_out))
