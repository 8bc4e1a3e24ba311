"""Whether data are the demo is decided once and remembered; and what the shell does to a school."""

import contextlib
from dataclasses import replace

import pytest

from red_thread.actions.people.begin_school import Beginning, may_begin
from red_thread.actions.people.passwords import hash_password
from red_thread.actions.people.sign_in import sign_in, who_is
from red_thread.actions.refusals import NotSignedIn, SignInFailed
from red_thread.demo.load import DEMO_PASSWORD, TEACHER, holds_demo, prepare_data
from red_thread.settings import Settings
from red_thread.shell import add_teacher_from_shell, reset_password


@pytest.fixture
def settings(database_url) -> Settings:
    return Settings(database_url=database_url)


async def test_real_data_stay_real_whatever_is_forgotten_later(settings, database):
    told = await prepare_data(settings, "no", say=print)
    assert told["demo"] is False
    again = await prepare_data(settings, "as remembered", say=print)
    assert again["demo"] is False, "the flag was forgotten once"
    assert not await holds_demo(settings)
    async with database.begin() as unit:
        assert await may_begin(unit, again["first_code"])
        assert not await may_begin(unit, told["first_code"]), "each start has a code of its own"
        assert await unit.people.by_email(TEACHER) is None


async def test_data_that_held_the_demo_and_are_started_without_it_let_none_of_them_in(settings, database):
    async with database.begin() as unit:
        await unit.people.add_teacher("Ngozi Okafor", TEACHER, hash_password(DEMO_PASSWORD))
        await unit.people.remember("demo", "yes")
        session = await sign_in(unit, TEACHER, DEMO_PASSWORD)
    assert await holds_demo(settings)
    assert (await prepare_data(settings, "no", say=print))["demo"] is False
    assert not await holds_demo(settings)
    async with database.begin() as unit:
        with pytest.raises(NotSignedIn):
            await who_is(unit, session.token)
        with pytest.raises(SignInFailed):
            await sign_in(unit, TEACHER, DEMO_PASSWORD)


async def test_the_shell_makes_teachers_and_resets_passwords(settings, database):
    who = Beginning("Tess Tan", "", "three long words", "Saltmarsh", "Shores")
    assert await add_teacher_from_shell(settings, who, administers=True) == "Tess Tan signs in as tess.tan."
    assert "new password" in await reset_password(settings, "tess.tan", "four other words")
    async with database.begin() as unit:
        session = await sign_in(unit, "tess.tan", "four other words")
        assert len(await unit.masters.of_teacher(session.person.id)) == 1
    for wrong in (replace(who, password="password1"), replace(who, name=" ")):
        with pytest.raises(SystemExit):
            await add_teacher_from_shell(settings, wrong, administers=True)
    with pytest.raises(SystemExit):
        await reset_password(settings, "nobody", "four other words")


async def test_the_shell_begins_another_school(settings, database):
    who = Beginning("Tess Tan", "", "three long words", "Harbour School", "Ropes")
    for wrong in (replace(who, password="password1"), who):
        with contextlib.suppress(SystemExit):
            told = await add_teacher_from_shell(settings, wrong, administers=True, another=True)
    assert told == f"Tess Tan signs in as tess.tan at {settings.public_url}/?school=3."
    assert "new password" in await reset_password(settings, "tess.tan", "four other words", school=3)
    with pytest.raises(SystemExit):
        await reset_password(settings, "tess.tan", "four other words")
    assert await database.database.schools() == [1, 3]
