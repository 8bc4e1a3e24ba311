"""Undoing a push or a pull-back: the inverse of what it did, wherever all is still as it left it."""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push
from red_thread.actions.ports import Unit
from red_thread.actions.ports.pushes import PushInfo, Reached
from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.refusals import StillUnderWay
from red_thread.core.push import Done, Operation, PlannedRows, Step, Weave, plan_undo


@dataclass(frozen=True, slots=True)
class Undone:
    """How many copies are as they were before, and how many have moved on since and stay as they are."""

    back: int
    stays: int


@dataclass(frozen=True, slots=True)
class UndoPreview:
    """What undoing would do: how many copies go back, and which have moved on and stay, page by page."""

    back: int
    stays: list[PlannedRows]
    students: list[Reached]


async def preview_undo(unit: Unit, actor: Actor, push_id: int) -> UndoPreview:
    """The same before anything happens. Raises NotFound, StillUnderWay."""
    await _undoable(unit, actor, push_id, lock=False)
    stays: list[PlannedRows] = []
    steps = [step for step in await unit.pushes.done_steps(push_id) if step.operations]
    for step in steps:
        if step.rows is not None:
            moved = await _moved_on(unit, step, push_id)
            stays += [step.rows.of(n for n in step.rows.notebook_ids if n in moved)] if moved else []
    who = sorted({notebook for rows in stays for notebook in rows.notebook_ids})
    count = sum(len(rows.notebook_ids) for rows in stays)
    return UndoPreview(_copies(steps) - count, stays, await unit.pushes.names(who))


async def _moved_on(unit: Unit, step: Step, push_id: int) -> set[int]:
    moved: set[int] = set()
    for operation in step.operations:
        moved |= set(operation.notebook_ids).difference(await unit.operations.as_left(operation, push_id, lock=False))
    return moved


async def _undoable(unit: Unit, actor: Actor, push_id: int, lock: bool) -> PushInfo:
    push = await require_push(unit, actor, push_id, lock)
    if push.finished_at is None:
        raise StillUnderWay
    return push


async def undo_push(unit: Unit, actor: Actor, push_id: int) -> Undone:
    """Undoes a push or a pull-back. Raises NotFound, StillUnderWay.

    What was written on, pushed again, or brought back from the drawer since then stays as it is.
    """
    push = await _undoable(unit, actor, push_id, lock=True)
    if push.undone_at is not None:
        return Undone(0, 0)
    await unit.masters.hold(push.master_id)
    steps = [step for step in await unit.pushes.done_steps(push_id) if step.operations]
    done = [await _as_left(unit, step, push_id) for step in steps]
    came = await apply_plan(unit, For(push_id, actor.person_id), plan_undo(done, push_id).steps)
    await unit.pushes.undone(push_id)
    await unit.news.of_push(push_id, await unit.pushes.audience_of(push_id))
    back = _copies(applied.step for applied in came)
    return Undone(back, _copies(steps) - back)


def _copies(steps: Iterable[Step]) -> int:
    return sum(len(step.rows.notebook_ids) for step in steps if step.rows)


async def _as_left(unit: Unit, step: Step, push_id: int) -> Done:
    """The step, and in which notebooks all is as it left them; their copies are held until the transaction ends."""
    moved_on: set[int] = set()
    operations: list[Operation] = []
    for operation in step.operations:
        left = set(await unit.operations.as_left(operation, push_id))
        whole = await _with_words(unit, operation) if isinstance(operation, Weave) and left else operation
        moved_on |= set(operation.notebook_ids).difference(left if whole is not None else ())
        operations.append(whole or operation)
    every = {notebook for operation in operations for notebook in operation.notebook_ids}
    return Done(replace(step, operations=tuple(operations)), every - moved_on)


async def _with_words(unit: Unit, weave: Weave) -> Weave | None:
    """A woven copy with what stood on it before and after; None if its history does not reach back so far."""
    if await unit.notebooks.edition_of_state(weave.copy_id, weave.revision) is None:
        return None
    before = await unit.notebooks.state(weave.copy_id, weave.revision)
    after = await unit.notebooks.state(weave.copy_id, weave.revision + 1)
    return replace(weave, document_before=before, document=after) if before and after else None
