"""A page as one student has it, and as they would have it if it were pushed now."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page
from red_thread.actions.push.plan_push import PushRequest, preview_push
from red_thread.core.page.check import check_page
from red_thread.core.page.kinds import PAGE_ID
from red_thread.core.page.nodes import EMPTY_PAGE, Node
from red_thread.core.push import RowOutcome, audience_of
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class AsStudent:
    """`has`: their page as it is, None if they have none; `would_have`: after a push now, of that `outcome`.

    `given`: the ids of blocks that come from the master; all others are the student's.
    """

    copy_id: int | None
    has: Node | None
    would_have: Node
    outcome: RowOutcome
    given: list[str]


async def see_as_student(unit: Unit, actor: Actor, page_id: int, notebook_id: int) -> AsStudent:
    """Runs the plan of a push to this one notebook, and applies nothing. Raises NotFound."""
    page = await require_master_page(unit, actor, page_id)
    request = PushRequest(page.master_id, (page_id,), audience_of(notebooks=[notebook_id]))
    plan = (await preview_push(unit, actor, request)).plan
    outcome = next(row.outcome for row in plan.rows if row.page_id == page_id)
    copy_id = await unit.notebooks.copy_of_page(notebook_id, page_id)
    copy = None if copy_id is None else await unit.notebooks.copy(copy_id)
    has = None if copy is None or copy.pulled_back else copy.document
    woven = next((one.merged.page for one in plan.woven if one.merged is not None), None)
    given = [block_id for of in (page.document, copy.edition if copy else EMPTY_PAGE) for block_id in _ids(of)]
    if has is None:
        return AsStudent(None, None, woven or page.document, outcome, given)
    would_have = page.document if outcome is RowOutcome.REFRESHED else woven or has
    return AsStudent(copy_id, has, would_have, outcome, given)


def _ids(page: Node) -> list[str]:
    return [block_id for block_id in check_page(page).places if block_id != PAGE_ID]
