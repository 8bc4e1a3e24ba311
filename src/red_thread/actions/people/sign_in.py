"""Signing in and out. These are the only actions without an actor: they find out who acts."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside_from_others
from red_thread.actions.people.passwords import hash_code, hash_password, hash_secret, new_token, password_fits
from red_thread.actions.refusals import CodeNotGood, NotAllowed, NotSignedIn, SignInFailed
from red_thread.store.people.values import Person, SignedIn
from red_thread.store.unit import Unit

SESSION_LASTS = timedelta(days=14)


@dataclass(frozen=True, slots=True)
class NewSession:
    """A session just begun. `token` goes into the cookie and is stored nowhere."""

    person: Person
    token: str
    proof: str


async def sign_in(unit: Unit, name: str, password: str, browser: str = "") -> NewSession:
    """With e-mail, sign-in name or the school's id, and password. Raises SignInFailed."""
    return await begin_session(unit, await check_password(unit, name, password), browser)


async def check_password(unit: Unit, name: str, password: str) -> Person:
    """Who has this name and this password. Raises SignInFailed; it takes as long for a name that nobody has."""
    person = await unit.people.by_email(name)
    kept = person.password_hash if person else None
    if not await aside_from_others(password_fits, password, kept) or person is None:
        raise SignInFailed
    return person


async def walk_in(unit: Unit, person_id: int, walkers: Collection[str]) -> NewSession:
    """As one of the made-up people of the demo, by their e-mail addresses; as anybody else nobody may."""
    person = await unit.people.person(person_id) if walkers else None
    if person is None or person.email not in walkers:
        raise NotAllowed(what="walk into")
    return await begin_session(unit, person)


async def use_code(unit: Unit, code: str, password: str, browser: str = "") -> NewSession:
    """With a one-time code; the password is the person's from then on, and ends their other sessions.

    Codes are handed out by others of this school, so that one opens no other school: the account stands alone again.

    Raises CodeNotGood, PasswordTooShort, PasswordTooWeak; the code stays good when the password is refused.
    """
    person_id = await unit.people.whose_code(hash_code(code))
    person = await unit.people.person(person_id) if person_id else None
    if person is None:
        raise CodeNotGood
    password_hash = await aside_from_others(hash_password, password, names_of(person))
    if await unit.people.use_code(hash_code(code)) is None:  # somebody else was faster
        raise CodeNotGood
    await unit.people.set_password(person.id, password_hash)
    await unit.people.end_sessions(person.id)
    await unit.news.of_people([person.id])
    await unit.links.part(person.id)
    return await begin_session(unit, person, browser)


def names_of(person: Person) -> list[str]:
    """What a person is called, which makes no good password."""
    return [name for name in (person.name, person.email, person.sign_in_name) if name]


async def who_is(unit: Unit, token: str | None) -> SignedIn:
    """Whose session a token is of. Raises NotSignedIn."""
    found = await unit.people.session(hash_secret(token)) if token else None
    if found is None:
        raise NotSignedIn
    return found


async def sign_out(unit: Unit, actor: Actor, token: str) -> None:
    """Ends the session of a token; one that has ended already stays so."""
    await unit.people.end_session(hash_secret(token))
    await unit.news.of_people([actor.person_id])


async def begin_session(unit: Unit, person: Person, browser: str = "") -> NewSession:
    """A new session of a person who has shown who they are."""
    of_school = "" if unit.school == 1 else f"{unit.school}."  # where its token is looked for
    session = NewSession(person, of_school + new_token(), new_token())
    ends_at = unit.now + SESSION_LASTS
    await unit.people.begin_session(hash_secret(session.token), person.id, session.proof, ends_at, browser)
    return session
