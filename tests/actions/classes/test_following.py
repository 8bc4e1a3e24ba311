"""A class that follows the master of another course too: who has the say, what it is given, what it keeps."""

from datetime import timedelta
from itertools import pairwise

import orjson
import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.classes.change_class import bring_in, look_at_class, take_out
from red_thread.actions.classes.following import (
    answer_following,
    ask_colleague,
    asked_to_follow,
    could_follow,
    follow,
    stop_following,
)
from red_thread.actions.notebook.look_at_notebook import look_at_notebook
from red_thread.actions.notebook.reading_place import look_at_reading_place
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.start_push import begin_scheduled, start_push
from red_thread.actions.reach.look_at_reach import look_at_reach
from red_thread.actions.refusals import FollowsItsOwn, NoSuchColleague, NotFound
from red_thread.core.outline.display import Display
from red_thread.core.push import audience_of
from tests.school import School


async def agree(school: School, trips: School) -> None:
    """The teacher of 9A is asked, and lets it follow."""
    async with school.database.begin() as unit:
        person = await unit.people.person(school.teacher.person_id)
        assert person is not None and person.email is not None
        await ask_colleague(unit, trips.teacher, trips.master, person.email)
        [(asked, could)] = await asked_to_follow(unit, school.teacher)
        assert (asked.master_name, asked.asked_by, [one.name for one in could]) == ("Trips", "Sam", ["9A"])
        await answer_following(unit, school.teacher, trips.master, [school.classes["9A"]])
        assert await asked_to_follow(unit, school.teacher) == []


async def test_pages_of_both_masters_come_into_one_notebook_and_each_teacher_sees_their_own(school, trips):
    await agree(school, trips)
    tides, harbour = await school.add_page("a:x", "Tides"), await trips.add_page("a:x", "Harbour")
    assert await school.push([tides], "9A") == {"placed": 3}
    assert await trips.push([harbour], "9A") == {"placed": 3}
    assert await trips.push([harbour], "9A") == {"has-it": 3}
    first = school.students["9A student 00"]
    async with school.database.begin() as unit:
        _, contents = await look_at_notebook(unit, trips.teacher, first.notebook_id)
        assert b"Tides" in contents and b"Harbour" in contents
        courses = {
            page["title"]: one["course"] for one in orjson.loads(contents)["sections"] for page in one["pages"]
        }
        assert courses == {"Tides": None, "Harbour": "Trips"}, "pages of another course are told apart"
        for one, wanted in ((school, "Tides"), (trips, "Harbour")):
            board = await look_at_reach(unit, one.teacher, school.classes["9A"], master_id=one.master)
            assert [row.title for row in board.pages] == [wanted]
        theirs, ours = await unit.classes.of_master(trips.master), await unit.classes.of_master(school.master)
        assert ([one.name for one in theirs], [one.name for one in ours]) == (["9A (Shore Studies)"], ["9A"])


async def test_a_guest_is_seen_without_ways_in_and_is_not_the_guests_to_change(school, trips):
    await agree(school, trips)
    async with school.database.begin() as unit:
        _, guest, students = await look_at_class(unit, trips.teacher, school.classes["9A"])
        assert guest and {(one.signs_in_as, one.email, one.way_in) for one in students} == {("", None, "password")}
        _, guest, students = await look_at_class(unit, school.teacher, school.classes["9A"])
        assert not guest and students[0].signs_in_as
        with pytest.raises(NotFound):
            await take_out(unit, trips.teacher, school.classes["9A"], students[0].person_id)


async def test_what_it_was_given_stays_when_it_follows_no_more_and_nothing_new_comes(school, trips):
    await agree(school, trips)
    harbour = await trips.add_page("a:x", "Harbour")
    await trips.push([harbour], "9A")
    async with school.database.begin() as unit:
        await stop_following(unit, school.teacher, trips.master, school.classes["9A"])
    first = school.students["9A student 00"]
    async with school.database.begin() as unit:
        _, contents = await look_at_notebook(unit, school.teacher, first.notebook_id)
        assert b"Harbour" in contents
        for look in (look_at_notebook(unit, trips.teacher, first.notebook_id), _board(unit, school, trips)):
            with pytest.raises(NotFound):
                await look
        with pytest.raises(NotFound):
            await start_push(unit, trips.teacher, trips.request([harbour], "9A"))
    # What either side ended, that side may begin again; the other has to be asked.
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await follow(unit, trips.teacher, trips.master, school.classes["9A"])


async def _board(unit, school, trips):
    return await look_at_reach(unit, trips.teacher, school.classes["9A"], master_id=trips.master)


async def test_whoever_ended_it_what_was_a_colleagues_is_asked_for_anew(school, trips):
    await agree(school, trips)
    async with school.database.begin() as unit:
        await stop_following(unit, trips.teacher, trips.master, school.classes["9A"])
        with pytest.raises(NotFound):
            await follow(unit, trips.teacher, trips.master, school.classes["9A"])
    await agree(school, trips)
    async with school.database.begin() as unit:
        assert await unit.following.masters_of(school.classes["9A"]) == [school.master, trips.master]
        with pytest.raises(FollowsItsOwn):
            await stop_following(unit, school.teacher, school.master, school.classes["9A"])


async def test_nobody_is_made_to_follow(school, trips):
    harbour = await trips.add_page("a:x", "Harbour")
    async with school.database.begin() as unit:
        for email in ("sam@school.example", "nobody@school.example", "9a.0@school.example"):
            with pytest.raises(NoSuchColleague):
                await ask_colleague(unit, trips.teacher, trips.master, email)
        with pytest.raises(NotFound):
            await answer_following(unit, school.teacher, trips.master, [school.classes["9A"]])
        with pytest.raises(NotFound):
            await follow(unit, trips.teacher, trips.master, school.classes["9A"])
        assert await could_follow(unit, trips.teacher, trips.master) == []
        with pytest.raises(NotFound):
            await start_push(
                unit, trips.teacher, PushRequest(trips.master, (harbour,), audience_of([school.classes["9A"]]))
            )


async def test_who_comes_later_is_caught_up_from_both(school, trips):
    await agree(school, trips)
    tides, harbour = await school.add_page("a:x", "Tides"), await trips.add_page("a:x", "Harbour")
    await school.push([tides], "9A")
    await trips.push([harbour], "9A")
    new = next(one for one in await school.add_class("9A", 4) if one.name.endswith("03"))
    await school.finish()
    async with school.database.begin() as unit:
        for page_id in (tides, harbour):
            assert await unit.notebooks.copy_of_page(new.notebook_id, page_id) is not None


async def test_what_is_on_display_in_either_is_read(school, trips):
    await agree(school, trips)
    for one, title in ((school, "Rules"), (trips, "Bus times")):
        await one.show("page", await one.add_page("a:x", title), Display.DISPLAY)
    first = school.students["9A student 00"]
    student = Actor(first.person_id, "student")
    async with school.database.begin() as unit:
        shown = await look_at_reading_place(unit, student, first.notebook_id)
        assert [one.title for one in shown] == ["Rules", "Bus times"]


async def test_a_push_that_waited_goes_to_those_who_follow_still(school, trips):
    await agree(school, trips)
    own = await trips.add_class("Club", 2)
    harbour = await trips.add_page("a:x", "Harbour")
    async with school.database.begin() as unit:
        asked = trips.request([harbour], "9A Club")
        waiting = await start_push(unit, trips.teacher, asked, begins_at=unit.now + timedelta(hours=1))
        await stop_following(unit, school.teacher, trips.master, school.classes["9A"])
    async with school.database.begin() as unit:
        push = await unit.pushes.get(waiting, lock=True)
        assert push is not None
        begun = await begin_scheduled(unit, push)
        assert begun is not None and begun.students == len(own)


async def test_a_student_who_comes_back_keeps_both_periods(school):
    [first, *_] = await school.add_class("9A", 2)
    for _ in range(2):
        async with school.database.begin() as unit:
            await take_out(unit, school.teacher, school.classes["9A"], first.person_id)
        async with school.database.begin() as unit:
            await bring_in(unit, school.teacher, school.classes["9A"], first.person_id)
            await bring_in(unit, school.teacher, school.classes["9A"], first.person_id)
            mine = f"SELECT joined_at, left_at FROM enrolment WHERE person_id = {first.person_id} ORDER BY id"
            periods = [tuple(row) for row in await unit.connection.exec_driver_sql(mine)]
            [info] = await unit.classes.of_master(school.master)
            assert info.students == 2
    assert len(periods) == 3
    assert [left is None for _, left in periods] == [False, False, True]
    for (_, left), (joined, _) in pairwise(periods):
        assert left <= joined
