"""Who was not there on a day: noted once, and then whom a page can be for."""

from collections.abc import Collection
from datetime import date

from red_thread.actions.actor import Actor
from red_thread.actions.classes.groups import require_students
from red_thread.actions.permissions import require_teacher
from red_thread.store.classes.values import AwayInfo
from red_thread.store.unit import Unit


async def look_at_away(unit: Unit, actor: Actor, master_id: int) -> list[AwayInfo]:
    """Each day on which somebody of the course was away, the newest first. Raises NotFound."""
    await require_teacher(unit, actor, master_id, reads=True)
    return await unit.away.of_master(master_id)


async def note_away(unit: Unit, actor: Actor, master_id: int, day: date, notebook_ids: Collection[int]) -> int:
    """Exactly these were away on that day, whoever was noted before; gives the list's id. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    await require_students(unit, master_id, notebook_ids)
    return await unit.away.keep(master_id, day, notebook_ids)
