"""Names for many pages from one pattern."""

from datetime import date
from itertools import islice

import pytest

from red_thread.actions.master.make_many import as_called, school_days
from red_thread.core.outline.naming import Day, UnknownField, names_of

THURSDAY, SATURDAY = date(2026, 11, 26), date(2026, 11, 28)


def days(begins: date, count: int) -> list[Day]:
    return [as_called(day, begins) for day in islice(school_days(begins, frozenset()), count)]


@pytest.mark.parametrize(
    ("pattern", "begins", "names"),
    [
        ("Log {n}", THURSDAY, ["Log 1", "Log 2", "Log 3"]),
        ("Log { N }", THURSDAY, ["Log 1", "Log 2", "Log 3"]),
        ("Log", THURSDAY, ["Log", "Log", "Log"]),
        ("Week {week}", THURSDAY, ["Week 1", "Week 2", "Week 3"]),
        ("{weekday}", THURSDAY, ["Thursday", "Friday", "Monday"]),
        ("Week {week}: {weekday}", THURSDAY, ["Week 1: Thursday", "Week 1: Friday", "Week 2: Monday"]),
        ("{date}, sea", THURSDAY, ["26 November, sea", "27 November, sea", "30 November, sea"]),
        ("{weekday} {n}", SATURDAY, ["Monday 1", "Tuesday 2", "Wednesday 3"]),
        ("{date}", date(2026, 12, 31), ["31 December", "1 January", "4 January"]),
    ],
)
def test_a_pattern_is_filled_in_for_each(pattern, begins, names):
    assert names_of(pattern, 1, days(begins, 3)) == names


def test_counting_begins_where_it_is_asked_to():
    assert names_of("Log {n}", 40, days(THURSDAY, 2)) == ["Log 40", "Log 41"]


def test_a_field_that_there_is_not_is_named():
    with pytest.raises(UnknownField, match="month"):
        names_of("{month} {n}", 1, days(THURSDAY, 1))
