"""Templates: new pages begin as they are; pushes hold them."""

import pytest

from red_thread.actions.master.change_outline import add_section, set_display
from red_thread.actions.master.templates import add_page_like, set_template
from red_thread.actions.refusals import NameMissing, NotFound
from red_thread.core.outline.display import Display
from red_thread.core.outline.standing import Standing
from tests.notation import show
from tests.school import School, actor_of, found_school


async def standing(school: School, page: int) -> tuple[Standing, Display]:
    async with school.database.begin() as unit:
        outline = await unit.outlines.read(school.master)
        found = next(one for one in outline.pages if one.id == page)
        return found.standing, found.display


async def make_template(school: School, page: int, on: bool = True) -> None:
    async with school.database.begin() as unit:
        await set_template(unit, school.teacher, page, on)


async def test_a_template_goes_under_wraps_and_is_held_by_pushes(school: School):
    log = await school.add_page("t=table[ r=row[ c=cell[ p: ] ] ]", "Log")
    await make_template(school, log)
    assert await standing(school, log) == (Standing(Display.WRAPS, template=True), Display.WRAPS)
    await school.add_class("9A", 2)
    assert await school.push([log], "9A") == {"held": 2}
    await make_template(school, log, on=False)
    assert await standing(school, log) == (Standing(Display.WRAPS), Display.WRAPS), (
        "it stays where teachers alone see it"
    )


async def test_what_is_on_display_stays_there(school: School):
    rules = await school.add_page("a:x", "Rules")
    async with school.database.begin() as unit:
        await set_display(unit, school.teacher, "page", rules, Display.DISPLAY)
    await make_template(school, rules)
    assert await standing(school, rules) == (Standing(Display.DISPLAY, template=True), Display.DISPLAY)


async def test_a_new_page_begins_as_it_is_and_is_an_ordinary_one(school: School):
    log = await school.add_page("a:Look | q=space[ p: ]", "Log", writing="spaces", paper="ruled")
    await make_template(school, log)
    async with school.database.begin() as unit:
        dunes = await add_section(unit, school.teacher, school.master, "Dunes")
        made = await add_page_like(unit, school.teacher, dunes, "  Log  1 ", log)
        page = await unit.pages.get(made)
    assert page is not None and page.section_id == dunes
    assert page.document["attrs"] == {"title": "Log 1", "writing": "spaces", "paper": "ruled"}
    assert show(page.document) == "a:Look | q=space[ p: ]"
    assert await standing(school, made) == (Standing(), Display.ORDINARY)


async def test_only_who_may_change_the_course_and_never_into_another_one(school: School, database):
    log, other = await school.add_page("a:x", "Log"), await found_school(database, "elsewhere")
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        another = await unit.masters.add_master("Another", school.teacher.person_id)
        theirs = await add_section(unit, school.teacher, another, "Theirs")
        for actor, section in (
            (actor_of(ada), school.section),
            (other.teacher, school.section),
            (other.teacher, other.section),
            (school.teacher, theirs),
        ):
            with pytest.raises(NotFound):
                await add_page_like(unit, actor, section, "Log 1", log)
        for actor in (actor_of(ada), other.teacher):
            with pytest.raises(NotFound):
                await set_template(unit, actor, log, True)
        with pytest.raises(NameMissing):
            await add_page_like(unit, school.teacher, school.section, " ", log)
