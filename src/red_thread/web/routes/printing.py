"""Pages to be printed, or kept: as PDF, as one HTML file, as a zip."""

import asyncio
from collections.abc import Callable
from typing import Annotated, Literal, ParamSpec
from urllib.parse import quote

from fastapi import APIRouter, Depends, Request, Response

from red_thread.actions.actor import Actor
from red_thread.actions.master.export_master import export_master, pictures_of
from red_thread.actions.notebook.take_home import take_home
from red_thread.actions.permissions import require_copy_reader
from red_thread.core.notebook.reading_order import Path
from red_thread.core.page.nodes import title_of
from red_thread.formats.as_pdf import write_pdf
from red_thread.formats.master_zip import WrittenPage, folder_name, write_master
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
P = ParamSpec("P")
AT_ONCE = 2  # setting pages takes a whole processor each


class Presses:
    """Whoever asks for many files waits: nobody keeps the machine from others."""

    def __init__(self) -> None:
        self.turns = asyncio.Semaphore(AT_ONCE)

    async def made(self, title: str, work: Callable[P, bytes], *args: P.args, **kwargs: P.kwargs) -> bytes:
        """What `work` makes, called `title`, in a process of its own. Raises Unreadable where a limit was met."""
        async with self.turns:
            return await made_within_limits(title, work, *args, **kwargs)


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


@router.get("/notebooks/{notebook_id}/home", response_class=Response, dependencies=[PRINTS])
async def get_home(
    notebook_id: int,
    database: InDatabase,
    actor: ByUploader,
    presses: InPresses,
    form: Literal["html", "pdf", "zip"] = "html",
) -> Response:
    """A whole notebook, to keep: as one web page, as PDF, or as a zip of Markdown and pictures."""
    async with database.begin() as unit:
        home = await take_home(unit, actor, notebook_id)
    title = f"{home.notebook.master_name}, {home.notebook.person_name}"
    if form == "zip":
        items = [WrittenPage(_holders(one.path), one.document, one.tucked_under) for one in home.pages]
        return _kept(title, form, "application/zip", await presses.made(title, write_master, items, home.pictures))
    pages = [
        PrintedPage(tuple(held.name for held in one.path), one.document, one.tied, one.own) for one in home.pages
    ]
    return await _file(presses, Print(title, pages, home.pictures, answers=True), form)


def _holders(path: Path) -> tuple[tuple[str, str], ...]:
    return tuple((f"{'section' if held.is_section else 'divider'} {held.id}", held.name) for held in path)


async def _print_of(unit: Unit, actor: Actor, copy_id: int) -> Print:
    copy, notebook = await require_copy_reader(unit, actor, copy_id)
    page = PrintedPage((notebook.master_name, notebook.class_name, notebook.person_name), copy.document)
    return Print(title_of(copy.document), [page], await pictures_of(unit, actor, copy.document), answers=True)


async def _file(presses: Presses, printed: Print, form: Form) -> Response:
    if form == "pdf" and len(printed.pages) > MOST_PAGES:
        raise Unreadable(
            printed.title,
            f"a PDF takes {MOST_PAGES} pages at most; take it as one web page, or print section by section",
        )
    body = await presses.made(printed.title, write_pdf if form == "pdf" else write_html, printed)
    return _kept(printed.title, form, "application/pdf" if form == "pdf" else "text/html", body)


def _kept(title: str, ending: str, media: str, body: bytes) -> Response:
    """A file to keep, never shown as a page of ours."""
    named = f"attachment; filename*=UTF-8''{quote(folder_name(title), safe='')}.{ending}"
    return Response(body, media_type=media, headers={"Content-Disposition": named})
