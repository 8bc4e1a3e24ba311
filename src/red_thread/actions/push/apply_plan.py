"""The one applier: steps in, set-based statements out, and what came about.

Whatever is done to notebooks for a teacher is planned as steps and done here: a push, a pull-back, their undoing.
"""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from itertools import groupby
from typing import cast

from red_thread.actions.aside import aside
from red_thread.actions.notebook.next_state import next_state
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node
from red_thread.core.push import Operation, Place, Step, Weave
from red_thread.core.push.undo import narrow
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
    came: list[Applied] = []
    for places_only, run in groupby(steps, _only_places):
        alike = list(run)
        if places_only and len(alike) > 1:
            came += await _place(unit, alike, of.push_id)
        else:
            came += [await _apply(unit, of, step, editions) for step in alike]
    return came


def _only_places(step: Step) -> bool:
    return len(step.operations) == 1 and isinstance(step.operations[0], Place)


async def _place(unit: Unit, steps: list[Step], push_id: int) -> list[Applied]:
    """Many pages by one statement."""
    places = [cast("Place", step.operations[0]) for step in steps]
    if await unit.operations.place(places) == sum(len(place.notebook_ids) for place in places):
        return [Applied(step) for step in steps]
    came = [set(await unit.operations.as_left(place, push_id)) for place in places]
    pairs = zip(steps, places, came, strict=True)
    return [_without(step, set(place.notebook_ids) - there) for step, place, there in pairs]


async def _apply(unit: Unit, of: For, step: Step, editions: dict[int, Node]) -> Applied:
    missed: set[int] = set()
    for woven, operations in groupby(step.operations, lambda operation: isinstance(operation, Weave)):
        if woven:
            await _weave(unit, of, cast("Iterator[Weave]", operations), editions)
        else:
            missed |= await _run(unit, of, operations)
    return _without(step, missed) if missed else Applied(step)


async def _run(unit: Unit, of: For, operations: Iterable[Operation]) -> set[int]:
    """Does them one after another; gives the notebooks in which something had happened meanwhile."""
    missed: set[int] = set()
    for operation in operations:
        if await unit.operations.run(operation, of.push_id) < len(operation.notebook_ids):
            there = await unit.operations.as_left(operation, of.push_id)
            missed |= set(operation.notebook_ids).difference(there)
    return missed


def _without(step: Step, missed: set[int]) -> Applied:
    rows = step.rows
    every = rows.notebook_ids if rows else step.operations[0].notebook_ids
    there = set(every) - missed
    narrowed = (narrow(operation, there) for operation in step.operations)
    came = tuple(operation for operation in narrowed if operation is not None)
    left = rows.of(n for n in rows.notebook_ids if n in there) if rows else None
    return Applied(Step(came, left), tuple(sorted(missed)))


async def _weave(unit: Unit, of: For, copies: Iterable[Weave], editions: dict[int, Node]) -> None:
    woven = list(copies)
    editions |= await unit.masters.edition_documents({copy.after for copy in woven}.difference(editions))
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
