"""Quotas, as who looks after the school sees and sets them."""

from collections.abc import Mapping
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_administrator
from red_thread.core.quotas import Kept, Whose
from red_thread.store.unit import Unit

FEW = 5


@dataclass(frozen=True, slots=True)
class Quotas:
    """What each may keep, what the school keeps, and the courses and students that keep most, by name."""

    most: Mapping[Whose, Kept]
    used: Kept
    courses: list[tuple[str, Kept]]
    students: list[tuple[str, Kept]]


async def look_at_quotas(unit: Unit, actor: Actor) -> Quotas:
    """Raises NotFound to everybody else."""
    await require_administrator(unit, actor)
    return Quotas(
        await unit.quotas.most(),
        await unit.quotas.used(Whose.SCHOOL),
        await unit.quotas.fullest(Whose.COURSE, FEW),
        await unit.quotas.fullest(Whose.STUDENT, FEW),
    )


async def set_quota(unit: Unit, actor: Actor, whose: Whose, most: Kept) -> Kept:
    """How much each may keep from now on; what is there stays. Gives what it was. Raises NotFound."""
    await require_administrator(unit, actor)
    before = (await unit.quotas.most())[whose]
    await unit.quotas.allow(whose, most)
    return before
