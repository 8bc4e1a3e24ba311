"""Times to come are by the clock of the school, whatever clocks there are elsewhere."""

from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.actions.actor import Actor
from red_thread.actions.people.my_school import change_school
from red_thread.actions.push.clock import moment_at
from red_thread.actions.push.control_push import push_at
from red_thread.actions.push.start_push import start_push
from red_thread.actions.refusals import (
    NameMissing,
    NoSuchLanguage,
    NoSuchTime,
    NoSuchZone,
    NotFound,
    TimeHasPassed,
    TooFarAhead,
)
from red_thread.store.people.values import School as TheSchool
from tests.school import School, found_school

ZONES = st.sampled_from(
    ["UTC", "Europe/London", "America/St_Johns", "Asia/Kathmandu", "Australia/Lord_Howe", "Pacific/Apia"]
)
CLOCKS = st.datetimes(datetime(2010, 1, 1), datetime(2035, 1, 1)).map(lambda at: at.replace(second=0, microsecond=0))


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 2)
    return made


@pytest.mark.parametrize(
    "clock, zone, moment",
    [
        ("2026-11-30T08:00", "Europe/London", "2026-11-30T08:00"),
        ("2026-07-14T08:00", "Europe/London", "2026-07-14T07:00"),
        ("2026-03-29T01:30", "Europe/London", None),  # left out: clocks go forward
        ("2026-10-25T01:30", "Europe/London", "2026-10-25T00:30"),  # twice: the first of them
        ("2026-01-05T08:00", "Asia/Kathmandu", "2026-01-05T02:15"),
        ("2011-12-30T12:00", "Pacific/Apia", None),  # a whole day was left out
    ],
)
def test_what_a_clock_means(clock: str, zone: str, moment: str | None) -> None:
    expected = datetime.fromisoformat(moment).replace(tzinfo=UTC) if moment else None
    assert moment_at(datetime.fromisoformat(clock), ZoneInfo(zone)) == expected


@given(CLOCKS, ZONES)
def test_at_that_moment_the_clock_says_so(clock: datetime, zone: str) -> None:
    moment = moment_at(clock, ZoneInfo(zone))
    assert moment is None or moment.astimezone(ZoneInfo(zone)).replace(tzinfo=None) == clock


async def begins_at(school: School, push_id: int) -> datetime | None:
    async with school.database.begin() as unit:
        push = await unit.pushes.get(push_id)
        assert push is not None
        return push.begins_at


async def test_a_push_waits_for_the_clock_of_its_school(school: School):
    asked = school.request([await school.add_page("a:Tides", "Tides")], "9A")
    async with school.database.begin() as unit:
        await unit.schools.set_clock("Europe/London")
        push = await start_push(unit, school.teacher, asked, datetime(2088, 7, 14, 8))
    assert await begins_at(school, push) == datetime(2088, 7, 14, 7, tzinfo=UTC)
    async with school.database.begin() as unit:
        await push_at(unit, school.teacher, push, datetime(2088, 12, 1, 8))
        with pytest.raises(NoSuchTime, match="no 01:30 in Europe/London"):
            await push_at(unit, school.teacher, push, datetime(2027, 3, 28, 1, 30))
        for passed in (datetime(2020, 3, 1, 8), datetime.min, datetime.min.replace(tzinfo=UTC)):
            with pytest.raises(TimeHasPassed):
                await push_at(unit, school.teacher, push, passed)
        await unit.schools.set_clock("America/St_Johns")
        for never in (datetime.max, datetime.max.replace(tzinfo=UTC)):
            with pytest.raises(TooFarAhead):
                await push_at(unit, school.teacher, push, never)
    assert await begins_at(school, push) == datetime(2088, 12, 1, 8, tzinfo=UTC)


async def test_who_looks_after_the_school_sets_its_clock_and_language(school: School):
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await change_school(unit, school.teacher, TheSchool("Saltmarsh", "Europe/Berlin"))
        keeper = Actor(await unit.people.add_teacher("Tess", None, None, administers=True), "teacher")
        with pytest.raises(NoSuchZone):
            await change_school(unit, keeper, TheSchool("Saltmarsh", "../../etc/passwd"))
        with pytest.raises(NameMissing):
            await change_school(unit, keeper, TheSchool("  ", "Europe/Berlin"))
        with pytest.raises(NoSuchLanguage):
            await change_school(unit, keeper, TheSchool("Saltmarsh", "Europe/Berlin", "xx"))
        await change_school(unit, keeper, TheSchool(" Saltmarsh  Lane ", "america/new york", "en"))
        assert await unit.schools.this() == TheSchool("Saltmarsh Lane", "America/New_York", "en")
