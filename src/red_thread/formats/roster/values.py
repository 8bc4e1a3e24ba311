"""What a roster holds, and how its students are taken from rows."""

import re
from dataclasses import dataclass, field

from red_thread.formats.problems import Problem
from red_thread.formats.roster.columns import Column

_EMAIL = re.compile(r"[^@\s]{1,64}@[^@\s]{1,180}\.[^@\s]{2,60}")


@dataclass(frozen=True, slots=True)
class RosterStudent:
    """A student as the file has them."""

    name: str
    email: str | None
    outside_id: str | None


@dataclass(slots=True)
class RosterClass:
    """A class with its students."""

    name: str
    outside_id: str | None
    students: list[RosterStudent] = field(default_factory=list[RosterStudent])


@dataclass(slots=True)
class Roster:
    """What a file holds, and what could not be read of it.

    `columns`: of a table, what each was taken for. `certain`: whether its headings say so; else it is a guess.
    """

    classes: list[RosterClass]
    problems: list[Problem]
    columns: tuple[Column, ...] = ()
    certain: bool = True


class Students:
    """Takes students in, each once in a class; what cannot be taken in is among the problems, with the reason."""

    def __init__(self, file: str, problems: list[Problem]) -> None:
        self.file, self.problems = file, problems
        self._seen: dict[str, int] = {}

    def take(self, line: int, name: str, email: str, outside_id: str | None, where: str = "") -> RosterStudent | None:
        """The student of a row, or None. where: the class in which one stands once."""
        email = email.lower()
        keys = [f"{where}\n{key}" for key in (email, outside_id) if key]
        again = next((key for key in keys if key in self._seen), None)
        if not name:
            why = "the name is missing"
        elif email and not _EMAIL.fullmatch(email):
            why = f"“{email[:80]}” is not an e-mail address"
        elif outside_id and "@" in outside_id:
            why = f"“{outside_id[:80]}” is an address, not an id"
        elif again is not None:
            why = f"{again[len(where) + 1 :][:80]} stands in line {self._seen[again]} already"
        else:
            self._seen.update(dict.fromkeys(keys, line))
            return RosterStudent(" ".join(name.split())[:200], email or None, outside_id)
        self.problems.append(Problem(self.file, line, why))
        return None
