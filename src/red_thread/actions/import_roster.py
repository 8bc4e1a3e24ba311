"""Taking a roster in. What was taken in before is known again, so a second time changes nothing twice."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.classes import RosterPerson


@dataclass(frozen=True, slots=True)
class ClassRoster:
    """A class of a file: its name, the school's id for it, its students."""

    name: str
    outside_id: str | None
    people: list[RosterPerson]


@dataclass(frozen=True, slots=True)
class TakenIn:
    """What came in of one class: how many students the file has, how many of them are new in the class."""

    class_id: int
    name: str
    students: int
    new: int


async def import_roster(unit: Unit, actor: Actor, master_id: int, classes: list[ClassRoster]) -> list[TakenIn]:
    """Every student gets a notebook; a class that the master does not have yet is made."""
    await require_teacher(unit, actor, master_id, "bring classes into")
    taken: list[TakenIn] = []
    for roster in classes:
        name = " ".join(roster.name.split())[:80]
        class_id = await unit.classes.find_or_add(master_id, name, roster.outside_id)
        new = await unit.classes.take_in(class_id, roster.people)
        taken.append(TakenIn(class_id, name, len(roster.people), new))
    return taken
