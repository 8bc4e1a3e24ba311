"""Running a push: batch by batch, each its own transaction, so that it may be broken off anywhere.

The plan is made again from the facts of the moment, under lock, and applied. A batch that was done is logged in
the same transaction; a push that is taken up again goes on behind it. Of one master only one batch runs at a time:
nobody else places copies meanwhile, so what the plan places is what was placed.
"""

from collections.abc import Callable
from contextlib import AbstractAsyncContextManager
from dataclasses import dataclass, replace

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.next_state import next_state
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.pushes import PushInfo
from red_thread.core.outline.tree import Outline, rank
from red_thread.core.page.history import Cause
from red_thread.core.push import (
    CHANGING,
    PlannedRows,
    PushedPage,
    PushFacts,
    PushPlan,
    RowOutcome,
    WovenCopy,
    plan_push,
)

Transactions = Callable[[], AbstractAsyncContextManager[Unit]]
COPIES_AT_ONCE = 20_000
MERGES_AT_ONCE = 250  # about a second of merging: progress stays visible


async def run_push(transactions: Transactions, actor: Actor, push_id: int, at_once: int = COPIES_AT_ONCE) -> None:
    """Runs a push to its end, from wherever it stands. `at_once`: the most copies in one transaction."""
    done = False
    while not done:
        async with transactions() as unit:
            push = await unit.pushes.get(push_id, lock=True)
            if push is None or push.status in ("done", "failed"):
                return
            if actor.kind != "house":  # a push belongs to the course: it goes on when who pressed the button has left
                await require_teacher(unit, actor, push.master_id, "push")
            await unit.masters.hold(push.master_id)
            done = await _run_batch(unit, push, max(at_once // max(len(push.pages), 1), 1))


async def _run_batch(unit: Unit, push: PushInfo, room: int) -> bool:
    """Whether that was the last."""
    outline = await unit.masters.outline(push.master_id)
    order = rank(outline.page_order())
    pages = [p for p in await unit.masters.pages(list(push.pages)) if p.id in order]
    pages.sort(key=lambda page: order[page.id])
    pushed = [
        PushedPage(
            page.id,
            page.section_id,
            await unit.masters.edition_document(push.pages[page.id]),
            push.pages[page.id],
        )
        for page in pages
    ]
    waiting = push.notebook_ids[push.students_done :][:room]
    held = await unit.pushes.pulled_back_since(push.id, waiting)
    if held or not pushed:
        rows, reached = await _one_by_one(unit, push, outline, pushed, waiting, held), tuple(waiting)
    else:
        facts = await unit.pushes.facts(outline, pushed, waiting, lock=True, merges=MERGES_AT_ONCE)
        rows, reached = await _apply(unit, push, outline, facts), tuple(facts.audience)
    gone = [page_id for page_id in push.pages if page_id not in order]
    rows += [PlannedRows(page_id, RowOutcome.HELD, reached, _GONE) for page_id in gone]
    await unit.pushes.log(push.id, rows)
    students_done = push.students_done + len(reached)
    done = students_done >= len(push.notebook_ids)
    await unit.pushes.advance(push.id, students_done, "done" if done else "running")
    await unit.news.of_push(push.id, list(reached))
    return done


_GONE = "taken out of the master meanwhile"
_PULLED_BACK = "pulled back meanwhile"


async def _one_by_one(
    unit: Unit,
    push: PushInfo,
    outline: Outline,
    pages: list[PushedPage],
    waiting: list[int],
    held: dict[int, set[int]],
) -> list[PlannedRows]:
    """A batch some of whose rows a later pull-back holds: what came later wins."""
    rows: list[PlannedRows] = []
    for page in pages:
        back = tuple(notebook for notebook in waiting if notebook in held.get(page.page_id, ()))
        for_whom = [notebook for notebook in waiting if notebook not in back]
        if back:
            rows.append(PlannedRows(page.page_id, RowOutcome.HELD, back, _PULLED_BACK))
        if for_whom:
            facts = await unit.pushes.facts(outline, [page], for_whom, lock=True)
            rows += await _apply(unit, push, outline, facts)
    return rows


async def _apply(unit: Unit, push: PushInfo, outline: Outline, facts: PushFacts) -> list[PlannedRows]:
    """Plans and applies; returns the rows as they came about.

    A student may begin to write between the reading of an untouched copy and its refreshing: such a copy is
    passed over, and planned again as the written-on one that it has become.
    """
    rows: list[PlannedRows] = []
    for row in await apply_plan(unit, push, facts, await aside(plan_push, facts)):
        rows.append(row.came)
        if row.passed_over:
            page = next(page for page in facts.pages if page.page_id == row.came.page_id)
            anew = await unit.pushes.facts(outline, [page], row.passed_over, lock=True)
            rows += await _apply(unit, push, outline, anew)
    return [row for row in rows if row.notebook_ids]


@dataclass(frozen=True, slots=True)
class AppliedRows:
    """Rows as they came about, and the notebooks for which they did not."""

    came: PlannedRows
    passed_over: tuple[int, ...] = ()


async def apply_plan(unit: Unit, push: PushInfo, facts: PushFacts, plan: PushPlan) -> list[AppliedRows]:
    """Does what the plan says."""
    for placement in plan.placements:
        if placement.page_id is None:
            await unit.pushes.make_sections(placement)
    for placement in plan.placements:
        if placement.page_id is not None:
            await unit.pushes.place(placement, push.pages[placement.page_id])
    before = {written.copy_id: written for written in facts.written}
    for copy in plan.woven:
        if copy.merged is not None:
            await _save_woven(unit, push, copy, before[copy.copy_id].document)
    for row in _pulled_back(facts, plan):
        await unit.pushes.bring_back(row)
    woven = {(copy.page_id, copy.notebook_id) for copy in plan.woven}
    return [await _as_it_came(unit, push, row, woven) for row in plan.rows]


def _pulled_back(facts: PushFacts, plan: PushPlan) -> list[PlannedRows]:
    """The rows of written-on copies that have to stand in their notebooks again."""
    out = {(written.page_id, written.notebook_id) for written in facts.written if written.pulled_back}
    kept = [
        replace(row, notebook_ids=tuple(n for n in row.notebook_ids if (row.page_id, n) in out)) for row in plan.rows
    ]
    return [row for row in kept if row.notebook_ids and row.outcome in CHANGING]


async def _as_it_came(unit: Unit, push: PushInfo, row: PlannedRows, woven: set[tuple[int, int]]) -> AppliedRows:
    untouched = (row.page_id, row.notebook_ids[0]) not in woven
    if not untouched or row.edition_before is None or row.outcome not in CHANGING:
        return AppliedRows(row)
    # One that was pulled back may stand on a newer edition than this push brings.
    reached = await unit.pushes.refresh(row, max(row.edition_before, push.pages[row.page_id]))
    if len(reached) == len(row.notebook_ids):
        return AppliedRows(row)
    passed_over = set(row.notebook_ids).difference(reached)
    return AppliedRows(replace(row, notebook_ids=tuple(reached)), tuple(sorted(passed_over)))


async def _save_woven(unit: Unit, push: PushInfo, copy: WovenCopy, before: dict[str, object]) -> None:
    assert copy.merged is not None
    edition_id = push.pages[copy.page_id]
    edition = edition_id, await unit.masters.edition_document(edition_id)
    page = copy.merged.page
    await unit.notebooks.save(
        next_state(copy.copy_id, copy.revision, before, page, edition, Cause.PUSH, push.made_by, push.id)
    )
