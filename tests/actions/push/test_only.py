"""Pushes for those of a class who have a page, lack it, or have not opened it."""

from datetime import timedelta

import pytest

from red_thread.actions.notebook.drawer import put_away
from red_thread.actions.push.catch_up import look_at_lacking
from red_thread.actions.push.start_push import start_push
from red_thread.actions.refusals import NobodyToPushTo
from red_thread.core.push import Only
from tests.school import School, actor_of, found_school


@pytest.fixture
async def school(database) -> School:
    """Four students: one lacks the page, one has opened it, one has not, one has put it away unopened."""
    made = await found_school(database)
    lacks, opened, unopened, away = await made.add_class("9A", 4)
    tides = await made.add_page("a:one", "Tides")
    await made.push([tides], "9A", without=[lacks])
    await made.copy(opened, tides, opened=True)
    async with database.begin() as unit:
        copy = await unit.notebooks.copy_of_page(away.notebook_id, tides)
        assert copy is not None
        await put_away(unit, actor_of(away), [copy])
    made.pages = {"Tides": tides}  # type: ignore[attr-defined]
    assert unopened.notebook_id
    return made


def pages(school: School, *titles: str) -> list[int]:
    return [school.pages[title] for title in titles]  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    ("only", "whom"),
    [
        (Only.EVERYONE, [0, 1, 2, 3]),
        (Only.HAS, [1, 2, 3]),
        (Only.LACKS, [0]),
        (Only.UNOPENED, [2, 3]),
    ],
)
async def test_those_who_are_meant(school: School, only: Only, whom: list[int]):
    plan = await school.plan(pages(school, "Tides"), "9A", only=only)
    students = list(school.students.values())
    assert {one.notebook_id for one in plan.students} == {students[number].notebook_id for number in whom}


async def test_of_several_pages_any_counts(school: School):
    dunes = await school.add_page("a:two", "Dunes")
    both = [*pages(school, "Tides"), dunes]
    assert len((await school.plan(both, "9A", only=Only.HAS)).students) == 3
    assert len((await school.plan(both, "9A", only=Only.LACKS)).students) == 4


async def test_a_page_that_was_pulled_back_or_cut_loose(school: School):
    _, opened, unopened, _ = school.students.values()
    tides = pages(school, "Tides")
    await school.pull_back("drawer", tides, "", [unopened])
    await school.write(opened, tides[0], "a:one | b:mine")
    await school.pull_back("cut", tides, "", [opened])
    lack = {one.notebook_id for one in (await school.plan(tides, "9A", only=Only.LACKS)).students}
    assert unopened.notebook_id in lack, "pulled back, it is not there"
    assert opened.notebook_id not in lack, "cut loose, it is"


async def test_nobody_is_left(school: School):
    dunes = await school.add_page("a:two", "Dunes")
    with pytest.raises(NobodyToPushTo):
        await school.plan([dunes], "9A", only=Only.HAS)


async def test_a_page_is_pulled_back_from_those_who_have_not_opened_it(school: School):
    _, counts = await school.pull_back("drawer", pages(school, "Tides"), "9A", only=Only.UNOPENED)
    assert sum(counts.values()) == 2
    assert len((await school.plan(pages(school, "Tides"), "9A", only=Only.HAS)).students) == 1


async def test_a_push_that_waits_goes_to_those_who_lack_it_then(school: School):
    lacks, opened, *_ = school.students.values()
    tides = pages(school, "Tides")
    async with school.database.begin() as unit:
        soon = unit.now + timedelta(seconds=30)
        push = await start_push(unit, school.teacher, school.request(tides, "9A", only=Only.LACKS), soon)
    await school.push(tides, "", [lacks])
    await school.pull_back("drawer", tides, "", [opened])
    async with school.database.begin() as unit:
        await unit.pushes.begin_at(push, unit.now)
    await school.finish()
    assert await school.counts(push) == {"placed": 1}
    assert await school.shelf(opened) == ["[Tides]", "Tides"]


async def test_a_correction_for_those_who_have_it_is_nothing_that_others_lack(school: School):
    lacks, *_ = school.students.values()
    [tides] = pages(school, "Tides")
    await school.rewrite(tides, "a:one and more", "Tides")
    await school.push([tides], "9A", only=Only.HAS)
    async with school.database.begin() as unit:
        assert (await look_at_lacking(unit, school.teacher, school.classes["9A"]))[0].students == 0
    assert await school.shelf(lacks) == []
    [late] = await school.add_class("9B", 1)
    async with school.database.begin() as unit:
        assert (await look_at_lacking(unit, school.teacher, school.classes["9B"]))[0].students == 0
    assert await school.shelf(late) == []
