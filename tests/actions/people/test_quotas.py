"""What a school, a course and a student may keep: more is refused, and nothing that is there is touched."""

from datetime import date

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import CleanBlob, add_to_copy, add_to_master
from red_thread.actions.master.make_many import Many, make_many
from red_thread.actions.notebook.own_pages import NewPage, begin_page
from red_thread.actions.people.quotas import look_at_quotas, set_quota
from red_thread.actions.refusals import NoRoom, NotFound
from red_thread.actions.room import nearly_full
from red_thread.core.quotas import Kept, Whose
from tests.school import School, actor_of

TODAY = date(2026, 12, 1)
PICTURE = CleanBlob("image/png", b"x" * 100)


@pytest.fixture
async def head(school: School) -> Actor:
    async with school.database.begin() as unit:
        return Actor(await unit.people.add_teacher("Hedda", "hedda@school.example", None, True), "teacher")


async def allow(school: School, head: Actor, whose: Whose, most: Kept) -> None:
    async with school.database.begin() as unit:
        await set_quota(unit, head, whose, most)


async def test_a_student_keeps_no_more_than_is_allowed(school: School, head: Actor):
    (ada,) = await school.add_class("9A", 1)
    await allow(school, head, Whose.STUDENT, Kept(250, 5, 1))
    async with school.database.begin() as unit:
        copy = (await begin_page(unit, actor_of(ada), ada.notebook_id, NewPage("Mine"))).id
        with pytest.raises(NoRoom, match="number of pages"):
            await begin_page(unit, actor_of(ada), ada.notebook_id, NewPage("Mine too"))
        for byte in (b"a", b"b"):
            await add_to_copy(unit, actor_of(ada), copy, CleanBlob("image/png", byte * 100))
        with pytest.raises(NoRoom, match="pictures and recordings"):
            await add_to_copy(unit, actor_of(ada), copy, PICTURE)
        person = await unit.people.person(ada.person_id)
        assert person is not None
        assert await nearly_full(unit, person) == ["your own number of pages"]


async def test_a_course_keeps_no_more_than_is_allowed(school: School, head: Actor):
    log = await school.add_page("a:x", "Log")
    await allow(school, head, Whose.COURSE, Kept(150, 5, 3))
    async with school.database.begin() as unit:
        await add_to_master(unit, school.teacher, school.master, PICTURE)
        with pytest.raises(NoRoom):
            await add_to_master(unit, school.teacher, school.master, CleanBlob("image/png", b"y" * 100))
        with pytest.raises(NoRoom):
            await make_many(unit, school.teacher, log, Many("Log {n}", 3, 1, TODAY))
        assert len(await make_many(unit, school.teacher, log, Many("Log {n}", 2, 1, TODAY))) == 2
    with pytest.raises(NoRoom):
        await school.add_page("a:x", "One more")


async def test_the_whole_school_has_a_quota_and_who_looks_after_it_sees_who_keeps_most(school: School, head: Actor):
    (ada,) = await school.add_class("9A", 1)
    await school.add_page("a:x", "One")
    async with school.database.begin() as unit:
        await add_to_master(unit, school.teacher, school.master, PICTURE)
        copy = (await begin_page(unit, actor_of(ada), ada.notebook_id, NewPage("Mine"))).id
        await add_to_copy(unit, actor_of(ada), copy, PICTURE)
        seen = await look_at_quotas(unit, head)
        assert seen.used == Kept(100, 1, 2), "the same bytes are kept once"
        assert seen.courses == [("Shore Studies", Kept(100, 1, 1))]
        assert [kept for _, kept in seen.students] == [Kept(100, 1, 1)]
    await allow(school, head, Whose.SCHOOL, Kept(10_000, 1_000, 2))
    with pytest.raises(NoRoom, match="the school"):
        await school.add_page("a:x", "One more")


async def test_quotas_are_nobodys_business_but_of_who_looks_after_the_school(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        for actor in (school.teacher, actor_of(ada)):
            with pytest.raises(NotFound):
                await look_at_quotas(unit, actor)
            with pytest.raises(NotFound):
                await set_quota(unit, actor, Whose.SCHOOL, Kept(1, 1, 1))
