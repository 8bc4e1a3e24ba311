"""Pulling pages back out of notebooks, in one transaction, and undoing it.

Nothing is deleted. A copy that goes is marked and stands in no notebook any more; what its student wrote, and
what an open window still sends, is kept with it, and comes back when the pull-back is undone or the page is
pushed again.
"""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_teacher
from red_thread.actions.plan_push import PushRequest, choose_audience, choose_pages, say_pages, say_whom
from red_thread.actions.ports import Unit
from red_thread.actions.ports.masters import MasterPage
from red_thread.actions.ports.pushes import Reached
from red_thread.actions.refusals import NotFound, NothingToPullBack
from red_thread.core.push import PlannedRows, PullBackPlan, RowOutcome, WrittenPages, plan_pull_back


@dataclass(frozen=True, slots=True)
class PullBackPreview:
    """The plan and the names behind its rows."""

    plan: PullBackPlan
    pages: list[MasterPage]
    students: list[Reached]


async def preview_pull_back(unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages) -> PullBackPreview:
    """The plan of a pull-back, before anything happens."""
    pages, audience, plan = await _planned(unit, actor, request, written, lock=False)
    return PullBackPreview(plan, pages, await unit.pushes.names(audience))


async def pull_back(unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages) -> int:
    """Takes the pages out of the notebooks; returns the id under which the log has it. Raises NothingToPullBack."""
    pages, audience, plan = await _planned(unit, actor, request, written, lock=True)
    if not plan.changes_anything:
        raise NothingToPullBack
    editions = await unit.masters.latest_editions([page.id for page in pages])
    meant = {page_id: edition_id for page_id, (edition_id, _, _) in editions.items()}
    sentence = f"{say_pages(pages)} from {await say_whom(unit, request)}"
    pull_back_id = await unit.pushes.add(
        request.master_id, actor.person_id, sentence, meant, audience, kind="pull-back"
    )
    for row in plan.rows:
        await _apply(unit, pull_back_id, row)
    await unit.pushes.log(pull_back_id, plan.rows)
    await unit.pushes.advance(pull_back_id, len(audience), "done")
    await unit.news.of_push(pull_back_id, audience)
    return pull_back_id


async def undo_pull_back(unit: Unit, actor: Actor, pull_back_id: int) -> int:
    """Puts everything back as it was; returns how many copies came back.

    What has been pushed again, or brought back from the drawer, since then stays as it is.
    """
    done = await unit.pushes.get(pull_back_id, lock=True)
    if done is None or done.kind != "pull-back":
        raise NotFound(what="pull-back")
    await require_teacher(unit, actor, done.master_id, "pull-back")
    if done.undone_at is not None:
        return 0
    await unit.masters.hold(done.master_id)
    back = await unit.pull_backs.put_back(done)
    await unit.news.of_push(pull_back_id, done.notebook_ids)
    return back


async def _planned(
    unit: Unit, actor: Actor, request: PushRequest, written: WrittenPages, lock: bool
) -> tuple[list[MasterPage], list[int], PullBackPlan]:
    pages = await choose_pages(unit, actor, request)
    audience = await choose_audience(unit, request)
    if lock:
        await unit.masters.hold(request.master_id)
    facts = await unit.pull_backs.facts([page.id for page in pages], audience, lock)
    return pages, audience, await aside(plan_pull_back, facts, written)


async def _apply(unit: Unit, pull_back_id: int, row: PlannedRows) -> None:
    if row.outcome is RowOutcome.IN_DRAWER:
        await unit.pull_backs.put_away(row)
    elif row.outcome in (RowOutcome.GONE, RowOutcome.KEPT):
        await unit.pull_backs.take_out(pull_back_id, row)
