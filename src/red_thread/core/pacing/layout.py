"""Which item takes which lessons (P5 to P8, P13): those with a date choose first, the others flow around them."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, time

from red_thread.core.pacing.lessons import Lesson, instant
from red_thread.core.pacing.question import Again, Hold, Item, LeaveOut, Now, Pin, Question


@dataclass(slots=True)
class Layout:
    """`taken`: for each item that takes lessons their numbers among all, in order. `held`: those that an endless hold
    kept from any. `overtaken`: those that come after one with a date that stands behind them.
    """

    taken: dict[str, list[int]] = field(default_factory=dict[str, list[int]])
    held: set[str] = field(default_factory=set[str])
    overtaken: list[str] = field(default_factory=list[str])


def lay_out(question: Question, lessons: Sequence[Lesson]) -> Layout:
    """The lessons of each item that is neither left out nor brought forward."""
    laying = _Laying(question, lessons)
    laying.place_dated()
    laying.let_flow()
    return laying.finished()


def _lasts(question: Question) -> tuple[Mapping[str, Pin], frozenset[str], Mapping[str, int]]:
    """Of two departures of one kind the later counts; what is taken once more adds up."""
    pins = {d.item: d for d in question.departures if isinstance(d, Pin)}
    aside = frozenset(d.item for d in question.departures if isinstance(d, LeaveOut | Now))
    more: dict[str, int] = {}
    for departure in question.departures:
        if isinstance(departure, Again):
            more[departure.item] = more.get(departure.item, 0) + departure.lessons
    return pins, aside, more


class _Laying:
    def __init__(self, question: Question, lessons: Sequence[Lesson]) -> None:
        self.lessons = lessons
        self.zone = question.calendar.zone
        self.pins, aside, self.more = _lasts(question)
        self.items = [item for item in question.items if item.id not in aside]
        places = {item.id: k for k, item in enumerate(question.items)}
        self.place = places
        self.holds = [(places[d.item], d) for d in question.departures if isinstance(d, Hold) and d.item in places]
        self.taken_by: dict[int, str] = {}
        self.layout = Layout()

    def place_dated(self) -> None:
        """In order: each the first lessons from its day on that no other of them has taken."""
        for item in self.items:
            begins = self._begins(item)
            if begins is None:
                continue
            free = (k for k, lesson in enumerate(self.lessons) if lesson.at >= begins and k not in self.taken_by)
            self._take(item, free)

    def let_flow(self) -> None:
        """Items without a date, in order, each behind all that those before it have taken."""
        behind, blocked, used_up = 0, False, False
        for item in self.items:
            if self._begins(item) is not None:
                taken = self.layout.taken.get(item.id)
                blocked = blocked or not taken
            elif blocked or used_up:
                continue
            else:
                self._take(item, (k for k in range(behind, len(self.lessons)) if k not in self.taken_by))
                taken = self.layout.taken.get(item.id)
                used_up = not taken  # what stands behind is held by no less
            if taken:
                behind = max(behind, taken[-1] + 1)

    def finished(self) -> Layout:
        """The layout, with what is to be told of it."""
        dated_behind: int | None = None
        overtaken: list[str] = []
        for item in reversed(self.items):
            taken = self.layout.taken.get(item.id)
            if not taken:
                if any(hold.until is None for hold in self._holds_on(item)):
                    self.layout.held.add(item.id)
                continue
            if dated_behind is not None and taken[0] > dated_behind:
                overtaken.append(item.id)
            if self._begins(item) is not None:
                dated_behind = taken[0] if dated_behind is None else min(dated_behind, taken[0])
        self.layout.overtaken = overtaken[::-1]
        return self.layout

    def _begins(self, item: Item) -> datetime | None:
        """From when on an item with a date takes lessons; None for one that flows."""
        pin = self.pins.get(item.id)
        if pin is not None:
            return instant(self.zone, pin.date, pin.starts or time(0))
        return instant(self.zone, item.on, time(0)) if item.on is not None else None

    def _holds_on(self, item: Item) -> list[Hold]:
        return [hold for place, hold in self.holds if self.place[item.id] >= place]

    def _take(self, item: Item, free: Iterator[int]) -> None:
        wanted, holds = item.lessons + self.more.get(item.id, 0), self._holds_on(item)
        taken: list[int] = []
        for k in free:
            if any(_covers(hold, self.lessons[k].at) for hold in holds):
                continue
            taken.append(k)
            if len(taken) == wanted:
                break
        if taken:
            self.layout.taken[item.id] = taken
            self.taken_by.update(dict.fromkeys(taken, item.id))


def _covers(hold: Hold, at: datetime) -> bool:
    return at >= hold.at and (hold.until is None or at < hold.until)
