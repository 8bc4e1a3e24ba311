"""The one applier: steps in, set-based statements out, and what came about.

Whatever is done to notebooks for a teacher is planned as steps and done here: a push, a pull-back, their undoing.
"""

from collections.abc import Hashable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from itertools import groupby
from typing import cast

from red_thread.actions.aside import aside
from red_thread.actions.notebook.next_state import next_state
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node
from red_thread.core.push import Operation, Step, Weave
from red_thread.store.notebook.values import NewState
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Applied:
    """A step as it came about, and the notebooks that were passed over: something happened in them meanwhile."""

    step: Step
    passed_over: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class For:
    """The push that the steps are of, and whose."""

    push_id: int
    made_by: int


async def apply_plan(unit: Unit, of: For, steps: Iterable[Step]) -> list[Applied]:
    """Does the steps in order; gives each as it came about."""
    editions: dict[int, Node] = {}
    applied: list[Applied] = []
    for alike in steps_together(unit, steps):
        if len(alike) > 1:
            applied += await _apply_together(unit, alike, of.push_id)
        else:
            applied.append(await _apply(unit, of, alike[0], editions))
    return applied


def steps_together(unit: Unit, steps: Iterable[Step]) -> Iterator[list[Step]]:
    """The steps in their order; those of a single operation that are done by one statement come together."""
    for _, run in groupby(enumerate(steps), lambda numbered: _together(unit, *numbered)):
        yield [step for _, step in run]


def _together(unit: Unit, number: int, step: Step) -> Hashable:
    alone = len(step.operations) != 1 or isinstance(step.operations[0], Weave)
    return number if alone else unit.operations.together(step.operations[0]) or number


async def _apply_together(unit: Unit, steps: list[Step], push_id: int) -> list[Applied]:
    operations = [step.operations[0] for step in steps]
    if await unit.operations.run(operations, push_id) == sum(len(one.notebook_ids) for one in operations):
        return [Applied(step) for step in steps]
    return [_without(step, await _missed(unit, step.operations, push_id)) for step in steps]


async def _apply(unit: Unit, of: For, step: Step, editions: dict[int, Node]) -> Applied:
    missed: set[int] = set()
    for run in unit.operations.runs(step.operations):
        if isinstance(run[0], Weave):
            await _weave(unit, of, cast("list[Weave]", run), editions)
        elif await unit.operations.run(run, of.push_id) < sum(len(operation.notebook_ids) for operation in run):
            missed |= await _missed(unit, run, of.push_id)
    return _without(step, missed) if missed else Applied(step)


async def _missed(unit: Unit, operations: Iterable[Operation], push_id: int) -> set[int]:
    """The notebooks in which an operation did not come about: something had happened meanwhile."""
    missed: set[int] = set()
    for operation in operations:
        missed |= set(operation.notebook_ids) - await unit.operations.as_left([operation], push_id)
    return missed


def _without(step: Step, missed: set[int]) -> Applied:
    rows = step.rows
    every = rows.notebook_ids if rows else step.operations[0].notebook_ids
    reached = set(every) - missed
    narrowed = (operation.narrow(reached) for operation in step.operations)
    applied = tuple(operation for operation in narrowed if operation is not None)
    rows_reached = rows.of(n for n in rows.notebook_ids if n in reached) if rows else None
    return Applied(Step(applied, rows_reached), tuple(sorted(missed)))


async def _weave(unit: Unit, of: For, woven: list[Weave], editions: dict[int, Node]) -> None:
    editions |= await unit.editions.documents({copy.after for copy in woven}.difference(editions))
    await unit.notebooks.save_all(await aside(_next_states, of, woven, editions))


def _next_states(of: For, woven: list[Weave], editions: Mapping[int, Node]) -> list[NewState]:
    return [
        next_state(
            copy.copy_id,
            copy.revision,
            copy.document_before,
            copy.document,
            (copy.after, editions[copy.after]),
            Cause.PUSH,
            of.made_by,
            of.push_id,
        )
        for copy in woven
    ]
