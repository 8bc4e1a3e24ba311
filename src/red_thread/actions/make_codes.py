"""Making the sheet of one-time sign-in codes for a class."""

from dataclasses import dataclass
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.passwords import hash_code, new_code
from red_thread.actions.permissions import require_class
from red_thread.actions.ports import Unit

CODE_LASTS = timedelta(days=30)


@dataclass(frozen=True, slots=True)
class HandedCode:
    """One student's code, to be printed; it cannot be shown again."""

    name: str
    code: str


async def make_codes(unit: Unit, actor: Actor, class_id: int, everyone: bool = False) -> list[HandedCode]:
    """New codes for those without a password yet, or for everyone. Codes given out earlier stop working."""
    await require_class(unit, actor, class_id)
    made: list[HandedCode] = []
    for student in await unit.classes.students(class_id):
        if everyone or student.way_in != "password":
            code = new_code()
            ends_at = unit.now + CODE_LASTS
            await unit.people.add_code(hash_code(code), student.person_id, actor.person_id, ends_at)
            made.append(HandedCode(student.name, code))
    return made
