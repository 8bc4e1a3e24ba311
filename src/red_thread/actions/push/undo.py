"""Undoing a push or a pull-back: the inverse of what it did, wherever all is still as it left it.

What has moved on since stays, unless the teacher wants more; what students wrote stays in any case.
"""

from collections.abc import Hashable, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import groupby

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_push
from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.refusals import StillUnderWay
from red_thread.core.page.nodes import Node
from red_thread.core.push import (
    AsTheyAre,
    Done,
    Operation,
    PlannedRows,
    Refresh,
    Step,
    Way,
    Weave,
    plan_moved_on,
    plan_undo,
    ways_of,
)
from red_thread.store.push.values import PushInfo, Reached
from red_thread.store.unit import Unit

Rows = frozenset[tuple[int, int]]  # of page id and notebook id
NO_ROWS: Rows = frozenset()


@dataclass(frozen=True, slots=True)
class Undone:
    """How many copies are as they were before, and how many have moved on since and stay as they are.

    `besides`: for how many of those that had moved on something was done all the same.
    """

    back: int
    stays: int
    besides: int = 0


@dataclass(frozen=True, slots=True)
class MovedOn:
    """Rows that have moved on and stay, and what may become of them instead, if anything."""

    rows: PlannedRows
    way: Way | None


@dataclass(frozen=True, slots=True)
class UndoPreview:
    """What undoing would do: how many copies go back, and which have moved on and stay, page by page."""

    back: int
    stays: list[MovedOn]
    students: list[Reached]


async def preview_undo(unit: Unit, actor: Actor, push_id: int) -> UndoPreview:
    """The same before anything happens. Raises NotFound, StillUnderWay."""
    await _undoable(unit, actor, push_id, lock=False)
    steps = [step for step in await unit.pushes.done_steps(push_id) if step.operations]
    moved = [one for alike in _alike(unit, steps, push_id) for one in await _each_moved_on(unit, alike, push_id)]
    now = await _as_they_are(unit, moved)
    stays = [one for step, notebooks in moved for one in _as_moved(step, notebooks, now)]
    who = sorted({notebook for one in stays for notebook in one.rows.notebook_ids})
    count = sum(len(one.rows.notebook_ids) for one in stays)
    return UndoPreview(_copies(steps) - count, stays, await unit.audiences.names(who))


async def _each_moved_on(unit: Unit, alike: list[Step], push_id: int) -> list[tuple[Step, set[int]]]:
    if await _all_as_left(unit, alike, push_id, lock=False):
        return [(step, set()) for step in alike]
    return [(step, await _moved_on(unit, step, push_id)) for step in alike if step.rows is not None]


def _as_moved(step: Step, moved: set[int], now: AsTheyAre) -> Iterable[MovedOn]:
    if step.rows is None or not moved:
        return
    ways = ways_of(step, now)
    for way in (*Way, None):
        ids = [n for n in step.rows.notebook_ids if n in moved and ways.get(n) is way]
        if ids:
            yield MovedOn(step.rows.of(ids), way)


async def _as_they_are(unit: Unit, moved: Iterable[tuple[Step, set[int]]], lock: bool = False) -> AsTheyAre:
    """The copies that have moved on, as they are now."""
    found = [(step.rows.page_id, notebooks) for step, notebooks in moved if step.rows and notebooks]
    pages = sorted({page for page, _ in found if page is not None})
    notebooks = sorted(set[int]().union(*(ids for _, ids in found)))
    return AsTheyAre.of(await unit.pull_backs.facts(pages, notebooks, lock))


async def _moved_on(unit: Unit, step: Step, push_id: int, lock: bool = False) -> set[int]:
    """The notebooks in which something is not as the step left it. `lock`: the others' copies are held."""
    moved: set[int] = set()
    for run in unit.operations.runs(step.operations):
        notebooks = {notebook for operation in run for notebook in operation.notebook_ids}
        moved |= notebooks - await unit.operations.as_left(run, push_id, lock)
    return moved


def _woven(step: Step) -> list[Weave]:
    return [operation for operation in step.operations if isinstance(operation, Weave)]


async def _undoable(unit: Unit, actor: Actor, push_id: int, lock: bool) -> PushInfo:
    push = await require_push(unit, actor, push_id, lock)
    if push.finished_at is None:
        raise StillUnderWay
    return push


async def undo_push(unit: Unit, actor: Actor, push_id: int, also: Rows = NO_ROWS) -> Undone:
    """Undoes a push or a pull-back. Raises NotFound, StillUnderWay.

    What was written on, pushed again, or brought back from the drawer since then stays as it is, but for those rows
    of page and notebook that are named in `also`: see `Way`.
    """
    push = await _undoable(unit, actor, push_id, lock=False)
    await unit.masters.hold(push.master_id)  # before the push: who does its last batch holds them in this order
    push = await _undoable(unit, actor, push_id, lock=True)
    if push.undone_at is not None:
        return Undone(0, 0)
    steps = [step for step in await unit.pushes.done_steps(push_id) if step.operations]
    by = For(push_id, actor.person_id)
    back = besides = 0
    for alike in _alike(unit, reversed(steps), push_id):
        if await _all_as_left(unit, alike, push_id):
            inverse = plan_undo([Done(step, _notebooks(step)) for step in reversed(alike)], push_id)
            back += _copies(applied.step for applied in await apply_plan(unit, by, inverse.steps))
            continue
        for step in alike:  # one by one: the words of ten thousand woven pages are not all wanted at once
            done = await _as_left(unit, step, push_id)
            besides += await _undo_besides(unit, by, done, also) if also else 0
            back += _copies(applied.step for applied in await apply_plan(unit, by, plan_undo([done], push_id).steps))
    await unit.pushes.undone(push_id)
    await unit.news.of_push(push_id, await unit.audiences.of_push(push_id))
    return Undone(back, _copies(steps) - back - besides, besides)


def _alike(unit: Unit, steps: Iterable[Step], push_id: int) -> Iterator[list[Step]]:
    """Steps whose inverses are done by one statement come together; any other by itself."""

    def key(numbered: tuple[int, Step]) -> Hashable:
        number, step = numbered
        if len(step.operations) != 1:
            return number
        return unit.operations.together(step.operations[0].inverse(push_id)) or number

    for _, group in groupby(enumerate(steps), key):
        yield [step for _, step in group]


async def _all_as_left(unit: Unit, alike: list[Step], push_id: int, lock: bool = True) -> bool:
    """Of several steps that go together, whether nothing has happened to what any of them left."""
    operations = [step.operations[0] for step in alike]
    return len(alike) > 1 and await unit.operations.all_as_left(operations, push_id, lock)


async def _undo_besides(unit: Unit, by: For, done: Done, also: Rows) -> int:
    """For those that have moved on and are named."""
    step = done.step
    page = step.rows.page_id if step.rows else None
    wanted = {notebook for notebook in _notebooks(step).difference(done.as_left) if (page, notebook) in also}
    if not wanted:
        return 0
    now = await _as_they_are(unit, [(step, wanted)], lock=True)
    before = {operation.before for operation in step.operations if isinstance(operation, Refresh | Weave)}
    editions = await unit.editions.documents(before)
    planned = await aside(plan_moved_on, step, now, wanted, editions)
    return _copies(applied.step for applied in await apply_plan(unit, by, planned))


def _notebooks(step: Step) -> set[int]:
    return {notebook for operation in step.operations for notebook in operation.notebook_ids}


def _copies(steps: Iterable[Step]) -> int:
    return sum(len(step.rows.notebook_ids) for step in steps if step.rows)


async def _as_left(unit: Unit, step: Step, push_id: int) -> Done:
    """The step, and in which notebooks all is as it left them; their copies are held until the transaction ends."""
    moved_on = await _moved_on(unit, step, push_id, lock=True)
    woven = [one for one in _woven(step) if one.notebook_ids[0] not in moved_on]
    words = await unit.notebooks.states_around({one.copy_id: one.revision for one in woven})
    # A history that does not reach back so far has no words to go back to.
    moved_on |= {one.notebook_ids[0] for one in woven if one.copy_id not in words}
    operations = tuple(_with_words(operation, words) for operation in step.operations)
    return Done(replace(step, operations=operations), _notebooks(step) - moved_on)


def _with_words(operation: Operation, words: Mapping[int, tuple[Node, Node]]) -> Operation:
    """A woven copy with what stood on it before and after."""
    if not isinstance(operation, Weave) or operation.copy_id not in words:
        return operation
    before, after = words[operation.copy_id]
    return replace(operation, document_before=before, document=after)
