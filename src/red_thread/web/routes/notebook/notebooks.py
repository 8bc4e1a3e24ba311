"""The student's notebook."""

from collections.abc import AsyncIterator
from typing import Annotated

import orjson
from fastapi import APIRouter, Query, Response
from fastapi.sse import KEEPALIVE_COMMENT

from red_thread.actions.notebook.drawer import bring_back, put_away
from red_thread.actions.notebook.find_in_notebook import find_in_notebook
from red_thread.actions.notebook.look_at_notebook import look_at_notebook, look_at_notebooks, open_page
from red_thread.actions.notebook.page_history import go_back, look_at_history, look_at_state
from red_thread.actions.notebook.reading_place import look_at_reading_place, read_shown
from red_thread.actions.notebook.ready import read_ready, say_ready, take_ready_back
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.permissions import require_reader
from red_thread.store.windows import Window
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.events import EventStream, as_event
from red_thread.web.schemas.common import OnOrOff
from red_thread.web.schemas.notebook import (
    FoundCopyOut,
    MomentOut,
    NotebookOut,
    NotebookViewOut,
    OpenPageOut,
    ReadyOut,
    SaveCopy,
    SavedOut,
    ShownPageOut,
    StateOut,
)
from red_thread.web.streams import InStream
from red_thread.web.tries import SAVES

router = APIRouter(tags=["notebook"])


@router.get("/notebooks")
async def get_notebooks(unit: InUnit, actor: ByActor) -> list[NotebookOut]:
    """One's own notebooks, one for each class."""
    return [NotebookOut.model_validate(notebook) for notebook in await look_at_notebooks(unit, actor)]


@router.get("/notebooks/{notebook_id}", response_model=NotebookViewOut)
async def get_notebook(notebook_id: int, unit: InUnit, actor: ByActor) -> Response:
    """Sections and pages. PostgreSQL wrote most of it; it goes out as it is."""
    notebook, contents = await look_at_notebook(unit, actor, notebook_id)
    head = orjson.dumps(NotebookOut.model_validate(notebook).model_dump())
    return Response(b'{"notebook":' + head + b"," + contents[1:], media_type="application/json")


@router.get("/notebooks/{notebook_id}/events")
async def get_events(notebook_id: int, stream: InStream, unit: InUnit, actor: ByActor) -> EventStream:
    """Says `news` whenever something came into the notebook, `display` when what is on display has changed."""
    notebook = await require_reader(unit, actor, notebook_id)
    displays = [f"display:{master}" for master in await unit.following.masters_of(notebook.class_id)]
    told = stream.of(lambda later: require_reader(later, actor, notebook_id), f"notebook:{notebook_id}", *displays)
    return EventStream(_news(told))


async def _news(stream: AsyncIterator[set[str]]) -> AsyncIterator[bytes]:
    first = True
    async for told in stream:
        events = {_EVENTS[topic.split(":")[0]] for topic in told} if not first else set[str]()
        yield b"".join(as_event(event, {}) for event in sorted(events)) or KEEPALIVE_COMMENT
        first = False


_EVENTS = {"notebook": "news", "display": "display"}


@router.get("/notebooks/{notebook_id}/search")
async def get_found_pages(
    notebook_id: int, unit: InUnit, actor: ByActor, q: Annotated[str, Query(max_length=300)] = ""
) -> list[FoundCopyOut]:
    """The pages on which all of these words stand, and whose words they are."""
    return [FoundCopyOut.model_validate(page) for page in await find_in_notebook(unit, actor, notebook_id, q)]


@router.get("/notebooks/{notebook_id}/reading")
async def get_reading_place(notebook_id: int, unit: InUnit, actor: ByActor) -> list[ShownPageOut]:
    """What is on display in the master, for those who follow it to read."""
    return [ShownPageOut.model_validate(page) for page in await look_at_reading_place(unit, actor, notebook_id)]


@router.get("/notebooks/{notebook_id}/reading/{page_id}")
async def get_shown(notebook_id: int, page_id: int, unit: InUnit, actor: ByActor) -> StateOut:
    """A page on display, as it is now."""
    return StateOut(document=await read_shown(unit, actor, notebook_id, page_id))


@router.get("/copies/{copy_id}")
async def get_copy(copy_id: int, unit: InUnit, actor: ByActor, ahead: bool = False) -> OpenPageOut:
    """Opens a page of a notebook; its student's opening is remembered, unless it is only fetched `ahead`."""
    opened = await open_page(unit, actor, copy_id, ahead=ahead)
    return OpenPageOut(
        id=opened.copy.id,
        notebook=NotebookOut.model_validate(opened.notebook),
        page_id=opened.copy.page_id,
        tie=opened.copy.tie,
        revision=opened.copy.revision,
        edition_id=opened.copy.edition_id,
        document=opened.copy.document,
        tied=opened.tied,
        arrived=opened.arrived,
        edition=opened.copy.edition,
        put_away=opened.copy.put_away,
        pulled_back=opened.copy.pulled_back,
        full=opened.full,
        ready=ReadyOut.model_validate(opened.ready) if opened.ready else None,
    )


@router.put("/copies/{copy_id}/ready", status_code=204)
async def put_ready(copy_id: int, body: OnOrOff, unit: InUnit, actor: ByActor) -> None:
    """Says that a page of one's own is ready to be read, or takes that back."""
    await (say_ready if body.on else take_ready_back)(unit, actor, copy_id)


@router.get("/copies/{copy_id}/ready")
async def get_ready(copy_id: int, unit: InUnit, actor: ByActor) -> StateOut:
    """The page as it was when it was said to be ready; its teacher's opening is remembered."""
    return StateOut(document=await read_ready(unit, actor, copy_id))


@router.get("/copies/{copy_id}/history")
async def get_history(copy_id: int, unit: InUnit, actor: ByActor) -> list[MomentOut]:
    """How the page came about, newest first."""
    return [MomentOut.model_validate(moment) for moment in await look_at_history(unit, actor, copy_id)]


@router.get("/copies/{copy_id}/history/{revision}")
async def get_state(copy_id: int, revision: int, unit: InUnit, actor: ByActor) -> StateOut:
    """The page as it was."""
    return StateOut(document=await look_at_state(unit, actor, copy_id, revision))


@router.post("/copies/{copy_id}/history/{revision}", status_code=204)
async def post_go_back(copy_id: int, revision: int, unit: InUnit, actor: ByActor) -> None:
    """Goes back to a state, which makes a new one."""
    await go_back(unit, actor, copy_id, revision)


@router.post("/copies/{copy_id}/bring-back", status_code=204)
async def post_bring_back(copy_id: int, unit: InUnit, actor: ByActor) -> None:
    """Takes a page of one's own out of the drawer."""
    await bring_back(unit, actor, [copy_id])


@router.post("/copies/{copy_id}/put-away", status_code=204)
async def post_put_away(copy_id: int, unit: InUnit, actor: ByActor) -> None:
    """Puts a page of one's own into the drawer."""
    await put_away(unit, actor, [copy_id])


@router.put("/copies/{copy_id}", dependencies=[SAVES])
async def put_copy(copy_id: int, body: SaveCopy, unit: InUnit, actor: ByActor) -> SavedOut:
    """Saves what a student wrote; a late save is merged with what came in between."""
    window = Window(body.window, body.window_save) if body.window is not None else None
    save = Save(body.document, body.revision, body.edition_id, window)
    saved = await save_copy(unit, actor, copy_id, save)
    return SavedOut(
        revision=saved.revision,
        sent_revision=saved.sent_revision,
        edition_id=saved.edition_id,
        document=saved.document if saved.merged else None,
        answered=saved.answers.answered,
        answerable=saved.answers.answerable,
        knots=saved.answers.knots,
        taken_back=saved.taken_back,
        full=saved.full,
        left_out=list(saved.left_out),
    )
