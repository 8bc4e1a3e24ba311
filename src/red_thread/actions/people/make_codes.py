"""Making one-time sign-in codes: for those of a class who lack a way in, or for one who forgot the password."""

from dataclasses import dataclass
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.people.passwords import hash_code, new_code
from red_thread.actions.permissions import require_class
from red_thread.actions.refusals import NotFound, TaughtByOthersToo
from red_thread.store.classes.values import Student
from red_thread.store.unit import Unit

CODE_LASTS = timedelta(days=30)


@dataclass(frozen=True, slots=True)
class HandedCode:
    """One student's code, to be printed; it cannot be shown again. `signs_in_as`: what goes with it later."""

    name: str
    signs_in_as: str
    code: str


@dataclass(frozen=True, slots=True)
class HandedCodes:
    """`left_out`: names of those for whom others are responsible too."""

    codes: list[HandedCode]
    left_out: list[str]


async def make_codes(unit: Unit, actor: Actor, class_id: int) -> HandedCodes:
    """Codes for those of a class who have neither a password nor a code that is still good."""
    await require_class(unit, actor, class_id)
    handed = HandedCodes([], [])
    for student in await unit.classes.students(class_id):
        if student.way_in != "none":
            continue
        if await _is_others(unit, actor, student.person_id):
            handed.left_out.append(student.name)
        else:
            handed.codes.append(await _hand(unit, actor, student))
    return handed


async def make_code(unit: Unit, actor: Actor, class_id: int, person_id: int) -> HandedCode:
    """A code for one student, whatever way in they had; it ends the codes before it.

    The next password is the one that they set with it.

    Raises NotFound, TaughtByOthersToo.
    """
    return await _hand(unit, actor, await _own_student(unit, actor, class_id, person_id))


async def end_code(unit: Unit, actor: Actor, class_id: int, person_id: int) -> None:
    """A student's code that was not used yet opens nothing any more. Raises NotFound, TaughtByOthersToo."""
    student = await _own_student(unit, actor, class_id, person_id)
    if not await unit.people.end_codes(student.person_id):
        raise NotFound(what="code")


async def _own_student(unit: Unit, actor: Actor, class_id: int, person_id: int) -> Student:
    await require_class(unit, actor, class_id)
    found = [student for student in await unit.classes.students(class_id) if student.person_id == person_id]
    if not found:
        raise NotFound(what="student")
    if await _is_others(unit, actor, person_id):
        raise TaughtByOthersToo(name=found[0].name)
    return found[0]


async def _is_others(unit: Unit, actor: Actor, person_id: int) -> bool:
    """Whether the actor is not alone responsible; who administers the school is for everybody."""
    teacher = await unit.people.person(actor.person_id)
    if teacher is not None and teacher.administers:
        return False
    return await unit.people.taught_by_others(person_id, actor.person_id)


async def _hand(unit: Unit, actor: Actor, student: Student) -> HandedCode:
    code = new_code()
    await unit.people.add_code(hash_code(code), student.person_id, actor.person_id, unit.now + CODE_LASTS)
    return HandedCode(student.name, student.signs_in_as, code)
