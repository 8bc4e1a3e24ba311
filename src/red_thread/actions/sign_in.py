"""Signing in and out. These are the only actions without an actor: they find out who acts."""

from dataclasses import dataclass
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.passwords import hash_code, hash_password, hash_secret, new_token, password_fits
from red_thread.actions.ports import Unit
from red_thread.actions.ports.people import Person, SignedIn
from red_thread.actions.refusals import CodeNotGood, NotAllowed, NotSignedIn, SignInFailed

SESSION_LASTS = timedelta(days=14)


@dataclass(frozen=True, slots=True)
class NewSession:
    """A session just begun. `token` goes into the cookie and is stored nowhere."""

    person: Person
    token: str
    proof: str


async def sign_in(unit: Unit, name: str, password: str) -> NewSession:
    """With e-mail (or the school's id) and password. Raises SignInFailed."""
    person = await unit.people.by_email(name)
    if not password_fits(password, person.password_hash if person else None) or person is None:
        raise SignInFailed
    return await _begin(unit, person)


async def walk_in(unit: Unit, person_id: int, demo: bool) -> NewSession:
    """As a made-up person of the demo; anywhere else nobody may."""
    person = await unit.people.person(person_id) if demo else None
    if person is None:
        raise NotAllowed(what="walk into")
    return await _begin(unit, person)


async def use_code(unit: Unit, code: str, password: str) -> NewSession:
    """With a one-time code; the password is the person's from then on. Raises CodeNotGood, PasswordTooShort."""
    password_hash = hash_password(password)
    person_id = await unit.people.use_code(hash_code(code))
    person = await unit.people.person(person_id) if person_id else None
    if person is None:
        raise CodeNotGood
    await unit.people.set_password(person.id, password_hash)
    return await _begin(unit, person)


async def who_is(unit: Unit, token: str | None) -> SignedIn:
    """Whose session a token is of. Raises NotSignedIn."""
    found = await unit.people.session(hash_secret(token)) if token else None
    if found is None:
        raise NotSignedIn
    return found


async def sign_out(unit: Unit, actor: Actor, token: str) -> None:
    await unit.people.end_session(hash_secret(token))


async def _begin(unit: Unit, person: Person) -> NewSession:
    session = NewSession(person, new_token(), new_token())
    await unit.people.begin_session(hash_secret(session.token), person.id, session.proof, unit.now + SESSION_LASTS)
    return session
