"""Classes, rosters, sign-in codes, reach."""

from collections.abc import Iterable
from datetime import UTC, datetime
from typing import Annotated

import orjson
from fastapi import APIRouter, Query, Request, Response

from red_thread.actions.classes.change_class import (
    add_class,
    answer_request,
    asked_of_me,
    bring_in,
    look_at_class,
    move_student,
    rename_class,
    rename_student,
    take_out,
)
from red_thread.actions.classes.import_roster import import_roster, number_of, preview_roster, undo_roster
from red_thread.actions.people.make_codes import end_code, make_code, make_codes
from red_thread.actions.permissions import require_class, require_teacher
from red_thread.actions.push.catch_up import WhoLacks, catch_up, look_at_lacking, set_catching_up
from red_thread.actions.reach.look_at_reach import find_copy, look_at_reach
from red_thread.core.classes.roster_plan import PlannedLine
from red_thread.formats.roster import Means
from red_thread.reading.rosters import ReadRoster, read_listed
from red_thread.settings import Settings
from red_thread.web.answers import long_answer
from red_thread.web.code_sheet import code_sheet
from red_thread.web.dependencies import ByActor, ByUploader, InDatabase, InSettings, InUnit, read_upload
from red_thread.web.schemas.classes import (
    AnswerRequest,
    AskedForOut,
    CatchingUp,
    CatchUpIn,
    CaughtUpOut,
    ClassViewOut,
    CodeSheetOut,
    ColumnOut,
    LackingOut,
    MoveStudent,
    RosterLineOut,
    RosterPlanOut,
    RosterReportOut,
    StudentOut,
    WhoLacksOut,
)
from red_thread.web.schemas.common import AddedOut, Id, Name, ProblemOut
from red_thread.web.schemas.master import SectionOut
from red_thread.web.schemas.reach import BoardOut, BoardPageOut, CellOut

router = APIRouter(tags=["classes"])
EVERYBODY = CatchUpIn()


@router.post("/masters/{master_id}/roster/plan", response_model=RosterPlanOut)
async def post_roster_plan(
    master_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings
) -> Response:
    """What taking a roster in would do: a OneRoster zip, a CSV, or names, one a line."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    roster = await _read(request, settings)
    async with database.begin() as unit:
        lines = await preview_roster(unit, actor, master_id, roster.listed)
    return await long_answer(_roster_plan, roster, lines)


def _roster_plan(roster: ReadRoster, lines: list[PlannedLine]) -> RosterPlanOut:
    return RosterPlanOut(
        number=number_of(lines),
        lines=_lines(lines),
        problems=_problems(roster),
        columns=[ColumnOut.model_validate(column) for column in roster.columns],
        certain=roster.certain,
    )


@router.post("/masters/{master_id}/roster")
async def post_roster(
    master_id: int,
    request: Request,
    database: InDatabase,
    actor: ByUploader,
    settings: InSettings,
    leave: bool = False,
    planned: Annotated[str | None, Query(max_length=64)] = None,
) -> RosterReportOut:
    """Takes a roster in, as its plan says: the one with the number `planned`. leave: who is missing in it leaves."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    roster = await _read(request, settings)
    async with database.begin() as unit:
        taken = await import_roster(unit, actor, master_id, roster.listed, leave, planned)
    caught_up = CaughtUpOut.model_validate(taken.caught_up)
    return RosterReportOut(id=taken.id, caught_up=caught_up, lines=_lines(taken.lines), problems=_problems(roster))


@router.post("/rosters/{taking_id}/undo", status_code=204)
async def post_undo_roster(taking_id: int, unit: InUnit, actor: ByActor) -> None:
    """Puts classes back as they were before a roster was taken in."""
    await undo_roster(unit, actor, taking_id)


async def _read(request: Request, settings: Settings) -> ReadRoster:
    upload = await read_upload(request, settings.upload_limit)
    names = upload.fields.get("names", "")
    body = upload.body or names.encode()
    class_name, means = upload.fields.get("class_name", "")[:80], _means(upload.fields.get("means", ""))
    return await read_listed(upload.name or "the list", body, class_name, means, datetime.now(UTC).date())


def _means(said: str) -> list[Means]:
    """What somebody said that the columns are, in their order; nothing else is listened to."""
    known = {means.value: means for means in Means}
    return [known[one] for one in said.split(",")[:200] if one in known]


def _lines(lines: Iterable[PlannedLine]) -> list[RosterLineOut]:
    return [
        RosterLineOut(class_name=p.listed.class_name, name=p.listed.name, line=p.line.value, before=p.before)
        for p in lines
    ]


def _problems(roster: ReadRoster) -> list[ProblemOut]:
    return [ProblemOut.model_validate(found) for found in roster.problems]


@router.post("/masters/{master_id}/classes", status_code=201)
async def post_class(master_id: int, body: Name, unit: InUnit, actor: ByActor) -> AddedOut:
    """A class without students."""
    return AddedOut(id=await add_class(unit, actor, master_id, body.name))


@router.get("/classes/{class_id}")
async def get_class(class_id: int, unit: InUnit, actor: ByActor) -> ClassViewOut:
    """A class and its students. Their ways in are for those who look after the class."""
    found, guest, students = await look_at_class(unit, actor, class_id)
    told = [StudentOut.model_validate(student) for student in students]
    return ClassViewOut(id=found.id, name=found.name, guest=guest, catches_up=found.catches_up, students=told)


@router.get("/classes/{class_id}/lacking")
async def get_lacking(class_id: int, unit: InUnit, actor: ByActor) -> LackingOut:
    """Who of a class lacks what of the pages that it was given."""
    told, groups = await look_at_lacking(unit, actor, class_id)
    return LackingOut(students=told.students, pages=told.pages, groups=[_who_lacks(group) for group in groups])


def _who_lacks(group: WhoLacks) -> WhoLacksOut:
    return WhoLacksOut(
        notebook_ids=[one.notebook_id for one in group.students],
        names=[one.person_name for one in group.students],
        titles=group.titles,
    )


@router.post("/classes/{class_id}/catch-up", status_code=202)
async def post_catch_up(class_id: int, unit: InUnit, actor: ByActor, body: CatchUpIn = EVERYBODY) -> CaughtUpOut:
    """Gives the students of a class what they lack of what it was given, by pushes like any other."""
    return CaughtUpOut.model_validate(await catch_up(unit, actor, class_id, body.notebook_ids))


@router.put("/classes/{class_id}/catching-up", status_code=204)
async def put_catching_up(class_id: int, body: CatchingUp, unit: InUnit, actor: ByActor) -> None:
    """Whether who comes into the class gets at once what it was given."""
    await set_catching_up(unit, actor, class_id, body.on)


@router.patch("/classes/{class_id}", status_code=204)
async def patch_class(class_id: int, body: Name, unit: InUnit, actor: ByActor) -> None:
    """Another name for a class."""
    await rename_class(unit, actor, class_id, body.name)


@router.patch("/classes/{class_id}/students/{person_id}", status_code=204)
async def patch_student(class_id: int, person_id: int, body: Name, unit: InUnit, actor: ByActor) -> None:
    """Corrects a student's name."""
    await rename_student(unit, actor, class_id, person_id, body.name)


@router.delete("/classes/{class_id}/students/{person_id}", status_code=204)
async def delete_student(class_id: int, person_id: int, unit: InUnit, actor: ByActor) -> None:
    """A student leaves the class; the notebook rests."""
    await take_out(unit, actor, class_id, person_id)


@router.put("/classes/{class_id}/students/{person_id}", status_code=204)
async def put_student(class_id: int, person_id: int, unit: InUnit, actor: ByActor) -> None:
    """A student who left comes back."""
    await bring_in(unit, actor, class_id, person_id)


@router.post("/classes/{class_id}/students/{person_id}/move", status_code=204)
async def post_move_student(class_id: int, person_id: int, body: MoveStudent, unit: InUnit, actor: ByActor) -> None:
    """Into another class of the course, with the notebook."""
    await move_student(unit, actor, class_id, person_id, body.class_id)


@router.post("/classes/{class_id}/students/{person_id}/code")
async def post_code_for_one(
    class_id: int, person_id: int, unit: InUnit, actor: ByActor, settings: InSettings
) -> CodeSheetOut:
    """A new way in for one student: the next password is the one that they choose with this code."""
    found = await require_class(unit, actor, class_id)
    handed = await make_code(unit, actor, class_id, person_id)
    return code_sheet(found.name, settings, unit.school, [handed], [])


@router.delete("/classes/{class_id}/students/{person_id}/code", status_code=204)
async def delete_code(class_id: int, person_id: int, unit: InUnit, actor: ByActor) -> None:
    """A code that was handed out opens nothing any more: the slip was lost."""
    await end_code(unit, actor, class_id, person_id)


@router.post("/classes/{class_id}/codes")
async def post_codes(class_id: int, unit: InUnit, actor: ByActor, settings: InSettings) -> CodeSheetOut:
    """One-time sign-in codes for those who have no way in yet."""
    found = await require_class(unit, actor, class_id)
    handed = await make_codes(unit, actor, class_id)
    return code_sheet(found.name, settings, unit.school, handed.codes, handed.left_out)


@router.get("/requests")
async def get_requests(unit: InUnit, actor: ByActor) -> list[AskedForOut]:
    """For which of one's students colleagues ask."""
    return [AskedForOut.model_validate(one) for one in await asked_of_me(unit, actor)]


@router.post("/requests/{class_id}/{person_id}", status_code=204)
async def post_answer(class_id: int, person_id: int, body: AnswerRequest, unit: InUnit, actor: ByActor) -> None:
    """Lets a student into a colleague's class, or not."""
    await answer_request(unit, actor, class_id, person_id, body.agreed)


@router.get("/classes/{class_id}/reach", response_model=BoardOut)
async def get_reach(
    class_id: int, unit: InUnit, actor: ByActor, section_id: Id | None = None, master_id: Id | None = None
) -> Response:
    """The board of a class in one of the masters that it follows. PostgreSQL wrote the cells; they go out as is."""
    board = await look_at_reach(unit, actor, class_id, section_id, master_id)
    pages = [
        BoardPageOut(id=p.id, title=p.title, section_id=p.section_id, tucked=p.parent_id is not None).model_dump()
        for p in board.pages
    ]
    head = {
        "class_id": class_id,
        "class_name": board.class_info.name,
        "sections": [SectionOut.model_validate(section).model_dump() for section in board.sections],
        "pages": pages,
    }
    body = orjson.dumps(head)[:-1] + b',"students":' + board.cells + b"}"
    return Response(body, media_type="application/json")


@router.get("/notebooks/{notebook_id}/pages/{page_id}")
async def get_cell(notebook_id: int, page_id: int, unit: InUnit, actor: ByActor) -> CellOut:
    """The copy behind a cell of the board."""
    return CellOut(copy_id=await find_copy(unit, actor, notebook_id, page_id))
