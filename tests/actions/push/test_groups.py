"""Groups: pages for some out of several classes, and who comes into one later gets what it was given."""

import pytest

from red_thread.actions.classes.groups import (
    bring_group_back,
    change_group,
    look_at_groups,
    make_group,
    remove_group,
)
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.start_push import start_push
from red_thread.actions.refusals import NameMissing, NotFound
from red_thread.core.push import audience_of
from tests.school import School, actor_of, found_school


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 2)
    await made.add_class("9B", 2)
    return made


async def divers(school: School, *numbers: int) -> int:
    students = list(school.students.values())
    async with school.database.begin() as unit:
        members = [students[number].notebook_id for number in numbers]
        return await make_group(unit, school.teacher, school.master, "Divers", members)


async def push(school: School, page: int, *groups: int, classes: tuple[int, ...] = ()) -> int:
    async with school.database.begin() as unit:
        request = PushRequest(school.master, (page,), audience_of(classes, groups))
        push_id = await start_push(unit, school.teacher, request)
    await school.finish()
    return push_id


async def shelves(school: School) -> list[int]:
    return [len(await school.shelf(one)) for one in school.students.values()]


async def test_a_group_is_given_a_page_across_classes_each_student_once(school: School):
    group, page = await divers(school, 1, 2), await school.add_page("a:Kelp", "Kelp")
    push_id = await push(school, page, group)
    assert await shelves(school) == [0, 2, 2, 0]
    await push(school, page, group, classes=(school.classes["9A"],))
    assert await shelves(school) == [2, 2, 2, 0]
    async with school.database.begin() as unit:
        assert (await unit.pushes.said([push_id]))[push_id].classes == ["Divers"]


async def test_who_comes_into_it_gets_what_it_was_given_and_who_leaves_keeps_it(school: School):
    group, page = await divers(school, 1, 2), await school.add_page("a:Kelp", "Kelp")
    await push(school, page, group)
    students = list(school.students.values())
    async with school.database.begin() as unit:
        members = [students[2].notebook_id, students[3].notebook_id]
        told = await change_group(unit, school.teacher, group, "Deep divers", members)
        assert (told.students, told.pages) == (1, 1)
    await school.finish()
    assert await shelves(school) == [0, 2, 2, 2]
    async with school.database.begin() as unit:
        [found] = await look_at_groups(unit, school.teacher, school.master)
        assert (found.name, len(found.notebook_ids)) == ("Deep divers", 2)


async def test_one_that_is_removed_can_be_had_back_and_the_log_still_names_it(school: School):
    group, page = await divers(school, 0), await school.add_page("a:Kelp", "Kelp")
    push_id = await push(school, page, group)
    async with school.database.begin() as unit:
        await remove_group(unit, school.teacher, group)
        assert await look_at_groups(unit, school.teacher, school.master) == []
        assert (await unit.pushes.said([push_id]))[push_id].classes == ["Divers"]
    with pytest.raises(NotFound):
        await push(school, page, group)
    async with school.database.begin() as unit:
        await bring_group_back(unit, school.teacher, school.master, group)
        assert len(await look_at_groups(unit, school.teacher, school.master)) == 1


async def test_names_are_there_and_their_own(school: School):
    await divers(school, 0)
    for name in ("", "  ", "Divers"):
        with pytest.raises(NameMissing):
            async with school.database.begin() as unit:
                await make_group(unit, school.teacher, school.master, name, [])


async def test_nobody_elses_students_and_nobody_elses_groups(school: School):
    group = await divers(school, 0)
    other = await found_school(school.database, "other")
    [stranger] = await other.add_class("7C", 1)
    acts = [
        lambda unit: make_group(unit, school.teacher, school.master, "Mixed", [stranger.notebook_id]),
        lambda unit: change_group(unit, other.teacher, group, "Mine", []),
        lambda unit: remove_group(unit, other.teacher, group),
        lambda unit: bring_group_back(unit, other.teacher, other.master, group),
        lambda unit: look_at_groups(unit, actor_of(stranger), school.master),
    ]
    for act in acts:
        with pytest.raises(NotFound):
            async with school.database.begin() as unit:
                await act(unit)
