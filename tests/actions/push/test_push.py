"""Pushing, on a real PostgreSQL: what reaches whom, and that no word is lost."""

from contextlib import asynccontextmanager

import pytest

from red_thread.actions.actor import HOUSE
from red_thread.actions.master.change_outline import move_item, remove_item
from red_thread.actions.push.plan_push import PushRequest, preview_push
from red_thread.actions.push.run_push import run_push
from red_thread.actions.refusals import NobodyToPushTo, NotFound, NothingChosen, PageTakenOut
from red_thread.core.push import audience_of, woven
from red_thread.store.push.values import Said
from tests.school import School, actor_of, pushes_of


async def test_a_page_reaches_every_student_once(school: School):
    ada, ben, cem = await school.add_class("9A", 3)
    tides = await school.add_page("a:The sea falls.", "Tides today")
    assert await school.push([tides], "9A") == {"placed": 3}
    assert [await school.shelf(student) for student in (ada, ben, cem)] == [["[Tides]", "Tides today"]] * 3
    assert await school.push([tides], "9A") == {"has-it": 3}
    assert await school.shelf(ada) == ["[Tides]", "Tides today"]


async def test_a_correction_refreshes_the_untouched_and_keeps_what_was_written(school: School):
    ada, ben, cem = await school.add_class("9A", 3)
    tides = await school.add_page("a:Stay six metres away. | q=space[ q.p: ]")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:Stay six metres away. | q=space[ q.p:Two crabs. ]")
    await school.write(ben, tides, "a:Stay two metres away. | q=space[ q.p: ]")
    await school.rewrite(tides, "a:Stay ten metres away. | q=space[ q.p: ] | n:New.")
    plan = (await school.plan([tides], "9A")).plan
    assert {o.value: n for o, n in plan.counts.items()} == {"refreshed": 1, "merged": 1, "conflicted": 1}
    assert await school.push([tides], "9A") == {"refreshed": 1, "merged": 1, "conflicted": 1}
    assert await school.reads(cem, tides) == "a:Stay ten metres away. | q=space[ q.p: ] | n:New."
    assert await school.reads(ada, tides) == "a:Stay ten metres away. | q=space[ q.p:Two crabs. ] | n:New."
    assert await school.reads(ben, tides) == (
        "a:Stay ten metres away. | kept(a)[ :Stay two metres away. ] | q=space[ q.p: ] | n:New."
    )
    assert await school.push([tides], "9A") == {"has-it": 3}


async def test_an_unchanged_page_makes_no_edition(school: School):
    await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    for _ in range(3):
        await school.push([tides], "9A")
    await school.rewrite(tides, "a:two")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:one")
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        editions = await unit.editions.of_page(tides)
    assert [(edition.number, edition.students) for edition in editions] == [(3, 1), (2, 0), (1, 0)]


async def test_single_students_and_those_left_out(school: School):
    _ada, ben, _ = await school.add_class("9A", 3)
    (dora,) = await school.add_class("9B", 1)
    tides = await school.add_page("a:one", "Tides today")
    assert await school.push([tides], "9A", singles=[dora], without=[ben]) == {"placed": 3}
    assert await school.shelf(ben) == []
    assert await school.shelf(dora) == ["[Tides]", "Tides today"]
    assert await school.push([tides], "", singles=[ben]) == {"placed": 1}


async def test_pages_arrive_in_master_order_whenever_they_are_pushed(school: School):
    (ada,) = await school.add_class("9A", 1)
    dunes = await school.add_section("Dunes")
    one, two, three = [await school.add_page("a:x", title) for title in ("one", "two", "three")]
    sand = await school.add_page("a:x", "sand", dunes)
    for pages in ([sand], [three], [one], [two]):
        await school.push(pages, "9A")
    assert await school.shelf(ada) == ["[Tides]", "one", "two", "three", "[Dunes]", "sand"]


async def test_several_pages_at_once_and_a_tie_that_survives_renaming_and_moving(school: School):
    (ada,) = await school.add_class("9A", 1)
    dunes = await school.add_section("Dunes")
    one, two = await school.add_page("a:x", "one"), await school.add_page("a:x", "two")
    assert await school.push([two, one], "9A") == {"placed": 2}
    async with school.database.begin() as unit:
        await move_item(unit, school.teacher, "page", one, dunes, None)
    await school.rewrite(one, "a:y", "one, renamed")
    assert await school.push([one], "9A") == {"refreshed": 1}
    assert await school.shelf(ada) == ["[Tides]", "one, renamed", "two"]


async def test_a_push_that_broke_off_is_taken_up_where_it_was(school: School):
    await school.add_class("9A", 7)
    tides = await school.add_page("a:one")
    push_id = await school.start([tides], "9A")
    batches = 0

    class PowerCut(Exception):
        pass

    def transactions():
        nonlocal batches
        batches += 1
        if batches == 3:
            raise PowerCut
        return school.database.begin()

    with pytest.raises(PowerCut):
        await run_push(transactions, school.teacher, push_id, at_once=2)
    assert await school.counts(push_id) == {"placed": 4}
    await run_push(school.database.begin, school.teacher, push_id, at_once=2)
    assert await school.counts(push_id) == {"placed": 7}
    await run_push(school.database.begin, school.teacher, push_id, at_once=2)
    assert await school.counts(push_id) == {"placed": 7}


async def test_what_is_pushed_is_the_page_as_it_was_when_the_button_was_pressed(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:as pressed")
    push_id = await school.start([tides], "9A")
    await school.rewrite(tides, "a:typed meanwhile")
    await run_push(school.database.begin, school.teacher, push_id)
    assert await school.reads(ada, tides) == "a:as pressed"


async def test_an_older_push_that_runs_late_does_not_undo_a_newer_one(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    late = await school.start([tides], "9A")
    await school.rewrite(tides, "a:two")
    await school.push([tides], "9A")
    await run_push(school.database.begin, school.teacher, late)
    assert await school.reads(ada, tides) == "a:two"
    assert await school.counts(late) == {"has-it": 1}


async def test_a_student_who_writes_between_plan_and_push_is_merged(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:one new | q=space[ p: ]")
    assert (await school.plan([tides], "9A")).plan.rows[0].outcome == "refreshed"
    push_id = await school.start([tides], "9A")
    await school.write(ada, tides, "a:one | q=space[ p:mine ]")
    await run_push(school.database.begin, school.teacher, push_id)
    assert await school.counts(push_id) == {"merged": 1}
    assert await school.reads(ada, tides) == "a:one new | q=space[ p:mine ]"


async def test_what_cannot_be_pushed_is_said_before_anything_happens(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one", "Tides today")
    with pytest.raises(NothingChosen):
        await school.plan([], "9A")
    with pytest.raises(NobodyToPushTo, match="this choice"):
        await school.plan([tides], "")
    with pytest.raises(NobodyToPushTo, match="9A has no students now"):
        await school.plan([tides], "9A", without=[ada])
    with pytest.raises(NotFound):
        await school.plan([tides, 999], "9A")
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", tides)
    with pytest.raises(PageTakenOut, match="“Tides today”"):
        await school.start([tides], "9A")
    async with school.database.begin() as unit:
        assert await pushes_of(unit, school.master) == []


async def test_a_class_emptied_meanwhile_gets_nothing_and_is_said(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    async with school.database.begin() as unit:
        await unit.classes.leave(school.classes["9A"], ada.person_id)
    with pytest.raises(NobodyToPushTo, match="9A has no students now"):
        await school.start([tides], "9A")


async def test_only_a_teacher_of_the_course_pushes(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    async with school.database.begin() as unit:
        stranger = await unit.people.add_teacher("Sam Stranger", "sam@school.example", None)
        for actor in (actor_of(ada), type(school.teacher)(stranger, "teacher")):
            with pytest.raises(NotFound):
                await preview_push(
                    unit, actor, PushRequest(school.master, (tides,), audience_of([school.classes["9A"]]))
                )


async def test_the_log_tells_each_student_and_page(school: School):
    await school.add_class("9A", 2)
    one, two = await school.add_page("a:x", "one"), await school.add_page("a:x", "two")
    push_id = await school.start([one, two], "9A")
    async with school.database.begin() as unit:
        push = await unit.pushes.get(push_id)
        assert push is not None
        said = (await unit.pushes.said([push_id]))[push_id]
        assert (push.status, said) == ("waiting", Said("one", 1, 2, ["9A"], [], 0, 0, [], None, None))
    await run_push(school.database.begin, school.teacher, push_id)
    async with school.database.begin() as unit:
        rows = await unit.pushes.logged(push_id)
        done = await unit.pushes.get(push_id)
    assert sorted((row.page_id, row.outcome.value, len(row.notebook_ids)) for row in rows) == [
        (one, "placed", 2),
        (two, "placed", 2),
    ]
    assert done is not None
    assert (done.status, done.students_done) == ("done", 2)


async def test_a_page_taken_out_during_a_push_is_held_with_its_reason(school: School):
    await school.add_class("9A", 3)
    tides, dunes = await school.add_page("a:x"), await school.add_page("a:y")
    push_id = await school.start([tides, dunes], "9A")
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", dunes)
    await run_push(school.database.begin, HOUSE, push_id)
    assert await school.counts(push_id) == {"placed": 3, "held": 3}


async def test_a_later_pull_back_wins_over_the_rest_of_a_push(school: School):
    students = await school.add_class("9A", 6)
    tides, dunes = await school.add_page("a:x"), await school.add_page("a:y")
    push_id = await school.start([tides, dunes], "9A")

    await _one_batch(school, push_id)
    await school.pull_back("drawer", [tides], "9A")
    await run_push(school.database.begin, HOUSE, push_id)
    for student in students:
        assert await school.shelf(student) == ["[Tides]", "Page"], "the one that was not pulled back"
    counts = await school.counts(push_id)
    assert counts["held"] == 4, counts


async def _one_batch(school: School, push_id: int) -> None:
    """Two students of a push, and then its worker is gone."""

    class Killed(Exception):
        pass

    begun = 0

    @asynccontextmanager
    async def transactions():
        nonlocal begun
        begun += 1
        if begun > 1:
            raise Killed
        async with school.database.begin() as unit:
            yield unit

    with pytest.raises(Killed):
        await run_push(transactions, HOUSE, push_id, at_once=4)


async def test_a_merge_that_breaks_off_fails_one_row_and_is_reported(school: School, monkeypatch):
    ada, _ = await school.add_class("9A", 2)
    tides = await school.add_page("a:one", "Tides")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:one | s:mine")
    await school.rewrite(tides, "a:two", "Tides")

    def break_off(*_: object, **__: object) -> None:
        raise KeyError("words of Ada's")

    monkeypatch.setattr(woven, "merge_page", break_off)
    push_id = await school.run(school.request([tides], "9A"))
    assert await school.counts(push_id) == {"failed": 1, "refreshed": 1}
    async with school.database.begin() as unit:
        (defect,) = await unit.defects.of_push(push_id)
        assert (defect.page_id, defect.notebook_id) == (tides, ada.notebook_id)
        assert defect.broke_off_at.startswith("KeyError in test_push.py") and "Ada" not in defect.broke_off_at
        assert all("Ada" not in row.reason for row in await unit.pushes.logged(push_id))
        assert (await school.database.database.health()).merge_defects == 1
        await unit.connection.exec_driver_sql("DELETE FROM merge_defect")
