"""Classes, rosters, sign-in codes, reach."""

from typing import Annotated

import orjson
import segno
from fastapi import APIRouter, Form, Response, UploadFile

from red_thread.actions.look_at_reach import find_copy, look_at_reach
from red_thread.actions.make_codes import make_codes
from red_thread.actions.permissions import require_class
from red_thread.web.dependencies import ByActor, InSettings, InUnit, read_upload
from red_thread.web.imports import take_in_roster
from red_thread.web.schemas import (
    BoardOut,
    BoardPageOut,
    CellOut,
    ClassViewOut,
    CodeOut,
    CodeSheetOut,
    RosterReportOut,
    SectionOut,
    StudentOut,
)

router = APIRouter(tags=["classes"])


@router.post("/masters/{master_id}/roster")
async def post_roster(
    master_id: int,
    file: UploadFile,
    unit: InUnit,
    actor: ByActor,
    settings: InSettings,
    class_name: Annotated[str, Form(max_length=80)] = "",
) -> RosterReportOut:
    """Takes in a roster: a OneRoster zip, or a CSV with name and email."""
    name, body = await read_upload(file, settings)
    return await take_in_roster(unit, actor, master_id, name, body, class_name)


@router.get("/classes/{class_id}")
async def get_class(class_id: int, unit: InUnit, actor: ByActor) -> ClassViewOut:
    """A class and its students."""
    found = await require_class(unit, actor, class_id)
    students = [StudentOut.model_validate(s) for s in await unit.classes.students(class_id)]
    return ClassViewOut(id=found.id, name=found.name, students=students)


@router.post("/classes/{class_id}/codes")
async def post_codes(
    class_id: int, unit: InUnit, actor: ByActor, settings: InSettings, everyone: bool = False
) -> CodeSheetOut:
    """New one-time sign-in codes, for those without a password or for everyone."""
    found = await require_class(unit, actor, class_id)
    handed = await make_codes(unit, actor, class_id, everyone)
    address = f"{settings.public_url}/code"
    codes = [
        CodeOut(name=h.name, code=h.code, picture=segno.make(f"{address}?code={h.code}").svg_data_uri(scale=3))
        for h in handed
    ]
    return CodeSheetOut(class_name=found.name, address=address, codes=codes)


@router.get("/classes/{class_id}/reach", response_model=BoardOut)
async def get_reach(class_id: int, unit: InUnit, actor: ByActor, section_id: int | None = None) -> Response:
    """The board. PostgreSQL wrote the students' part; it goes out as it is."""
    board = await look_at_reach(unit, actor, class_id, section_id)
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
