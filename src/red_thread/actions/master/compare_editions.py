"""Two editions of a page beside each other."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page
from red_thread.actions.refusals import NotFound
from red_thread.core.merge import Change, changes
from red_thread.core.page.nodes import Node
from red_thread.store.master.values import EditionInfo, MasterPage
from red_thread.store.unit import Unit

AS_IT_IS = 0  # stands for the page as the teacher has it now, pushed or not


@dataclass(frozen=True, slots=True)
class Comparison:
    """Two states of a master page, and what the later one changed."""

    page: MasterPage
    editions: list[EditionInfo]
    before: Node
    after: Node
    changed: list[Change]


async def compare_editions(unit: Unit, actor: Actor, page_id: int, one: int, other: int) -> Comparison:
    """Compares two editions by number; AS_IT_IS stands for the page as it is. Raises NotFound."""
    page = await require_master_page(unit, actor, page_id, reads=True)
    editions = await unit.editions.of_page(page_id)
    by_number = {edition.number: edition.id for edition in editions}

    async def document(number: int) -> Node:
        if number == AS_IT_IS:
            return page.document
        if number not in by_number:
            raise NotFound(what="edition")
        return await unit.editions.document(by_number[number])

    before, after = await document(one), await document(other)
    return Comparison(page, editions, before, after, changes(before, after))
