"""Groups: students of a course, out of one class or several, who are given pages together."""

from collections import defaultdict
from collections.abc import Collection

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.push.catch_up import CaughtUp, together, welcome
from red_thread.actions.refusals import NameMissing, NotFound
from red_thread.core.push import SelectorKind
from red_thread.store.classes.values import GroupInfo
from red_thread.store.unit import Unit


async def look_at_groups(unit: Unit, actor: Actor, master_id: int) -> list[GroupInfo]:
    """The groups of a course, by name. Raises NotFound."""
    await require_teacher(unit, actor, master_id, reads=True)
    return await unit.groups.of_master(master_id)


async def make_group(unit: Unit, actor: Actor, master_id: int, name: str, notebook_ids: Collection[int]) -> int:
    """A new group of these students; gives its id. Raises NameMissing, NotFound."""
    await require_teacher(unit, actor, master_id)
    await require_students(unit, master_id, notebook_ids)
    group_id = await unit.groups.add(master_id, await _free_name(unit, master_id, name))
    await unit.groups.set_members(group_id, notebook_ids)
    return group_id


async def change_group(unit: Unit, actor: Actor, group_id: int, name: str, notebook_ids: Collection[int]) -> CaughtUp:
    """Another name, other members; who is new gets what the group was given. Raises NameMissing, NotFound."""
    group = await _require_group(unit, actor, group_id)
    await require_students(unit, group.master_id, notebook_ids)
    await unit.groups.rename(group_id, await _free_name(unit, group.master_id, name, group_id))
    await unit.groups.set_members(group_id, notebook_ids)
    return await _welcome(unit, actor, group.master_id, set(notebook_ids).difference(group.notebook_ids))


async def remove_group(unit: Unit, actor: Actor, group_id: int) -> None:
    """The group is no more; what its students were given stays with them. Raises NotFound."""
    await _require_group(unit, actor, group_id)
    await unit.groups.set_removed(group_id, removed=True)


async def bring_group_back(unit: Unit, actor: Actor, master_id: int, group_id: int) -> None:
    """Undoes `remove_group`. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    await unit.groups.set_removed(group_id, removed=False)
    if all(group.id != group_id for group in await unit.groups.of_master(master_id)):
        raise NotFound(what="group")


async def _welcome(unit: Unit, actor: Actor, master_id: int, new: Collection[int]) -> CaughtUp:
    by_class: defaultdict[int, list[int]] = defaultdict(list)
    for klass in await unit.classes.of_master(master_id) if new else ():
        for student in await unit.classes.students(klass.id):
            if student.notebook_id in new:
                by_class[klass.id].append(student.person_id)
    return together([await welcome(unit, to, people, actor.person_id) for to, people in by_class.items()])


async def _require_group(unit: Unit, actor: Actor, group_id: int) -> GroupInfo:
    group = await unit.groups.get(group_id)
    if group is None:
        raise NotFound(what="group")
    await require_teacher(unit, actor, group.master_id, "group")
    return group


async def require_students(unit: Unit, master_id: int, notebook_ids: Collection[int]) -> None:
    """Refuses notebooks that are of no class of the course. Raises NotFound."""
    known = await unit.audiences.of_course(master_id, SelectorKind.NOTEBOOK, notebook_ids)
    if len(known) < len(set(notebook_ids)):
        raise NotFound(what="notebook")


async def _free_name(unit: Unit, master_id: int, name: str, own: int | None = None) -> str:
    told = " ".join(name.split())[:80]
    if not told:
        raise NameMissing(what="group")
    if any(group.name == told and group.id != own for group in await unit.groups.of_master(master_id)):
        raise NameMissing(what="group of its own")
    return told
