"""A list of students as a table or as names alone, from whatever program wrote it."""

import re
from collections.abc import Sequence

from red_thread.formats.encodings import decoded
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.roster.columns import Means, described, guessed, heading_row, is_reversed, meanings
from red_thread.formats.roster.table import Record, records
from red_thread.formats.roster.values import Roster, RosterClass, Students

_STUDENTS = frozenset(
    "|student|students|pupil|learner|s|schuler|schüler|eleve|élève|leerling|alumno|alumna|estudiante|uczeń|member".split(
        "|"
    )
)
_TOTALS = (
    r"(grand |sub)?total\b.*|totals?|average|class average|mean|median|sum|count|overall",
    r"points possible|max(imum)?( points)?|©.*|confidential\b.*",
    r"gesamt|summe|durchschnitt|anzahl|moyenne|totaux|promedio|media|gemiddelde|totaal|średnia|razem|suma",
    r"student, test|test student|\d+ (students|pupils|learners|schüler|élèves|alumnos|leerlingen|uczniów)",
    r"page \d+( of \d+)?|seite \d+.*|(printed|exported|generated|created|report) (on|at|by|date)\b.*",
)
_TOTAL = re.compile("|".join(_TOTALS), re.IGNORECASE)
_NO_STUDENT = "passed over: it looks like a title, a total or a note, not like a student"


def read_plain(name: str, body: bytes, class_name: str, means: Sequence[Means] = ()) -> Roster:
    """`class_name`: where no column names it. `means`: what the columns are, as somebody said. Raises Unreadable."""
    text = decoded(name, body)
    if not text.strip():
        raise Unreadable(name, "it is empty")
    problems: list[Problem] = []
    rows = list(records(name, text, problems))
    at = heading_row(rows)
    headings = rows[at].cells if at is not None else []
    students = rows[at + 1 :] if at is not None else rows
    found, certain = (meanings(headings), True) if at is not None else guessed(students)
    wide = max((len(row.cells) for row in rows), default=0)
    chosen = list(means)[:wide] or found
    problems += [Problem(name, row.line, _NO_STUDENT) for row in rows[: at or 0]]
    taken = _Table(name, chosen, class_name, problems)
    for row in students:
        if row.cells != headings:  # said again on each page of a print
            taken.take(row)
    columns = described(headings, students, chosen)
    return Roster(taken.classes(students), problems, columns, certain or bool(means))


class _Table:
    """Takes the students of a table in, row by row."""

    def __init__(self, file: str, means: Sequence[Means], class_name: str, problems: list[Problem]) -> None:
        self.places = {is_meant: k for k, is_meant in enumerate(means)}
        self.class_name, self.problems, self.file = class_name, problems, file
        self._rows: list[Record] = []

    def take(self, row: Record) -> None:
        """A row that may be a student's."""
        role, name = self._of(row, Means.ROLE), self._written_name(row)
        if role.casefold() not in _STUDENTS:
            self.problems.append(Problem(self.file, row.line, f"passed over: “{role[:40]}” is no student"))
        elif _TOTAL.fullmatch(name):
            self.problems.append(Problem(self.file, row.line, _NO_STUDENT))
        else:
            self._rows.append(row)

    def classes(self, rows: Sequence[Record]) -> list[RosterClass]:
        """The classes, in the order in which the file comes to them."""
        reverse = is_reversed([self._of(row, Means.NAME) for row in rows if self._of(row, Means.NAME)])
        found: dict[str, RosterClass] = {}
        students = Students(self.file, self.problems)
        for row in self._rows:
            title = self._of(row, Means.CLASS) or self.class_name
            if not title:
                self.problems.append(Problem(self.file, row.line, "no class is named"))
                continue
            email, outside_id = self._of(row, Means.EMAIL), self._of(row, Means.ID) or None
            student = students.take(row.line, self._name(row, reverse), email, outside_id, title)
            if student:
                found.setdefault(title, RosterClass(title, None)).students.append(student)
        return list(found.values())

    def _of(self, row: Record, means: Means) -> str:
        place = self.places.get(means)
        return "" if place is None else row.at(place)

    def _written_name(self, row: Record) -> str:
        parts = [self._of(row, means) for means in (Means.NAME, Means.REVERSED, Means.FIRST, Means.INFIX, Means.LAST)]
        return " ".join(filter(None, parts))

    def _name(self, row: Record, reverse: bool) -> str:
        whole, turned = self._of(row, Means.NAME), self._of(row, Means.REVERSED)
        if turned or (whole and reverse):
            return _turned(turned or whole)
        parts = [self._of(row, means) for means in (Means.FIRST, Means.INFIX, Means.LAST)]
        return whole or " ".join(filter(None, parts))


def _turned(name: str) -> str:
    """`Nwosu, Ada` as one says it; without a comma the first word is the family's."""
    last, comma, first = name.partition(",")
    if not comma:
        last, _, first = name.partition(" ")
    return f"{first.strip()} {last.strip()}".strip()
