"""A student says that a page is ready to be read: it is kept for the teacher as it is then, and writing goes on."""

from dataclasses import dataclass
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_copy_reader, require_writer
from red_thread.actions.refusals import AlreadyRead, NotFound, NothingWritten, TakenBack
from red_thread.core.merge import changes
from red_thread.core.page.nodes import Node
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Ready:
    """Since when a page is ready. `read_at`: when a teacher first opened it as it was then.

    `changed`: in words, what its student has changed since.
    """

    at: datetime
    revision: int
    read_at: datetime | None
    changed: tuple[str, ...]


async def say_ready(unit: Unit, actor: Actor, copy_id: int) -> None:
    """The page as it is now is ready; said again, it is the newest state that counts.

    Raises NotFound, TakenBack, NothingWritten.
    """
    copy = await _require_own(unit, actor, copy_id)
    if not copy.revision:
        raise NothingWritten
    await unit.notebooks.set_ready(copy_id, copy.revision)
    await _tell(unit, copy)


async def take_ready_back(unit: Unit, actor: Actor, copy_id: int) -> None:
    """It is not ready after all. Raises NotFound, TakenBack, and AlreadyRead once a teacher has opened it."""
    copy = await _require_own(unit, actor, copy_id)
    ready = await unit.notebooks.ready(copy_id)
    if ready is None:
        return
    if ready.read_at is not None:
        raise AlreadyRead
    await unit.notebooks.set_ready(copy_id, None)
    await _tell(unit, copy)


async def look_at_ready(unit: Unit, copy: CopyInfo) -> Ready | None:
    """Whether a page that the actor may read is ready, and what was changed since."""
    ready = await unit.notebooks.ready(copy.id)
    if ready is None:
        return None
    then = await unit.notebooks.state(copy.id, ready.revision) if ready.revision < copy.revision else None
    changed = tuple(change.words for change in changes(then, copy.document)) if then is not None else ()
    return Ready(ready.at, ready.revision, ready.read_at, changed)


async def read_ready(unit: Unit, actor: Actor, copy_id: int) -> Node:
    """The page as it was when it was said to be ready. Opened by a teacher, it counts as read. Raises NotFound."""
    copy, _ = await require_copy_reader(unit, actor, copy_id)
    ready = await unit.notebooks.ready(copy_id)
    page = await unit.notebooks.state(copy_id, ready.revision) if ready else None
    if page is None:
        raise NotFound(what="page that is ready")
    if actor.kind == "teacher" and ready is not None and ready.read_at is None:
        await unit.notebooks.mark_ready_read(copy_id)
        await _tell(unit, copy)
    return page


async def _require_own(unit: Unit, actor: Actor, copy_id: int) -> CopyInfo:
    copy = await require_writer(unit, actor, copy_id)
    if copy.pulled_back:
        raise TakenBack
    return copy


async def _tell(unit: Unit, copy: CopyInfo) -> None:
    await unit.news.of_notebooks([copy.notebook_id])
