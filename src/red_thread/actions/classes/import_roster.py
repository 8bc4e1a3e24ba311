"""Taking a roster in: first the plan, then the taking, which can be undone."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace

import orjson

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.push.catch_up import CaughtUp, together, welcome
from red_thread.actions.refusals import NotFound, OtherThanPlanned
from red_thread.core.classes.roster_plan import Line, Listed, PlannedLine, plan_roster
from red_thread.core.page.fingerprint import fingerprint_of_bytes
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Taken:
    """What was taken in: the lines as they came about, and under which number it can be undone."""

    id: int
    lines: list[PlannedLine]
    classes: dict[str, int]
    caught_up: CaughtUp

    def count(self, line: Line) -> int:
        """How many students this was about."""
        return Counter(planned.line for planned in self.lines)[line]


async def preview_roster(unit: Unit, actor: Actor, master_id: int, listed: Sequence[Listed]) -> list[PlannedLine]:
    """The plan of a roster, before anything happens. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    tidy = [_tidy(entry) for entry in listed]
    return plan_roster(tidy, await unit.classes.known(master_id, actor.person_id, tidy))


def number_of(lines: Sequence[PlannedLine]) -> str:
    """By what a plan is known: the same lines have the same number, others another."""
    told = [[one.listed.class_name, one.listed.name, one.listed.email, one.line, one.person] for one in lines]
    return fingerprint_of_bytes(orjson.dumps(told))


async def import_roster(
    unit: Unit,
    actor: Actor,
    master_id: int,
    listed: Sequence[Listed],
    leave: bool = False,
    planned: str | None = None,
) -> Taken:
    """Takes a roster in, as its plan says. leave: whether those who are missing in the file leave their classes.

    Every student gets a notebook; a class that the master does not have yet is made. Whom other teachers have too is
    not enrolled but asked for. planned: the number of the plan that somebody saw. Raises NotFound, OtherThanPlanned.
    """
    await require_teacher(unit, actor, master_id)
    await unit.masters.hold(master_id)
    lines = await preview_roster(unit, actor, master_id, listed)
    if planned is not None and number_of(lines) != planned:
        raise OtherThanPlanned
    names = list(dict.fromkeys(planned.listed.class_name for planned in lines))
    classes = {name: await unit.classes.find_or_add(master_id, name, None) for name in names}
    fresh = [planned for planned in lines if planned.line is Line.NEW]
    people = iter(await unit.classes.add_people([planned.listed for planned in fresh]))
    done = [
        replace(p, person=next(people)) if p.line is Line.NEW else p
        for p in lines
        if leave or p.line is not Line.LEFT
    ]
    caught_up = await _apply(unit, actor, classes, done)
    told = [[p.line, classes[p.listed.class_name], p.person, p.before] for p in done]
    number = await unit.classes.log_taking(master_id, actor.person_id, orjson.dumps(told).decode())
    return Taken(number, done, classes, caught_up)


async def _apply(unit: Unit, actor: Actor, classes: dict[str, int], lines: list[PlannedLine]) -> CaughtUp:
    come: defaultdict[int, list[int]] = defaultdict(list)
    moved: defaultdict[int, list[int]] = defaultdict(list)
    asked: defaultdict[int, list[int]] = defaultdict(list)
    for planned in lines:
        class_id, person = classes[planned.listed.class_name], planned.person
        if person is None:
            continue
        if planned.line in (Line.NEW, Line.JOINS):
            come[class_id].append(person)
        elif planned.line is Line.ASKED:
            asked[class_id].append(person)
        elif planned.line is Line.RENAMED:
            await unit.people.rename(person, planned.listed.name)
        elif planned.line is Line.MOVED:
            await unit.classes.move(classes[planned.before], class_id, person)
            moved[class_id].append(person)
        elif planned.line is Line.LEFT:
            await unit.classes.leave(class_id, person)
    for class_id, people in come.items():
        await unit.classes.enrol(class_id, people)
    for class_id, people in asked.items():
        await unit.classes.ask_for(class_id, people, actor.person_id)
    here = [class_id for class_id in classes.values() if class_id in come or class_id in moved]
    return together(
        [await welcome(unit, class_id, come[class_id] + moved[class_id], actor.person_id) for class_id in here]
    )


async def undo_roster(unit: Unit, actor: Actor, taking_id: int) -> None:
    """Puts classes back as they were before a roster was taken in; notebooks rest, and nothing written is lost.

    Raises NotFound.
    """
    found = await unit.classes.taking(taking_id)
    if found is None:
        raise NotFound(what="roster")
    master_id, lines = found
    await require_teacher(unit, actor, master_id, "roster")
    names = {one.name: one.id for one in await unit.classes.of_master(master_id)}
    for line, class_id, person, before in reversed(orjson.loads(lines)):
        if line in (Line.NEW, Line.JOINS):
            await unit.classes.leave(class_id, person)
        elif line == Line.ASKED:
            await unit.classes.answer(class_id, person)
        elif line == Line.RENAMED:
            await unit.people.rename(person, before)
        elif line == Line.MOVED and before in names:
            await unit.classes.move(class_id, names[before], person)
        elif line == Line.LEFT:
            await unit.classes.enrol(class_id, [person])
    await unit.classes.mark_undone(taking_id)


def _tidy(entry: Listed) -> Listed:
    """As it is stored; an id that looks like an address would lock a later person out of it."""
    outside_id = entry.outside_id if entry.outside_id and "@" not in entry.outside_id else None
    names = {"class_name": " ".join(entry.class_name.split())[:80], "name": " ".join(entry.name.split())[:200]}
    return replace(entry, **names, outside_id=outside_id[:200] if outside_id else None)
