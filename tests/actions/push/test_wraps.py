"""Pages and sections under wraps: no push, no catching up and no pushed section brings them to anyone."""

from datetime import timedelta

import pytest

from red_thread.actions.classes.import_roster import import_roster
from red_thread.actions.push.catch_up import look_at_lacking
from red_thread.actions.push.start_push import start_push
from red_thread.core.classes.roster_plan import Listed
from red_thread.core.outline.display import Display
from red_thread.core.push import RowOutcome
from red_thread.core.push.planner import UNDER_WRAPS
from tests.school import School, found_school

WRAPS, ORDINARY = Display.WRAPS, Display.ORDINARY


@pytest.fixture
async def school(database) -> School:
    school = await found_school(database)
    await school.add_class("9A", 2)
    return school


async def test_the_plan_says_so_and_the_push_holds_it_and_gives_the_rest(school: School):
    ebb, key = await school.add_page("a:Ebb", "Ebb"), await school.add_page("a:Answers", "Answers")
    await school.show("page", key, WRAPS)
    rows = (await school.plan([ebb, key], "9A")).plan.rows
    assert {(row.page_id, row.outcome, row.reason) for row in rows} == {
        (ebb, RowOutcome.PLACED, ""),
        (key, RowOutcome.HELD, UNDER_WRAPS),
    }
    assert await school.push([ebb, key], "9A") == {"placed": 2, "held": 2}
    assert await school.push([key], "9A") == {"held": 2}
    for student in school.students.values():
        assert await school.shelf(student) == ["[Tides]", "Ebb"]


async def test_a_section_wraps_its_pages_unless_one_says_otherwise(school: School):
    tides, ebb = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Ebb", "Ebb")
    await school.show("section", school.section, WRAPS)
    await school.show("page", ebb, ORDINARY)
    assert await school.push([tides, ebb], "9A") == {"placed": 2, "held": 2}
    await school.show("page", ebb, None)
    assert await school.push([ebb], "9A") == {"held": 2}
    await school.show("section", school.section, None)
    assert await school.push([tides], "9A") == {"placed": 2}


async def test_a_section_under_wraps_is_not_given_as_such(school: School):
    dunes = await school.add_section("Dunes")
    await school.show("section", dunes, WRAPS)
    counts = await school.counts(await school.run(school.request([], "9A", holders=(("section", dunes),))))
    assert counts == {"held": 2}
    assert await school.shelf(school.students["9A student 00"]) == []


async def test_a_correction_of_what_went_under_wraps_is_held_and_copies_stay(school: School):
    ebb = await school.add_page("a:Ebb", "Ebb")
    await school.push([ebb], "9A")
    await school.show("page", ebb, WRAPS)
    await school.rewrite(ebb, "a:Ebb and flow", "Ebb")
    assert await school.push([ebb], "9A") == {"held": 2}
    assert await school.reads(school.students["9A student 00"], ebb) == "a:Ebb"


async def test_put_under_wraps_while_a_push_waits_it_is_held_and_caught_up_once_it_is_unwrapped(school: School):
    ebb = await school.add_page("a:Ebb", "Ebb")
    async with school.database.begin() as unit:
        push = await start_push(unit, school.teacher, school.request([ebb], "9A"), unit.now + timedelta(seconds=30))
    await school.show("page", ebb, WRAPS)
    async with school.database.begin() as unit:
        await unit.pushes.begin_at(push, unit.now)
    await school.finish()
    assert await school.counts(push) == {"held": 2}
    assert await lacking(school) == (0, 0)
    await school.show("page", ebb, ORDINARY)
    assert await lacking(school) == (2, 1)


async def test_whoever_joins_is_not_given_what_is_under_wraps_now(school: School):
    ebb, key = await school.add_page("a:Ebb", "Ebb"), await school.add_page("a:Answers", "Answers")
    await school.push([ebb, key], "9A")
    await school.show("page", key, WRAPS)
    async with school.database.begin() as unit:
        await import_roster(
            unit, school.teacher, school.master, [Listed("9A", "Late Comer", "late@school.example", None)]
        )
        late = next(one for one in await unit.classes.students(school.classes["9A"]) if one.name == "Late Comer")
    await school.finish()
    assert await school.shelf(late) == ["[Tides]", "Ebb"]


async def lacking(school: School) -> tuple[int, int]:
    async with school.database.begin() as unit:
        told, _ = await look_at_lacking(unit, school.teacher, school.classes["9A"])
    return told.students, told.pages
