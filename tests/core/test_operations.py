"""Operations as values: inverses of inverses, narrowing, joining. What they do: tests/actions/push/test_operations.py."""

from dataclasses import fields, is_dataclass

import pytest

from red_thread.core.push import (
    OPERATIONS,
    Done,
    Operation,
    Place,
    PlannedRows,
    PutAway,
    Refresh,
    Restore,
    RowOutcome,
    Step,
    TakeFromDrawer,
    TakeOut,
    TieHolder,
    UntieHolder,
    Weave,
    per_notebook,
    plan_undo,
)
from red_thread.core.push.operations import join

PUSH = 7


def anything(kind: type[Operation]) -> Operation:
    """An operation of the kind on three notebooks, every value told apart."""
    assert is_dataclass(kind)
    values = {field.name: number for number, field in enumerate(fields(kind), 100)}
    values |= {name: tuple(f"{name} {n}" for n in (1, 2, 3)) for name in per_notebook(kind)}
    return kind(**{**values, "notebook_ids": (1, 2, 3)})


@pytest.mark.parametrize("kind", OPERATIONS, ids=lambda kind: kind.name)
def test_every_operation_is_whole(kind):
    operation = anything(kind)
    assert kind.name and kind.words, "the log and people call it by these"
    assert type(operation.inverse(PUSH)) in OPERATIONS, "what has an inverse that is none does not run"
    assert type(operation.inverse(PUSH).inverse(PUSH)) in (kind, Restore if kind is Place else kind)
    assert operation.inverse(PUSH).notebook_ids == operation.notebook_ids
    one, rest = operation.narrow({2}), operation.narrow({1, 3})
    assert one is not None and rest is not None and operation.narrow({4}) is None
    assert operation.narrow({1, 2, 3}) == operation
    assert {name: getattr(one, name) for name in per_notebook(kind)} == {
        name: getattr(operation, name)[1:2] for name in per_notebook(kind)
    }
    (whole,) = join([one, rest])
    assert sorted(whole.notebook_ids) == [1, 2, 3] and whole.narrow({2}) == one, "joined again it is for all three"


def test_names_are_names_of_one_operation_each():
    assert len({kind.name for kind in OPERATIONS}) == len(OPERATIONS)
    assert set(Operation.__subclasses__()) >= set(OPERATIONS)
    alive = {kind.__name__ for kind in Operation.__subclasses__()}
    assert alive == {kind.__name__ for kind in OPERATIONS}, "an operation that is not in the set of them runs nowhere"


def test_what_is_woven_is_woven_back():
    weave = Weave(1, (2,), 102, 3, 10, 11, {"words": "before"}, {"words": "after"})
    assert weave.inverse(None) == Weave(1, (2,), 102, 4, 11, 10, {"words": "after"}, {"words": "before"})


def test_a_plan_of_undoing_goes_backwards_and_leaves_what_has_moved_on():
    rows = PlannedRows(1, RowOutcome.GONE, (1, 2, 3))
    away = PlannedRows(2, RowOutcome.IN_DRAWER, (1, 2))
    done = [
        Done(Step((TakeOut(1, (1, 2, 3)),), rows), {1, 3}),
        Done(Step((PutAway(2, (1, 2)),), away), {1, 2}),
        Done(Step((), PlannedRows(3, RowOutcome.NOT_THERE, (1,))), {1}),
        Done(Step((TakeOut(4, (2,)),), PlannedRows(4, RowOutcome.GONE, (2,))), set()),
    ]
    plan = plan_undo(done, PUSH)
    assert [step.operations for step in plan.steps] == [
        (TakeFromDrawer(2, (1, 2), PUSH),),
        (Restore(1, (1, 3), PUSH),),
    ]
    assert [row.notebook_ids for row in plan.rows] == [(1, 2), (1, 3)]


def test_what_each_notebook_has_beside_it_is_narrowed_with_it():
    tied = PlannedRows(None, RowOutcome.SECTION_TIED, (1, 2, 3), holder=("section", 5))
    done = Done(Step((TieHolder(("section", 5), (1, 2, 3), (11, 12, 13)),), tied), {1, 3})
    (step,) = plan_undo([done], PUSH).steps
    assert step.operations == (UntieHolder(("section", 5), (1, 3), (11, 13)),)


def test_of_two_operations_the_last_is_undone_first():
    both = (Restore(1, (1,), 4), Refresh(1, (1,), 10, 11))
    (step,) = plan_undo([Done(Step(both), {1})], PUSH).steps
    assert step.operations == (Refresh(1, (1,), 11, 10), TakeOut(1, (1,), 4, whoever=True))
