"""Starter pages: what every new notebook of a course's classes begins with."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page
from red_thread.actions.push.editions import make_editions
from red_thread.store.unit import Unit


async def set_starter(unit: Unit, actor: Actor, page_id: int, on: bool) -> None:
    """Whether new notebooks begin with a page. They get its newest edition, so one is made if there is none.

    Notebooks that are there already lack it from now on, and are caught up when their teacher says so.
    Raises NotFound.
    """
    page = await require_master_page(unit, actor, page_id, lock=True)
    await unit.outlines.set_starter(page_id, on)
    if on and page_id not in await unit.editions.latest([page_id]):
        await make_editions(unit, [(page, 1)], actor.person_id)
