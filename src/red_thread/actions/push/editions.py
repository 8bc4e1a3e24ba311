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
