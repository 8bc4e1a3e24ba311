"""Where a new page, section or divider goes among what a student already has.

In master order: right after the nearest one before it in the master that the student has; else right before
the nearest one after it; else at the end. The student's own stay with what stands above them. Or at the start, at the
end, after a given one, at a number.
"""

from collections.abc import Collection, Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Generic, TypeVar

T = TypeVar("T", bound=Hashable)


class At(StrEnum):
    """The kinds of places that can be asked for."""

    IN_ORDER = "in-order"
    START = "start"
    END = "end"
    AFTER = "after"
    NUMBER = "number"


@dataclass(frozen=True, slots=True)
class Where:
    """A place that is asked for. `number`: for AFTER the page that it follows, for NUMBER its number, from 1."""

    at: At = At.IN_ORDER
    number: int | None = None

    @property
    def is_in_order(self) -> bool:
        """Whether pages go where the master's order puts them."""
        return self.at is At.IN_ORDER

    def is_in(self, pages: Collection[int]) -> bool:
        """Whether the page that it names, if it names one, is among these."""
        return self.at is not At.AFTER or self.number in pages


IN_ORDER = Where()


@dataclass(frozen=True, slots=True)
class Entry(Generic[T]):
    """One thing in its place: what it is tied to in the master, None if it is the student's own.

    `hidden`: it stands in the notebook no more, but keeps its place.
    """

    tied_to: T | None
    key: str
    hidden: bool = False


def room(
    entries: Sequence[Entry[T]],
    rank: Mapping[T, int],
    new: T,
    where: Where = IN_ORDER,
    under: Mapping[T, T] | None = None,
) -> tuple[str | None, str | None]:
    """The keys between which `new` goes; None where nothing stands on that side.

    entries: what is there, in order. rank: the place of each tied thing in the master. under: what hangs under what
    and must not be parted from it.
    """
    at = _asked(entries, where, under or {})
    return _beside(entries, _in_order(entries, rank, rank[new]) if at is None else at)


def room_behind(entries: Sequence[Entry[T]], key: str) -> tuple[str | None, str | None]:
    """The keys between which something goes that follows right behind what has this key."""
    return key, next((entry.key for entry in entries if entry.key > key), None)


def put_in(entries: Sequence[Entry[T]], new: Entry[T]) -> tuple[Entry[T], ...]:
    """The entries with one more, in order."""
    return tuple(sorted([*entries, new], key=lambda entry: entry.key))


def _beside(entries: Sequence[Entry[T]], at: int) -> tuple[str | None, str | None]:
    before = entries[at - 1].key if at else None
    # Two things may have come to share a key; there is room only behind the last of them.
    later = (entry.key for entry in entries[at:] if before is None or entry.key > before)
    return before, next(later, None)


def _asked(entries: Sequence[Entry[T]], where: Where, under: Mapping[T, T]) -> int | None:
    """The index that is asked for; None for the order of the master, also where what it should follow is missing."""
    if where.at is At.START:
        return 0
    if where.at is At.END:
        return len(entries)
    if where.at is At.NUMBER:
        return _numbered(entries, where.number or 1)
    return _after(entries, where.number, under) if where.at is At.AFTER else None


def _numbered(entries: Sequence[Entry[T]], number: int) -> int:
    """Where the so-manieth of what is to be seen stands; a number beyond the end is the end."""
    seen = [k for k, entry in enumerate(entries) if not entry.hidden]
    return seen[number - 1] if number <= len(seen) else len(entries)


def _after(entries: Sequence[Entry[T]], page: Hashable, under: Mapping[T, T]) -> int | None:
    found = next((k for k, entry in enumerate(entries) if entry.tied_to == page and not entry.hidden), None)
    if found is None:
        return None
    stands_with = {page}
    for at, entry in enumerate(entries[found + 1 :], found + 1):
        if entry.tied_to is None:
            continue
        if under.get(entry.tied_to) not in stands_with:
            return at
        stands_with.add(entry.tied_to)
    return len(entries)


def _in_order(entries: Sequence[Entry[T]], rank: Mapping[T, int], own_rank: int) -> int:
    ranked = [(rank[e.tied_to], k) for k, e in enumerate(entries) if e.tied_to is not None and e.tied_to in rank]
    earlier = [(r, k) for r, k in ranked if r <= own_rank]  # one more of the same comes behind it
    if earlier:
        return _past_own(entries, max(earlier)[1] + 1)
    later = _first((r, k) for r, k in ranked if r > own_rank)
    return len(entries) if later is None else later


def _first(ranked: Iterable[tuple[int, int]]) -> int | None:
    nearest = min(ranked, default=None)
    return None if nearest is None else nearest[1]


def _past_own(entries: Sequence[Entry[T]], at: int) -> int:
    while at < len(entries) and entries[at].tied_to is None:
        at += 1
    return at
