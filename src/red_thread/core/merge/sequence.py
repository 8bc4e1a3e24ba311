"""Which items of two sequences are the same: a longest common subsequence with anchors.

Common beginnings and ends are matched first, then items that stand once on either side (patience, after
Bram Cohen), and what is left between two anchors by dynamic programming while it is small. A stretch that
is large and has no anchor counts as rewritten: cost stays near linear, and such a match would mean little.
"""

from bisect import bisect_left
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

_SMALL = 40_000  # cells of the table for one stretch without anchors


@dataclass(frozen=True, slots=True)
class Hunk:
    """`base[base_from:base_to]` became `side[side_from:side_to]`; either may be empty, not both."""

    base_from: int
    base_to: int
    side_from: int
    side_to: int


def hunks(base: Sequence[str], side: Sequence[str]) -> list[Hunk]:
    """The places in which `side` differs from `base`, in order."""
    found: list[Hunk] = []
    i = j = 0
    for a, b in [*matches(base, side), (len(base), len(side))]:
        if a > i or b > j:
            found.append(Hunk(i, a, j, b))
        i, j = a + 1, b + 1
    return found


def matches(base: Sequence[str], side: Sequence[str]) -> list[tuple[int, int]]:
    """Pairs of indexes of equal items, rising on both sides."""
    found: list[tuple[int, int]] = []
    waiting = [(0, len(base), 0, len(side))]
    while waiting:
        a, a_end, b, b_end = waiting.pop()
        while a < a_end and b < b_end and base[a] == side[b]:
            found.append((a, b))
            a, b = a + 1, b + 1
        while a < a_end and b < b_end and base[a_end - 1] == side[b_end - 1]:
            a_end, b_end = a_end - 1, b_end - 1
            found.append((a_end, b_end))
        if a == a_end or b == b_end:
            continue
        anchors = _anchors(base, a, a_end, side, b, b_end)
        if anchors:
            found.extend(anchors)
            waiting.extend(_between(anchors, a, a_end, b, b_end))
        elif (a_end - a) * (b_end - b) <= _SMALL:
            found.extend(_longest(base, a, a_end, side, b, b_end))
    return sorted(found)


def _between(
    anchors: list[tuple[int, int]], a: int, a_end: int, b: int, b_end: int
) -> Iterator[tuple[int, int, int, int]]:
    for next_a, next_b in [*anchors, (a_end, b_end)]:
        if next_a > a and next_b > b:
            yield a, next_a, b, next_b
        a, b = next_a + 1, next_b + 1


def _anchors(
    base: Sequence[str], a: int, a_end: int, side: Sequence[str], b: int, b_end: int
) -> list[tuple[int, int]]:
    """Items that stand once on either side, as many as keep their order."""
    once_a = Counter(base[a:a_end])
    once_b = Counter(side[b:b_end])
    at_b = {side[k]: k for k in range(b, b_end)}
    pairs = [(k, at_b[base[k]]) for k in range(a, a_end) if once_a[base[k]] == 1 == once_b[base[k]]]
    return [pairs[k] for k in longest_rising([b for _, b in pairs])]


def longest_rising(values: Sequence[int]) -> list[int]:
    """Indexes of a longest strictly rising subsequence (patience sorting)."""
    tails: list[int] = []
    tops: list[int] = []
    before: list[int] = []
    for k, value in enumerate(values):
        pile = bisect_left(tops, value)
        before.append(tails[pile - 1] if pile else -1)
        tails[pile : pile + 1] = [k]
        tops[pile : pile + 1] = [value]
    chain: list[int] = []
    k = tails[-1] if tails else -1
    while k >= 0:
        chain.append(k)
        k = before[k]
    return chain[::-1]


def _longest(
    base: Sequence[str], a: int, a_end: int, side: Sequence[str], b: int, b_end: int
) -> list[tuple[int, int]]:
    """A longest common subsequence of a small stretch, as early as possible."""
    rows, columns = a_end - a, b_end - b
    length = [[0] * (columns + 1) for _ in range(rows + 1)]
    for i in range(rows - 1, -1, -1):
        item, row, below = base[a + i], length[i], length[i + 1]
        for j in range(columns - 1, -1, -1):
            row[j] = below[j + 1] + 1 if item == side[b + j] else max(below[j], row[j + 1])
    pairs: list[tuple[int, int]] = []
    i = j = 0
    while i < rows and j < columns:
        if base[a + i] == side[b + j] and length[i][j] == length[i + 1][j + 1] + 1:
            pairs.append((a + i, b + j))
            i, j = i + 1, j + 1
        elif length[i + 1][j] >= length[i][j + 1]:
            i += 1
        else:
            j += 1
    return pairs
