"""What arrives when, what waits and why, what there is to tell: the whole of the pacing, as one pure function.

docs/pacing.md tells the method. The answer depends on nothing but the question.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from typing import Literal, TypeAlias

from red_thread.core.pacing.layout import Layout, lay_out
from red_thread.core.pacing.lessons import Lesson, instant, lessons_of
from red_thread.core.pacing.question import Again, Hold, Item, LeaveOut, Now, Pin, Question

State: TypeAlias = Literal["given", "due", "coming"]
Why: TypeAlias = Literal["left-out", "held", "no-lesson", "passed"]


@dataclass(frozen=True, slots=True)
class Arrival:
    """One item, at the instant of its arrival. `lesson`: where it has a place in the layout."""

    id: str
    at: datetime
    state: State
    lesson: Lesson | None = None


@dataclass(frozen=True, slots=True)
class Wait:
    """One item that does not arrive, and why."""

    id: str
    why: Why


@dataclass(frozen=True, slots=True)
class Told:
    """What somebody should know: of an item, or of a lesson that is not there."""

    why: Literal["overtaken", "no-such-lesson", "no-such-item"]
    id: str | None = None
    day: date | None = None
    starts: time | None = None


@dataclass(frozen=True, slots=True)
class Answer:
    """`arrivals` by instant, then in order; `free`: lessons that nothing takes, before the last that is taken."""

    arrivals: tuple[Arrival, ...]
    waits: tuple[Wait, ...]
    told: tuple[Told, ...]
    free: tuple[Lesson, ...]
    lessons: tuple[Lesson, ...]


def pace(question: Question) -> Answer:
    """Lays the items out over the lessons of the class, and says what arrives when."""
    lessons, missed = lessons_of(question)
    layout = lay_out(question, lessons)
    arrivals: list[Arrival] = []
    waits: list[Wait] = []
    listing = _Listing(question, lessons, layout)
    for item in question.items:
        listed = listing.of(item)
        if isinstance(listed, Arrival):
            arrivals.append(listed)
        else:
            waits.append(listed)
    taken = {k for numbers in layout.taken.values() for k in numbers}
    free = [lesson for k, lesson in enumerate(lessons) if k not in taken and k < max(taken, default=-1)]
    told = [Told("no-such-lesson", None, skip.date, skip.starts) for skip in missed]
    told += [Told("overtaken", item) for item in layout.overtaken]
    told += [Told("no-such-item", item) for item in _unknown(question)]
    arrivals.sort(key=lambda arrival: arrival.at)
    return Answer(tuple(arrivals), tuple(waits), tuple(told), tuple(free), tuple(lessons))


def _unknown(question: Question) -> Iterator[str]:
    """Items that departures name and that are not there, each departure for itself."""
    known = {item.id for item in question.items}
    for departure in question.departures:
        if isinstance(departure, Again | Now | LeaveOut | Pin | Hold) and departure.item not in known:
            yield departure.item


class _Listing:
    """How each item is listed: given says it first, then what was left out, brought forward, and the layout."""

    def __init__(self, question: Question, lessons: list[Lesson], layout: Layout) -> None:
        self.question, self.lessons, self.layout = question, lessons, layout
        self.left_out = {d.item for d in question.departures if isinstance(d, LeaveOut)}
        self.forward = {d.item: d.at for d in question.departures if isinstance(d, Now)}

    def of(self, item: Item) -> Arrival | Wait:
        """The one place in which it is listed (P12)."""
        taken = self.layout.taken.get(item.id)
        lesson = self.lessons[taken[0]] if taken else None
        given = (self.question.given or {}).get(item.id)
        if given is not None:
            return Arrival(item.id, given, "given", lesson)
        if item.id in self.left_out:
            return Wait(item.id, "left-out")
        if item.id in self.forward:
            return self._arrival(item, self.forward[item.id], None)
        if lesson is None:
            return Wait(item.id, "held" if item.id in self.layout.held else "no-lesson")
        planned = self._planned(lesson)
        if item.since is not None and planned <= item.since:
            return Wait(item.id, "passed")
        return self._arrival(item, planned, lesson)

    def _arrival(self, item: Item, at: datetime, lesson: Lesson | None) -> Arrival:
        return Arrival(item.id, at, "due" if at <= self.question.now else "coming", lesson)

    def _planned(self, lesson: Lesson) -> datetime:
        """When what comes with a lesson arrives (P9)."""
        arrives, zone = self.question.arrives, self.question.calendar.zone
        if arrives.kind == "before":
            return lesson.at - timedelta(minutes=arrives.minutes)
        if arrives.kind == "evening":
            return instant(zone, lesson.date - timedelta(days=1), arrives.at)
        if arrives.kind == "morning":
            return min(instant(zone, lesson.date, arrives.at), lesson.at)
        return lesson.at
