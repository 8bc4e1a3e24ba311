"""A teacher who works in two schools of an installation signs in at one, and opens the other from there.

Each account stays what it is, in its own school, with its own courses and password. To bring two together one has to
know both passwords; what then opens the other school is the session of the first.
"""

from red_thread.actions.actor import Actor
from red_thread.actions.people.passwords import new_token
from red_thread.actions.people.sign_in import NewSession, begin_session, check_password
from red_thread.actions.refusals import AlreadyTogether, NotFound, SignInFailed
from red_thread.store.people.values import LinkedSchool
from red_thread.store.unit import Unit


async def look_at_my_schools(unit: Unit, actor: Actor) -> list[LinkedSchool]:
    """The schools that the actor has brought together; none, if it is this one alone."""
    link = await unit.links.of(actor.person_id)
    schools = await unit.links.schools(link) if link else []
    return schools if len(schools) > 1 else []


async def link_of(unit: Unit, actor: Actor) -> str:
    """The actor's link, made if there is none. Raises NotFound for pupils: they are of one school."""
    if actor.kind != "teacher":
        raise NotFound(what="school")
    await unit.links.join(actor.person_id, new_token())
    link = await unit.links.of(actor.person_id)
    assert link is not None
    return link


async def join_link(there: Unit, link: str, name: str, password: str) -> None:
    """Who signs in there with this name and password is the same person. `there`: a transaction in the other school.

    Raises SignInFailed, also for pupils, and AlreadyTogether.
    """
    person = await check_password(there, name, password)
    if person.kind != "teacher":
        raise SignInFailed
    theirs, other = await there.links.of(person.id), await there.links.person(link)
    if other == person.id:
        return
    if other is not None or (theirs is not None and len(await there.links.schools(theirs)) > 1):
        raise AlreadyTogether
    await there.links.part(person.id)
    await there.links.join(person.id, link)


async def open_school(there: Unit, link: str, browser: str = "") -> NewSession:
    """A session in another school of the same person. Raises NotFound."""
    person_id = await there.links.person(link)
    person = await there.people.person(person_id) if person_id else None
    if person is None:
        raise NotFound(what="school")
    return await begin_session(there, person, browser)


async def end_sessions_of_link(there: Unit, link: str) -> None:
    """The person's sessions in another school end: their way in here was changed, perhaps because somebody had it."""
    person_id = await there.links.person(link)
    if person_id is not None:
        await there.people.end_sessions(person_id)
        await there.news.of_people([person_id])


async def part_schools(unit: Unit, actor: Actor) -> None:
    """This school's account stands alone again."""
    await unit.links.part(actor.person_id)
