"""Pages that come into a section which the student made, once the teacher wants it so."""

from datetime import timedelta

import pytest

from red_thread.actions.notebook.own_pages import NewPage, begin_page, begin_section
from red_thread.actions.push.start_push import start_push
from red_thread.core.push import How, IfOwn
from red_thread.store.classes.values import Student
from tests.school import School, actor_of, found_school

THEIRS = How(if_own=IfOwn.THEIRS)


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 3)
    return made


async def make_section(school: School, student: Student, name: str, *titles: str) -> int:
    async with school.database.begin() as unit:
        section = (await begin_section(unit, actor_of(student), student.notebook_id, name)).id
        for title in titles:
            await begin_page(unit, actor_of(student), student.notebook_id, NewPage(title, section))
    return section


async def test_it_is_offered_taken_remembered_and_undone(school: School):
    ada, ben, _ = school.students.values()
    await make_section(school, ada, "tides ", "My tides")
    await make_section(school, ben, "Tide")
    ebb, flood = await school.add_page("a:one", "Ebb"), await school.add_page("a:two", "Flood")
    offers = (await school.plan([ebb], "9A")).plan.offers
    assert {(o.name, o.near, o.notebook_ids) for o in offers} == {
        ("tides", False, (ada.notebook_id,)),
        ("Tide", True, (ben.notebook_id,)),
    }
    assert [offer.name for offer in (await school.plan([ebb], "9A", how=THEIRS)).plan.offers] == ["Tide", "tides"]
    push = await school.run(school.request([ebb], "9A", how=How(if_own=IfOwn.NEAR)))
    assert await school.counts(push) == {"section-tied": 2, "placed": 3}
    assert await school.shelf(ada) == ["[tides]", "My tides", "Ebb"]
    assert await school.shelf(ben) == ["[Tide]", "Ebb"]
    await school.push([flood], "9A")  # as usual: the tie is remembered
    assert await school.shelf(ada) == ["[tides]", "My tides", "Ebb", "Flood"]
    later = await school.add_page("a:three", "Neaps")
    await school.undo(push)
    assert await school.shelf(ada) == ["[tides]", "My tides", "Flood"], "what came later stays where it is"
    await school.push([later], "9A")
    assert await school.shelf(ada) == ["[tides]", "My tides", "Flood", "Neaps"]


async def test_undone_at_once_it_is_their_own_again(school: School):
    ada, *_ = school.students.values()
    section = await make_section(school, ada, "Tides", "My tides")
    ebb = await school.add_page("a:one", "Ebb")
    push = await school.run(school.request([ebb], "9A", how=THEIRS))
    await school.undo(push)
    assert await school.shelf(ada) == ["[Tides]", "My tides"]
    async with school.database.begin() as unit:
        (left,) = await unit.notebooks.sections(ada.notebook_id)
        assert (left.id, left.own) == (section, True)
    await school.push([await school.add_page("a:two", "Flood")], "9A")
    assert (await school.shelf(ada)).count("[Tides]") == 2, "not asked for, not taken"


async def test_a_section_as_such_keeps_the_name_that_its_student_gave_it(school: School):
    ada, ben, cem = school.students.values()
    await make_section(school, ada, "DUNES")
    dunes = await school.add_section("Dunes")
    push = await school.run(school.request([], "9A", how=THEIRS, holders=(("section", dunes),)))
    assert await school.counts(push) == {"section-tied": 1, "placed": 2}
    assert [await school.shelf(one) for one in (ada, ben, cem)] == [["[DUNES]"], ["[Dunes]"], ["[Dunes]"]]
    again = await school.run(school.request([], "9A", holders=(("section", dunes),)))
    assert await school.counts(again) == {"has-it": 2, "left": 1}


async def test_a_push_that_waited_takes_no_near_name_that_nobody_saw(school: School):
    ada, ben, _ = school.students.values()
    await make_section(school, ada, "TIDES")
    ebb = await school.add_page("a:one", "Ebb")
    async with school.database.begin() as unit:
        asked = school.request([ebb], "9A", how=How(if_own=IfOwn.NEAR))
        push = await start_push(unit, school.teacher, asked, unit.now + timedelta(seconds=30))
    await make_section(school, ben, "Tidse")
    async with school.database.begin() as unit:
        await unit.pushes.begin_at(push, unit.now)
    await school.finish()
    assert await school.shelf(ada) == ["[TIDES]", "Ebb"]
    assert await school.shelf(ben) == ["[Tidse]", "[Tides]", "Ebb"]
