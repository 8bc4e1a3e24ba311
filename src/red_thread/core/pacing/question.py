"""What is asked of the pacing: a calendar, the lessons of a class, what is laid out, and what went differently.

Dates and times of day are as on the wall of the school; instants are UTC. The zone is an argument: reading its table
from the machine is no business of the core's.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, time, tzinfo
from typing import Literal, TypeAlias


@dataclass(frozen=True, slots=True)
class Span:
    """Days from one to another, both included."""

    first: date
    last: date


@dataclass(frozen=True, slots=True)
class Cycle:
    """How weeks or school days are numbered, round and round from 1 to `length`, beginning with that of `starts`."""

    kind: Literal["weeks", "days"]
    length: int
    starts: date
    skips_empty: bool = False


@dataclass(frozen=True, slots=True)
class Calendar:
    """A school's: when there is school at all. `school_days`: days of the week, Monday is 1. No cycle is one week."""

    zone: tzinfo
    terms: tuple[Span, ...]
    off: tuple[Span, ...] = ()
    school_days: frozenset[int] = frozenset({1, 2, 3, 4, 5})
    cycle: Cycle | None = None


@dataclass(frozen=True, slots=True)
class Entry:
    """A lesson of the timetable: on a weekday, of one week of the cycle or of each, or on a numbered day."""

    starts: time
    weekday: int | None = None
    week: int | None = None
    day: int | None = None
    since: date | None = None
    until: date | None = None


@dataclass(frozen=True, slots=True)
class Item:
    """What arrives together, and how many lessons it takes. `since`: when it was laid out."""

    id: str
    lessons: int = 1
    on: date | None = None
    since: datetime | None = None


@dataclass(frozen=True, slots=True)
class Arrives:
    """With the lesson or beside it: minutes before, or at a time of the evening before or of the same morning."""

    kind: Literal["start", "before", "evening", "morning"] = "start"
    minutes: int = 0
    at: time = time(0)


@dataclass(frozen=True, slots=True)
class Skip:
    """No lesson then."""

    date: date
    starts: time


@dataclass(frozen=True, slots=True)
class Extra:
    """One more lesson, on an open day or not."""

    date: date
    starts: time


@dataclass(frozen=True, slots=True)
class Again:
    """The class did not get to it: it takes so many lessons more."""

    item: str
    lessons: int = 1


@dataclass(frozen=True, slots=True)
class Now:
    """Brought forward to an instant."""

    item: str
    at: datetime


@dataclass(frozen=True, slots=True)
class LeaveOut:
    """This class is not given it."""

    item: str


@dataclass(frozen=True, slots=True)
class Pin:
    """On another day for this class, or from a time on."""

    item: str
    date: date
    starts: time | None = None


@dataclass(frozen=True, slots=True)
class Hold:
    """From this item on nothing takes a lesson between two instants; without the second, none any more."""

    item: str
    at: datetime
    until: datetime | None = None


Departure: TypeAlias = Skip | Extra | Again | Now | LeaveOut | Pin | Hold


@dataclass(frozen=True, slots=True)
class Question:
    """All that the answer depends on. `items`: as in the master. `given`: what the class has had, and when."""

    calendar: Calendar
    lessons: tuple[Entry, ...]
    items: tuple[Item, ...]
    now: datetime
    off: tuple[Span, ...] = ()
    arrives: Arrives = Arrives()
    departures: tuple[Departure, ...] = ()
    given: Mapping[str, datetime] | None = None
