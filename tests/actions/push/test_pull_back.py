"""Pulling back, on a real PostgreSQL: a wrong page is gone at once, and not a word with it."""

import pytest

from red_thread.actions.master.change_outline import remove_item
from red_thread.actions.notebook.drawer import bring_back
from red_thread.actions.notebook.look_at_notebook import open_page
from red_thread.actions.notebook.untie_knots import look_at_knots
from red_thread.actions.refusals import NotFound, NothingToPullBack, StillUnderWay, TakenBack
from tests.actions.reach.test_reach import board
from tests.school import School, actor_of

PAGE = "a:six | q=space[ q.p: ]"
CRABS = "a:six | q=space[ q.p:Two crabs. ]"


async def given(school: School, classes="9A"):
    """Three students with the page: the first has written, the second opened it, the third neither."""
    ada, ben, cem = await school.add_class("9A", 3)
    tides = await school.add_page(PAGE, "Tides today")
    await school.push([tides], "9A")
    await school.write(ada, tides, CRABS)
    await school.copy(ben, tides, opened=True)
    return ada, ben, cem, tides


async def in_drawer(school: School, student):
    return [p["title"] for s in await school.contents(student) for p in s["pages"] if p["put_away"]]


async def test_untouched_copies_go_and_written_ones_into_the_drawer(school: School):
    ada, ben, cem, tides = await given(school)
    assert (await school.pull_back("drawer", [tides], "9A"))[1] == {"gone": 2, "in-drawer": 1}
    assert [await school.shelf(student) for student in (ada, ben, cem)] == [["[Tides]"], [], []]
    assert [await in_drawer(school, student) for student in (ada, ben, cem)] == [["Tides today"], [], []]
    assert await board(school) == (["Tides today"], {"00": [5 + 32 * 10], "01": [0], "02": [0]})
    async with school.database.begin() as unit:
        await bring_back(unit, actor_of(ada), [(await school.copy(ada, tides)).id])
    assert await school.shelf(ada) == ["[Tides]", "Tides today"]
    assert await school.reads(ada, tides) == CRABS


async def test_written_copies_kept_for_the_teacher_are_theirs_to_read_and_nobody_elses(school: School):
    ada, ben, _cem, tides = await given(school)
    pull_back_id, counts = await school.pull_back("teacher", [tides], "9A", without=[ben])
    assert counts == {"gone": 1, "kept": 1}
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        with pytest.raises(TakenBack):
            await open_page(unit, actor_of(ada), copy.id)
        with pytest.raises(TakenBack):
            await bring_back(unit, actor_of(ada), [copy.id])
        assert (await open_page(unit, school.teacher, copy.id)).copy.pulled_back
    assert await school.reads(ada, tides) == CRABS
    assert (await board(school))[1] == {"00": [6], "01": [2], "02": [0]}
    assert await school.undo(pull_back_id) == 2
    assert await school.shelf(ada) == ["[Tides]", "Tides today"]
    assert await school.undo(pull_back_id) == 0


@pytest.mark.parametrize("choice", ["drawer", "teacher"])
async def test_undoing_puts_everything_back_just_as_it_was(school: School, choice):
    *students, tides = await given(school)
    before = await board(school), [await school.contents(student) for student in students]
    pull_back_id, _ = await school.pull_back(choice, [tides], "9A")
    assert (await board(school)) != before[0]
    assert await school.undo(pull_back_id) == 3
    assert (await board(school), [await school.contents(student) for student in students]) == before


async def test_what_a_window_still_open_sends_is_kept_with_the_page(school: School):
    ada, ben, _cem, tides = await given(school)
    hers, his = await school.copy(ada, tides), await school.copy(ben, tides)
    pull_back_id, _ = await school.pull_back("teacher", [tides], "9A")
    late = [
        await school.write(ada, tides, "a:six | q=space[ q.p:Two crabs. And one more. ]", hers),
        await school.write(ben, tides, "a:six | q=space[ q.p:A starfish. ]", his),
    ]
    assert [saved.taken_back for saved in late] == [True, True]
    assert await school.shelf(ben) == []
    await school.undo(pull_back_id)
    assert await school.reads(ada, tides) == "a:six | q=space[ q.p:Two crabs. And one more. ]"
    assert await school.reads(ben, tides) == "a:six | q=space[ q.p:A starfish. ]"


async def test_pushing_again_brings_it_back_with_what_was_written(school: School):
    ada, ben, cem, tides = await given(school)
    await school.pull_back("teacher", [tides], "9A")
    await school.rewrite(tides, "a:ten | q=space[ q.p: ]", "Tides today")
    plan = (await school.plan([tides], "9A")).plan
    assert {outcome.value: n for outcome, n in plan.counts.items()} == {"placed": 2, "back": 1}
    assert await school.push([tides], "9A") == {"placed": 2, "back": 1}
    assert await school.reads(ada, tides) == "a:ten | q=space[ q.p:Two crabs. ]"
    assert await school.reads(cem, tides) == "a:ten | q=space[ q.p: ]"
    assert [(await school.contents(s))[0]["pages"][0]["news"] for s in (ada, ben, cem)] == [
        "changed",
        "changed",
        "new",
    ]
    assert await school.push([tides], "9A") == {"has-it": 3}


async def test_undoing_leaves_alone_what_was_given_again_meanwhile(school: School):
    ada, _ben, cem, tides = await given(school)
    pull_back_id, _ = await school.pull_back("teacher", [tides], "9A")
    await school.rewrite(tides, "a:ten | q=space[ q.p: ]", "Tides today")
    await school.push([tides], "", singles=[cem])
    assert await school.undo(pull_back_id) == 2
    assert await school.reads(cem, tides) == "a:ten | q=space[ q.p: ]"
    assert await school.reads(ada, tides) == CRABS


async def test_a_page_that_was_taken_out_of_the_master_can_still_be_pulled_back(school: School):
    ada, *_, tides = await given(school)
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", tides)
    await school.pull_back("drawer", [tides], "9A")
    assert await school.shelf(ada) == ["[Tides]"]


async def test_what_stands_nowhere_counts_nowhere(school: School):
    ada, *_, tides = await given(school)
    await school.write(ada, tides, "a:two | q=space[ q.p: ]")
    await school.rewrite(tides, "a:ten | q=space[ q.p: ]")
    assert (await school.push([tides], "9A"))["conflicted"] == 1
    await school.pull_back("teacher", [tides], "9A")
    async with school.database.begin() as unit:
        _, knotted = await look_at_knots(unit, school.teacher, tides)
        editions = await unit.editions.of_page(tides)
        needles = await unit.masters.given(school.master)
    assert (knotted, [edition.students for edition in editions], needles) == ([], [0, 0], [])


async def test_what_cannot_be_pulled_back(school: School):
    ada, *_, tides = await given(school)
    pull_back_id, _ = await school.pull_back("teacher", [tides], "9A")
    with pytest.raises(NothingToPullBack):
        await school.pull_back("drawer", [tides], "9A")
    push_id = await school.start([tides], "9A")
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await bring_back(unit, school.teacher, [(await school.copy(ada, tides)).id])
    with pytest.raises(StillUnderWay):
        await school.undo(push_id)
    school.teacher = actor_of(ada)
    with pytest.raises(NotFound):
        await school.pull_back("drawer", [tides], "9A")
    with pytest.raises(NotFound):
        await school.undo(pull_back_id)
