"""The first day of a school: its first teacher, who looks after it, and a course; and more teachers after that."""

from dataclasses import dataclass
from typing import cast

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside_from_others
from red_thread.actions.master.change_outline import add_section
from red_thread.actions.people.make_codes import CODE_LASTS, HandedCode
from red_thread.actions.people.my_school import language_called, zone_called
from red_thread.actions.people.passwords import hash_code, hash_password, new_code
from red_thread.actions.people.sign_in import NewSession, begin_session
from red_thread.actions.permissions import require_owner, require_teacher
from red_thread.actions.refusals import AddressTaken, BegunAlready, CodeNotGood, NameMissing, NotAnAddress, NotFound
from red_thread.store.master.values import Role
from red_thread.store.people.values import Person
from red_thread.store.unit import Unit

_CODE = "first code"


@dataclass(frozen=True, slots=True)
class Beginning:
    """Who begins, and with what.

    `email`: may be empty; then a name to sign in with is made. `time_zone`, `language`: of the browser, as a
    first guess at the school's.
    """

    name: str
    email: str
    password: str
    school: str
    course: str
    time_zone: str = ""
    language: str = ""


async def expect_first_teacher(unit: Unit) -> str | None:
    """A new code for the first start, if nobody is here yet; it is known to whoever started it alone."""
    if await unit.people.teachers():
        await unit.people.remember(_CODE, None)
        return None
    code = new_code()
    await unit.people.remember(_CODE, hash_code(code).hex())
    return code


async def may_begin(unit: Unit, code: str) -> bool:
    """Whether the school waits for its first teacher and this is its code."""
    return await unit.people.setting(_CODE) == hash_code(code).hex()


async def begin_school(unit: Unit, code: str, beginning: Beginning, browser: str = "") -> tuple[NewSession, int]:
    """The first teacher, who looks after the school, signed in; and the id of the first course.

    Raises BegunAlready, NameMissing, PasswordTooShort, PasswordTooWeak.
    """
    if not await may_begin(unit, code):
        raise BegunAlready
    teacher_id = await make_teacher(unit, beginning, administers=True)
    await unit.people.remember(_CODE, None)
    await unit.schools.call(_named(beginning.school, "school"))
    if zone := zone_called(beginning.time_zone):
        await unit.schools.set_clock(zone)
    await unit.schools.set_language(language_called(beginning.language))
    master_id = await add_course(unit, Actor(teacher_id, "teacher"), beginning.course)
    person = await unit.people.person(teacher_id)
    assert person is not None
    return await begin_session(unit, person, browser), master_id


async def make_teacher(unit: Unit, who: Beginning, administers: bool = False) -> int:
    """A teacher with a password: from the shell of whoever runs the installation, or at the first start."""
    name = _named(who.name, "person")
    password_hash = await aside_from_others(hash_password, who.password, [name, who.email])
    email = who.email.strip().lower() or None
    if email and not is_mail(email):
        raise NotAnAddress(email=email)
    if email and await unit.people.by_email(email):
        raise AddressTaken(email=email)
    return await unit.people.add_teacher(name, email, password_hash, administers)


async def add_course(unit: Unit, actor: Actor, name: str) -> int:
    """A course of the actor's own with a first section; gives the id of its master. Raises NameMissing, NotFound."""
    if actor.kind != "teacher":
        raise NotFound(what="course")
    master_id = await unit.masters.add_master(_named(name, "course"), actor.person_id)
    await add_section(unit, actor, master_id, "First section")
    return master_id


async def invite_teacher(
    unit: Unit, actor: Actor, master_id: int, name: str, email: str, role: Role = "co-teacher"
) -> HandedCode | None:
    """A colleague teaches the course too, or helps there.

    One who is new here gets a code to begin with. One who is here is asked: they sign in as ever and give the code of
    this invitation, since an address that somebody else put in proves nothing. Whom an administrator names is let in
    at once (None). Whom the owner took out the owner alone brings back.

    Raises NameMissing, NotAnAddress, AddressTaken, NotAllowed, NotFound.
    """
    await require_teacher(unit, actor, master_id)
    address = email.strip().lower() or None
    known = await unit.people.by_email(address) if address else None
    if known is not None:
        if known.kind != "teacher":
            raise AddressTaken(email=address)
        return await _ask(unit, actor, master_id, known, role)
    if address and not is_mail(address):
        raise NotAnAddress(email=address)
    person_id = await unit.people.add_teacher(_named(name, "person"), address, None)
    await unit.masters.add_teacher(master_id, person_id, role)
    person = await unit.people.person(person_id)
    assert person is not None
    code = new_code()
    await unit.people.add_code(hash_code(code), person_id, actor.person_id, unit.now + CODE_LASTS)
    return HandedCode(person.name, person.email or person.sign_in_name or "", code)


async def _ask(unit: Unit, actor: Actor, master_id: int, known: Person, role: Role) -> HandedCode | None:
    if await unit.masters.worked(known.id, master_id) and await unit.masters.role(known.id, master_id) is None:
        await require_owner(unit, actor, master_id)
    inviter = await unit.people.person(actor.person_id)
    if inviter is not None and inviter.administers:
        await unit.masters.add_teacher(master_id, known.id, role)
        return None
    code, ends_at = new_code(), unit.now + CODE_LASTS
    await unit.people.invite(hash_code(code), master_id, known.id, role, actor.person_id, ends_at)
    return HandedCode(known.name, known.email or known.sign_in_name or "", code)


async def take_up_invitation(unit: Unit, actor: Actor, code: str) -> int:
    """The actor, who is here, works in the course that a code invites them to. Raises CodeNotGood."""
    invited = await unit.people.take_up_invitation(hash_code(code), actor.person_id)
    if invited is None:
        raise CodeNotGood
    master_id, role = invited
    await unit.masters.add_teacher(master_id, actor.person_id, cast(Role, role))
    return master_id


def is_mail(address: str) -> bool:
    """Whether it looks like an address of mail: what has no @ could be the name that somebody else signs in with."""
    name, at, host = address.partition("@")
    return bool(at and name and host) and not any(c.isspace() for c in address) and "@" not in host


def _named(name: str, what: str) -> str:
    told = " ".join(name.split())[:120]
    if not told:
        raise NameMissing(what=what)
    return told
