"""Whether there is room for more: asked before anything is kept, of the nearest that has a quota first."""

from red_thread.actions.refusals import NoRoom
from red_thread.core.quotas import WORDS, Kept, Whose, filling, would_pass
from red_thread.store.people.values import Person
from red_thread.store.unit import Unit


async def require_room_in_master(unit: Unit, master_id: int, more: Kept) -> None:
    """Raises NoRoom."""
    await _require(unit, Whose.COURSE, master_id, more)
    await _require(unit, Whose.SCHOOL, None, more)


async def require_room_of_student(unit: Unit, person_id: int, more: Kept) -> None:
    """Raises NoRoom."""
    await _require(unit, Whose.STUDENT, person_id, more)
    await _require(unit, Whose.SCHOOL, None, more)


async def _require(unit: Unit, whose: Whose, number: int | None, more: Kept) -> None:
    most = (await unit.quotas.most())[whose]
    passed = would_pass(await unit.quotas.used(whose, number), more, most)
    if passed:
        raise NoRoom(what=WORDS[passed], whose=_WHOSE[whose])


_WHOSE = {Whose.SCHOOL: "the school’s", Whose.COURSE: "this course’s", Whose.STUDENT: "your"}


async def nearly_full(unit: Unit, person: Person) -> list[str]:
    """What somebody should know before it is met: of what nine tenths are taken.

    A student: of their own; a teacher: of their courses; who looks after the school: of it too.
    """
    asked: list[tuple[Whose, int | None, str]] = []
    if person.kind != "teacher":
        asked.append((Whose.STUDENT, person.id, "your own"))
    else:
        courses = await unit.masters.of_teacher(person.id)
        asked += [(Whose.COURSE, one.id, f"{one.name}’s") for one in courses]
    if person.administers:
        asked.append((Whose.SCHOOL, None, "the school’s"))
    most = await unit.quotas.most()
    return [
        f"{name} {WORDS[what]}"
        for whose, number, name in asked
        for what in filling(await unit.quotas.used(whose, number), most[whose])
    ]
