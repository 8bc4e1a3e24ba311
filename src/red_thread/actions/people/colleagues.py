"""Who works in a course, and as what: the owner decides."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_owner, require_teacher
from red_thread.actions.refusals import NotFound, OwnerStays
from red_thread.store.master.values import Colleague, Role
from red_thread.store.unit import Unit


async def look_at_colleagues(unit: Unit, actor: Actor, master_id: int) -> list[Colleague]:
    """Who works in a course, the owner first. Raises NotFound."""
    await require_teacher(unit, actor, master_id, reads=True)
    return await unit.masters.teachers(master_id)


async def set_role(unit: Unit, actor: Actor, master_id: int, person_id: int, role: Role) -> None:
    """Another role for a colleague, or for one who has gone, who is back then.

    There is one owner: who hands that on is a co-teacher. Raises NotAllowed, NotFound, OwnerStays.
    """
    await unit.masters.hold(master_id)  # two who hand over at once: the second is no owner any more
    await require_owner(unit, actor, master_id)
    if person_id == actor.person_id:
        if role != "owner":
            raise OwnerStays
        return
    if not await unit.masters.worked(person_id, master_id):
        raise NotFound(what="colleague")
    if role == "owner":
        await unit.masters.set_role(master_id, actor.person_id, "co-teacher")
    await unit.masters.set_role(master_id, person_id, role)


async def take_out(unit: Unit, actor: Actor, master_id: int, person_id: int) -> None:
    """A colleague works in the course no more: by the owner, or by themselves. Raises NotFound, OwnerStays."""
    await unit.masters.hold(master_id)
    await require_teacher(unit, actor, master_id, reads=True)
    if person_id != actor.person_id:
        await require_owner(unit, actor, master_id)
    role = await unit.masters.role(person_id, master_id)
    if role is None:
        raise NotFound(what="colleague")
    if role == "owner":
        raise OwnerStays
    await unit.masters.take_out_teacher(master_id, person_id)
    await unit.people.end_codes_by(person_id, master_id)
    await unit.news.of_people([person_id])
