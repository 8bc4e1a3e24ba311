"""Accounts end: ways in, codes and rights with them; what was written stays until somebody asks for its end."""

import asyncio
from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.classes.change_class import answer_request
from red_thread.actions.classes.import_roster import import_roster, preview_roster
from red_thread.actions.people.accounts import (
    close_account,
    erase_person,
    look_at_accounts,
    reopen_account,
    set_address,
)
from red_thread.actions.people.make_codes import make_code
from red_thread.actions.people.passwords import hash_password
from red_thread.actions.people.sign_in import sign_in, use_code, who_is
from red_thread.actions.refusals import (
    AddressTaken,
    CodeNotGood,
    NotAnAddress,
    NotFound,
    NotSignedIn,
    NotYourOwnAccount,
    SignInFailed,
    StillOpen,
)
from red_thread.core.classes.roster_plan import Line, Listed
from red_thread.store.database import SameMoment
from red_thread.store.people.values import Names
from tests.school import School, Student, actor_of, found_school

PASSWORD = "three long words"


@pytest.fixture
async def head(school: School) -> Actor:
    async with school.database.begin() as unit:
        return Actor(
            await unit.people.add_teacher("Hedda", "hedda@school.example", hash_password(PASSWORD), True), "teacher"
        )


async def test_an_account_that_is_closed_opens_nothing_and_comes_back_as_it_was(school: School, head: Actor):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:x | q=space[ p: ]")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:x | q=space[ p:Crabs ]")
    async with school.database.begin() as unit:
        await unit.people.set_password(ada.person_id, hash_password(PASSWORD))
        session = await sign_in(unit, "9a.0@school.example", PASSWORD)
        code = await make_code(unit, school.teacher, school.classes["9A"], ada.person_id)
        await close_account(unit, head, ada.person_id)
        for way, refusal in (
            (lambda: sign_in(unit, "9a.0@school.example", PASSWORD), SignInFailed),
            (lambda: who_is(unit, session.token), NotSignedIn),
            (lambda: use_code(unit, code.code, PASSWORD), CodeNotGood),
        ):
            with pytest.raises(refusal):
                await way()
        assert await unit.classes.students(school.classes["9A"]) == []
    async with school.database.begin() as unit:
        await reopen_account(unit, head, ada.person_id)
        assert [one.person_id for one in await unit.classes.students(school.classes["9A"])] == [ada.person_id]
        await sign_in(unit, "9a.0@school.example", PASSWORD)
    assert "Crabs" in await school.reads(ada, tides)


async def test_a_course_goes_on_when_its_teacher_leaves(school: School, head: Actor):
    async with school.database.begin() as unit:
        sam = await unit.people.add_teacher("Sam", "sam@school.example", None)
        await unit.masters.add_teacher(school.master, sam)
        await close_account(unit, head, school.teacher.person_id)
        assert await unit.masters.role(sam, school.master) == "owner"
        await close_account(unit, head, sam)
        assert await unit.masters.role(head.person_id, school.master) == "owner"
        await reopen_account(unit, head, sam)
        assert await unit.masters.role(sam, school.master) == "co-teacher"


async def test_who_is_erased_is_nowhere_and_that_is_on_record(school: School, head: Actor):
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:x | q=space[ p: ]")
    await school.push([tides], "9A")
    for student in (ada, ben):
        await school.write(student, tides, "a:x | q=space[ p:Crabs ]")
    async with school.database.begin() as unit:
        with pytest.raises(StillOpen):
            await erase_person(unit, head, ada.person_id)
        await close_account(unit, head, ada.person_id)
        assert await erase_person(unit, head, ada.person_id) == 1
        for way in (
            lambda: reopen_account(unit, head, ada.person_id),
            lambda: set_address(unit, head, ada.person_id, Names("ada@school.example", None)),
        ):
            with pytest.raises(NotFound):
                await way()
        assert [
            (one.name, one.signs_in_as, one.erased)
            for one in await look_at_accounts(unit, head)
            if one.id == ada.person_id
        ] == [("A former student", "", True)]
        left = await unit.connection.exec_driver_sql(
            "SELECT count(*) FROM writing_state w JOIN copy c ON c.id = w.copy_id JOIN notebook n ON n.id = c.notebook_id WHERE n.person_id = %s",
            (ada.person_id,),
        )
        assert left.scalar_one() == 0
    assert "Crabs" in await school.reads(ben, tides)


async def test_two_who_give_one_address_at_the_same_moment(school: School, head: Actor):
    """The second looked before the first had written: the database lets one of them, and it is said which way it went."""
    ada, ben = await school.add_class("9A", 2)

    async def give(student: Student) -> None:
        async with school.database.begin() as unit:
            await set_address(unit, head, student.person_id, Names("one@school.example", None))

    async with school.database.begin() as unit:
        await set_address(unit, head, ada.person_id, Names("one@school.example", None))
        second = asyncio.create_task(give(ben))
        waits = """SELECT EXISTS (SELECT FROM pg_locks l JOIN pg_database d ON d.oid = l.database
            WHERE NOT granted AND d.datname = current_database())"""
        while not (await unit.connection.exec_driver_sql(waits)).scalar_one():
            await asyncio.sleep(0.01)
    with pytest.raises(SameMoment):
        await second


async def test_who_was_not_here_for_a_year_is_seen(school: School, head: Actor):
    async with school.database.begin(datetime.now(UTC) - timedelta(days=400)) as unit:
        await sign_in(unit, "hedda@school.example", PASSWORD)
    async with school.database.begin() as unit:
        (hedda,) = [one for one in await look_at_accounts(unit, head) if one.id == head.person_id]
    assert hedda.seen_at is not None and hedda.seen_at < datetime.now(UTC) - timedelta(days=365)


async def test_nobody_else_looks_at_accounts_and_nobody_closes_their_own(school: School, head: Actor):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        for actor in (school.teacher, actor_of(ada)):
            with pytest.raises(NotFound):
                await look_at_accounts(unit, actor)
            with pytest.raises(NotFound):
                await close_account(unit, actor, head.person_id)
        with pytest.raises(NotYourOwnAccount):
            await close_account(unit, head, head.person_id)


async def test_a_pupils_address_that_another_teacher_claimed_is_given_to_whom_it_belongs(school: School, head: Actor):
    """The stranger who came in by it is signed out, and no class that asks for its owner gets them."""
    thief = await found_school(school.database, "elsewhere")
    listed = [Listed("9X", "Ada Lind", "ada@school.example", "A7")]
    async with school.database.begin() as unit:
        taken = await import_roster(unit, thief.teacher, thief.master, listed)
        (claimed,) = await unit.classes.students(taken.classes["9X"])
        code = await make_code(unit, thief.teacher, taken.classes["9X"], claimed.person_id)
        session = await use_code(unit, code.code, PASSWORD)
        await import_roster(unit, school.teacher, school.master, [replace(listed[0], class_name="9A")])
        with pytest.raises(AddressTaken):
            await set_address(unit, head, claimed.person_id, Names("hedda@school.example", None))
        with pytest.raises(NotAnAddress):
            await set_address(unit, head, claimed.person_id, Names("no address", None))
        assert await set_address(unit, head, claimed.person_id, Names(None, None)) == Names(
            "ada@school.example", "A7"
        )
        with pytest.raises(NotSignedIn):
            await who_is(unit, session.token)
        with pytest.raises(SignInFailed):
            await sign_in(unit, "ada@school.example", PASSWORD)
        with pytest.raises(NotFound):
            await answer_request(unit, thief.teacher, taken.classes["9X"], claimed.person_id, agreed=True)
        plan = await preview_roster(unit, school.teacher, school.master, [replace(listed[0], class_name="9A")])
        assert [line.line for line in plan] == [Line.NEW]
        await sign_in(unit, "ada.lind", PASSWORD)  # with what they wrote there
