"""Rosters, ways in, sessions, pictures."""

import asyncio
from datetime import UTC, datetime, timedelta

import pytest
from sqlalchemy.exc import IntegrityError

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import CleanBlob, add_to_copy, add_to_master, see_blob
from red_thread.actions.classes.change_class import (
    add_class,
    answer_request,
    asked_of_me,
    bring_in,
    move_student,
    rename_student,
    take_out,
)
from red_thread.actions.classes.import_roster import import_roster, preview_roster, undo_roster
from red_thread.actions.people.begin_school import (
    Beginning,
    add_course,
    begin_school,
    expect_first_teacher,
    invite_teacher,
    take_up_invitation,
)
from red_thread.actions.people.colleagues import set_role
from red_thread.actions.people.colleagues import take_out as take_out_colleague
from red_thread.actions.people.make_codes import end_code, make_code, make_codes
from red_thread.actions.people.own_account import change_password, end_session, look_at_sessions
from red_thread.actions.people.sign_in import sign_in, sign_out, use_code, walk_in, who_is
from red_thread.actions.refusals import (
    AddressTaken,
    BegunAlready,
    CodeNotGood,
    NotAllowed,
    NotAnAddress,
    NotFound,
    NotSignedIn,
    NotTheirPassword,
    PasswordTooShort,
    PasswordTooWeak,
    SignInFailed,
    TaughtByOthersToo,
)
from red_thread.core.classes.roster_plan import Line, Listed
from tests.school import School, actor_of

PICTURE = CleanBlob("image/png", b"png")


def roster(*people, class_name="9A"):
    return [Listed(class_name, *person) for person in people]


async def test_a_second_import_changes_nothing_twice(school: School):
    people = roster(("Ada", "ada@school.example", "s-1"), ("Ben", None, "s-2"), ("Cem", "cem@school.example", None))
    for new in (3, 0):
        async with school.database.begin() as unit:
            taken = await import_roster(unit, school.teacher, school.master, people)
            assert (len(taken.lines), taken.count(Line.NEW)) == (3, new)
            assert len(await unit.classes.students(taken.classes["9A"])) == 3


async def test_a_student_in_two_classes_has_two_notebooks(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        again = roster(("Ada", ada.email, None), class_name="9B")
        await import_roster(unit, school.teacher, school.master, again)
        notebooks = await unit.notebooks.of_person(ada.person_id)
    assert [notebook.class_name for notebook in notebooks] == ["9A", "9B"]


async def test_who_left_and_comes_back_finds_the_notebook_again(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        await unit.classes.leave(school.classes["9A"], ada.person_id)
        assert await unit.classes.students(school.classes["9A"]) == []
    (again,) = await school.add_class("9A", 1)
    assert again.notebook_id == ada.notebook_id


async def test_a_code_opens_once_and_sets_the_password(school: School):
    await school.add_class("9A", 2)
    async with school.database.begin() as unit:
        first, _second = (await make_codes(unit, school.teacher, school.classes["9A"])).codes
    async with school.database.begin() as unit:
        with pytest.raises(PasswordTooShort):
            await use_code(unit, first.code, "short")
        session = await use_code(unit, first.code.lower().replace("-", " "), "three long words")
        assert session.person.name == first.name
        with pytest.raises(CodeNotGood):
            await use_code(unit, first.code, "three long words")
        again = await sign_in(unit, session.person.email or "", "three long words")
        assert again.person.id == session.person.id
        left = await make_codes(unit, school.teacher, school.classes["9A"])
    assert left.codes == [], "who has a code that is not used yet keeps it"


async def test_a_code_is_good_once_until_the_next_one_and_no_longer_than_its_maker(school: School):
    (ada,) = await school.add_class("9A", 1)
    class_id = school.classes["9A"]
    async with school.database.begin() as unit:
        (first,) = (await make_codes(unit, school.teacher, class_id)).codes
        second = await make_code(unit, school.teacher, class_id, ada.person_id)
        (shown,) = await unit.classes.students(class_id)
        assert (shown.way_in, shown.code_since) == ("code", unit.now)
    async with school.database.begin() as unit:
        with pytest.raises(CodeNotGood):
            await use_code(unit, first.code, "three long words")
        with pytest.raises(PasswordTooWeak):
            await use_code(unit, second.code, "9a student 00")
        await use_code(unit, second.code, "other long words")
        with pytest.raises(CodeNotGood):
            await use_code(unit, second.code, "third long words")
    await _opens_nothing(school, ada, lambda unit, _: end_code(unit, school.teacher, class_id, ada.person_id))
    await _opens_nothing(
        school,
        ada,
        lambda unit, token: change_password(unit, actor_of(ada), "other long words", "fresh long words", token),
    )
    sam, _ = await another_course(school)
    async with school.database.begin() as unit:
        await unit.masters.add_teacher(school.master, sam.person_id)
        lost = await make_code(unit, sam, class_id, ada.person_id)
        await take_out_colleague(unit, school.teacher, school.master, sam.person_id)
        with pytest.raises(CodeNotGood):
            await use_code(unit, lost.code, "three long words")
    async with school.database.begin() as unit:
        third = await make_code(unit, school.teacher, class_id, ada.person_id)
    async with school.database.begin(datetime.now(UTC) + timedelta(days=31)) as unit:
        with pytest.raises(CodeNotGood):
            await use_code(unit, third.code, "three long words")


async def _opens_nothing(school: School, student, end):
    async with school.database.begin() as unit:
        lost = await make_code(unit, school.teacher, school.classes["9A"], student.person_id)
        await end(unit, "no token")
        with pytest.raises(CodeNotGood):
            await use_code(unit, lost.code, "three long words")


async def test_a_name_to_sign_in_with_is_one_persons_whatever_kind_of_name_it_is(school: School):
    """An id of a roster, a colleague's “e-mail” and a name that was made are one name space, however they are typed."""
    sam, course = await another_course(school)
    listed = roster(("Zoë van der Berg", None, None), class_name="Y")
    async with school.database.begin() as unit:
        taken = await import_roster(unit, sam, course, listed)
        (zoe,) = await unit.classes.students(taken.classes["Y"])
        victim = zoe.person_id
        person = await unit.people.person(victim)
        assert person is not None and person.sign_in_name == "zoe.van.der.berg"
    taken = roster(
        ("Thief", None, "ZOE.van.der.\u200bBerg"),
        ("Other", None, "tess@school.example"),
        ("Twin", None, "T1"),
        ("Twin too", None, "t1"),
        class_name="X",
    )
    async with school.database.begin() as unit:
        await import_roster(unit, sam, course, taken)
        found = await unit.people.by_email("\uff3aoe.Van.Der.Berg ")
        assert found is not None and found.id == victim
        assert (await unit.people.by_email("tess@school.example")).id == school.teacher.person_id
        assert await unit.people.by_email("t1") is None
        with pytest.raises(AddressTaken):
            await invite_teacher(unit, sam, course, "Thief", "zoe.van.der.berg")
        with pytest.raises(NotAnAddress):
            await invite_teacher(unit, sam, course, "Thief", "free.name")


async def test_the_database_lets_nobody_have_anothers_name(school: School):
    async with school.database.begin() as unit:
        await unit.people.add_teacher("Ida", "ida@school.example", None)
        with pytest.raises(IntegrityError):
            await unit.connection.exec_driver_sql(
                "UPDATE person SET outside_id = 'IDA@school.example' WHERE name <> 'Ida'"
            )


async def test_an_address_that_somebody_claimed_in_advance_lets_them_into_no_course(school: School):
    sam, course = await another_course(school)
    async with school.database.begin() as unit:
        claimed = await invite_teacher(unit, sam, course, "Victoria", "victoria@school.example")
        await use_code(unit, claimed.code, "three long words")
        thief = Actor((await unit.people.by_email("victoria@school.example")).id, "teacher")
        mine = school.teacher
        asked = await invite_teacher(unit, mine, school.master, "Victoria", "victoria@school.example")
        assert await unit.masters.role(thief.person_id, school.master) is None
        with pytest.raises(CodeNotGood):
            await take_up_invitation(unit, thief, claimed.code)
        with pytest.raises(CodeNotGood):
            await use_code(unit, asked.code, "other long words")  # it opens no account
        with pytest.raises(CodeNotGood):
            await take_up_invitation(unit, sam, asked.code)  # nor anybody else's way
        assert await take_up_invitation(unit, thief, asked.code) == school.master
        assert await unit.masters.role(thief.person_id, school.master) == "co-teacher"


async def test_whom_the_owner_took_out_no_co_teacher_brings_back(school: School):
    sam, _ = await another_course(school)
    async with school.database.begin() as unit:
        ida = Actor(await unit.people.add_teacher("Ida", "ida@school.example", None), "teacher")
        for colleague in (sam, ida):
            await unit.masters.add_teacher(school.master, colleague.person_id)
        await take_out_colleague(unit, school.teacher, school.master, sam.person_id)
        with pytest.raises(NotAllowed):
            await invite_teacher(unit, ida, school.master, "Sam", "sam@school.example")
        assert await invite_teacher(unit, school.teacher, school.master, "Sam", "sam@school.example")


async def test_of_two_hand_overs_at_once_one_holds(school: School):
    sam, _ = await another_course(school)
    async with school.database.begin() as unit:
        ida = Actor(await unit.people.add_teacher("Ida", "ida@school.example", None), "teacher")
        for colleague in (sam, ida):
            await unit.masters.add_teacher(school.master, colleague.person_id)

    async def hand_over(to: Actor):
        async with school.database.begin() as unit:
            await set_role(unit, school.teacher, school.master, to.person_id, "owner")

    done = await asyncio.gather(hand_over(sam), hand_over(ida), return_exceptions=True)
    assert sorted(type(one).__name__ for one in done) == ["NoneType", "NotAllowed"]
    async with school.database.begin() as unit:
        assert [one.role for one in await unit.masters.teachers(school.master)].count("owner") == 1


async def another_course(school: School) -> tuple[Actor, int]:
    async with school.database.begin() as unit:
        sam = Actor(await unit.people.add_teacher("Sam", "sam@school.example", None), "teacher")
        return sam, await add_course(unit, sam, "Another course")


async def test_nobody_takes_over_anothers_student_by_a_file(school: School):
    (ada,) = await school.add_class("9A", 1)
    sam, course = await another_course(school)
    listed = roster(("Anyone at all", ada.email, None), class_name="X")
    async with school.database.begin() as unit:
        taken = await import_roster(unit, sam, course, listed)
        assert [line.line for line in taken.lines] == [Line.ASKED]
        assert await unit.classes.students(taken.classes["X"]) == [], "not enrolled, so not seen, not let in as"
        with pytest.raises(NotFound):
            await make_code(unit, sam, taken.classes["X"], ada.person_id)
        (asked,) = await asked_of_me(unit, school.teacher)
        assert (asked.person_name, asked.class_name, asked.asked_by) == (ada.name, "X", "Sam")
        assert await asked_of_me(unit, sam) == []
        with pytest.raises(NotFound):
            await answer_request(unit, sam, asked.class_id, ada.person_id, True)
        await answer_request(unit, school.teacher, asked.class_id, ada.person_id, True)
        assert [one.name for one in await unit.classes.students(taken.classes["X"])] == [ada.name]
        with pytest.raises(TaughtByOthersToo):
            await make_code(unit, sam, taken.classes["X"], ada.person_id)
        with pytest.raises(TaughtByOthersToo):
            await rename_student(unit, sam, taken.classes["X"], ada.person_id, "Somebody")
        assert (await make_codes(unit, sam, taken.classes["X"])).left_out == [ada.name]


async def test_an_id_that_looks_like_an_address_locks_nobody_out(school: School):
    listed = roster(("Trickster", None, "late@school.example"))
    async with school.database.begin() as unit:
        await import_roster(unit, school.teacher, school.master, listed)
        await import_roster(unit, school.teacher, school.master, roster(("Late One", "late@school.example", None)))
        found = await unit.people.by_email("late@school.example")
    assert found is not None and found.name == "Late One"


async def test_names_alone_are_enough_and_a_roster_is_undone(school: School):
    listed = roster(("Zoë Ash", None, None), ("Zoë Ash", None, None))
    async with school.database.begin() as unit:
        planned = await preview_roster(unit, school.teacher, school.master, listed)
        assert [line.line for line in planned] == [Line.NEW, Line.NEW]
        taken = await import_roster(unit, school.teacher, school.master, listed)
        class_id = taken.classes["9A"]
        assert sorted(one.signs_in_as for one in await unit.classes.students(class_id)) == ["zoe.ash", "zoe.ash2"]
        code = (await make_codes(unit, school.teacher, class_id)).codes[0]
        await use_code(unit, code.code, "three long words")
        assert (await sign_in(unit, code.signs_in_as.upper(), "three long words")).person.name == "Zoë Ash"
        await undo_roster(unit, school.teacher, taken.id)
        assert await unit.classes.students(class_id) == []
        with pytest.raises(NotFound):
            await undo_roster(unit, school.teacher, taken.id)


async def test_a_student_is_renamed_moved_with_the_notebook_taken_out_and_brought_back(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:x")
    await school.push([tides], "9A")
    here = school.classes["9A"]
    async with school.database.begin() as unit:
        there = await add_class(unit, school.teacher, school.master, "9B")
        await rename_student(unit, school.teacher, here, ada.person_id, "Ada N.")
        await move_student(unit, school.teacher, here, ada.person_id, there)
        (moved,) = await unit.classes.students(there)
        assert (moved.notebook_id, moved.name) == (ada.notebook_id, "Ada N.")
        assert await unit.notebooks.copy_of_page(moved.notebook_id, tides) is not None
        await take_out(unit, school.teacher, there, ada.person_id)
        assert await unit.classes.students(there) == []
        await bring_in(unit, school.teacher, there, ada.person_id)
        assert (await unit.classes.students(there))[0].notebook_id == ada.notebook_id
        with pytest.raises(NotFound):
            await bring_in(unit, school.teacher, here, 999_999)


async def test_everyone_changes_their_own_password_and_ends_other_sessions(school: School):
    (ada,) = await school.add_class("9A", 1)
    actor = actor_of(ada)
    async with school.database.begin() as unit:
        code = await make_code(unit, school.teacher, school.classes["9A"], ada.person_id)
        here = await use_code(unit, code.code, "three long words")
        there = await sign_in(unit, ada.email or "", "three long words", "A phone")
        mine = {(s.browser, this) for s, this in await look_at_sessions(unit, actor, here.token)}
        assert mine == {("", True), ("A phone", False)}
        with pytest.raises(NotTheirPassword):
            await change_password(unit, actor, "not this one", "four other long words", here.token)
        await change_password(unit, actor, "three long words", "four other long words", here.token)
        with pytest.raises(NotSignedIn):
            await who_is(unit, there.token)
        third = await sign_in(unit, ada.email or "", "four other long words")
        numbers = [s.number for s, this in await look_at_sessions(unit, actor, here.token) if not this]
        await end_session(unit, actor, numbers[0])
        with pytest.raises(NotSignedIn):
            await who_is(unit, third.token)
        with pytest.raises(NotFound):
            await end_session(unit, actor, "none")


async def test_a_school_begins_once_with_the_code_of_its_console(database):
    who = Beginning("Tess", "", "three long words", "Saltmarsh", "Shore Studies")
    async with database.begin() as unit:
        code = await expect_first_teacher(unit)
        assert code is not None
        with pytest.raises(BegunAlready):
            await begin_school(unit, "AAAA-BBBB-CCCC", who)
        session, master = await begin_school(unit, code, who)
        assert (session.person.sign_in_name, session.person.administers) == ("tess", True)
        assert await unit.masters.role(session.person.id, master) == "owner"
        with pytest.raises(BegunAlready):
            await begin_school(unit, code, who)
        assert await expect_first_teacher(unit) is None
        tess = Actor(session.person.id, "teacher")
        handed = await invite_teacher(unit, tess, master, "Uma", "")
        assert handed is not None and handed.signs_in_as == "uma"
        uma = await use_code(unit, handed.code, "other long words")
        assert await unit.masters.role(uma.person.id, master) == "co-teacher"
        with pytest.raises(NotFound):
            await invite_teacher(unit, Actor(uma.person.id, "student"), master, "Vic", "")


async def test_sessions_begin_and_end(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        with pytest.raises(SignInFailed):
            await sign_in(unit, ada.email or "", "anything at all")
        with pytest.raises(SignInFailed):
            await sign_in(unit, "nobody@school.example", "anything at all")
        with pytest.raises(NotAllowed):
            await walk_in(unit, ada.person_id, walkers=())
        session = await walk_in(unit, ada.person_id, {ada.email})
        assert (await who_is(unit, session.token)).person.id == ada.person_id
        await sign_out(unit, actor_of(ada), session.token)
        for token in (session.token, None, "made up"):
            with pytest.raises(NotSignedIn):
                await who_is(unit, token)
        late = await walk_in(unit, ada.person_id, {ada.email})
    async with school.database.begin(datetime.now(UTC) + timedelta(days=15)) as unit:
        with pytest.raises(NotSignedIn):
            await who_is(unit, late.token)


async def test_a_picture_is_seen_by_those_it_is_for(school: School):
    ada, ben = await school.add_class("9A", 2)
    async with school.database.begin() as unit:
        shown = await add_to_master(unit, school.teacher, school.master, PICTURE)
        hidden = await add_to_master(unit, school.teacher, school.master, CleanBlob("image/png", b"other"))
        with pytest.raises(NotFound):
            await add_to_master(unit, actor_of(ada), school.master, PICTURE)
    tides = await school.add_page("a:x")
    async with school.database.begin() as unit:
        now = await unit.pages.get(tides)
        assert now is not None
        image = {"type": "image", "attrs": {"id": "i", "src": shown}}
        document = {**now.document, "content": [*now.document["content"], image]}
        await unit.pages.save(tides, document, 2, school.teacher.person_id)
    await school.push([tides], "9A", without=[ben])
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        mine = await add_to_copy(unit, actor_of(ada), copy.id, CleanBlob("image/png", b"own"))
        assert await unit.blobs.body(await see_blob(unit, actor_of(ada), shown)) == b"png"
        assert await unit.blobs.body(await see_blob(unit, school.teacher, mine)) == b"own"
        for actor, picture in ((actor_of(ben), shown), (actor_of(ben), mine), (actor_of(ada), hidden)):
            with pytest.raises(NotFound):
                await see_blob(unit, actor, picture)
