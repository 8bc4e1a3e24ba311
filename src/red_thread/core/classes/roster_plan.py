"""What taking a roster in will do: facts in, one line for every student out. Nothing is changed by planning."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum


class Line(StrEnum):
    """What becomes of one student of a roster."""

    NEW = "new"  # a person, a notebook and a way in are made
    KNOWN = "known"  # in this class already
    RENAMED = "renamed"  # in this class already, under another name
    JOINS = "joins"  # known from another class of the teacher's
    MOVED = "moved"  # from another class of the same course that the file lists without them
    ASKED = "asked"  # known to other teachers: one of theirs has to confirm
    LEFT = "left"  # in the class, but not in the file
    REFUSED = "refused"  # cannot be taken in, with the reason


@dataclass(frozen=True, slots=True)
class Listed:
    """A student as a file lists them, in a class by its name."""

    class_name: str
    name: str
    email: str | None
    outside_id: str | None


@dataclass(frozen=True, slots=True)
class KnownPerson:
    """Somebody whom the file may mean.

    `classes`: the names of the classes of this course that they are in now. `by_others`: whether other teachers have
    them in a course; `is_student`: no teacher.
    """

    id: int
    name: str
    email: str | None
    outside_id: str | None
    classes: tuple[str, ...]
    by_others: bool
    is_student: bool


@dataclass(frozen=True, slots=True)
class PlannedLine:
    """One line of the plan. `person`: who it is, unless new. `before`: the name, or the class, that was."""

    listed: Listed
    line: Line
    person: int | None = None
    before: str = ""


def plan_roster(listed: Sequence[Listed], known: Sequence[KnownPerson]) -> list[PlannedLine]:
    """The lines of a roster in its order, then those who are in its classes and not in it."""
    by_id = {person.outside_id: person for person in known if person.outside_id}
    by_email = {person.email: person for person in known if person.email}
    named = {entry.class_name for entry in listed}
    placed: dict[tuple[str, int], None] = {}
    planned: list[PlannedLine] = []
    for entry in listed:
        person = by_id.get(entry.outside_id or "") or by_email.get(entry.email or "") or _by_name(entry, known)
        if person is not None and (entry.class_name, person.id) in placed:
            planned.append(PlannedLine(entry, Line.REFUSED, person.id, "stands in this class twice"))
            continue
        if person is not None:
            placed[entry.class_name, person.id] = None
        planned.append(_line(entry, person, named, placed))
    moved = {(one.before, one.person) for one in planned if one.line is Line.MOVED}
    whole = {name for name in named if _is_whole(name, known, placed)}
    return planned + [one for one in _left(known, whole, placed) if (one.listed.class_name, one.person) not in moved]


def _is_whole(name: str, known: Sequence[KnownPerson], placed: dict[tuple[str, int], None]) -> bool:
    """Whether a list is of a class: it has half of those who are in it at least. Else it is an addition to it."""
    there, listed = [person.id for person in known if name in person.classes], {person for _, person in placed}
    return 2 * sum(person in listed for person in there) >= len(there)


def _by_name(entry: Listed, known: Sequence[KnownPerson]) -> KnownPerson | None:
    """A name alone means the one of this name in the class, if there is just one and nothing else tells them."""
    if entry.email or entry.outside_id:
        return None
    same = [p for p in known if entry.class_name in p.classes and _plain(p.name) == _plain(entry.name)]
    return same[0] if len(same) == 1 else None


def _plain(name: str) -> str:
    return " ".join(name.casefold().split())


def _line(
    entry: Listed, person: KnownPerson | None, named: set[str], placed: dict[tuple[str, int], None]
) -> PlannedLine:
    if person is None:
        return PlannedLine(entry, Line.NEW)
    if not person.is_student:
        return PlannedLine(entry, Line.REFUSED, None, "is a teacher’s address")
    if entry.class_name in person.classes:
        if person.name == entry.name or person.by_others:
            return PlannedLine(entry, Line.KNOWN, person.id)
        return PlannedLine(entry, Line.RENAMED, person.id, person.name)
    before = [one for one in person.classes if one in named and (one, person.id) not in placed]
    line = Line.ASKED if person.by_others else Line.MOVED if before else Line.JOINS
    return PlannedLine(entry, line, person.id, before[0] if line is Line.MOVED else "")


def _left(known: Sequence[KnownPerson], named: set[str], placed: dict[tuple[str, int], None]) -> list[PlannedLine]:
    return [
        PlannedLine(Listed(name, person.name, person.email, person.outside_id), Line.LEFT, person.id)
        for person in known
        for name in person.classes
        if name in named and (name, person.id) not in placed
    ]
