"""Catching up: who comes into a class later gets what the class was given, by a push like any other."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_class
from red_thread.core.push import Lacking, lacking
from red_thread.store.classes.values import ClassInfo
from red_thread.store.push.values import NewPush
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class CaughtUp:
    """`push_ids`: the pushes that bring it. `pages`: the most that any of the students lacks, sections too."""

    push_ids: tuple[int, ...]
    students: int
    pages: int


async def look_at_lacking(unit: Unit, actor: Actor, class_id: int) -> CaughtUp:
    """How many students of a class lack pages that it was given. Raises NotFound."""
    return _told((), await _lacking(unit, await require_class(unit, actor, class_id)))


async def catch_up(unit: Unit, actor: Actor, class_id: int) -> CaughtUp:
    """Gives every student of a class what they lack of what it was given. Raises NotFound."""
    found = await require_class(unit, actor, class_id)
    await unit.masters.hold(found.master_id)  # two who press at once give it once
    return await _give(unit, actor.person_id, found, await _lacking(unit, found))


async def set_catching_up(unit: Unit, actor: Actor, class_id: int, on: bool) -> None:
    """Whether who comes into the class gets at once what it was given. Raises NotFound."""
    await require_class(unit, actor, class_id)
    await unit.classes.set_catching_up(class_id, on)


async def welcome(unit: Unit, class_id: int, person_ids: Collection[int], made_by: int) -> CaughtUp:
    """For those who have just come into a class, by whatever way: catches them up, unless the class does not want it.

    Whoever lets them in has been asked already whether they may; `made_by`: in whose name they get it.
    """
    found = await unit.classes.get(class_id)
    if found is None or not found.catches_up or not person_ids:
        return CaughtUp((), 0, 0)
    await unit.masters.hold(found.master_id)
    return await _give(unit, made_by, found, await _lacking(unit, found, person_ids))


def together(each: Sequence[CaughtUp]) -> CaughtUp:
    """What several come to."""
    pushes = tuple(push_id for one in each for push_id in one.push_ids)
    return CaughtUp(pushes, sum(one.students for one in each), max((one.pages for one in each), default=0))


async def _lacking(unit: Unit, of: ClassInfo, person_ids: Collection[int] | None = None) -> list[Lacking]:
    students = await unit.classes.students(of.id)
    wanted = [one.notebook_id for one in students if person_ids is None or one.person_id in person_ids]
    if not wanted:
        return []
    outline = await unit.masters.outline(of.master_id)
    events = await unit.given.events(of.master_id, of.id, wanted)
    held = await unit.given.held(of.master_id, wanted)
    wrapped, hidden = outline.under_wraps(), outline.wrapped_sections()
    pages = [page for page in outline.page_order() if page not in wrapped]
    return lacking(events, held, pages, [holder for holder in outline.holder_order() if holder not in hidden])


async def _give(unit: Unit, made_by: int, to: ClassInfo, groups: list[Lacking]) -> CaughtUp:
    pushes: list[int] = []
    for group in groups:
        whom = group.notebook_ids
        editions = await unit.given.editions_by_number(group.pages)
        asked = NewPush(to.master_id, made_by, "catch-up", editions, (), whom, (), list(whom), holders=group.holders)
        pushes.append(await unit.pushes.add(asked))
        await unit.queue.run_push(pushes[-1], to.master_id)
    return _told(tuple(pushes), groups)


def _told(push_ids: tuple[int, ...], groups: list[Lacking]) -> CaughtUp:
    students = sum(len(group.notebook_ids) for group in groups)
    return CaughtUp(push_ids, students, max((len(group.pages) + len(group.holders) for group in groups), default=0))
