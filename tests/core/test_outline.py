"""Order keys, placement, reading order, needles."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.outline.order_keys import key_between, keys_between
from red_thread.core.outline.placement import At, Entry, Where, put_in, room
from red_thread.core.outline.tree import Divider, Outline, OutlinePage, Section
from red_thread.core.reach import find_needles


@given(st.lists(st.integers(0, 60), max_size=120))
def test_there_is_always_room_between_two_keys(places):
    keys: list[str] = []
    for place in places:
        at = place % (len(keys) + 1)
        before = keys[at - 1] if at else None
        after = keys[at] if at < len(keys) else None
        keys.insert(at, key_between(before, after))
        assert keys == sorted(keys)
        assert len(set(keys)) == len(keys)


def test_keys_stay_short_when_things_are_added_at_the_end():
    assert max(map(len, keys_between(None, None, 1000))) <= 4


@pytest.mark.parametrize(("before", "after"), [("a1", "a1"), ("a2", "a1")])
def test_keys_out_of_order_are_refused(before, after):
    with pytest.raises(ValueError, match="not ahead of"):
        key_between(before, after)


def shelf(spec):
    """`"1 2 own 3"` as entries; `own` is the student's."""
    names = spec.split()
    keys = keys_between(None, None, len(names))
    return [Entry(None if name == "own" else int(name), key) for name, key in zip(names, keys, strict=True)]


@pytest.mark.parametrize(
    ("there", "new", "then"),
    [
        ("", 3, "3"),
        ("1 2 4", 3, "1 2 3 4"),
        ("4 5", 3, "3 4 5"),
        ("1 2 own 4", 3, "1 2 own 3 4"),
        ("own 4", 3, "own 3 4"),
        ("own", 3, "own 3"),
        ("4 2 1", 3, "4 2 3 1"),
        ("2 1", 3, "2 3 1"),
        ("99 1", 3, "99 1 3"),
        ("5 4", 3, "5 3 4"),
    ],
)
def test_a_new_page_goes_behind_the_nearest_before_it(there, new, then):
    rank = {n: n for n in range(1, 10)}
    entries = shelf(there)
    placed = put_in(entries, Entry(new, key_between(*room(entries, rank, new))))
    assert " ".join("own" if e.tied_to is None else str(e.tied_to) for e in placed) == then


@pytest.mark.parametrize(
    ("there", "at", "number", "then"),
    [
        ("1 2 own", At.START, None, "3 1 2 own"),
        ("", At.START, None, "3"),
        ("1 4 own", At.END, None, "1 4 own 3"),
        ("1 4 5", At.AFTER, 4, "1 4 3 5"),
        ("1 4 own own 5", At.AFTER, 4, "1 4 own own 3 5"),
        ("1 6 7 8 9", At.AFTER, 6, "1 6 7 8 3 9"),  # 7 hangs under 6, and 8 under 7
        ("1 4 5", At.AFTER, 2, "1 3 4 5"),  # 2 is missing: the order of the master
        ("1 -4 5", At.AFTER, 4, "1 3 -4 5"),  # 4 was pulled back
        ("1 4 5", At.NUMBER, 1, "3 1 4 5"),
        ("1 own 5", At.NUMBER, 3, "1 own 3 5"),
        ("-1 -4 5 own", At.NUMBER, 2, "-1 -4 5 3 own"),
        ("1 4 5", At.NUMBER, 99, "1 4 5 3"),
    ],
)
def test_a_place_that_is_asked_for(there, at, number, then):
    rank = {n: n for n in range(1, 10)}
    plain = shelf(there.replace("-", ""))
    hidden = [name.startswith("-") for name in there.split()]
    entries = [Entry(e.tied_to, e.key, out) for e, out in zip(plain, hidden, strict=True)]
    key = key_between(*room(entries, rank, 3, Where(at, number), {7: 6, 8: 7}))
    names = {e.key: name for e, name in zip(entries, there.split(), strict=True)} | {key: "3"}
    assert " ".join(names[key] for key in sorted(names)) == then


def test_one_more_of_the_same_page_comes_behind_the_first():
    entries = shelf("1 3 4")
    key = key_between(*room(entries, {n: n for n in range(1, 10)}, 3))
    assert entries[1].key < key < entries[2].key


def test_there_is_a_place_even_where_two_things_share_a_key():
    entries = [Entry(1, "a0"), Entry(4, "a0"), Entry(5, "a1")]
    assert "a0" < key_between(*room(entries, {n: n for n in range(9)}, 2)) < "a1"


def test_the_outline_is_read_down_through_its_dividers():
    outline = Outline(
        (Divider(1, None, "Spring", "a1"), Divider(2, None, "Autumn", "a0"), Divider(3, 2, "Week 1", "a5")),
        (
            Section(1, 1, "Logs", "a0"),
            Section(2, 3, "Tides", "a0"),
            Section(3, 2, "Dunes", "a1"),
            Section(4, None, "Loose", "a2"),
        ),
        (
            OutlinePage(10, 2, None, "b", "a1", 0, False),
            OutlinePage(11, 2, None, "a", "a0", 0, False),
            OutlinePage(12, 4, None, "c", "a0", 0, False),
        ),
    )
    assert [getattr(item, "name", None) or item.title for item in outline.in_order()] == [
        "Autumn",
        "Dunes",
        "Week 1",
        "Tides",
        "a",
        "b",
        "Spring",
        "Logs",
        "Loose",
        "c",
    ]
    assert outline.page_order() == [11, 10, 12]


@pytest.mark.parametrize(
    ("given_out", "needles"),
    [
        ([], {}),
        ([(1, 10)], {1: 10}),
        ([(1, 10), (1, 12), (1, 11)], {1: 11}),
        ([(1, 12), (2, 10)], {1: 12, 2: 10}),
        ([(1, 99)], {}),
    ],
)
def test_the_needle_is_at_the_last_page_given(given_out, needles):
    assert find_needles([10, 12, 11], given_out) == needles
