"""Classes of other courses that follow this one too: asked for, agreed to, ended.

Whoever looks after the class has the say. What it was given stays in its notebooks when it follows no more.
"""

from collections.abc import Collection

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_class, require_teacher
from red_thread.actions.refusals import FollowsItsOwn, NoSuchColleague, NotFound
from red_thread.store.classes.values import AskedToFollow, OtherClass
from red_thread.store.unit import Unit


async def could_follow(unit: Unit, actor: Actor, master_id: int) -> list[OtherClass]:
    """Classes of the actor's other courses that could follow this one. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    return await unit.following.could_follow(actor.person_id, master_id)


async def follow(unit: Unit, actor: Actor, master_id: int, class_id: int) -> None:
    """A class that the actor looks after follows one of their courses too.

    One that was a colleague's is asked for anew, whoever ended it. Raises NotFound.
    """
    await require_teacher(unit, actor, master_id)
    await require_class(unit, actor, class_id)
    await unit.following.follow(class_id, master_id)


async def stop_following(unit: Unit, actor: Actor, master_id: int, class_id: int) -> None:
    """Said by either side. Raises FollowsItsOwn, NotFound."""
    found = await unit.classes.get(class_id)
    if found is None or master_id not in await unit.following.masters_of(class_id):
        raise NotFound(what="class")
    if not await unit.masters.changes(actor.person_id, found.master_id):
        await require_teacher(unit, actor, master_id, "class")
    if found.master_id == master_id:
        raise FollowsItsOwn(name=found.name)
    await unit.following.stop(class_id, master_id, actor.person_id)


async def ask_colleague(unit: Unit, actor: Actor, master_id: int, email: str) -> str:
    """Asks a colleague whether classes of theirs may follow; gives the colleague's name.

    Raises NoSuchColleague, NotFound.
    """
    await require_teacher(unit, actor, master_id)
    person = await unit.people.by_email(email)
    if person is None or person.kind != "teacher" or person.id == actor.person_id:
        raise NoSuchColleague
    await unit.following.ask(master_id, person.id, actor.person_id)
    return person.name


async def asked_to_follow(unit: Unit, actor: Actor) -> list[tuple[AskedToFollow, list[OtherClass]]]:
    """Which courses ask for classes of the actor's, each with those that could follow it."""
    asked = await unit.following.asked_of(actor.person_id) if actor.kind == "teacher" else []
    return [(one, await unit.following.could_follow(actor.person_id, one.master_id)) for one in asked]


async def answer_following(unit: Unit, actor: Actor, master_id: int, class_ids: Collection[int]) -> None:
    """These classes of the actor's follow the course that asked; none of them is a no. Raises NotFound."""
    if all(one.master_id != master_id for one in await unit.following.asked_of(actor.person_id)):
        raise NotFound(what="request")
    for class_id in class_ids:
        await require_class(unit, actor, class_id)
        await unit.following.follow(class_id, master_id)
    await unit.following.answer(master_id, actor.person_id)
