"""Following a link to a page: a teacher comes to the master's, a student to their own copy of it."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.store.master.values import MasterPage
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Way:
    """Where a page is for somebody: in the master, or in a notebook as a copy, on display, or not yet.

    `asked`: a student who does not have it has asked for it.
    """

    master_id: int
    notebook_id: int | None = None
    copy_id: int | None = None
    on_display: bool = False
    asked: bool = False


async def find_way(unit: Unit, actor: Actor, page_id: int) -> Way:
    """Where a link to a page leads the actor. Raises NotFound, also for who does not follow its master."""
    page = await unit.pages.get(page_id)
    if page is None:
        raise NotFound(what="page")
    if actor.kind == "teacher":
        await require_teacher(unit, actor, page.master_id, "page", reads=True)
        return Way(page.master_id)
    notebooks = await _following(unit, actor, page)
    for notebook_id in notebooks:
        copy_id = await unit.notebooks.copy_of_page(notebook_id, page_id)
        copy = None if copy_id is None else await unit.notebooks.copy(copy_id)
        if copy is not None and not copy.pulled_back:
            return Way(page.master_id, notebook_id, copy_id)
    if page.display is Display.DISPLAY and not page.removed:
        return Way(page.master_id, notebooks[0], on_display=True)
    _require_askable(page)
    return Way(page.master_id, notebooks[0], asked=await unit.asked_for.has_asked(page_id, notebooks[0]))


async def ask_for_page(unit: Unit, actor: Actor, page_id: int) -> None:
    """A student asks to be given a page that they have a link to. Raises NotFound."""
    page = await unit.pages.get(page_id)
    if page is None or actor.kind != "student":
        raise NotFound(what="page")
    notebooks = await _following(unit, actor, page)
    _require_askable(page)
    await unit.asked_for.ask(page_id, notebooks[0])


async def _following(unit: Unit, actor: Actor, page: MasterPage) -> list[int]:
    notebooks = await unit.asked_for.notebooks_following(actor.person_id, page.master_id)
    if not notebooks:
        raise NotFound(what="page")
    return notebooks


def _require_askable(page: MasterPage) -> None:
    """What is under wraps, or out of the master, is for students as if it did not exist."""
    if page.removed or page.display is Display.WRAPS:
        raise NotFound(what="page")
