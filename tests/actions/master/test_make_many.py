"""Many pages from one: behind it, each with its name, under what it is tucked under."""

from datetime import date

import pytest

from red_thread.actions.master.make_many import Many, look_at_names, make_many
from red_thread.actions.refusals import NameMissing, NoSuchField, NotFound, TooManyAtOnce
from tests.notation import page
from tests.school import School

TODAY = date(2026, 11, 26)


async def test_they_stand_right_behind_it_and_hold_what_it_holds(school: School):
    log, after = await school.add_page("a:Sea | q=space[ p: ]", "Log"), await school.add_page("a:x", "After")
    async with school.database.begin() as unit:
        sheet = await unit.outlines.add_page(school.section, log, "a0V", page("a:sheet", "Sheet"))
        made = await make_many(unit, school.teacher, log, Many("Log {n}", 40, 2, TODAY))
        outline = await unit.outlines.read(school.master)
        found = await unit.pages.get(made[0])
    assert outline.page_order() == [log, sheet, *made, after]
    assert found is not None
    assert (found.title, found.document["content"][1]["type"]) == ("Log 2", "space")


async def test_what_is_tucked_stays_tucked(school: School):
    top = await school.add_page("a:x", "Top")
    async with school.database.begin() as unit:
        sheet = await unit.outlines.add_page(school.section, top, "a5", page("a:sheet", "Sheet"))
        made = await make_many(unit, school.teacher, sheet, Many("Sheet {n}", 2, 1, TODAY))
        outline = await unit.outlines.read(school.master)
    assert {p.id: p.parent_id for p in outline.pages} == {top: None, sheet: top, **dict.fromkeys(made, top)}


@pytest.mark.parametrize(
    ("many", "refusal"),
    [
        (Many("x", 0, 1, TODAY), TooManyAtOnce),
        (Many("x", 201, 1, TODAY), TooManyAtOnce),
        (Many(" ", 1, 1, TODAY), NameMissing),
        (Many("{month}", 1, 1, TODAY), NoSuchField),
        (Many("{date}", 200, 1, date(9999, 12, 30)), TooManyAtOnce),
    ],
)
async def test_what_cannot_be_made_is_refused_with_a_sentence(school: School, many, refusal):
    log = await school.add_page("a:x", "Log")
    async with school.database.begin() as unit:
        with pytest.raises(refusal):
            await look_at_names(unit, school.teacher, log, many)


async def test_days_without_a_lesson_have_no_page(school: School):
    log = await school.add_page("a:x", "Log")
    off = frozenset({date(2026, 11, 27), date(2026, 12, 1)})
    async with school.database.begin() as unit:
        named = await look_at_names(unit, school.teacher, log, Many("{date}, week {week}", 3, 1, TODAY, off))
    assert named.names == ["26 November, week 1", "30 November, week 2", "2 December, week 2"]
    assert [day.day for day in named.days] == [26, 30, 2]


async def test_only_who_teaches_it_makes_them(school: School):
    (ada,) = await school.add_class("9A", 1)
    log = await school.add_page("a:x", "Log")
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await make_many(unit, type(school.teacher)(ada.person_id, "student"), log, Many("x", 1, 1, TODAY))
