"""Who was away: one list a day, and pages for exactly those."""

from datetime import date

import pytest

from red_thread.actions.classes.away import look_at_away, note_away
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.start_push import start_push
from red_thread.actions.refusals import NotFound
from red_thread.core.push import Audience, Selector, SelectorKind
from tests.school import School, actor_of, found_school

TUESDAY, MONDAY = date(2026, 12, 1), date(2026, 11, 30)


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 3)
    return made


async def note(school: School, day: date, *numbers: int) -> int:
    students = list(school.students.values())
    async with school.database.begin() as unit:
        away = [students[number].notebook_id for number in numbers]
        return await note_away(unit, school.teacher, school.master, day, away)


async def test_a_page_comes_to_exactly_those_who_were_away(school: School):
    page = await school.add_page("a:Kelp", "Kelp")
    missed = await note(school, TUESDAY, 0, 2)
    async with school.database.begin() as unit:
        audience = Audience((Selector(SelectorKind.AWAY, (missed,)),))
        push_id = await start_push(unit, school.teacher, PushRequest(school.master, (page,), audience))
        assert (await unit.pushes.said([push_id]))[push_id].classes == ["those away on Tuesday 1 December"]
    await school.finish()
    assert [len(await school.shelf(one)) for one in school.students.values()] == [2, 0, 2]


async def test_a_day_has_one_list_and_a_day_without_anybody_none(school: School):
    first = await note(school, TUESDAY, 0)
    assert await note(school, TUESDAY, 1) == first
    await note(school, MONDAY, 0, 0)
    students = list(school.students.values())
    async with school.database.begin() as unit:
        lists = await look_at_away(unit, school.teacher, school.master)
        assert [(one.day, one.notebook_ids) for one in lists] == [
            (TUESDAY, [students[1].notebook_id]),
            (MONDAY, [students[0].notebook_id]),
        ]
        await note_away(unit, school.teacher, school.master, TUESDAY, [])
        assert [one.day for one in await look_at_away(unit, school.teacher, school.master)] == [MONDAY]


async def test_it_is_of_teachers_and_of_their_own_students(school: School):
    other = await found_school(school.database, "other")
    [stranger] = await other.add_class("7C", 1)
    [pupil, *_] = school.students.values()
    acts = [
        lambda unit: note_away(unit, school.teacher, school.master, TUESDAY, [stranger.notebook_id]),
        lambda unit: note_away(unit, actor_of(pupil), school.master, TUESDAY, []),
        lambda unit: note_away(unit, other.teacher, school.master, TUESDAY, []),
        lambda unit: look_at_away(unit, actor_of(pupil), school.master),
    ]
    for act in acts:
        with pytest.raises(NotFound):
            async with school.database.begin() as unit:
                await act(unit)
