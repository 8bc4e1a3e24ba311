"""Catching up: the net of what a class was given, for each notebook."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.push import Given, Had, Held, How, IfCopy, IfCut, Only, lacking

NEW, OLD = 1, 2


def push(
    *pages: int, edition: int = 0, to_class: bool = True, only: tuple[int, ...] = (), without: tuple[int, ...] = ()
):
    return Given(
        "give", {p: edition or p * 10 for p in pages}, to_class and not only, frozenset(only), frozenset(without)
    )


def back(*pages: int, only: tuple[int, ...] = ()):
    return Given("take", {p: 0 for p in pages}, not only, frozenset(only))


def holding(pages: dict[int, int]) -> Held:
    return Held({page: (Had(edition),) for page, edition in pages.items()})


def to(which: Only, event: Given):
    return replace(event, only=which)


@pytest.mark.parametrize(
    ("events", "held", "lacks"),
    [
        ([], {}, {}),
        ([push(1, 2)], {}, {1: 10, 2: 20}),
        ([push(1, 2)], {1: 10}, {2: 20}),
        ([push(1), push(1, edition=11)], {1: 10}, {1: 11}),
        ([push(1), push(1, edition=11)], {1: 12}, {}),
        ([push(1), push(1, edition=11, without=(NEW,))], {1: 10}, {}),
        ([push(1), push(1, edition=11)], {}, {1: 11}),
        ([push(1, 2), back(1)], {}, {2: 20}),
        ([push(1), back(1), push(1, edition=12)], {}, {1: 12}),
        ([push(1, without=(NEW,))], {}, {}),
        ([push(1, without=(OLD,))], {}, {1: 10}),
        ([push(1), push(1, edition=11, without=(NEW,))], {}, {1: 10}),
        ([push(1), back(1, only=(NEW,))], {}, {}),
        ([push(1), back(1, only=(OLD,))], {}, {1: 10}),
        ([push(1, only=(OLD,))], {}, {}),
        ([push(1, only=(NEW, OLD))], {}, {1: 10}),
        ([to(Only.HAS, push(1))], {}, {}),
        ([push(1), to(Only.HAS, push(1, edition=11))], {}, {1: 11}),
        ([push(1), to(Only.UNOPENED, push(1, edition=11))], {}, {1: 11}),
        ([push(1), to(Only.LACKS, push(1, edition=11))], {}, {1: 10}),
        ([to(Only.LACKS, push(1, edition=11))], {}, {1: 11}),
        ([push(1), to(Only.LACKS, push(1, 2, edition=11))], {}, {1: 11, 2: 11}),
        ([push(1), to(Only.UNOPENED, back(1))], {}, {}),
        ([push(9)], {}, {}),  # out of the master meanwhile
    ],
)
def test_who_comes_later_lacks_the_net_of_what_was_given(events, held, lacks):
    found = lacking(events, {NEW: holding(held)}, [2, 1, 3])
    assert [dict(group.pages) for group in found] == ([lacks] if lacks else [])


def test_those_who_lack_the_same_come_together_in_the_order_of_the_master():
    events = [push(1, 2, 3), push(2, edition=21, without=(5,))]
    found = lacking(events, {4: Held(), 5: Held(), 6: Held(), 7: holding({1: 10, 2: 21, 3: 30})}, [3, 2, 1])
    assert [(list(group.pages.items()), group.notebook_ids) for group in found] == [
        ([(3, 30), (2, 21), (1, 10)], (4, 6)),
        ([(3, 30), (2, 20), (1, 10)], (5,)),
    ]


def as_(how: How, event: Given):
    return replace(event, how=how)


CUT = replace(push(1), does="cut")
SECOND, UNTIED, LEAVE = How(if_copy=IfCopy.SECOND), How(untied=True), How(if_copy=IfCopy.LEAVE)


@pytest.mark.parametrize(
    ("events", "held", "loose", "pages", "more"),
    [
        ([as_(UNTIED, push(1))], (), {1: 10}, {}, ()),
        ([as_(UNTIED, push(1))], (Had(10, tied=False),), {}, {}, ()),
        ([push(1), CUT], (), {1: 10}, {}, ()),
        ([push(1), CUT, as_(How(if_cut=IfCut.TIE), push(1, edition=12))], (), {}, {1: 12}, ()),
        ([push(1), as_(LEAVE, push(1, edition=12))], (), {}, {1: 10}, ()),
        ([push(1), as_(SECOND, push(1, edition=12))], (), {}, {1: 10}, ({1: 12},)),
        ([push(1), as_(SECOND, push(1, edition=12))], (Had(10),), {}, {}, ({1: 12},)),
        ([push(1), as_(SECOND, push(1, edition=12))], (Had(10), Had(12)), {}, {}, ()),
        ([push(1), as_(SECOND, push(1)), as_(SECOND, push(1))], (), {}, {1: 10}, ({1: 10}, {1: 10})),
        ([as_(UNTIED, push(1)), as_(SECOND, push(1, edition=12))], (), {1: 10}, {}, ({1: 12},)),
        ([push(1), as_(SECOND, push(1)), back(1)], (), {}, {}, ()),
    ],
)
def test_copies_beside_and_pages_of_ones_own_are_owed_as_well(events, held, loose, pages, more):
    found = lacking(events, {NEW: Held({1: held})}, [1])
    assert [(group.loose, group.pages, group.more) for group in found] == (
        [(loose, pages, more)] if loose or pages or more else []
    )


EVENTS = st.lists(
    st.builds(
        Given,
        does=st.sampled_from(["give", "take"]),
        pages=st.dictionaries(st.integers(1, 5), st.integers(1, 9), min_size=1),
        to_class=st.booleans(),
        notebook_ids=st.frozensets(st.integers(1, 4)),
        without=st.frozensets(st.integers(1, 4)),
        holders=st.frozensets(st.sampled_from([("divider", 1), ("section", 1), ("section", 2)])),
    ),
    max_size=8,
)


@given(EVENTS)
def test_it_is_what_one_has_who_was_there_from_the_start(events):
    """One event after the other, as a notebook lives through them."""
    there: dict[int, dict[int, int]] = {n: {} for n in range(1, 6)}
    holders: dict[int, set[Any]] = {n: set() for n in there}
    for event in events:
        for notebook, has in there.items():
            if event.concerns(notebook):
                holders[notebook] |= event.holders if event.does == "give" else set()
                for page, edition in event.pages.items():
                    newest = max(edition, has.pop(page, 0))
                    if event.does == "give":
                        has[page] = newest
    order = [("divider", 1), ("section", 2), ("section", 1)]
    missing = lacking(events, {n: Held() for n in there}, range(1, 6), order)
    found = {n: (dict(g.pages), set(g.holders)) for g in missing for n in g.notebook_ids}
    assert found == {n: (has, holders[n]) for n, has in there.items() if has or holders[n]}
    assert all(list(group.holders) == [one for one in order if one in group.holders] for group in missing)
    held = {n: Held(holding(has).pages, frozenset(holders[n])) for n, has in there.items()}
    assert lacking(events, held, range(1, 6), order) == []
