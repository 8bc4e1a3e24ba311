"""Operations and their inverses, on notebooks made of dictionaries; the same law on PostgreSQL: test_operations there."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.push import (
    Cut,
    Done,
    Fetch,
    MakeHolder,
    Place,
    PlaceLoose,
    PlannedRows,
    PutAway,
    Refresh,
    Rename,
    Restore,
    RowOutcome,
    Step,
    TakeFromDrawer,
    TakeHolder,
    TakeLoose,
    TakeOut,
    Tie,
    TieHolder,
    UntieHolder,
    Weave,
    invert,
    plan_undo,
)

PUSH = 7
NOTEBOOKS = (1, 2, 3)


def standing(notebooks):
    """What a student sees: sections, and pages that stand there or in the drawer."""
    return {
        n: {
            at: {k: v for k, v in thing.items() if k != "away_by"}
            for at, thing in things.items()
            if not thing.get("out")
        }
        for n, things in notebooks.items()
    }


_OF_NOTEBOOKS = (
    *(MakeHolder, TakeHolder, TieHolder, UntieHolder, Rename),
    *(Place, PlaceLoose, TakeLoose, Cut, Tie),
)


def apply(notebooks, operation):
    """A small model of notebooks: what `store.operations` does."""
    changed = {n: {at: dict(thing) for at, thing in things.items()} for n, things in notebooks.items()}
    for n in operation.notebook_ids:
        if isinstance(operation, _OF_NOTEBOOKS):
            _change_notebook(changed[n], operation)
        elif ("page", operation.page_id) in changed[n]:
            _change_page(changed[n]["page", operation.page_id], operation)
    return changed


def _change_notebook(things, operation):
    if isinstance(operation, MakeHolder | TakeHolder | TieHolder | UntieHolder | Rename):
        _change_holders(things, operation)
    else:
        _change_pages(things, operation)


def _change_holders(things, operation):
    match operation:
        case MakeHolder(holder):
            things.setdefault(holder, {"name": "new"})
        case TakeHolder(holder) if not any(("section", thing.get("in")) == holder for thing in things.values()):
            things.pop(holder, None)
        case TieHolder(holder) if holder not in things and ("own", 9) in things:
            things[holder] = things.pop(("own", 9))
        case UntieHolder(holder) if holder in things:
            things["own", 9] = things.pop(holder)
        case Rename(holder, _, before, after) if things.get(holder, {}).get("name") == before:
            things[holder]["name"] = after


def _change_pages(things, operation):
    match operation:
        case Place(page_id, section, edition):
            things["page", page_id] = {"in": section, "edition": edition, "revision": 0}
        case PlaceLoose(page_id, section, edition):
            things["loose", page_id] = {"in": section, "edition": edition, "revision": 0}
        case TakeLoose(page_id):
            things.pop(("loose", page_id), None)
        case Cut(page_id) if ("page", page_id) in things:
            things["loose", page_id] = things.pop(("page", page_id))
        case Tie(page_id) if ("loose", page_id) in things:
            things["page", page_id] = things.pop(("loose", page_id))


def _change_page(page, operation):
    match operation:
        case TakeOut(by=by):
            page.setdefault("out", by or PUSH)
        case Restore(by=by) if page.get("out") == by:
            del page["out"]
        case PutAway(by=by):
            page.update(away=True, away_by=page.get("away_by", by or PUSH))
        case TakeFromDrawer(by=by) if page.get("away_by") == by and not page.get("out"):
            del page["away_by"], page["away"]
        case Fetch() if page.get("away"):
            del page["away_by"], page["away"]
        case Refresh(before=before, after=after) if page["edition"] == before and not page["revision"]:
            page["edition"] = after


@st.composite
def worlds(draw):
    """Notebooks with a section and perhaps one page in it, given, refreshed once or written on, and an operation."""
    notebooks = {}
    for n in NOTEBOOKS:
        notebooks[n] = {("section", 5): {"name": draw(st.sampled_from(["old", "own"]))}}
        if draw(st.booleans()):
            notebooks[n]["own", 9] = {"name": "theirs"}
        if draw(st.booleans()):
            notebooks[n]["page", 1] = {"in": 5, "edition": draw(st.sampled_from([10, 11])), "revision": 0}
            if draw(st.booleans()):
                notebooks[n]["page", 1] |= {"away": True, "away_by": 3}
    have = tuple(n for n in NOTEBOOKS if ("page", 1) in notebooks[n])
    lack = tuple(n for n in NOTEBOOKS if n not in have)
    old = tuple(n for n in have if notebooks[n]["page", 1]["edition"] == 10)
    away = tuple(n for n in have if notebooks[n]["page", 1].get("away"))
    here = tuple(n for n in have if n not in away)
    named = tuple(n for n in NOTEBOOKS if notebooks[n]["section", 5]["name"] == "old")
    made = tuple(n for n in NOTEBOOKS if ("own", 9) in notebooks[n])
    six, five = ("section", 6), ("section", 5)
    possible = [MakeHolder(six, None, NOTEBOOKS, ("a",) * 3), Rename(five, named, "old", "newer")]
    possible += [TieHolder(six, made, (9,) * len(made))]
    possible += [TakeOut(1, have), PutAway(1, here), Fetch(1, away), Refresh(1, old, 10, 11), Cut(1, have)]
    possible += [kind(1, 5, 10, lack, ("a",) * len(lack)) for kind in (Place, PlaceLoose)]
    return notebooks, draw(st.sampled_from([one for one in possible if one.notebook_ids]))


@given(worlds())
def test_the_inverse_of_an_operation_brings_back_what_stood_before(world):
    notebooks, operation = world
    done = apply(notebooks, operation)
    assert standing(apply(done, invert(operation, PUSH))) == standing(notebooks)
    again = apply(apply(done, invert(operation, PUSH)), invert(invert(operation, PUSH), PUSH))
    assert standing(again) == standing(done), "and undoing the undoing brings it about again"


def test_what_is_woven_is_woven_back():
    weave = Weave(1, 2, 102, 3, 10, 11, {"words": "before"}, {"words": "after"})
    back = invert(weave)
    assert back == replace(
        weave, revision=4, before=11, after=10, document_before={"words": "after"}, document={"words": "before"}
    )


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
    assert step.operations == (Refresh(1, (1,), 11, 10), TakeOut(1, (1,), 4))
