"""Pushes beside writing and beside other pushes, at the same moment, on a real PostgreSQL."""

import asyncio
from contextlib import asynccontextmanager
from itertools import pairwise

import pytest

from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.push import run_push as running
from red_thread.actions.push.run_push import run_push
from red_thread.store.database import OneSchool
from tests.notation import page
from tests.school import School, actor_of


async def test_a_student_who_begins_to_write_while_the_push_runs_is_planned_again(school: School):
    """The copy was untouched when the facts were read, and written on when it was to be refreshed."""
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:two | q=space[ p: ]")
    push_id = await school.start([tides], "9A")

    @asynccontextmanager
    async def transactions():
        async with school.database.begin() as unit:
            reading = unit.pushes.facts

            async def facts(*args, **more):
                found = await reading(*args, **more)
                if found.untouched and len(found.audience) == 2:
                    await school.write(ada, tides, "a:one | q=space[ p:mine ]")
                return found

            unit.pushes.facts = facts
            yield unit

    await run_push(transactions, school.teacher, push_id)
    assert await school.counts(push_id) == {"refreshed": 1, "merged": 1}
    assert await school.reads(ada, tides) == "a:two | q=space[ p:mine ]"
    assert await school.reads(ben, tides) == "a:two | q=space[ p: ]"


async def test_two_pushes_of_one_page_at_once_place_it_once(school: School):
    await school.add_class("9A", 12)
    tides = await school.add_page("a:one")
    pushes = [await school.start([tides], "9A") for _ in range(3)]
    await asyncio.gather(*(run_push(school.database.begin, school.teacher, push, at_once=4) for push in pushes))
    counts = [await school.counts(push) for push in pushes]
    assert sum(count.get("placed", 0) for count in counts) == 12
    assert sum(count.get("has-it", 0) for count in counts) == 24


async def test_writing_and_pushing_all_at_once_loses_nothing(school: School):
    students = await school.add_class("9A", 6)
    tides = await school.add_page("a:one | q=space[ p: ] | z:end")
    await school.push([tides], "9A")

    async def write(student, number):
        for turn in range(4):
            copy = await school.copy(student, tides, opened=True)
            await school.write(student, tides, f"a:one | q=space[ p:{number}x{turn} ] | z:end", copy)

    async def correct():
        for turn in range(4):
            await school.rewrite(tides, f"a:one | n{turn}:news {turn} | q=space[ p: ] | z:end")
            await school.push([tides], "9A")

    await asyncio.gather(correct(), *(write(student, k) for k, student in enumerate(students)))
    await school.push([tides], "9A")
    for k, student in enumerate(students):
        assert f"{k}x3" in await school.reads(student, tides)


async def test_a_long_push_of_written_pages_goes_forward_in_small_steps(school: School, monkeypatch):
    students = await school.add_class("9A", 7)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    for student in students[2:]:
        await school.write(student, tides, "a:one | q=space[ p:mine ]")
    await school.rewrite(tides, "a:two | q=space[ p: ]")
    push_id = await school.start([tides], "9A")
    monkeypatch.setattr(running, "MERGES_AT_ONCE", 2)
    steps: list[int] = []

    @asynccontextmanager
    async def transactions():
        async with school.database.begin() as unit:
            push = await unit.pushes.get(push_id)
            assert push is not None
            steps.append(push.students_done)
            yield unit

    await run_push(transactions, school.teacher, push_id)
    assert await school.counts(push_id) == {"refreshed": 2, "merged": 5}
    assert steps == [0, 4, 6]
    assert all(before < after for before, after in pairwise(steps))


async def test_a_page_that_cannot_be_read_fails_alone_and_stays_as_it_is(school: School, database: OneSchool):
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    for student in (ada, ben):
        await school.write(student, tides, "a:one | q=space[ p:mine ]")
    broken = '{"type":"doc","attrs":{},"content":[{"type":"scroll","attrs":{"id":"x"}}]}'
    copy = await school.copy(ada, tides)
    async with database.begin() as unit:
        await unit.connection.exec_driver_sql(
            "UPDATE writing SET document = %s WHERE copy_id = %s", (broken, copy.id)
        )
    await school.rewrite(tides, "a:two | q=space[ p: ]")
    push_id = await school.start([tides], "9A")
    await run_push(database.begin, school.teacher, push_id)
    assert await school.counts(push_id) == {"failed": 1, "merged": 1}
    async with database.begin() as unit:
        (row,) = [row for row in await unit.pushes.logged(push_id) if row.outcome == "failed"]
    assert "scroll" in row.reason
    assert (await school.copy(ada, tides)).document["content"][0]["type"] == "scroll"
    assert "two" in await school.reads(ben, tides)


@pytest.mark.parametrize("hand", ["own", "other"])
async def test_only_the_notebooks_owner_writes_in_it(school: School, hand: str):
    from red_thread.actions.notebook.save_copy import Save, save_copy
    from red_thread.actions.refusals import NotFound
    from tests.notation import page

    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    actor = actor_of(ada if hand == "own" else ben)
    async with school.database.begin() as unit:
        saving = save_copy(unit, actor, copy.id, Save(page("a:one | b:mine"), 0, copy.edition_id))
        if hand == "own":
            assert (await saving).revision == 1
        else:
            with pytest.raises(NotFound):
                await saving


async def test_pulling_back_waits_for_a_page_that_is_being_saved_and_keeps_it(school: School):
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        await unit.notebooks.lock(copy.id)  # as a save does first; nothing is written yet that others could see
        pulling = asyncio.create_task(school.pull_back("drawer", [tides], "9A"))
        await asyncio.sleep(0.3)
        document = page("a:one | q=space[ p:mine ]")
        await save_copy(unit, actor_of(ada), copy.id, Save(document, copy.revision, copy.edition_id))
    _, counts = await pulling
    assert counts == {"in-drawer": 1, "gone": 1}
    assert await school.reads(ada, tides) == "a:one | q=space[ p:mine ]"
    assert await school.shelf(ben) == []


async def test_pulling_back_undoing_and_pushing_all_at_once_end_in_one_of_their_orders(school: School):
    students = await school.add_class("9A", 8)
    tides = await school.add_page("a:one | q=space[ p: ]", "Tides today")
    await school.push([tides], "9A")
    for student in students[:4]:
        await school.write(student, tides, "a:one | q=space[ p:mine ]")
    await school.rewrite(tides, "a:two | q=space[ p: ]", "Tides today")
    pull_back_id, _ = await school.pull_back("teacher", [tides], "9A")
    await asyncio.gather(school.undo(pull_back_id), school.push([tides], "9A"), school.push([tides], "9A"))
    assert await school.push([tides], "9A") == {"has-it": 8}
    for student in students:
        assert await school.shelf(student) == ["[Tides]", "Tides today"]
        assert ("mine" in await school.reads(student, tides)) == (student in students[:4])
