"""Where a new page (or section) goes among what a student already has.

In master order: right after the nearest one before it in the master that the student has; else right before
the nearest one after it; else at the end. The student's own stay with what stands above them.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from red_thread.core.outline.order_keys import key_between


@dataclass(frozen=True, slots=True)
class Entry:
    """One thing in its place: the id of what it is tied to in the master, None if it is the student's own."""

    tied_to: int | None
    key: str


def place_in_order(entries: Sequence[Entry], rank: Mapping[int, int], new: int) -> str:
    """The order key for `new`.

    entries: what is there, in order. rank: the place of each tied thing in the master. new: what comes in.
    """
    return key_between(*room_in_order(entries, rank, new))


def room_in_order(entries: Sequence[Entry], rank: Mapping[int, int], new: int) -> tuple[str | None, str | None]:
    """The keys between which `new` goes; None where nothing stands on that side."""
    at = _index(entries, rank, rank[new])
    before = entries[at - 1].key if at else None
    # Two things may have come to share a key; there is room only behind the last of them.
    later = (entry.key for entry in entries[at:] if before is None or entry.key > before)
    return before, next(later, None)


def _index(entries: Sequence[Entry], rank: Mapping[int, int], own_rank: int) -> int:
    ranked = [(rank[e.tied_to], k) for k, e in enumerate(entries) if e.tied_to is not None and e.tied_to in rank]
    earlier = [(r, k) for r, k in ranked if r < own_rank]
    if earlier:
        return _past_own(entries, max(earlier)[1] + 1)
    later = [(r, k) for r, k in ranked if r > own_rank]
    return min(later)[1] if later else len(entries)


def _past_own(entries: Sequence[Entry], at: int) -> int:
    while at < len(entries) and entries[at].tied_to is None:
        at += 1
    return at


def put_in(entries: Sequence[Entry], new: Entry) -> tuple[Entry, ...]:
    """The entries with one more, in order."""
    return tuple(sorted([*entries, new], key=lambda entry: entry.key))
