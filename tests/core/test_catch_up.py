"""Catching up: the net of what a class was given, for each notebook."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.push import Given, lacking

NEW, OLD = 1, 2


def push(
    *pages: int, edition: int = 0, to_class: bool = True, only: tuple[int, ...] = (), without: tuple[int, ...] = ()
):
    return Given(
        True, {p: edition or p * 10 for p in pages}, to_class and not only, frozenset(only), frozenset(without)
    )


def back(*pages: int, only: tuple[int, ...] = ()):
    return Given(False, {p: 0 for p in pages}, not only, frozenset(only))


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
        ([push(9)], {}, {}),  # out of the master meanwhile
    ],
)
def test_who_comes_later_lacks_the_net_of_what_was_given(events, held, lacks):
    found = lacking(events, {NEW: held}, [2, 1, 3])
    assert [dict(group.pages) for group in found] == ([lacks] if lacks else [])


def test_those_who_lack_the_same_come_together_in_the_order_of_the_master():
    events = [push(1, 2, 3), push(2, edition=21, without=(5,))]
    found = lacking(events, {4: {}, 5: {}, 6: {}, 7: {1: 10, 2: 21, 3: 30}}, [3, 2, 1])
    assert [(list(group.pages.items()), group.notebook_ids) for group in found] == [
        ([(3, 30), (2, 21), (1, 10)], (4, 6)),
        ([(3, 30), (2, 20), (1, 10)], (5,)),
    ]


EVENTS = st.lists(
    st.builds(
        Given,
        gives=st.booleans(),
        pages=st.dictionaries(st.integers(1, 5), st.integers(1, 9), min_size=1),
        to_class=st.booleans(),
        notebook_ids=st.frozensets(st.integers(1, 4)),
        without=st.frozensets(st.integers(1, 4)),
    ),
    max_size=8,
)


@given(EVENTS)
def test_it_is_what_one_has_who_was_there_from_the_start(events):
    """One event after the other, as a notebook lives through them."""
    there: dict[int, dict[int, int]] = {n: {} for n in range(1, 6)}
    for event in events:
        for notebook, has in there.items():
            if event.concerns(notebook):
                for page, edition in event.pages.items():
                    has.pop(page, None)
                    if event.gives:
                        has[page] = edition
    found = {n: dict(g.pages) for g in lacking(events, {n: {} for n in there}, range(1, 6)) for n in g.notebook_ids}
    assert found == {n: has for n, has in there.items() if has}
    assert lacking(events, there, range(1, 6)) == []
