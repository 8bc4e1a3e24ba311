"""Classes and their students by hand: made, renamed, moved, taken out, brought back, asked for."""

from dataclasses import replace

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_class, require_class_to_read, require_teacher
from red_thread.actions.push.catch_up import welcome
from red_thread.actions.refusals import HasANotebookThere, NameMissing, NotFound, TaughtByOthersToo
from red_thread.store.classes.values import AskedFor, ClassInfo, Student
from red_thread.store.unit import Unit


async def add_class(unit: Unit, actor: Actor, master_id: int, name: str) -> int:
    """A class without students; one of that name that is there already is that one. Raises NameMissing, NotFound."""
    await require_teacher(unit, actor, master_id)
    return await unit.classes.find_or_add(master_id, _named(name, "class", 80), None)


async def look_at_class(unit: Unit, actor: Actor, class_id: int) -> tuple[ClassInfo, bool, list[Student]]:
    """A class, whether it is a guest to the actor, and who is in it; of guests no ways in. Raises NotFound."""
    found = await require_class_to_read(unit, actor, class_id)
    students = await unit.classes.students(class_id)
    guest = not await unit.masters.changes(actor.person_id, found.master_id)
    if guest:
        students = [replace(one, email=None, signs_in_as="", way_in="password", code_since=None) for one in students]
    return found, guest, students


async def rename_class(unit: Unit, actor: Actor, class_id: int, name: str) -> None:
    """Raises NameMissing, NotFound."""
    found = await require_class(unit, actor, class_id)
    told = _named(name, "class", 80)
    if any(one.name == told and one.id != class_id for one in await unit.classes.of_master(found.master_id)):
        raise NameMissing(what="class of its own")
    await unit.classes.rename(class_id, told)


async def rename_student(unit: Unit, actor: Actor, class_id: int, person_id: int, name: str) -> None:
    """Corrects a name, everywhere. Raises NameMissing, NotFound, TaughtByOthersToo."""
    student = await _student(unit, actor, class_id, person_id)
    if await unit.people.taught_by_others(person_id, actor.person_id):
        raise TaughtByOthersToo(name=student.name)
    await unit.people.rename(person_id, _named(name, "student", 200))


async def take_out(unit: Unit, actor: Actor, class_id: int, person_id: int) -> None:
    """A student leaves the class; their notebook rests as it is, and is theirs again when they come back."""
    await _student(unit, actor, class_id, person_id)
    await unit.classes.leave(class_id, person_id)
    await unit.news.of_people([person_id])


async def bring_in(unit: Unit, actor: Actor, class_id: int, person_id: int) -> None:
    """A student who has left comes back to their notebook. Raises NotFound."""
    await require_class(unit, actor, class_id)
    if not await unit.classes.was_in(class_id, person_id):
        raise NotFound(what="student")
    await unit.classes.enrol(class_id, [person_id])
    await welcome(unit, class_id, [person_id], actor.person_id)


async def move_student(unit: Unit, actor: Actor, class_id: int, person_id: int, to_id: int) -> None:
    """Into another class of the same course, with their notebook. Raises NotFound, HasANotebookThere."""
    student = await _student(unit, actor, class_id, person_id)
    here, there = await require_class(unit, actor, class_id), await require_class(unit, actor, to_id)
    if here.master_id != there.master_id:
        raise NotFound(what="class")
    if not await unit.classes.move(class_id, to_id, person_id):
        raise HasANotebookThere(name=student.name, where=there.name)
    await welcome(unit, to_id, [person_id], actor.person_id)


async def asked_of_me(unit: Unit, actor: Actor) -> list[AskedFor]:
    """For which of the actor's students colleagues ask."""
    return await unit.classes.asked_of(actor.person_id)


async def answer_request(unit: Unit, actor: Actor, class_id: int, person_id: int, agreed: bool) -> None:
    """Lets a student of the actor's into a colleague's class, or not. Raises NotFound."""
    asked = {(one.class_id, one.person_id): one for one in await unit.classes.asked_of(actor.person_id)}
    found = asked.get((class_id, person_id))
    if found is None:
        raise NotFound(what="request")
    await unit.classes.answer(class_id, person_id)
    if agreed:
        await unit.classes.enrol(class_id, [person_id])
        await welcome(unit, class_id, [person_id], found.asked_by_id)


async def _student(unit: Unit, actor: Actor, class_id: int, person_id: int) -> Student:
    await require_class(unit, actor, class_id)
    found = [one for one in await unit.classes.students(class_id) if one.person_id == person_id]
    if not found:
        raise NotFound(what="student")
    return found[0]


def _named(name: str, what: str, longest: int) -> str:
    told = " ".join(name.split())[:longest]
    if not told:
        raise NameMissing(what=what)
    return told
