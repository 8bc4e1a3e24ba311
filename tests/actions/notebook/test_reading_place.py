"""What is on display is read by those who follow the master, as it is now, and by nobody else."""

from contextlib import suppress

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import CleanBlob, add_to_master, see_blob
from red_thread.actions.classes.change_class import take_out
from red_thread.actions.master.change_outline import add_page, remove_item
from red_thread.actions.notebook.reading_place import look_at_reading_place, read_shown
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.store.classes.values import Student
from tests.notation import show
from tests.school import School, actor_of, found_school


@pytest.fixture
async def school(database) -> School:
    school = await found_school(database)
    await school.add_class("9A", 2)
    return school


async def place(school: School, student: Student, actor: Actor | None = None) -> list[str]:
    async with school.database.begin() as unit:
        found = await look_at_reading_place(unit, actor or actor_of(student), student.notebook_id)
    return [f"{page.section}: {page.title}" for page in found]


async def read(school: School, student: Student, page_id: int, actor: Actor | None = None) -> str | None:
    async with school.database.begin() as unit:
        with suppress(NotFound):
            return show(await read_shown(unit, actor or actor_of(student), student.notebook_id, page_id))
    return None


async def test_the_class_reads_it_as_it_is_now_in_the_masters_order(school: School):
    ada, ben = school.students.values()
    rules, ebb, spring = [await school.add_page(f"a:{n}", n) for n in ("Rules", "Ebb", "Spring")]
    assert await place(school, ada) == []
    for page in (spring, rules):
        await school.show("page", page, Display.DISPLAY)
    assert await place(school, ada) == await place(school, ben) == ["Tides: Rules", "Tides: Spring"]
    assert await place(school, ada, school.teacher) == ["Tides: Rules", "Tides: Spring"]
    await school.rewrite(rules, "a:New rules", "Rules")
    assert await read(school, ada, rules) == "a:New rules"
    assert await read(school, ada, ebb) is None, "what is not on display is not read there"
    await school.show("page", rules, None)
    assert await read(school, ada, rules) is None


async def test_a_section_on_display_shows_all_but_what_says_otherwise(school: School):
    ada, _ = school.students.values()
    rules, key = await school.add_page("a:Rules", "Rules"), await school.add_page("a:Answers", "Answers")
    await school.show("section", school.section, Display.DISPLAY)
    await school.show("page", key, Display.WRAPS)
    assert await place(school, ada) == ["Tides: Rules"]
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", rules)
    assert await place(school, ada) == []
    assert await read(school, ada, rules) is None


async def test_who_left_and_who_is_of_another_course_read_nothing(school: School, database):
    ada, _ = school.students.values()
    rules = await school.add_page("a:Rules", "Rules")
    await school.show("page", rules, Display.DISPLAY)
    other = await found_school(database, "elsewhere")
    (eve,) = await other.add_class("9Z", 1)
    assert await place(other, eve) == []
    assert await read(other, eve, rules) is None
    assert await read(school, ada, rules, actor_of(eve)) is None
    async with school.database.begin() as unit:
        await take_out(unit, school.teacher, school.classes["9A"], ada.person_id)
    assert await place(school, ada) == []
    assert await read(school, ada, rules) is None


async def test_its_pictures_are_seen_as_long_as_it_is_on_display(school: School):
    ada, _ = school.students.values()
    async with school.database.begin() as unit:
        picture = await add_to_master(unit, school.teacher, school.master, CleanBlob("image/png", b"\x89PNG"))
        image = {"type": "image", "attrs": {"id": "p", "src": picture}}
        document = {"type": "doc", "attrs": {"title": "Rules"}, "content": [image]}
        rules = await add_page(unit, school.teacher, school.section, document)
    assert not await sees(school, ada, picture)
    await school.show("page", rules, Display.DISPLAY)
    assert await sees(school, ada, picture)
    await school.show("page", rules, Display.WRAPS)
    assert not await sees(school, ada, picture)


async def sees(school: School, student: Student, picture: str) -> bool:
    async with school.database.begin() as unit:
        with suppress(NotFound):
            await see_blob(unit, actor_of(student), picture)
            return True
    return False
