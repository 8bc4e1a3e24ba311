"""Undoing what was done: `plan_undo(done, as_left) -> Plan`, the inverse of each step, newest first.

What has moved on since, a page pushed again, brought back from the drawer or written on, stays as it is now.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from red_thread.core.push.plan import Plan, Step


@dataclass(frozen=True, slots=True)
class Done:
    """A step as it was done by a push, and in which of its notebooks all is still as it left it."""

    step: Step
    as_left: Collection[int]


def plan_undo(done: Sequence[Done], done_by: int) -> Plan:
    """Plans the undoing of a push. `done`: its steps in the order in which they were done; `done_by`: its id."""
    return Plan(tuple(step for one in reversed(done) if (step := _undone(one, done_by)) is not None))


def _undone(done: Done, done_by: int) -> Step | None:
    back = (operation.narrow(done.as_left) for operation in reversed(done.step.operations))
    operations = tuple(operation.inverse(done_by) for operation in back if operation is not None)
    if not operations:
        return None
    rows = done.step.rows
    return Step(operations, rows.of(n for n in rows.notebook_ids if n in done.as_left) if rows else None)
