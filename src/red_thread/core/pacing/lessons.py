"""The lessons of a class: its timetable over the school's calendar, with what was added and taken away (P1 to P4)."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta, tzinfo

from red_thread.core.pacing.question import Calendar, Cycle, Departure, Entry, Extra, Question, Skip, Span

_NO_NUMBERS: Mapping[date, int] = {}


@dataclass(frozen=True, slots=True)
class Lesson:
    """One lesson: its day and time as the timetable has them, and the instant that it is."""

    date: date
    starts: time
    at: datetime


def instant(zone: tzinfo, day: date, at: time) -> datetime:
    """The instant of a time on the wall of the school.

    A time that the clocks leave out is read with the offset before the change; of one that comes twice the first is
    meant (PEP 495, `fold=0`).
    """
    return datetime.combine(day, at, zone).astimezone(UTC)


def lessons_of(question: Question) -> tuple[list[Lesson], list[Skip]]:
    """All lessons, by instant, and the skips that found none."""
    by_instant: dict[datetime, Lesson] = {}
    for lesson in _of_the_timetable(question):
        by_instant.setdefault(lesson.at, lesson)
    _add(question.calendar.zone, by_instant, question.departures)
    missed = _take_away(question.calendar.zone, by_instant, question.departures)
    return [by_instant[at] for at in sorted(by_instant)], missed


def _add(zone: tzinfo, lessons: dict[datetime, Lesson], departures: Iterable[Departure]) -> None:
    for extra in departures:
        if isinstance(extra, Extra):
            at = instant(zone, extra.date, extra.starts)
            lessons.setdefault(at, Lesson(extra.date, extra.starts, at))


def _take_away(zone: tzinfo, lessons: dict[datetime, Lesson], departures: Iterable[Departure]) -> list[Skip]:
    skips = [departure for departure in departures if isinstance(departure, Skip)]
    return [skip for skip in skips if lessons.pop(instant(zone, skip.date, skip.starts), None) is None]


def _of_the_timetable(question: Question) -> Iterator[Lesson]:
    """Entry by entry, in the order of the timetable: of several at one instant the first is shown."""
    calendar = question.calendar
    days = _Days(calendar)
    own_off = _days_in(question.off)
    open_days = [day for day in days.open if day not in own_off]
    for entry in question.lessons:
        for day in open_days:
            if days.has(entry, day):
                yield Lesson(day, entry.starts, instant(calendar.zone, day, entry.starts))


class _Days:
    """The open days of a calendar, and the number that each bears in its cycle."""

    def __init__(self, calendar: Calendar) -> None:
        off = _days_in(calendar.off)
        self.open = sorted(_days_in(calendar.terms) - off)
        self.school_days = [day for day in self.open if day.isoweekday() in calendar.school_days]
        cycle = calendar.cycle
        by_weeks = cycle is not None and cycle.kind == "weeks"
        self.weeks = _numbered_weeks(cycle, self.open, self.school_days) if cycle and by_weeks else _NO_NUMBERS
        self.days = _numbered_days(cycle, self.school_days) if cycle and not by_weeks else _NO_NUMBERS

    def has(self, entry: Entry, day: date) -> bool:
        """Whether an entry of the timetable has a lesson on an open day."""
        if (entry.since and day < entry.since) or (entry.until and day > entry.until):
            return False
        if entry.day is not None:
            return self.days.get(day) == entry.day
        if day.isoweekday() != entry.weekday:
            return False
        return entry.week is None or self.weeks.get(monday(day), 1) == entry.week


def monday(day: date) -> date:
    """The first day of its week."""
    return day - timedelta(days=day.weekday())


def _days_in(spans: Sequence[Span]) -> set[date]:
    return {span.first + timedelta(days=k) for span in spans for k in range((span.last - span.first).days + 1)}


def _numbered_days(cycle: Cycle, school_days: Sequence[date]) -> Mapping[date, int]:
    """Each school day from the beginning on; a day off uses no number."""
    counted = [day for day in school_days if day >= cycle.starts]
    return {day: k % cycle.length + 1 for k, day in enumerate(counted)}


def _numbered_weeks(cycle: Cycle, open_days: Sequence[date], school_days: Sequence[date]) -> Mapping[date, int]:
    """Each week that has open days, by its Monday."""
    first, weeks = monday(cycle.starts), sorted({monday(day) for day in open_days})
    if not cycle.skips_empty:
        return {week: (week - first).days // 7 % cycle.length + 1 for week in weeks}
    counted = sorted({monday(day) for day in school_days})
    begins = sum(week < first for week in counted)
    number = {week: (k - begins) % cycle.length + 1 for k, week in enumerate(counted)}
    numbered: dict[date, int] = {}
    following = (len(counted) - begins) % cycle.length + 1
    for week in sorted({*weeks, *counted}, reverse=True):  # one that is not counted bears the number of the next
        following = number.get(week, following)
        numbered[week] = following
    return numbered
