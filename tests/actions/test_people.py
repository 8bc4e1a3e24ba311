"""Rosters, ways in, sessions, pictures."""

from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.add_picture import CleanPicture, add_to_copy, add_to_master, see_picture
from red_thread.actions.import_roster import ClassRoster, import_roster
from red_thread.actions.make_codes import make_codes
from red_thread.actions.ports.classes import RosterPerson
from red_thread.actions.refusals import CodeNotGood, NotAllowed, NotFound, NotSignedIn, PasswordTooShort, SignInFailed
from red_thread.actions.sign_in import sign_in, sign_out, use_code, walk_in, who_is
from tests.school import School, actor_of

PICTURE = CleanPicture("image/png", b"png")


def roster(*people):
    return [ClassRoster("9A", "c-1", [RosterPerson(*person) for person in people])]


async def test_a_second_import_changes_nothing_twice(school: School):
    people = roster(("Ada", "ada@school.example", "s-1"), ("Ben", None, "s-2"), ("Cem", "cem@school.example", None))
    for new in (3, 0):
        async with school.database.begin() as unit:
            (taken,) = await import_roster(unit, school.teacher, school.master, people)
            assert (taken.students, taken.new) == (3, new)
            assert len(await unit.classes.students(taken.class_id)) == 3


async def test_a_student_in_two_classes_has_two_notebooks(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        again = [ClassRoster("9B", None, [RosterPerson("Ada", ada.email, None)])]
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
        first, _second = await make_codes(unit, school.teacher, school.classes["9A"])
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
    assert [code.name for code in left] == [_second.name]


async def test_new_codes_end_the_old_ones_and_codes_run_out(school: School):
    await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        (old,) = await make_codes(unit, school.teacher, school.classes["9A"])
        (new,) = await make_codes(unit, school.teacher, school.classes["9A"])
        with pytest.raises(CodeNotGood):
            await use_code(unit, old.code, "three long words")
    async with school.database.begin(datetime.now(UTC) + timedelta(days=31)) as unit:
        with pytest.raises(CodeNotGood):
            await use_code(unit, new.code, "three long words")


async def test_sessions_begin_and_end(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        with pytest.raises(SignInFailed):
            await sign_in(unit, ada.email or "", "anything at all")
        with pytest.raises(SignInFailed):
            await sign_in(unit, "nobody@school.example", "anything at all")
        with pytest.raises(NotAllowed):
            await walk_in(unit, ada.person_id, demo=False)
        session = await walk_in(unit, ada.person_id, demo=True)
        assert (await who_is(unit, session.token)).person.id == ada.person_id
        await sign_out(unit, actor_of(ada), session.token)
        for token in (session.token, None, "made up"):
            with pytest.raises(NotSignedIn):
                await who_is(unit, token)
        late = await walk_in(unit, ada.person_id, demo=True)
    async with school.database.begin(datetime.now(UTC) + timedelta(days=15)) as unit:
        with pytest.raises(NotSignedIn):
            await who_is(unit, late.token)


async def test_a_picture_is_seen_by_those_it_is_for(school: School):
    ada, ben = await school.add_class("9A", 2)
    async with school.database.begin() as unit:
        shown = await add_to_master(unit, school.teacher, school.master, PICTURE)
        hidden = await add_to_master(unit, school.teacher, school.master, PICTURE)
        with pytest.raises(NotAllowed):
            await add_to_master(unit, actor_of(ada), school.master, PICTURE)
    tides = await school.add_page("a:x")
    async with school.database.begin() as unit:
        now = await unit.masters.page(tides)
        assert now is not None
        image = {"type": "image", "attrs": {"id": "i", "src": f"/api/pictures/{shown}"}}
        document = {**now.document, "content": [*now.document["content"], image]}
        await unit.masters.save_page(tides, document, 2)
    await school.push([tides], "9A", without=[ben])
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        mine = await add_to_copy(unit, actor_of(ada), copy.id, PICTURE)
        assert (await see_picture(unit, actor_of(ada), shown)).body == b"png"
        assert (await see_picture(unit, school.teacher, mine)).body == b"png"
        for actor, picture in ((actor_of(ben), shown), (actor_of(ben), mine), (actor_of(ada), hidden)):
            with pytest.raises(NotFound):
                await see_picture(unit, actor, picture)
