"""Who comes into a class later gets what it was given, at once or by one press; and it can be undone like any push."""

import pytest

from red_thread.actions.classes.change_class import bring_in, move_student, take_out
from red_thread.actions.push.catch_up import catch_up, look_at_lacking, set_catching_up
from red_thread.actions.refusals import NotFound
from red_thread.core.push import How, IfCopy
from tests.school import School, actor_of, found_school, pushes_of


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 2)
    return made


async def newcomers(school: School, name: str = "9A", count: int = 3):
    """The class again with one more; gives the newest, once all that is under way is done."""
    before = set(school.students)
    people = await school.add_class(name, count)
    await school.finish()
    return [one for one in people if one.name not in before]


async def lacks(school: School, name: str = "9A") -> tuple[int, int]:
    async with school.database.begin() as unit:
        found, _ = await look_at_lacking(unit, school.teacher, school.classes[name])
        return found.students, found.pages


async def test_a_newcomer_has_what_the_others_have(school: School):
    tides, winds, dunes = [await school.add_page(f"a:{name}", name) for name in ("Tides", "Winds", "Dunes")]
    await school.push([tides, winds, dunes], "9A")
    await school.rewrite(tides, "a:Tides rise", "Tides")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:not given yet", "Tides")
    await school.pull_back("drawer", [winds], "9A")
    [new] = await newcomers(school)
    first = next(iter(school.students.values()))
    assert await school.shelf(new) == await school.shelf(first) == ["[Tides]", "Tides", "Dunes"]
    assert await school.reads(new, tides) == "a:Tides rise"
    assert await lacks(school) == (0, 0)


async def test_who_was_left_out_stays_left_out_and_who_comes_back_gets_the_rest(school: School):
    one, two = school.students.values()
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    await school.push([tides], "9A", without=[one])
    async with school.database.begin() as unit:
        await take_out(unit, school.teacher, school.classes["9A"], one.person_id)
    await school.push([winds], "9A")
    assert await school.shelf(one) == []
    async with school.database.begin() as unit:
        await bring_in(unit, school.teacher, school.classes["9A"], one.person_id)
    await school.finish()
    assert await school.shelf(one) == ["[Tides]", "Winds"]
    assert await school.shelf(two) == ["[Tides]", "Tides", "Winds"]


async def test_who_moves_keeps_all_and_gets_what_the_new_class_has(school: School):
    [other] = await school.add_class("9B", 1)
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    await school.push([tides], "9A")
    await school.push([winds], "9B")
    await school.write(other, winds, "a:Winds blow")
    async with school.database.begin() as unit:
        await move_student(unit, school.teacher, school.classes["9B"], other.person_id, school.classes["9A"])
    await school.finish()
    assert await school.shelf(other) == ["[Tides]", "Tides", "Winds"]
    assert await school.reads(other, winds) == "a:Winds blow"


async def test_a_class_may_not_want_it_and_is_caught_up_by_hand_once(school: School):
    tides = await school.add_page("a:Tides", "Tides")
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        await set_catching_up(unit, school.teacher, school.classes["9A"], on=False)
    [new] = await newcomers(school)
    assert await school.shelf(new) == []
    assert await lacks(school) == (1, 1)
    for expected in (1, 0):
        async with school.database.begin() as unit:
            told = await catch_up(unit, school.teacher, school.classes["9A"])
        assert len(told.push_ids) == expected
        assert await lacks(school) == (0, 0)  # it is on its way
    await school.finish()
    assert await school.shelf(new) == ["[Tides]", "Tides"]


async def test_it_says_who_lacks_what_and_catches_up_one_alone(school: School):
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    async with school.database.begin() as unit:
        await set_catching_up(unit, school.teacher, school.classes["9A"], on=False)
    await school.push([tides, winds], "9A")
    one, two = await newcomers(school, count=4)
    await school.push([tides], singles=[two])
    async with school.database.begin() as unit:
        _, groups = await look_at_lacking(unit, school.teacher, school.classes["9A"])
    assert [([who.person_name for who in group.students], group.titles) for group in groups] == [
        ([one.name], ["Tides", "Winds"]),
        ([two.name], ["Winds"]),
    ]
    async with school.database.begin() as unit:
        await catch_up(unit, school.teacher, school.classes["9A"], [two.notebook_id])
    await school.finish()
    assert (await school.shelf(one), await school.shelf(two)) == ([], ["[Tides]", "Tides", "Winds"])


async def test_a_newcomer_has_second_copies_and_pages_of_ones_own_as_the_others_have(school: School):
    log, own = await school.add_page("a:Log", "Log"), await school.add_page("a:Own", "Own")
    await school.push([log], "9A")
    await school.push([log], "9A", how=How(if_copy=IfCopy.SECOND))
    await school.push([own], "9A", how=How(untied=True))
    first = next(iter(school.students.values()))
    [new] = await newcomers(school)
    assert await school.shelf(new) == await school.shelf(first) == ["[Tides]", "Log", "Log", "Own"]
    ties = [
        [page["tie"] for section in await school.contents(one) for page in section["pages"]] for one in (new, first)
    ]
    assert ties == [["tied", "tied", "cut"]] * 2
    assert await lacks(school) == (0, 0)
    async with school.database.begin() as unit:
        assert (await catch_up(unit, school.teacher, school.classes["9A"])).push_ids == ()


async def test_it_is_in_the_log_and_can_be_undone(school: School):
    tides = await school.add_page("a:Tides", "Tides")
    await school.push([tides], "9A")
    [new] = await newcomers(school)
    async with school.database.begin() as unit:
        pushes = await pushes_of(unit, school.master)
        said = (await unit.pushes.said([pushes[0].id]))[pushes[0].id]
    assert (pushes[0].kind, said.students, said.pages) == ("catch-up", [new.name], 1)
    assert await school.undo(pushes[0].id) == 1
    assert await school.shelf(new) == []


async def test_only_the_teacher_of_the_class_asks_for_it(school: School):
    student = next(iter(school.students.values()))
    for act in (look_at_lacking, catch_up):
        async with school.database.begin() as unit:
            with pytest.raises(NotFound):
                await act(unit, actor_of(student), school.classes["9A"])
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await set_catching_up(unit, actor_of(student), school.classes["9A"], on=False)


async def test_the_notebook_of_one_who_left_rests_and_counts_nowhere(school: School):
    one = next(iter(school.students.values()))
    tides = await school.add_page("a:Tides fall", "Tides")
    await school.push([tides], "9A")
    await school.write(one, tides, "a:Tides sink")
    async with school.database.begin() as unit:
        await take_out(unit, school.teacher, school.classes["9A"], one.person_id)
    await school.rewrite(tides, "a:Tides rise", "Tides")
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        editions = await unit.editions.of_page(tides)
        assert [(edition.number, edition.students) for edition in editions] == [(2, 1), (1, 0)]
    async with school.database.begin() as unit:
        await bring_in(unit, school.teacher, school.classes["9A"], one.person_id)
    await school.finish()
    assert await school.reads(one, tides) == "a:Tides rise | kept(a)[ :Tides sink ]"
    async with school.database.begin() as unit:
        assert [edition.students for edition in await unit.editions.of_page(tides)] == [2, 0]
