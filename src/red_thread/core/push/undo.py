"""Undoing what was done: `plan_undo(done, as_left) -> Plan`, the inverse of each step, newest first.

What has moved on since, a page pushed again, brought back from the drawer or written on, stays as it is now.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from red_thread.core.push.operations import Keyed, OfOwn, Operation, Weave, invert
from red_thread.core.push.plan import Plan, Step

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Done:
    """A step as it was done by a push, and in which of its notebooks all is still as it left it."""

    step: Step
    as_left: Collection[int]


def plan_undo(done: Sequence[Done], done_by: int) -> Plan:
    """Plans the undoing of a push. `done`: its steps in the order in which they were done; `done_by`: its id."""
    return Plan(tuple(step for one in reversed(done) if (step := _undone(one, done_by)) is not None))


def _undone(done: Done, done_by: int) -> Step | None:
    back = (narrow(operation, done.as_left) for operation in reversed(done.step.operations))
    operations = tuple(invert(operation, done_by) for operation in back if operation is not None)
    if not operations:
        return None
    rows = done.step.rows
    return Step(operations, rows.of(n for n in rows.notebook_ids if n in done.as_left) if rows else None)


def narrow(operation: Operation, notebook_ids: Collection[int]) -> Operation | None:
    """The operation for those of its notebooks alone; None if there is none among them."""
    kept = tuple(n for n in operation.notebook_ids if n in notebook_ids)
    if not kept:
        return None
    if isinstance(operation, Weave):
        return operation
    if isinstance(operation, Keyed):
        return replace(operation, notebook_ids=kept, keys=_beside(operation.keys, operation, notebook_ids))
    if isinstance(operation, OfOwn):
        return replace(operation, notebook_ids=kept, own_ids=_beside(operation.own_ids, operation, notebook_ids))
    return replace(operation, notebook_ids=kept)


def _beside(values: tuple[T, ...], operation: Operation, notebook_ids: Collection[int]) -> tuple[T, ...]:
    """What an operation has for those of its notebooks."""
    both = zip(operation.notebook_ids, values, strict=True)
    return tuple(value for notebook, value in both if notebook in notebook_ids)
