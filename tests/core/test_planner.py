"""The planner: facts in, a plan out."""

from dataclasses import replace

import pytest

from red_thread.core.outline.order_keys import keys_between
from red_thread.core.outline.placement import At, Entry, Where
from red_thread.core.push import (
    USUAL,
    Drawer,
    HolderLayout,
    How,
    IfCopy,
    IfCut,
    IfOwn,
    Layout,
    MakeHolder,
    Named,
    OwnSection,
    Place,
    PushedPage,
    PushFacts,
    Refresh,
    Rename,
    RowOutcome,
    Spot,
    Stood,
    Tie,
    TieHolder,
    Untouched,
    Written,
    plan_push,
)
from tests.notation import page

OLD, NEW = page("a:one six"), page("a:one ten")
NUMBERS = {49: 1, 50: 2, 12: 3}  # the newest edition may have the lowest id: its number alone tells
PAGE = PushedPage(page_id=1, section_id=7, document=NEW, edition_id=None)
AGAIN = PushedPage(page_id=1, section_id=7, document=NEW, edition_id=50)


def facts(pages=(PAGE,), audience=(1, 2, 3), untouched=(), written=(), pages_in=None, holders_in=(), **more):
    """Facts in which all that is missing has its section, empty, unless layouts are given."""
    ranks = {page.page_id: page.page_id for page in pages} | dict.fromkeys(range(90, 99), 0)
    empty = tuple(Layout(section, (), tuple(audience)) for section in sorted({p.section_id for p in pages}))
    stood = {
        (copy.page_id, notebook): copy.ordinal for copy in (*untouched, *written) for notebook in copy.notebook_ids
    }
    at = Stood(11, Spot(70, "a0"))
    more.setdefault("stood", {(*key, ordinal): at for key, ordinal in stood.items()})
    return PushFacts(
        tuple(pages),
        ranks,
        {("section", 7): 0, ("section", 8): 1},
        tuple(audience),
        tuple(untouched),
        tuple(written),
        empty if pages_in is None else tuple(pages_in),
        tuple(holders_in),
        NUMBERS,
        stood_loose=dict.fromkeys(stood, at),
        **more,
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


LEAVE, SECOND = How(if_copy=IfCopy.LEAVE), How(if_copy=IfCopy.SECOND)
TIE, FETCH, UNTIED = How(if_cut=IfCut.TIE), How(drawer=Drawer.FETCH), How(untied=True)
HERE, OUT, AWAY = Untouched(1, 49, False, (1,)), Untouched(1, 49, False, (1,), 7), Untouched(1, 49, True, (1,))
LOOSE = Untouched(1, 49, False, (1,), tied=False)
MINE = "a:one six | s:mine"


def loose(notation):
    return replace(written(1, notation), tied=False)


@pytest.mark.parametrize(
    ("how", "copy", "outcome", "done_by"),
    [
        (LEAVE, HERE, "left", ""),
        (LEAVE, written(1, MINE), "left", ""),
        (LEAVE, OUT, "placed", "Restore Refresh"),
        (SECOND, HERE, "placed", "Place"),
        (SECOND, written(1, MINE), "placed", "Place"),
        (SECOND, OUT, "placed", "Restore Refresh"),
        (SECOND, LOOSE, "placed", "Place"),
        (USUAL, LOOSE, "loose", ""),
        (USUAL, loose(MINE), "loose", ""),
        (TIE, LOOSE, "tied", "Tie Refresh"),
        (TIE, loose(MINE), "tied", "Tie Weave"),
        (TIE, loose("a:one two"), "conflicted", "Tie Weave"),
        (TIE, HERE, "refreshed", "Refresh"),
        (FETCH, AWAY, "back", "Fetch Refresh"),
        (FETCH, written(1, MINE, put_away=True), "back", "Fetch Weave"),
        (FETCH, written(1, "a:one two", put_away=True), "conflicted", "Fetch Weave"),
        (FETCH, HERE, "refreshed", "Refresh"),
        (UNTIED, HERE, "left", ""),
        (UNTIED, LOOSE, "has-it", ""),
        (UNTIED, OUT, "placed", "PlaceLoose"),
        (USUAL, replace(OUT, elsewhere=True), "placed", "Restore Move Refresh"),
        (How(Where(At.START)), OUT, "placed", "Restore Move Refresh"),
        (How(Where(At.START)), written(1, MINE, pulled_back=7), "back", "Restore Weave"),
        (UNTIED, replace(OUT, elsewhere=True), "placed", "PlaceLoose"),
    ],
)
def test_what_becomes_of_a_copy_that_is_there(how, copy, outcome, done_by):
    kind = "written" if isinstance(copy, Written) else "untouched"
    plan = plan_push(facts(audience=(1,), how=how, **{kind: [copy]}))
    assert [row.outcome for row in plan.rows] == [outcome]
    operations = [type(operation).__name__ for step in plan.steps for operation in step.operations]
    assert " ".join(operations) == done_by


def test_a_correction_reaches_every_copy_that_stands_and_none_that_was_pulled_back_beside_it():
    copies = [replace(HERE, ordinal=1), OUT, replace(LOOSE, notebook_ids=(1, 2))]
    plan = plan_push(facts(audience=(1, 2), untouched=copies))
    assert outcomes(plan) == {(1,): "refreshed", (2,): "loose"}
    (refresh,) = done(plan, Refresh)
    assert refresh.ordinal == 1


def test_one_more_copy_is_counted_behind_the_last():
    copies = [Untouched(1, 49, False, (1, 2)), Untouched(1, 49, False, (2,), None, 1)]
    plan = plan_push(facts(untouched=copies, how=SECOND))
    assert {place.notebook_ids: place.ordinal for place in done(plan, Place)} == {(3,): 0, (1,): 1, (2,): 2}


def test_a_tucked_page_hangs_under_its_page_where_that_is_there():
    layouts = [
        Layout(7, (Entry(90, "a0"),), (1,)),
        Layout(7, (Entry(90, "a0", hidden=True),), (2,)),
        Layout(7, (), (3,)),
    ]
    plan = plan_push(facts(pages_in=layouts, tucked={1: 90}))
    assert {place.notebook_ids: place.under for place in done(plan, Place)} == {(1,): 90, (2, 3): None}
    assert {row.notebook_ids: bool(row.reason) for row in plan.rows} == {(1,): False, (2, 3): True}


@pytest.mark.parametrize(
    ("where", "then"),
    [(Where(At.START), "1 2 90 91"), (Where(At.AFTER, 90), "90 1 2 91"), (Where(At.NUMBER, 9), "90 91 1 2")],
)
def test_pages_pushed_together_stay_together_where_they_are_asked_to(where, then):
    pages = [PushedPage(n, 7, NEW, None) for n in (1, 2)]
    there = tuple(Entry(n, key) for n, key in zip((90, 91), keys_between(None, None, 2), strict=True))
    plan = plan_push(facts(pages, pages_in=[Layout(7, there, (1, 2, 3))], how=How(where)))
    keys = {place.keys[0]: place.page_id for place in done(plan, Place)} | {e.key: e.tied_to for e in there}
    assert " ".join(str(keys[key]) for key in sorted(keys)) == then


YEAR, TERM, DUNES, TIDES = ("divider", 1), ("divider", 2), ("section", 7), ("section", 8)
RANKS = {YEAR: 0, TERM: 1, DUNES: 2, TIDES: 3}
INSIDE = {YEAR: None, TERM: YEAR, DUNES: TERM, TIDES: YEAR}


def test_a_section_comes_with_the_dividers_that_it_stands_in():
    layouts = [HolderLayout((), (1,)), HolderLayout((Entry(YEAR, "a0"), Entry(TIDES, "a1")), (2, 3))]
    plan = plan_push(replace(facts(holders_in=layouts), holder_rank=RANKS, holders=INSIDE))
    assert [(made.holder, made.inside, made.notebook_ids) for made in done(plan, MakeHolder)] == [
        (YEAR, None, (1,)),
        (TERM, YEAR, (1, 2, 3)),
        (DUNES, TERM, (1, 2, 3)),
    ]
    term, dunes = done(plan, MakeHolder)[1:]
    assert "a0" < term.keys[1] < dunes.keys[1] < "a1"
    assert [row.outcome for row in plan.rows] == ["placed"], "what only holds the page has no rows"


def test_dividers_and_sections_are_given_as_such_and_called_as_the_master_calls_them():
    layouts = [HolderLayout((Entry(YEAR, "a0"), Entry(TIDES, "a1")), (1, 2, 3)), HolderLayout((), (4,))]
    named = (
        Named(TIDES, "Tides", False, (1,)),
        Named(TIDES, "Tide", False, (2,)),
        Named(TIDES, "My tides", True, (3,)),
    )
    given = replace(
        facts((), (1, 2, 3, 4), holders_in=layouts, given_empty={TIDES: "Tides"}, named=named),
        holder_rank=RANKS,
        holders=INSIDE,
    )
    plan = plan_push(given)
    assert {row.notebook_ids: row.outcome for row in plan.rows} == {
        (1,): "has-it",
        (2,): "renamed",
        (3,): "left",
        (4,): "placed",
    }
    assert [row.holder for row in plan.rows] == [TIDES] * 4
    assert done(plan, Rename) == [Rename(TIDES, (2,), "Tide", "Tides")]


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
    seven, eight = ("section", 7), ("section", 8)
    layouts = [HolderLayout((Entry(seven, "a0"),), (1, 2)), HolderLayout((Entry(eight, "a0"),), (3,))]
    plan = plan_push(facts(holders_in=layouts))
    (made,) = done(plan, MakeHolder)
    assert (made.holder, made.notebook_ids) == (seven, (3,))
    assert made.keys[0] < "a0"


def test_what_is_tied_again_takes_an_ordinal_that_is_free_beside_what_was_pulled_back():
    copies = [replace(OUT, ordinal=2), replace(LOOSE, notebook_ids=(1, 2))]
    plan = plan_push(facts(audience=(1, 2), untouched=copies, how=TIE))
    assert {tie.notebook_ids: tie.ordinal for tie in done(plan, Tie)} == {(1,): 3, (2,): 0}
    assert {refresh.notebook_ids: refresh.ordinal for refresh in done(plan, Refresh)} == {(1,): 3, (2,): 0}
    assert outcomes(plan) == {(1,): "tied", (2,): "tied"}


OWN = HolderLayout((Entry(None, "a1"),), (1, 2, 3))
THEIRS = How(if_own=IfOwn.THEIRS)


def with_own(*own, how=USUAL, **more):
    names = {"section_names": {7: "Tides", 8: "Dunes"}, "own_sections": own, "holders_in": (OWN,), "how": how}
    return facts(**{**names, **more})


@pytest.mark.parametrize(
    ("own", "offered"),
    [
        ([OwnSection(2, 21, "tides")], [(7, "tides", False, (2,), (21,))]),
        ([OwnSection(2, 21, "Tide")], [(7, "Tide", True, (2,), (21,))]),
        ([OwnSection(2, 21, "Poems")], []),
        ([OwnSection(9, 91, "Tides")], []),
        ([OwnSection(2, 21, "tides"), OwnSection(2, 22, "Tide")], [(7, "tides", False, (2,), (21,))]),
        ([OwnSection(3, 31, "tides"), OwnSection(1, 11, "tides")], [(7, "tides", False, (1, 3), (11, 31))]),
    ],
)
def test_a_section_of_the_same_name_is_offered_and_nothing_is_done_with_it(own, offered):
    plan = plan_push(with_own(*own))
    assert [(o.section_id, o.name, o.near, o.notebook_ids, o.own_ids) for o in plan.offers] == offered
    assert done(plan, TieHolder) == []
    (made,) = done(plan, MakeHolder)
    assert made.notebook_ids == (1, 2, 3)


def test_pages_come_into_their_own_section_once_that_is_wanted():
    entries = tuple(Entry(None, key) for key in ("a0", "a1"))
    plan = plan_push(with_own(OwnSection(2, 21, "tides", entries), how=THEIRS))
    assert done(plan, TieHolder) == [TieHolder(("section", 7), (2,), (21,))]
    (made,) = done(plan, MakeHolder)
    assert made.notebook_ids == (1, 3)
    (place,) = done(plan, Place)
    keys = dict(zip(place.notebook_ids, place.keys, strict=True))
    assert keys[2] > "a1", "behind what they have in it"
    assert keys[1] == keys[3] != keys[2]
    rows = {row.notebook_ids: (row.outcome, row.reason) for row in plan.rows if row.holder}
    assert rows == {(2,): (RowOutcome.SECTION_TIED, "theirs, called “tides”")}


@pytest.mark.parametrize(("if_own", "tied"), [(IfOwn.BESIDE, set()), (IfOwn.THEIRS, {1}), (IfOwn.NEAR, {1, 2})])
def test_a_near_name_is_taken_only_where_that_is_said(if_own, tied):
    own = OwnSection(1, 11, "tides"), OwnSection(2, 21, "Tide")
    plan = plan_push(with_own(*own, how=How(if_own=if_own)))
    assert {n for operation in done(plan, TieHolder) for n in operation.notebook_ids} == tied
    assert len(plan.offers) == 2


def test_one_that_is_there_is_never_made_twice_nor_offered():
    there = HolderLayout((Entry(("section", 7), "a0"), Entry(None, "a1")), (1, 2, 3))
    plan = plan_push(with_own(OwnSection(2, 21, "tides"), how=THEIRS, holders_in=(there,)))
    assert plan.offers == ()
    assert done(plan, TieHolder) == done(plan, MakeHolder) == []


def test_a_section_that_is_given_as_such_may_be_theirs_too():
    given = {("section", 8): "Dunes"}
    plan = plan_push(with_own(OwnSection(2, 21, "dunes"), how=THEIRS, pages=(), given_empty=given))
    assert outcomes(plan) == {(2,): "section-tied", (1, 3): "placed"}
