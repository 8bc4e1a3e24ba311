"""Two courses in one notebook: sections of the same name are one, near ones are asked about once."""

import pytest
from sqlalchemy import text

from red_thread.actions.master.change_outline import add_page, add_section, blank_page, rename_item
from red_thread.core.push import How, IfOwn
from tests.actions.classes.test_following import agree
from tests.actions.push.test_own_sections import make_section
from tests.school import School, pushes_of

NEAR = How(if_own=IfOwn.NEAR)


async def page_in(course: School, section: str, title: str) -> int:
    """A page in a new section of this name."""
    async with course.database.begin() as unit:
        made = await add_section(unit, course.teacher, course.master, section)
        return await add_page(unit, course.teacher, made, blank_page(title))


@pytest.fixture
async def both(school: School, trips: School) -> tuple[School, School]:
    """9A follows Trips too, and has a page in the section “Tides” of its own course."""
    await agree(school, trips)
    await school.push([await school.add_page("a:x", "Ebb")], "9A")
    return school, trips


async def test_a_section_of_the_same_name_is_not_made_twice(both):
    school, trips = both
    ada, *_ = school.students.values()
    harbour = await page_in(trips, "tides.", "Harbour")
    plan = (await trips.plan([harbour], "9A")).plan
    assert plan.offers == ()
    assert await trips.push([harbour], "9A") == {"section-tied": 3, "placed": 3}
    assert await school.shelf(ada) == ["[Tides]", "Ebb", "Harbour"]
    assert await trips.push([harbour], "9A") == {"has-it": 3}
    await school.push([await school.add_page("a:x", "Flood")], "9A")
    assert await school.shelf(ada) == ["[Tides]", "Ebb", "Flood", "Harbour"]


@pytest.mark.parametrize(("how", "shelf"), [(How(), ["[Tide]", "Quay"]), (NEAR, [])])
async def test_a_name_that_is_only_near_is_asked_about_once_and_remembered(both, how, shelf):
    school, trips = both
    ada, *_ = school.students.values()
    quay = await page_in(trips, "Tide", "Quay")
    (offer,) = (await trips.plan([quay], "9A")).plan.offers
    assert (offer.name, offer.near, offer.taught, len(offer.notebook_ids)) == ("Tides", True, True, 3)
    await trips.push([quay], "9A", how=how)
    before = ["[Tides]", "Ebb", *([] if shelf else ["Quay"])]
    assert await school.shelf(ada) == before + shelf
    async with trips.database.begin() as unit:
        page = await unit.pages.get(quay)
        assert page is not None
        pier = await add_page(unit, trips.teacher, page.section_id, blank_page("Pier"))
    assert (await trips.plan([pier], "9A")).plan.offers == (), "it was asked once"
    await trips.push([pier], "9A")
    assert await school.shelf(ada) == before + shelf + ["Pier"]


async def test_undone_it_is_the_first_courses_alone_again(both):
    school, trips = both
    ada, *_ = school.students.values()
    harbour = await page_in(trips, "Tides", "Harbour")
    push = await trips.run(trips.request([harbour], "9A"))
    await trips.undo(push)
    assert await school.shelf(ada) == ["[Tides]", "Ebb"]
    async with school.database.begin() as unit:
        assert await unit.connection.scalar(text("SELECT count(*) FROM section_also")) == 0
    assert await trips.push([harbour], "9A") == {"placed": 3, "section-tied": 3}, "to where it was"
    assert await school.shelf(ada) == ["[Tides]", "Ebb", "Harbour"]


async def test_the_first_course_takes_its_pages_back_and_the_section_stays_for_the_other(both):
    school, trips = both
    ada, *_ = school.students.values()
    harbour = await page_in(trips, "Tides", "Harbour")
    await trips.push([harbour], "9A")
    async with school.database.begin() as unit:
        (first,) = await pushes_of(unit, school.master)
    await school.undo(first.id)
    assert await school.shelf(ada) == ["[Tides]", "Harbour"]


async def test_the_name_follows_the_course_that_made_it(both):
    school, trips = both
    ada, *_ = school.students.values()
    harbour = await page_in(trips, "Tides", "Harbour")
    await trips.push([harbour], "9A")
    async with trips.database.begin() as unit:
        page = await unit.pages.get(harbour)
        assert page is not None
        await rename_item(unit, trips.teacher, "section", page.section_id, "Quays")
    given = {"holders": (("section", page.section_id),)}
    assert await trips.push([], "9A", **given) == {"left": 3}
    assert (await school.shelf(ada))[0] == "[Tides]"


async def test_what_a_course_made_goes_before_what_the_student_made(both):
    """Both are called the same; a third is never made."""
    school, trips = both
    ada, *_ = school.students.values()
    await make_section(school, ada, "Tides", "My tides")
    harbour = await page_in(trips, "Tides", "Harbour")
    assert await trips.push([harbour], "9A") == {"section-tied": 3, "placed": 3}
    assert await school.shelf(ada) == ["[Tides]", "Ebb", "Harbour", "[Tides]", "My tides"]


async def test_who_comes_later_gets_the_same(both):
    school, trips = both
    harbour = await page_in(trips, "Tides", "Harbour")
    await trips.push([harbour], "9A")
    await trips.push([harbour], "9A")
    *_, late = await school.add_class("9A", 4)
    await school.finish()
    assert await school.shelf(late) == ["[Tides]", "Ebb", "Harbour"]
