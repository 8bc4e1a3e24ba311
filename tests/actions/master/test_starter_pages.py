"""Starter pages: who comes into a class begins with them, pushed or not."""

import pytest

from red_thread.actions.master.starter_pages import set_starter
from red_thread.actions.push.catch_up import catch_up, look_at_lacking, set_catching_up
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from tests.school import School, actor_of


async def begin_with(school: School, *pages: int, on: bool = True) -> None:
    for page in pages:
        async with school.database.begin() as unit:
            await set_starter(unit, school.teacher, page, on)


async def joins(school: School, count: int) -> list[str]:
    """One more comes into 9A; what is in their notebook."""
    *_, new = await school.add_class("9A", count)
    await school.finish()
    return await school.shelf(new)


async def test_a_new_notebook_begins_with_them_and_with_what_the_class_was_given(school: School):
    rules, ebb = await school.add_page("a:x", "How we work"), await school.add_page("a:x", "Ebb")
    await begin_with(school, rules)
    assert await joins(school, 1) == ["[Tides]", "How we work"]
    await school.push([ebb], "9A")
    assert await joins(school, 2) == ["[Tides]", "How we work", "Ebb"]
    assert await school.push([rules], "9A") == {"has-it": 2}
    await begin_with(school, rules, on=False)
    assert await joins(school, 3) == ["[Tides]", "How we work", "Ebb"], "it was pushed to the class meanwhile"


async def test_it_is_the_newest_edition_and_not_what_is_being_typed(school: School):
    rules = await school.add_page("a:one", "How we work")
    await begin_with(school, rules)
    await school.rewrite(rules, "a:two", "How we work")
    *_, first = await school.add_class("9A", 1)
    await school.finish()
    assert await school.reads(first, rules) == "a:one"
    assert await school.push([rules], "9A") == {"refreshed": 1}
    *_, second = await school.add_class("9A", 2)
    await school.finish()
    assert await school.reads(second, rules) == "a:two"


async def test_who_was_here_before_does_not_lack_it_and_is_given_it_by_a_push(school: School):
    (ada,) = await school.add_class("9A", 1)
    rules = await school.add_page("a:x", "How we work")
    await begin_with(school, rules)
    async with school.database.begin() as unit:
        assert (await look_at_lacking(unit, school.teacher, school.classes["9A"]))[0].students == 0
        await catch_up(unit, school.teacher, school.classes["9A"])
    assert await school.shelf(ada) == []
    await school.push([rules], "9A")
    assert await school.shelf(ada) == ["[Tides]", "How we work"]


async def test_who_came_later_lacks_it_where_nobody_is_caught_up_by_itself(school: School):
    rules = await school.add_page("a:x", "How we work")
    await school.add_class("9A", 1)
    await begin_with(school, rules)
    async with school.database.begin() as unit:
        await set_catching_up(unit, school.teacher, school.classes["9A"], False)
    _, ada = await school.add_class("9A", 2)
    async with school.database.begin() as unit:
        assert (await look_at_lacking(unit, school.teacher, school.classes["9A"]))[0].students == 1
        await catch_up(unit, school.teacher, school.classes["9A"])
    await school.finish()
    assert await school.shelf(ada) == ["[Tides]", "How we work"]


async def test_what_is_under_wraps_pulled_back_or_not_wanted_does_not_come(school: School):
    wrapped, back = await school.add_page("a:x", "Answers"), await school.add_page("a:x", "Old rules")
    await begin_with(school, wrapped, back)
    await school.show("page", wrapped, Display.WRAPS)
    assert await joins(school, 1) == ["[Tides]", "Old rules"]
    await school.pull_back("drawer", [back], "9A")
    assert await joins(school, 2) == []


async def test_only_who_may_change_the_course_may_say_so(school: School):
    (ada,) = await school.add_class("9A", 1)
    rules = await school.add_page("a:x", "How we work")
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await set_starter(unit, actor_of(ada), rules, True)
