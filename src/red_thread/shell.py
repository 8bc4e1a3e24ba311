"""What whoever runs the installation does from its shell: begin a school, make teachers, reset a password."""

from red_thread.actions.actor import Actor
from red_thread.actions.people.begin_school import Beginning, add_course, make_teacher
from red_thread.actions.people.passwords import hash_password
from red_thread.actions.people.sign_in import names_of
from red_thread.actions.refusals import Refused
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, Database, NoSuchSchool


async def add_teacher_from_shell(
    settings: Settings, who: Beginning, *, administers: bool, school: int = HOME_SCHOOL, another: bool = False
) -> str:
    """Makes a teacher, in `another` school if asked to; says what they sign in with, or why it could not be."""
    database = Database(settings.sqlalchemy_url, pool_size=2)
    try:
        async with database.begin_in(school) as unit:
            if another:
                school = await unit.schools.begin_another(who.school)
            teacher_id = await make_teacher(unit, who, administers)
            if who.school and not another:
                await unit.schools.call(who.school)
                await unit.people.remember("first code", None)
            if who.course:
                await add_course(unit, Actor(teacher_id, "teacher"), who.course)
            person = await unit.people.person(teacher_id)
            assert person is not None
            where = "" if school == HOME_SCHOOL else f" at {settings.public_url}/?school={school}"
            return f"{person.name} signs in as {person.email or person.sign_in_name}{where}."
    except Refused as refused:
        raise SystemExit(f"{refused} {refused.hint}") from refused
    except NoSuchSchool as error:
        raise SystemExit(f"There is no school {error}.") from error
    finally:
        await database.close()


async def reset_password(settings: Settings, who: str, password: str, school: int = HOME_SCHOOL) -> str:
    """Sets somebody's password and ends their sessions; says whose."""
    database = Database(settings.sqlalchemy_url, pool_size=2)
    try:
        async with database.begin_in(school) as unit:
            person = await unit.people.by_email(who)
            if person is None:
                raise SystemExit(f"Nobody signs in as {who}.")
            await unit.people.set_password(person.id, hash_password(password, names_of(person)))
            await unit.people.end_sessions(person.id)
            return f"{person.name} has a new password; their sessions have ended."
    except Refused as refused:
        raise SystemExit(f"{refused} {refused.hint}") from refused
    except NoSuchSchool as error:
        raise SystemExit(f"There is no school {error}.") from error
    finally:
        await database.close()
