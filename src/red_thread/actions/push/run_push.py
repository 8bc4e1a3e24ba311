"""Running a push: batch by batch, each its own transaction, so that it may be broken off anywhere.

The plan is made again from the facts of the moment, under lock, and applied. A batch that was done is logged in
the same transaction; a push that is taken up again goes on behind it. Of one master only the batches of one push run
at a time, each with notebooks of its own: nobody else places copies in them meanwhile, so what the plan places is
what was placed. Who runs the push leads: a short one with the master held, a long one beside helpers who share it.
"""

from collections.abc import Callable
from contextlib import AbstractAsyncContextManager

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_teacher
from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.push.start_push import begin_scheduled
from red_thread.actions.refusals import NotAllowed
from red_thread.core.push import PlannedRows, PushedPage, PushFacts, RowOutcome, Step, plan_push
from red_thread.core.push.states import PushState
from red_thread.store.push.values import Asked, Batch, MergeDefect, PushInfo
from red_thread.store.unit import Unit

Transactions = Callable[[], AbstractAsyncContextManager[Unit]]
COPIES_AT_ONCE = 20_000
MERGES_AT_ONCE = 250  # about a second of merging: progress stays visible


async def run_push(transactions: Transactions, actor: Actor, push_id: int, at_once: int = COPIES_AT_ONCE) -> None:
    """Runs a push to its end, from wherever it stands. `at_once`: the most copies in one transaction."""
    leads = begun = False
    while True:
        async with transactions() as unit:
            push = await (_shared(unit, push_id) if leads else _lead(unit, actor, push_id))
            if push is None and not leads:
                return
            leads = push is not None
            to_share = leads and not begun and await unit.pushes.batches_left(push_id) > 1
            begun = True
            if push is None or to_share:  # a long one does no batch of it with the master held
                continue
            if await _next_batch(unit, push, at_once):
                return


async def help_push(transactions: Transactions, actor: Actor, push_id: int, at_once: int = COPIES_AT_ONCE) -> None:
    """Does batches that nobody is about, for as long as somebody leads the push. Raises NotAllowed; the house may."""
    if actor.kind != "house":
        raise NotAllowed(what="help with")
    while True:
        async with transactions() as unit:
            push = await _shared(unit, push_id)
            if push is None or await _next_batch(unit, push, at_once, free=True):
                return


_RESTS = (PushState.DONE, PushState.FAILED, PushState.PAUSED, PushState.STOPPED)
_MOST_HELPERS = 3


async def _lead(unit: Unit, actor: Actor, push_id: int) -> PushInfo | None:
    """The push with its master held, so that no batch of any other runs; None if it is not to be run now."""
    push = await unit.pushes.get(push_id)
    if push is None:
        return None
    if actor.kind != "house":  # a push belongs to the course: it goes on when who pressed the button has left
        await require_teacher(unit, actor, push.master_id, "push")
    await unit.masters.hold(push.master_id)
    push = await unit.pushes.get(push_id, lock=True)
    if push is not None and push.status == "scheduled":
        push = await begin_scheduled(unit, push) if _is_due(unit, push) else None
    if push is None or push.status in _RESTS:
        return None
    await unit.pushes.lead(push)
    left = await unit.pushes.batches_left(push_id)
    await unit.queue.help_push(push_id, min(max(left - 1, 0), _MOST_HELPERS))
    return push


async def _shared(unit: Unit, push_id: int) -> PushInfo | None:
    """The push with its master shared; None if it rests, or if another has the lead."""
    known = await unit.pushes.get(push_id)
    if known is None:
        return None
    await unit.masters.share(known.master_id)
    push = await unit.pushes.get(push_id)
    return push if push and push.status in ("waiting", "running") and await unit.pushes.leads(push) else None


def _is_due(unit: Unit, push: PushInfo) -> bool:
    return push.begins_at is None or push.begins_at <= unit.now


async def _next_batch(unit: Unit, push: PushInfo, at_once: int, free: bool = False) -> bool:
    """Whether there is nothing left to do. `free`: without waiting for batches that others are about."""
    pages = await unit.pushes.pages_of(push.id)
    batch = await unit.pushes.next_batch(push.id, max(at_once // max(len(pages), 1), 1), free)
    if batch is None and not free:  # nobody is about any of it: it is through
        await unit.pushes.finish_what_is_through(push.id)
        await unit.news.of_push(push.id, [])
    return batch is None or await _run_batch(unit, push, pages, batch)


async def _run_batch(unit: Unit, push: PushInfo, meant: dict[int, int], batch: Batch) -> bool:
    """Whether that was the last. `meant`: page id to edition id."""
    outline = await unit.outlines.read(push.master_id)
    there, wrapped = [page for page in outline.pages_in_order() if page.id in meant], outline.under_wraps()
    documents = await unit.editions.documents([meant[page.id] for page in there])
    into = push.section_id if push.section_id in {section.id for section in outline.sections} else None
    pushed = [
        PushedPage(
            page.id,
            into or page.section_id,
            documents[meant[page.id]],
            meant[page.id],
            page.id in wrapped,
        )
        for page in there
    ]
    holders = await unit.pushes.holders_of(push.id)
    asked = Asked(push.master_id, outline, pushed, push.how, outline.names_of(holders))
    waiting = batch.notebook_ids
    held = await unit.pushes.pulled_back_since(push.id, waiting)
    if held or not (pushed or asked.given_empty):
        steps, reached = await _one_by_one(unit, push, asked, waiting, held), tuple(waiting)
    else:
        facts = await unit.pushes.facts(asked, waiting, lock=True, merges=MERGES_AT_ONCE)
        steps, reached = await _apply(unit, push, asked, facts), tuple(facts.audience)
    steps += [_held(page_id, reached, _GONE) for page_id in meant.keys() - {page.id for page in there}]
    await unit.pushes.log(push.id, steps)
    done = await unit.pushes.advance(push.id, batch, len(reached))
    await unit.news.of_push(push.id, list(reached))
    return done


_GONE = "taken out of the master meanwhile"
_PULLED_BACK = "pulled back meanwhile"


def _held(page_id: int, notebook_ids: tuple[int, ...], why: str) -> Step:
    return Step((), PlannedRows(page_id, RowOutcome.HELD, notebook_ids, why))


async def _one_by_one(
    unit: Unit, push: PushInfo, asked: Asked, waiting: list[int], held: dict[int, set[int]]
) -> list[Step]:
    """A batch some of whose rows a later pull-back holds: what came later wins."""
    steps: list[Step] = []
    for page in asked.pages:
        back = tuple(notebook for notebook in waiting if notebook in held.get(page.page_id, ()))
        for_whom = [notebook for notebook in waiting if notebook not in back]
        if back:
            steps.append(_held(page.page_id, back, _PULLED_BACK))
        if for_whom:
            alone = asked.of(page)
            facts = await unit.pushes.facts(alone, for_whom, lock=True)
            steps += await _apply(unit, push, alone, facts)
    return steps


async def _apply(unit: Unit, push: PushInfo, asked: Asked, facts: PushFacts) -> list[Step]:
    """Plans and applies; returns the steps as they came about.

    A student may begin to write between the reading of an untouched copy and its refreshing: such a copy is
    passed over, and planned again as the written-on one that it has become.
    """
    came: list[Step] = []
    plan = await aside(plan_push, facts)
    for copy in plan.woven:
        if copy.defect:
            await unit.defects.add(push.id, MergeDefect(copy.page_id, copy.notebook_id, copy.defect))
    for applied in await apply_plan(unit, For(push.id, push.made_by), plan.steps):
        rows = applied.step.rows
        if rows is None or rows.notebook_ids:
            came.append(applied.step)
        if rows is not None and rows.page_id is not None and applied.passed_over:
            alone = asked.of(next(page for page in facts.pages if page.page_id == rows.page_id))
            anew = await unit.pushes.facts(alone, applied.passed_over, lock=True)
            came += await _apply(unit, push, alone, anew)
    return came
