"""Pages to be printed: as PDF, or as one HTML file."""

import asyncio
from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, Depends, Request, Response

from red_thread.actions.actor import Actor
from red_thread.actions.master.export_master import export_master, pictures_of
from red_thread.actions.permissions import require_copy_reader
from red_thread.core.page.nodes import title_of
from red_thread.formats.as_pdf import write_pdf
from red_thread.formats.master_zip import folder_name
from red_thread.formats.printed import Print, PrintedPage, write_html
from red_thread.formats.problems import Unreadable
from red_thread.reading.limits import made_within_limits
from red_thread.store.unit import Unit
from red_thread.web.dependencies import ByUploader, InDatabase
from red_thread.web.schemas.common import Id
from red_thread.web.tries import PRINTS

router = APIRouter(tags=["printing"])
MOST_PAGES = 200  # in one PDF
Form = Literal["pdf", "html"]
AT_ONCE = 2  # setting pages takes a whole processor each


class Presses:
    """Whoever asks for many files waits: nobody keeps the machine from others."""

    def __init__(self) -> None:
        self.turns = asyncio.Semaphore(AT_ONCE)

    async def made(self, printed: Print, form: Form) -> bytes:
        async with self.turns:
            return await made_within_limits(printed.title, write_pdf if form == "pdf" else write_html, printed)


async def _presses(request: Request) -> Presses:
    return request.app.state.presses


InPresses = Annotated[Presses, Depends(_presses, scope="function")]


@router.get("/masters/{master_id}/print", response_class=Response, dependencies=[PRINTS])
async def get_master_print(
    master_id: int,
    database: InDatabase,
    actor: ByUploader,
    presses: InPresses,
    section: Id | None = None,
    page: Id | None = None,
    form: Form = "pdf",
    answers: bool = False,
) -> Response:
    """A page, a section or the whole of a master; places to answer are empty unless `answers`."""
    async with database.begin() as unit:
        found = await export_master(unit, actor, master_id, section, page)
    pages = [PrintedPage(tuple(name for _, name in one.holders), one.document) for one in found.pages]
    return await _file(presses, Print(found.name, pages, found.pictures, answers), form)


@router.get("/copies/{copy_id}/print", response_class=Response, dependencies=[PRINTS])
async def get_copy_print(
    copy_id: int, database: InDatabase, actor: ByUploader, presses: InPresses, form: Form = "pdf"
) -> Response:
    """A student's page, with all that is on it."""
    async with database.begin() as unit:
        printed = await _print_of(unit, actor, copy_id)
    return await _file(presses, printed, form)


async def _print_of(unit: Unit, actor: Actor, copy_id: int) -> Print:
    copy, notebook = await require_copy_reader(unit, actor, copy_id)
    page = PrintedPage((notebook.master_name, notebook.class_name, notebook.person_name), copy.document)
    return Print(title_of(copy.document), [page], await pictures_of(unit, actor, copy.document), answers=True)


async def _file(presses: Presses, printed: Print, form: Form) -> Response:
    if form == "pdf" and len(printed.pages) > MOST_PAGES:
        raise Unreadable(printed.title, f"a PDF takes {MOST_PAGES} pages at most; print section by section")
    body = await presses.made(printed, form)
    # A file to keep, never shown as a page of ours.
    named = f"attachment; filename*=UTF-8''{quote(folder_name(printed.title), safe='')}.{form}"
    media = "application/pdf" if form == "pdf" else "text/html"
    return Response(body, media_type=media, headers={"Content-Disposition": named})
