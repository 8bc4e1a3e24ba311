"""Editions of pages as they are now, made where there is none."""

from collections.abc import Sequence

from red_thread.core.page.nodes import bytes_on
from red_thread.store.master.values import MasterPage
from red_thread.store.unit import Unit


async def make_editions(unit: Unit, pages: Sequence[tuple[MasterPage, int]], made_by: int) -> dict[int, int]:
    """The pages as they are, under these numbers; whoever has them may see what is on them.

    Gives the ids of the editions by those of the pages.
    """
    if not pages:
        return {}
    made = await unit.editions.make(pages, made_by)
    for page, _ in pages:
        await unit.blobs.give_with_edition(made[page.id], bytes_on(page.document))
    return made


async def current_editions(unit: Unit, pages: Sequence[MasterPage], made_by: int) -> dict[int, int]:
    """By page, the edition that holds it as it is now; made where there is none."""
    latest = await unit.editions.latest([page.id for page in pages])
    now = {page.id: newest[0] for page in pages if (newest := latest.get(page.id)) and newest[2] == page.fingerprint}
    numbers = {page_id: number for page_id, (_, number, _) in latest.items()}
    lacking = [(page, numbers.get(page.id, 0) + 1) for page in pages if page.id not in now]
    made = await make_editions(unit, lacking, made_by)
    return {page.id: now[page.id] if page.id in now else made[page.id] for page in pages}
