"""Lists of students."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from red_thread.core.classes.roster_plan import Listed
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.roster import Column, Means, read_roster
from red_thread.reading.limits import within_limits


@dataclass(frozen=True, slots=True)
class ReadRoster:
    """The students that a file lists, what could not be read of it, and what its columns were taken for."""

    listed: list[Listed]
    problems: list[Problem]
    columns: tuple[Column, ...]
    certain: bool


async def read_listed(
    name: str, body: bytes, class_name: str, means: Sequence[Means] = (), today: date | None = None
) -> ReadRoster:
    """Reads a roster file, or a list of names. Raises Unreadable."""
    roster = await within_limits(name, read_roster, name, body, class_name, means, today)
    listed = [Listed(c.name, s.name, s.email, s.outside_id) for c in roster.classes for s in c.students]
    if not listed and not roster.problems and roster.certain:
        raise Unreadable(name, "there is no student in it")
    return ReadRoster(listed, roster.problems, roster.columns, roster.certain)
