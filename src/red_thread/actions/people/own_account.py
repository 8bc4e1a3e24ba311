"""What everyone can do about their own way in: another password, and ending sessions elsewhere."""

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside_from_others
from red_thread.actions.people.passwords import hash_password, hash_secret, password_fits
from red_thread.actions.people.sign_in import names_of
from red_thread.actions.refusals import NotFound, NotTheirPassword
from red_thread.store.people.values import OpenSession
from red_thread.store.unit import Unit


async def change_password(unit: Unit, actor: Actor, old: str, new: str, token: str) -> None:
    """A new password; it ends the actor's other sessions, and codes that were handed out.

    The account stands alone in its school again: who had brought another one together with it is out, too.

    Raises NotTheirPassword, PasswordTooShort, PasswordTooWeak.
    """
    person = await unit.people.person(actor.person_id)
    if person is None or not await aside_from_others(password_fits, old, person.password_hash):
        raise NotTheirPassword
    await unit.people.set_password(person.id, await aside_from_others(hash_password, new, names_of(person)))
    await unit.people.end_sessions(person.id, but=hash_secret(token))
    await unit.links.part(person.id)
    await unit.news.of_people([person.id])


async def look_at_sessions(unit: Unit, actor: Actor, token: str) -> list[tuple[OpenSession, bool]]:
    """The actor's open sessions, newest first, each with whether it is this one."""
    this = hash_secret(token)
    return [(session, session.token_hash == this) for session in await unit.people.sessions(actor.person_id)]


async def end_session(unit: Unit, actor: Actor, number: str) -> None:
    """Ends one of the actor's sessions. Raises NotFound."""
    for session in await unit.people.sessions(actor.person_id):
        if session.number == number:
            await unit.people.end_session(session.token_hash)
            await unit.news.of_people([actor.person_id])
            return
    raise NotFound(what="session")
