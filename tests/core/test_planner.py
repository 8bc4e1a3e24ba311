"""The planner: facts in, a plan out."""

import pytest

from red_thread.core.outline.order_keys import keys_between
from red_thread.core.outline.placement import Entry
from red_thread.core.push import (
    Layout,
    MakeSection,
    Place,
    PushedPage,
    PushFacts,
    RowOutcome,
    Untouched,
    Written,
    plan_push,
)
from tests.notation import page

OLD, NEW = page("a:one six"), page("a:one ten")
NUMBERS = {49: 1, 50: 2, 12: 3}  # the newest edition may have the lowest id: its number alone tells
PAGE = PushedPage(page_id=1, section_id=7, document=NEW, edition_id=None)
AGAIN = PushedPage(page_id=1, section_id=7, document=NEW, edition_id=50)


def facts(pages=(PAGE,), audience=(1, 2, 3), untouched=(), written=(), pages_in=None, sections_in=()):
    """Facts in which all that is missing has its section, empty, unless layouts are given."""
    ranks = {page.page_id: page.page_id for page in pages} | dict.fromkeys(range(90, 99), 0)
    empty = tuple(Layout(section, (), tuple(audience)) for section in sorted({p.section_id for p in pages}))
    return PushFacts(
        tuple(pages),
        ranks,
        {7: 0, 8: 1},
        tuple(audience),
        tuple(untouched),
        tuple(written),
        empty if pages_in is None else tuple(pages_in),
        tuple(sections_in),
        NUMBERS,
    )


def written(notebook, student, edition=49, put_away=False, pulled_back=None):
    return Written(1, notebook, 100 + notebook, edition, 3, put_away, OLD, page(student), pulled_back)


def done(plan, kind):
    return [operation for step in plan.steps for operation in step.operations if isinstance(operation, kind)]


def outcomes(plan):
    return {row.notebook_ids: row.outcome for row in plan.rows}


@pytest.mark.parametrize(
    ("given", "expected"),
    [
        (facts(), {(1, 2, 3): "placed"}),
        (facts(untouched=[Untouched(1, 49, False, (1, 2, 3))]), {(1, 2, 3): "refreshed"}),
        (facts([AGAIN], untouched=[Untouched(1, 50, False, (1, 2, 3))]), {(1, 2, 3): "has-it"}),
        (facts([AGAIN], untouched=[Untouched(1, 12, False, (1, 2, 3))]), {(1, 2, 3): "has-it"}),
        (facts(untouched=[Untouched(1, 49, True, (1, 2, 3))]), {(1, 2, 3): "put-away"}),
        (facts([AGAIN], untouched=[Untouched(1, 50, False, (1,))]), {(1,): "has-it", (2, 3): "placed"}),
        (facts(audience=(1,), written=[written(1, "a:one six | s:mine")]), {(1,): "merged"}),
        (facts(audience=(1,), written=[written(1, "a:one two")]), {(1,): "conflicted"}),
        (facts([AGAIN], audience=(1,), written=[written(1, "a:one two", edition=50)]), {(1,): "has-it"}),
        (facts(audience=(1,), written=[written(1, "s:mine", put_away=True)]), {(1,): "put-away"}),
        (facts([AGAIN], untouched=[Untouched(1, 50, False, (1, 2, 3), 7)]), {(1, 2, 3): "placed"}),
        (facts(untouched=[Untouched(1, 49, True, (1, 2, 3), 7)]), {(1, 2, 3): "put-away"}),
        (facts([AGAIN], audience=(1,), written=[written(1, "s:mine", 50, pulled_back=7)]), {(1,): "back"}),
        (facts(audience=(1,), written=[written(1, "a:one six | s:mine", pulled_back=7)]), {(1,): "back"}),
        (facts(audience=(1,), written=[written(1, "a:one two", pulled_back=7)]), {(1,): "conflicted"}),
        (facts(audience=(1,), written=[written(1, "s:mine", 49, True, 7)]), {(1,): "put-away"}),
    ],
)
def test_outcomes(given, expected):
    assert outcomes(plan_push(given)) == expected


def test_a_plan_counts_every_row_and_says_whether_it_changes_anything():
    plan = plan_push(
        facts(audience=(1, 2, 3, 4), untouched=[Untouched(1, 49, False, (1, 2))], written=[written(3, "a:one two")])
    )
    assert plan.counts == {RowOutcome.REFRESHED: 2, RowOutcome.CONFLICTED: 1, RowOutcome.PLACED: 1}
    assert plan.changes_anything
    assert not plan_push(facts([AGAIN], untouched=[Untouched(1, 50, False, (1, 2, 3))])).changes_anything


def test_a_copy_that_cannot_be_merged_fails_alone_with_its_reason():
    bad = Written(1, 1, 101, 49, 3, False, OLD, {"type": "doc", "content": [{"type": "hologram"}]})
    plan = plan_push(facts(audience=(1, 2), written=[bad, written(2, "a:one six | s:mine")]))
    rows = {row.notebook_ids: row for row in plan.rows}
    assert rows[(1,)].outcome == "failed"
    assert "hologram" in rows[(1,)].reason
    assert rows[(2,)].outcome == "merged"


def test_one_operation_places_a_page_everywhere():
    keys = keys_between(None, None, 2)
    layouts = [
        Layout(7, (Entry(90, keys[0]),), (1, 2)),
        Layout(7, (Entry(90, keys[0]), Entry(None, keys[1])), (3,)),
    ]
    plan = plan_push(facts(pages_in=layouts))
    (place,) = done(plan, Place)
    assert (place.page_id, place.notebook_ids) == (1, (1, 2, 3))
    assert keys[0] < place.keys[0] == place.keys[1]
    assert place.keys[2] > keys[1], "the new page must not part the student's own from what it stands under"


def test_pages_pushed_together_stay_together_in_master_order():
    pages = [PushedPage(n, 7, NEW, None) for n in (1, 2, 3)]
    plan = plan_push(facts(pages))
    keys = {place.page_id: place.keys[0] for place in done(plan, Place)}
    assert keys[1] < keys[2] < keys[3]


def test_notebooks_that_miss_different_pages_are_placed_apart():
    pages = [PushedPage(n, 7, NEW, None) for n in (1, 2)]
    keys = keys_between(None, None, 1)
    layouts = [Layout(7, (Entry(1, keys[0]),), (1,)), Layout(7, (), (2, 3))]
    plan = plan_push(facts(pages, untouched=[Untouched(1, 49, False, (1,))], pages_in=layouts))
    assert [(place.page_id, place.notebook_ids) for place in done(plan, Place)] == [(1, (2, 3)), (2, (1, 2, 3))]


def test_a_section_is_made_only_where_it_is_missing():
    layouts = [Layout(None, (Entry(7, "a0"),), (1, 2)), Layout(None, (Entry(8, "a0"),), (3,))]
    plan = plan_push(facts(sections_in=layouts))
    (made,) = done(plan, MakeSection)
    assert (made.section_id, made.notebook_ids) == (7, (3,))
    assert made.keys[0] < "a0"
