"""R4: the order of siblings, judged for each smallest run that all three pages keep together."""

from itertools import combinations, permutations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.merge.order import merge_order


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        ("abcd", "abcd", "abcd", "abcd"),
        ("abcd", "bacd", "abcd", "bacd"),
        ("abcd", "abcd", "abdc", "abdc"),
        ("abcd", "bacd", "abdc", "badc"),  # apart from each other: both stand
        ("abcd", "cdab", "bacd", "cdba"),  # inside what the master moved as a whole, the student's order stands
        ("abcd", "cdab", "abdc", "dcab"),
        ("abcd", "cdab", "badc", "dcba"),
        ("abcd", "bacd", "cdab", "cdba"),  # the same with hands changed about
        ("abc", "bca", "acb", "cba"),  # the student's swap of two neighbours is apart from where the master put them
        ("abcd", "dabc", "abcd", "dabc"),
        ("abcd", "abcd", "dabc", "dabc"),
        ("abcd", "bcda", "dabc", "bcda"),
        ("abcdef", "defabc", "acbdfe", "dfeacb"),
        ("abcdef", "fedcba", "abcdef", "fedcba"),
        ("abcdefgh", "badcfehg", "efghabcd", "fehgbadc"),
        ("abcde", "bdaec", "abcde", "bdaec"),
        ("abcde", "bdaec", "edcba", "bdaec"),  # the same siblings moved by both: the master's
        ("", "", "", ""),
    ],
)
def test_orders(base, master, student, result):
    assert "".join(merge_order(base, master, student)) == result


def runs(*orders: tuple[int, ...]) -> set[frozenset[int]]:
    """All sets that stand together in every order, by trying each stretch of the first."""
    together = []
    for order in orders:
        stretches = combinations(range(len(order) + 1), 2)
        together.append({frozenset(order[start:end]) for start, end in stretches})
    return set.intersection(*together)


def by_definition(base: tuple[int, ...], master: tuple[int, ...], student: tuple[int, ...]) -> list[int]:
    """R4 read out loud: slow, and nothing else."""
    common = runs(base, master, student)
    strong = [r for r in common if not any(r & o and r - o and o - r for o in common)]

    def ordered(box: frozenset[int]) -> list[int]:
        inner = [o for o in strong if o < box]
        parts = [o for o in inner if not any(o < p for p in inner)]
        first = {order: sorted(parts, key=lambda p: min(order.index(i) for i in p)) for order in orders}
        chosen = first[student] if first[master] == first[base] else first[master]
        return [item for part in chosen for item in (ordered(part) if len(part) > 1 else part)]

    orders = {base, master, student}
    return ordered(frozenset(base))


def test_every_order_of_four_by_both_hands_is_as_defined():
    base = (0, 1, 2, 3)
    for master in permutations(base):
        for student in permutations(base):
            assert merge_order(base, master, student) == by_definition(base, master, student), (master, student)


@given(st.integers(5, 9).flatmap(lambda n: st.tuples(*[st.permutations(range(n))] * 2)))
def test_longer_orders_are_as_defined(orders):
    master, student = map(tuple, orders)
    base = tuple(range(len(master)))
    assert merge_order(base, master, student) == by_definition(base, master, student)


@given(st.integers(0, 30).flatmap(lambda n: st.tuples(*[st.permutations(range(n))] * 3)))
def test_whoever_moved_nothing_gives_way(orders):
    base, other, _ = map(list, orders)
    assert merge_order(base, other, base) == other
    assert merge_order(base, base, other) == other
    assert merge_order(base, other, other) == other
    assert sorted(merge_order(*orders)) == sorted(base)
