"""Editions of pages as they are now, made where there is none."""

from red_thread.core.page.nodes import bytes_on
from red_thread.store.master.values import MasterPage
from red_thread.store.unit import Unit


async def make_edition(unit: Unit, page: MasterPage, number: int, made_by: int) -> int:
    """The page as it is, under this number; whoever has it may see what is on it. Gives its id."""
    edition_id = await unit.masters.make_edition(page, number, made_by)
    await unit.blobs.give_with_edition(edition_id, bytes_on(page.document))
    return edition_id
