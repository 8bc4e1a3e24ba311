"""Catching up: who comes into a class later gets what the class was given, by a push like any other."""

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_class, require_class_to_read
from red_thread.core.outline.tree import Holder
from red_thread.core.push import USUAL, Given, How, IfCopy, Lacking, audience_of, lacking
from red_thread.store.classes.values import ClassInfo, Student
from red_thread.store.master.values import Starter
from red_thread.store.push.values import NewPush, Reached
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class CaughtUp:
    """`push_ids`: the pushes that bring it. `pages`: the most that any of the students lacks, sections too."""

    push_ids: tuple[int, ...]
    students: int
    pages: int


@dataclass(frozen=True, slots=True)
class WhoLacks:
    """Students who lack the same, and what: titles of pages, names of dividers and sections."""

    students: list[Reached]
    titles: list[str]


# By master that a class follows: who of the class lacks what of it.
LackingOf: TypeAlias = list[tuple[int, list[Lacking]]]
# Pages with the numbers of their editions, dividers and sections, and how they are given.
_Push: TypeAlias = tuple[Mapping[int, int], tuple[Holder, ...], How]
_LOOSE, _ONE_MORE = How(untied=True), How(if_copy=IfCopy.SECOND)


async def look_at_lacking(unit: Unit, actor: Actor, class_id: int) -> tuple[CaughtUp, list[WhoLacks]]:
    """What catching up would give to the students of a class, and to whom; nothing happens. Raises NotFound."""
    found = await require_class_to_read(unit, actor, class_id)
    each = await _lacking(unit, found, await _taught(unit, actor, found))
    return _told((), each), [one for master_id, groups in each for one in await _who(unit, master_id, groups)]


async def catch_up(unit: Unit, actor: Actor, class_id: int, notebook_ids: Collection[int] | None = None) -> CaughtUp:
    """Gives the students of a class what they lack of what it was given, of the actor's courses; or some of them.

    Raises NotFound.
    """
    found = await require_class_to_read(unit, actor, class_id)
    taught = await _taught(unit, actor, found)
    await _hold(unit, taught)  # two who press at once give it once
    return await _give(unit, actor.person_id, await _lacking(unit, found, taught, notebook_ids))


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
    followed = await unit.following.masters_of(class_id)
    await _hold(unit, followed)
    students = await unit.classes.students(class_id)
    new = [student.notebook_id for student in students if student.person_id in person_ids]
    return await _give(unit, made_by, await _lacking(unit, found, followed, new))


def together(each: Sequence[CaughtUp]) -> CaughtUp:
    """What several come to."""
    pushes = tuple(push_id for one in each for push_id in one.push_ids)
    return CaughtUp(pushes, sum(one.students for one in each), max((one.pages for one in each), default=0))


async def _taught(unit: Unit, actor: Actor, of: ClassInfo) -> list[int]:
    """Of the masters that the class follows, those from which the actor pushes."""
    followed = await unit.following.masters_of(of.id)
    return [master_id for master_id in followed if await unit.masters.changes(actor.person_id, master_id)]


async def _hold(unit: Unit, master_ids: Sequence[int]) -> None:
    for master_id in sorted(master_ids):
        await unit.masters.hold(master_id)


async def _lacking(
    unit: Unit, of: ClassInfo, master_ids: Sequence[int], notebook_ids: Collection[int] | None = None
) -> LackingOf:
    students = await unit.classes.students(of.id)
    wanted = [student for student in students if notebook_ids is None or student.notebook_id in notebook_ids]
    return [(one, await _lacking_of(unit, one, of.id, wanted)) for one in master_ids if wanted]


async def _lacking_of(unit: Unit, master_id: int, class_id: int, students: list[Student]) -> list[Lacking]:
    outline = await unit.outlines.read(master_id)
    wanted = [student.notebook_id for student in students]
    begins_with = [_begun_with(starter, students) for starter in await unit.outlines.starters(master_id)]
    events = [*begins_with, *await unit.given.events(master_id, class_id, wanted)]
    held = await unit.given.held(master_id, wanted)
    wrapped, hidden = outline.under_wraps(), outline.wrapped_sections()
    pages = [page for page in outline.page_order() if page not in wrapped]
    return lacking(events, held, pages, [holder for holder in outline.holder_order() if holder not in hidden])


def _begun_with(starter: Starter, students: Sequence[Student]) -> Given:
    """A starter page, as given to those who came into the class after it had become one."""
    later = [s.notebook_id for s in students if starter.since is None or s.since[-1] >= starter.since]
    return Given("give", {starter.page_id: starter.number}, to_class=False, notebook_ids=frozenset(later))


async def _give(unit: Unit, made_by: int, found: LackingOf) -> CaughtUp:
    pushes: list[int] = []
    for master_id, group in ((master_id, group) for master_id, groups in found for group in groups):
        whom = group.notebook_ids
        for pages, holders, how in _pushes_for(group):
            editions = await unit.given.editions_by_number(pages)
            audience = audience_of(notebooks=whom)
            asked = NewPush(master_id, made_by, "catch-up", editions, audience, list(whom), how=how, holders=holders)
            pushes.append(await unit.pushes.add(asked))
            await unit.queue.run_push(pushes[-1], master_id)
    return _told(tuple(pushes), found)


def _pushes_for(group: Lacking) -> Iterator[_Push]:
    if group.pages or group.holders:
        yield group.pages, group.holders, USUAL
    yield from _one_more(group, beside_loose=False)
    if group.loose:  # behind what follows the master: nothing finds its place by them
        yield group.loose, (), _LOOSE
    yield from _one_more(group, beside_loose=True)


def _one_more(group: Lacking, beside_loose: bool) -> Iterator[_Push]:
    for wave in group.more:
        pages = {page: edition for page, edition in wave.items() if (page in group.loose) is beside_loose}
        if pages:
            yield pages, (), _ONE_MORE


async def _who(unit: Unit, master_id: int, groups: list[Lacking]) -> list[WhoLacks]:
    if not groups:
        return []
    titles = await unit.pages.titles({page_id for group in groups for page_id in group.page_ids})
    names = (await unit.outlines.read(master_id)).names_of(holder for group in groups for holder in group.holders)
    reached = await unit.audiences.names([notebook_id for group in groups for notebook_id in group.notebook_ids])
    by_notebook = {one.notebook_id: one for one in reached}
    return [
        WhoLacks(
            [by_notebook[notebook_id] for notebook_id in group.notebook_ids],
            [*(names[holder] for holder in group.holders), *(titles[page_id] for page_id in group.page_ids)],
        )
        for group in groups
    ]


def _told(push_ids: tuple[int, ...], found: LackingOf) -> CaughtUp:
    groups = [group for _, groups in found for group in groups]
    students = {notebook_id for group in groups for notebook_id in group.notebook_ids}
    most = max((len(group.page_ids) + len(group.holders) for group in groups), default=0)
    return CaughtUp(push_ids, len(students), most)
