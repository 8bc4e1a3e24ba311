"""Pushes that wait for their time, rest, or are stopped: what is done stays done, and nothing is done twice."""

import random
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest

from red_thread.actions.actor import HOUSE
from red_thread.actions.master.change_outline import remove_item
from red_thread.actions.push.control_push import go_on, pause_push, push_at, stop_push
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.take_up_pushes import take_up_pushes
from red_thread.actions.push.waiting_push import preview_waiting
from red_thread.actions.refusals import AllTakenOut, BegunMeanwhile, NotFound, TimeHasPassed
from red_thread.core.outline.placement import At, Where
from red_thread.core.push import How
from tests.school import School, actor_of, found_school, pushes_of

NOW = datetime.now(UTC)
TOMORROW = NOW + timedelta(days=1)


@pytest.fixture
async def school(database) -> School:
    made = await found_school(database)
    await made.add_class("9A", 2)
    return made


async def schedule(
    school: School, pages: list[int], at: datetime = TOMORROW, classes: str = "9A", **more: Any
) -> int:
    async with school.database.begin() as unit:
        return await start_push(unit, school.teacher, school.request(pages, classes, **more), at)


async def run(school: School, push_id: int, at: datetime = NOW) -> str:
    """Runs it as the worker does at that time; gives its status."""
    await run_push(lambda: school.database.begin(at), HOUSE, push_id)
    return await status(school, push_id)


async def status(school: School, push_id: int) -> str:
    async with school.database.begin() as unit:
        push = await unit.pushes.get(push_id)
        assert push is not None
        return push.status


async def act(school: School, what, push_id: int, *more, actor=None) -> None:
    async with school.database.begin() as unit:
        await what(unit, actor or school.teacher, push_id, *more)


async def test_it_goes_out_when_its_time_comes_as_it_is_then_to_who_is_there_then(school: School):
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    push_id = await schedule(school, [tides, winds])
    assert await run(school, push_id) == "scheduled"
    await school.rewrite(tides, "a:Tides rise", "Tides")
    await school.add_class("9A", 3)
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", winds)
    assert await run(school, push_id, TOMORROW) == "done"
    assert await run(school, push_id, TOMORROW) == "done"
    for student in school.students.values():
        assert await school.reads(student, tides) == "a:Tides rise"
        assert (await school.shelf(student)).count("Tides") == 1


async def test_it_goes_out_even_where_the_place_that_it_was_to_go_to_is_gone_by_then(school: School):
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    field = await school.add_section("Field work")
    push_id = await schedule(school, [winds], how=How(Where(At.AFTER, tides)), section_id=field)
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", tides)
        await remove_item(unit, school.teacher, "section", field)
    assert await run(school, push_id, TOMORROW) == "done"
    for student in school.students.values():
        assert await school.shelf(student) == ["[Tides]", "Winds"]


async def test_the_worker_begins_those_that_are_due_in_the_order_of_their_times(school: School):
    pages = [await school.add_page(f"a:{n}", n) for n in ("later", "sooner", "not yet")]
    for page, hours in zip(pages, (2, 1, 30), strict=True):
        await schedule(school, [page], NOW + timedelta(hours=hours))
    async with school.database.begin() as unit:
        assert await take_up_pushes(unit, HOUSE) == ([], [])
        for push_id, hours in ((1, -1), (2, -2)):
            await unit.pushes.begin_at(push_id, NOW + timedelta(hours=hours))
    async with school.database.begin() as unit:
        assert await take_up_pushes(unit, HOUSE) == ([2, 1], [])


async def test_another_time_now_or_not_at_all(school: School):
    tides = await school.add_page("a:Tides", "Tides")
    push_id = await schedule(school, [tides])
    await act(school, push_at, push_id, TOMORROW + timedelta(days=1))
    assert await run(school, push_id, TOMORROW) == "scheduled"
    with pytest.raises(TimeHasPassed):
        await act(school, push_at, push_id, NOW - timedelta(minutes=1))
    await act(school, push_at, push_id, None)
    assert await run(school, push_id, datetime.now(UTC)) == "done"
    with pytest.raises(BegunMeanwhile):
        await act(school, push_at, push_id, TOMORROW)
    other = await schedule(school, [tides])
    await act(school, stop_push, other)
    assert await run(school, other, TOMORROW) == "stopped"


async def test_a_time_that_has_passed_is_refused_and_nothing_is_made(school: School):
    tides = await school.add_page("a:Tides", "Tides")
    with pytest.raises(TimeHasPassed):
        await schedule(school, [tides], NOW - timedelta(seconds=1))
    async with school.database.begin() as unit:
        assert await pushes_of(unit, school.master) == []


@pytest.mark.parametrize("gone", ["pages", "students"])
async def test_one_that_can_reach_nobody_or_brings_nothing_says_so(school: School, gone):
    tides = await school.add_page("a:Tides", "Tides")
    push_id = await schedule(school, [tides])
    async with school.database.begin() as unit:
        if gone == "pages":
            await remove_item(unit, school.teacher, "page", tides)
        for student in school.students.values() if gone == "students" else ():
            await unit.classes.leave(school.classes["9A"], student.person_id)
    assert await run(school, push_id, TOMORROW) == "failed"
    async with school.database.begin() as unit:
        push = await unit.pushes.get(push_id)
        assert push is not None
        assert ("taken out" if gone == "pages" else "Nobody is there") in (push.problem or "")


async def test_a_push_rests_goes_on_and_is_stopped_between_two_steps(school: School):
    await school.add_class("9B", 4)
    tides = await school.add_page("a:Tides", "Tides")
    push_id = await school.start([tides], "9A 9B")
    await act(school, pause_push, push_id)
    assert await run(school, push_id) == "paused"
    assert [await school.shelf(one) for one in school.students.values()] == [[]] * 6
    await act(school, go_on, push_id)
    steps = 0

    def transactions():
        nonlocal steps
        steps += 1
        if steps > 2:
            raise InterruptedError
        return school.database.begin()

    with pytest.raises(InterruptedError):
        await run_push(transactions, HOUSE, push_id, at_once=2)
    await act(school, stop_push, push_id)
    assert await run(school, push_id) == "stopped"
    shelves = [await school.shelf(one) for one in school.students.values()]
    assert shelves.count(["[Tides]", "Tides"]) == 4
    assert await school.undo(push_id) == 4
    assert [await school.shelf(one) for one in school.students.values()] == [[]] * 6


@pytest.mark.parametrize("what", [pause_push, stop_push, go_on])
async def test_only_a_teacher_of_the_course_has_it_in_hand(school: School, what):
    push_id = await schedule(school, [await school.add_page("a:Tides", "Tides")])
    with pytest.raises(NotFound):
        await act(school, what, push_id, actor=actor_of(next(iter(school.students.values()))))
    assert await status(school, push_id) == "scheduled"


async def test_a_push_that_never_began_and_failed_begins_when_it_is_tried_again(school: School):
    """It stood as waiting for ever, with a new job every five seconds that did nothing."""
    tides = await school.add_page("a:Tides", "Tides")
    push_id = await schedule(school, [tides])
    async with school.database.begin() as unit:
        await unit.pushes.give_up(push_id, "It broke off each time.")
    await act(school, go_on, push_id)
    assert await run(school, push_id, TOMORROW) == "done"
    for student in school.students.values():
        assert await school.reads(student, tides) == "a:Tides"


@pytest.mark.parametrize("seed", range(12))
async def test_whatever_happens_to_a_push_no_job_leaves_it_waiting(school: School, seed):
    """A random teacher, random failures: after each job it is through, or rests where its teacher put it."""
    chance = random.Random(seed)
    tides = await school.add_page("a:Tides", "Tides")
    push_id = await schedule(school, [tides], at=TOMORROW if seed % 3 else None)
    for _ in range(8):
        doing = chance.choice([pause_push, go_on, "give up", "run", "later", "empty"])
        if doing == "give up":
            async with school.database.begin() as unit:
                if (await unit.pushes.get(push_id)).status not in ("done", "stopped"):
                    await unit.pushes.give_up(push_id, "broke off")
        elif doing == "run":
            assert await run(school, push_id, NOW + timedelta(days=2)) not in ("waiting", "running", "scheduled")
        elif doing == "later":
            assert await run(school, push_id) not in ("waiting", "running")
        elif doing == "empty":
            await school.rewrite(tides, f"a:Tides {chance.random()}", "Tides")
        else:
            await act(school, doing, push_id)
    await act(school, go_on, push_id)
    assert await run(school, push_id, NOW + timedelta(days=2)) == "done"


async def test_a_push_that_waits_tells_what_it_would_do_now(school: School):
    tides, winds = await school.add_page("a:Tides", "Tides"), await school.add_page("a:Winds", "Winds")
    push_id = await schedule(school, [tides, winds])
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", winds)
        plan = (await preview_waiting(unit, school.teacher, push_id)).plan
    assert {(row.page_id, row.outcome.value) for row in plan.rows} == {(tides, "has-it")}
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", tides)
        with pytest.raises(AllTakenOut):
            await preview_waiting(unit, school.teacher, push_id)
    assert await run(school, push_id, TOMORROW) == "failed"
