"""Pulling pages back out of notebooks, in one transaction.

Nothing is deleted. A copy that goes is marked and stands in no notebook any more; what its student wrote, and
what an open window still sends, is kept with it, and comes back when the pull-back is undone or the page is
pushed again.
"""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.push.plan_push import PushRequest, choose_notebooks, choose_pages, new_push
from red_thread.actions.refusals import NothingToPullBack
from red_thread.core.push import PullBackPlan, WrittenPages, plan_pull_back
from red_thread.store.master.values import MasterPage
from red_thread.store.push.values import PushKind, Reached
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class PullBackPreview:
    """The plan and the names behind its rows."""

    plan: PullBackPlan
    pages: list[MasterPage]
    students: list[Reached]


async def preview_pull_back(unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages) -> PullBackPreview:
    """The plan of a pull-back, before anything happens."""
    pages, notebook_ids, plan = await _planned(unit, actor, request, written, lock=False)
    return PullBackPreview(plan, pages, await unit.audiences.names(notebook_ids))


async def pull_back(unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages) -> int:
    """Takes the pages out of the notebooks; returns the id under which the log has it. Raises NothingToPullBack."""
    pages, notebook_ids, plan = await _planned(unit, actor, request, written, lock=True)
    if not plan.changes_anything:
        raise NothingToPullBack
    kind: PushKind = "cut" if written is WrittenPages.CUT else "pull-back"
    editions = await unit.editions.latest([page.id for page in pages])
    meant = {page.id: editions[page.id][0] for page in pages if page.id in editions}
    pull_back_id = await unit.pushes.add(new_push(request, actor.person_id, kind, meant, notebook_ids))
    came = await apply_plan(unit, For(pull_back_id, actor.person_id), plan.steps)
    await unit.pushes.log(pull_back_id, [applied.step for applied in came])
    while batch := await unit.pushes.next_batch(pull_back_id, len(notebook_ids)):
        await unit.pushes.advance(pull_back_id, batch, len(batch.notebook_ids))
    await unit.news.of_push(pull_back_id, notebook_ids)
    return pull_back_id


async def _planned(
    unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages, lock: bool
) -> tuple[list[MasterPage], list[int], PullBackPlan]:
    pages = await choose_pages(unit, actor, request)
    notebook_ids = await choose_notebooks(unit, request)
    if lock:
        await unit.masters.hold(request.master_id)
    facts = await unit.pull_backs.facts([page.id for page in pages], notebook_ids, lock)
    return pages, notebook_ids, await aside(plan_pull_back, facts, written)
