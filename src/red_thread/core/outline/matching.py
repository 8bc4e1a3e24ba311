"""Sections that are the same by name: one to one, and never guessed.

Names that differ in case, spaces and punctuation alone are the same. Near are those that differ in a plural, an
accent, a space within a word or a slip of the hand: somebody has to say that they are the same. Numbers must be the
same wherever they stand: “Week 1” is not a slip of “Week 2”.
"""

import unicodedata
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Generic, TypeVar

Wanted = TypeVar("Wanted")
Offered = TypeVar("Offered")
_SAME, _NEAR = 1000, 1  # one name that is the same outweighs whatever is only near
_SLIP = 5  # letters of the shortest word in which one may be a slip
_STEM = 4  # letters of the shortest word that may have a plural
_PLURALS = ("s", "es", "n", "en", "e", "er", "a", "i", "x")


@dataclass(frozen=True, slots=True)
class Match(Generic[Wanted, Offered]):
    """Two that belong together. `near`: their names are not the same, so that somebody has to say so."""

    wanted: Wanted
    offered: Offered
    near: bool


def match_names(wanted: Mapping[Wanted, str], offered: Mapping[Offered, str]) -> list[Match[Wanted, Offered]]:
    """Pairs off what is wanted with what is offered, so that all names together are as alike as can be."""
    likely = {
        (row, column): found
        for row in wanted
        for column in offered
        if (found := _likeness(wanted[row], offered[column]))
    }
    # Who made three hundred sections has few that are like any of these.
    rows = [row for row in wanted if any(row == one for one, _ in likely)]
    columns = [column for column in offered if any(column == one for _, one in likely)]
    likeness = [[likely.get((row, column), 0) for column in columns] for row in rows]
    return [
        Match(rows[row], columns[column], likeness[row][column] < _SAME)
        for row, column in _assign(likeness)
        if likeness[row][column]
    ]


@lru_cache(4096)  # ten thousand notebooks have the same few names
def _likeness(one: str, other: str) -> int:
    mine, theirs = _words(one), _words(other)
    if mine == theirs:
        return _SAME if mine else 0
    if _numbers(mine) != _numbers(theirs):
        return 0
    if "".join(mine) == "".join(theirs):
        return _NEAR
    alike = len(mine) == len(theirs) and all(map(_alike, map(_plain, mine), map(_plain, theirs)))
    return _NEAR if alike else 0


@lru_cache(16384)
def _words(name: str) -> tuple[str, ...]:
    """Without case and punctuation; signs such as + stay, for C is not C++."""
    folded = unicodedata.normalize("NFKC", name).casefold().replace("'", "").replace("’", "")
    return tuple("".join(" " if unicodedata.category(each)[0] in "PZC" else each for each in folded).split())


def _numbers(words: Sequence[str]) -> list[str]:
    """What counts in a name, in whatever script: digits, and words that are one letter."""
    counted = (
        word if len(word) == 1 else "".join(each for each in word if unicodedata.numeric(each, None) is not None)
        for word in words
    )
    return [found for found in counted if found]


def _plain(word: str) -> str:
    parts = unicodedata.normalize("NFD", word)
    return "".join(each for each in parts if not unicodedata.combining(each))


def _alike(one: str, other: str) -> bool:
    short, long = sorted((one, other), key=len)
    if short == long:
        return True
    if len(short) >= _STEM and any(long == short + ending for ending in _PLURALS):
        return True
    return len(short) >= _SLIP and _is_slip(short, long)


def _is_slip(short: str, long: str) -> bool:
    """One letter too many, another letter, or two that changed places."""
    start = next((k for k, (a, b) in enumerate(zip(short, long, strict=False)) if a != b), len(short))
    rest, more = short[start:], long[start:]
    if len(short) < len(long):
        return len(long) == len(short) + 1 and rest == more[1:]
    return rest[1:] == more[1:] or (rest[:2] == more[1::-1] and rest[2:] == more[2:])


def _assign(likeness: Sequence[Sequence[int]]) -> list[tuple[int, int]]:
    """Pairs of row and column with the largest sum, where no more rows than columns; else turned round."""
    if not likeness or not likeness[0]:
        return []
    if len(likeness) > len(likeness[0]):
        turned = [list(column) for column in zip(*likeness, strict=True)]
        return sorted((row, column) for column, row in _assign(turned))
    assignment = _Assignment(likeness)
    for row in range(len(likeness)):
        assignment.take_in(row)
    return assignment.pairs()


class _Assignment:
    """The Hungarian method of H. W. Kuhn (1955), with the shortest augmenting paths of J. Edmonds and R. Karp (1972).

    Rows are taken in one by one; `level` of rows and columns are the potentials under which every pair so far costs
    nothing, and no other pair less than that.
    """

    def __init__(self, likeness: Sequence[Sequence[int]]) -> None:
        self.likeness = likeness
        self.row_level = [0] * len(likeness)
        self.column_level = [0] * len(likeness[0])
        self.row_of: list[int | None] = [None] * len(likeness[0])

    def pairs(self) -> list[tuple[int, int]]:
        """Row and column of each pair, in order of the rows."""
        return sorted((row, column) for column, row in enumerate(self.row_of) if row is not None)

    def take_in(self, new: int) -> None:
        """Finds the cheapest way to a column that is free, and moves every row along it by one."""
        way: dict[int, int | None] = {}  # for each column the one before it on the cheapest way to it
        far = {column: self._cost(new, column) for column in range(len(self.row_of))}
        before: dict[int, int | None] = dict.fromkeys(far)
        while True:
            column = min(far, key=far.__getitem__)
            self._raise(new, way, far, far[column])
            way[column] = before[column]
            del far[column]
            row = self.row_of[column]
            if row is None:
                break
            for other, known in far.items():
                cost = self._cost(row, other)
                if cost < known:
                    far[other], before[other] = cost, column
        self._move_along(new, way, column)

    def _cost(self, row: int, column: int) -> int:
        return -self.likeness[row][column] - self.row_level[row] - self.column_level[column]

    def _raise(self, new: int, seen: Mapping[int, int | None], far: dict[int, int], by: int) -> None:
        self.row_level[new] += by
        for column in seen:
            self.row_level[self.row_of[column] or 0] += by
            self.column_level[column] -= by
        for column in far:
            far[column] -= by

    def _move_along(self, new: int, way: Mapping[int, int | None], column: int) -> None:
        while (earlier := way[column]) is not None:
            self.row_of[column] = self.row_of[earlier]
            column = earlier
        self.row_of[column] = new
