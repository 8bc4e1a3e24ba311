"""The order of siblings that all three pages share (R4).

A *run* is a set of siblings that stand together on all three sides, in whatever order (a common interval of the
three permutations). Runs that no other run cuts in two are nested in one another like boxes, down to the single
siblings; this tree tells which moves are apart from each other. Each box is judged by itself: if the master left
the boxes directly in it in their order, the student's order stands, else the master's.

The tree is made from the smallest runs around each two neighbours of the base, of which there are fewer than
siblings and which generate all others (Heber and Stoye, "Finding all common intervals of k permutations", 2001).
Where two of them cut each other, their union is a run too and takes their place.
"""

from collections.abc import Iterator, Sequence
from operator import itemgetter

Run = tuple[int, int]  # places in the base, both ends in it


def merge_order(base: Sequence[str], master: Sequence[str], student: Sequence[str]) -> list[str]:
    """Merges three orders of the same items."""
    if base == master:
        return list(student)
    merged: list[str] = []
    for start, end in _aligned(base, master, student):
        merged += _merge_run(base[start:end], master[start:end], student[start:end])
    return merged


def _aligned(base: Sequence[str], master: Sequence[str], student: Sequence[str]) -> Iterator[Run]:
    """Smallest stretches of places that hold the same items on all sides: most pages fall into ones of one."""
    open_by_master: set[str] = set()
    open_by_student: set[str] = set()
    start = 0
    for k, (b, m, s) in enumerate(zip(base, master, student, strict=True)):
        open_by_master ^= {b}
        open_by_master ^= {m}
        open_by_student ^= {b}
        open_by_student ^= {s}
        if not open_by_master and not open_by_student:
            yield start, k + 1
            start = k + 1


def _merge_run(base: Sequence[str], master: Sequence[str], student: Sequence[str]) -> Sequence[str]:
    if master == base:
        return student
    if student in (base, master):
        return master
    by_master, by_student = _places(base, master), _places(base, student)
    built: dict[int, tuple[int, list[int]]] = {}  # by the first place of a box: its last one, and its merged order
    for start, end in reversed(_boxes(by_master, by_student)):
        parts = list(_parts(start, end, built))
        ordered = sorted(parts, key=lambda part: by_master[part[0]])
        if ordered == parts:
            ordered = sorted(parts, key=lambda part: by_student[part[0]])
        built[start] = end, [place for part in ordered for place in part]
    return [base[place] for place in built[0][1]]


def _places(base: Sequence[str], other: Sequence[str]) -> list[int]:
    """For each place of the base, where its item stands in the other order."""
    place = {item: k for k, item in enumerate(other)}
    return [place[item] for item in base]


def _parts(start: int, end: int, built: dict[int, tuple[int, list[int]]]) -> Iterator[list[int]]:
    """The boxes and single places directly in a box, in the order of the base."""
    while start <= end:
        last, order = built.get(start, (start, [start]))
        yield order
        start = last + 1


def _boxes(by_master: list[int], by_student: list[int]) -> list[Run]:
    """The runs that no other cuts in two, the outer before the inner."""
    boxes: list[Run] = []
    around = _Around(by_master, by_student)
    smallest = {around.closure(k) for k in range(len(by_master) - 1)}
    waiting: list[Run] = []
    for run in sorted(smallest, key=_outer_first):
        while waiting and waiting[-1][1] < run[0]:
            boxes.append(waiting.pop())
        start, end = run
        while waiting and waiting[-1][0] < start and waiting[-1][1] < end:
            start = waiting.pop()[0]
        waiting.append((start, end))
    boxes += waiting
    return sorted(set(boxes), key=_outer_first)


def _outer_first(run: Run) -> Run:
    return run[0], -run[1]


class _Around:
    """Finds the smallest run around two neighbours of the base, by growing until nothing sticks out."""

    def __init__(self, by_master: list[int], by_student: list[int]) -> None:
        self.sides = [(_Extremes(places), _Extremes(_inverse(places))) for places in (by_master, by_student)]

    def closure(self, start: int) -> Run:
        run, grown = (start, start + 1), (-1, -1)
        while run != grown:
            grown = run
            for there, back in self.sides:
                run = back.of(*there.of(*run))
        return run


def _inverse(places: list[int]) -> list[int]:
    return [place for place, _ in sorted(enumerate(places), key=itemgetter(1))]


class _Extremes:
    """The least and the greatest of any stretch of a list in constant time, by tables of powers of two."""

    def __init__(self, values: list[int]) -> None:
        self.least, self.greatest = [values], [values]
        width = 1
        while 2 * width <= len(values):
            low, high = self.least[-1], self.greatest[-1]
            self.least.append([min(pair) for pair in zip(low, low[width:], strict=False)])
            self.greatest.append([max(pair) for pair in zip(high, high[width:], strict=False)])
            width *= 2

    def of(self, start: int, end: int) -> Run:
        level = (end - start + 1).bit_length() - 1
        other = end + 1 - (1 << level)
        low, high = self.least[level], self.greatest[level]
        return min(low[start], low[other]), max(high[start], high[other])
