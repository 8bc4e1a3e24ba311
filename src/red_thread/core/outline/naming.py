"""Names for many pages made from one: a pattern with fields, filled in for each.

`{n}` counts; `{weekday}` and `{date}` go from one school day to the next; `{week}` counts the weeks of those days, or
the pages where the pattern has no days.
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass

FIELDS = ("n", "week", "weekday", "date")
_FIELD = re.compile(r"\{\s*(\w+)\s*\}")
_DAYS = ("weekday", "date")


class UnknownField(ValueError):
    """A pattern names a field that there is not. `field`: which."""

    def __init__(self, field: str) -> None:
        self.field = field
        super().__init__(field)


@dataclass(frozen=True, slots=True)
class Day:
    """A school day as it is called. `week`: counted from that of the first day."""

    week: int
    weekday: str
    date: str


def names_of(pattern: str, first: int, days: Iterable[Day]) -> list[str]:
    """A name for each of the days. first: the number that `{n}` begins with. Raises UnknownField."""
    fields = {found.group(1).lower() for found in _FIELD.finditer(pattern)}
    for field in sorted(fields.difference(FIELDS)):
        raise UnknownField(field)
    by_day = bool(fields.intersection(_DAYS))
    return [_filled(pattern, first + k, day.week if by_day else k + 1, day) for k, day in enumerate(days)]


def _filled(pattern: str, n: int, week: int, day: Day) -> str:
    values = {"n": str(n), "week": str(week), "weekday": day.weekday, "date": day.date}
    return " ".join(_FIELD.sub(lambda found: values[found.group(1).lower()], pattern).split())
