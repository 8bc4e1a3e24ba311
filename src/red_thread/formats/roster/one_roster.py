"""OneRoster 1.1 and 1.2, as a zip of CSV files.

Source: 1EdTech OneRoster 1.1 and 1.2, CSV binding. Of it are read `users.csv`, `classes.csv`, `enrollments.csv` and,
in 1.2, `roles.csv`. Rows that are `tobedeleted` or `inactive`, accounts that are not enabled, and enrolments of other
days are passed over; of accounts and days it is said how many.
"""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date

from red_thread.formats.encodings import decoded
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.roster.table import Record, records
from red_thread.formats.roster.values import Roster, RosterClass, RosterStudent, Students

_NEEDED = (("users.csv", "givenname"), ("classes.csv", "title"), ("enrollments.csv", "usersourcedid"))
_GONE = ("tobedeleted", "inactive")


@dataclass(frozen=True, slots=True)
class _Row:
    line: int
    values: dict[str, str]

    def __getitem__(self, column: str) -> str:
        return self.values.get(column.lower(), "")


def read_one_roster(name: str, files: dict[str, bytes], today: date | None) -> Roster:
    """Raises Unreadable where a file is missing, or is none of OneRoster."""
    by_name = {path.rsplit("/", 1)[-1].lower(): body for path, body in files.items()}
    for needed, column in _NEEDED:
        if needed not in by_name:
            raise Unreadable(name, f"{needed} is missing in it")
        if column not in _header(needed, by_name[needed]):
            raise Unreadable(name, f"{needed} in it has no header, or not that of OneRoster 1.1 or 1.2")
    return _Reading(by_name, today).roster()


def _records(file: str, body: bytes, problems: list[Problem]) -> Iterator[Record]:
    return records(file, decoded(file, body), problems)


def _header(file: str, body: bytes) -> list[str]:
    first = next(_records(file, body, []), Record(1, []))
    return [cell.strip().lower() for cell in first.cells]


class _Reading:
    """One zip, read file by file."""

    def __init__(self, files: dict[str, bytes], today: date | None) -> None:
        self.files, self.today = files, today
        self.problems: list[Problem] = []
        self.passed_over: Counter[tuple[str, str]] = Counter()

    def roster(self) -> Roster:
        students = self._users()
        classes = {
            row["sourcedId"]: RosterClass(row["title"] or row["classCode"], row["sourcedId"])
            for row in self._current("classes.csv")
        }
        for row in self._current("enrollments.csv"):
            self._enrol(row, classes, students)
        self.problems += [Problem(file, 0, f"{count} {why}") for (file, why), count in self.passed_over.items()]
        return Roster([one for one in classes.values() if one.students], self.problems)

    def _current(self, file: str) -> Iterator[_Row]:
        rows = _records(file, self.files[file], self.problems)
        header = [cell.strip().lower() for cell in next(rows, Record(1, [])).cells]
        for row in rows:
            found = _Row(row.line, {column: row.at(k) for k, column in enumerate(header)})
            if found["status"].lower() not in _GONE:
                yield found

    def _roles(self) -> dict[str, set[str]]:
        """By user all roles of today: one may be a student here and an aide there."""
        found: dict[str, set[str]] = {}
        for row in self._current("roles.csv") if "roles.csv" in self.files else ():
            if self._is_now(row):
                found.setdefault(row["userSourcedId"], set()).add(row["role"].lower())
        return found

    def _users(self) -> dict[str, RosterStudent | None]:
        """Students by id; None for people of other roles alone, and for rows that cannot be read."""
        roles = self._roles()
        taken = Students("users.csv", self.problems)
        students: dict[str, RosterStudent | None] = {}
        for row in self._current("users.csv"):
            user_id = row["sourcedId"]
            theirs = roles.get(user_id) or {row["role"].lower() or "student"}
            if not user_id:
                self.problems.append(Problem("users.csv", row.line, "the sourcedId is missing"))
            elif row["enabledUser"].lower() in ("false", "0", "no"):
                students[user_id] = None
                self.passed_over["users.csv", "accounts are not enabled, and passed over"] += 1
            elif "student" not in theirs:
                students[user_id] = None
            else:
                name = f"{row['givenName']} {row['familyName']}".strip()
                students[user_id] = taken.take(row.line, name, row["email"], user_id)
        return students

    def _enrol(self, row: _Row, classes: dict[str, RosterClass], students: dict[str, RosterStudent | None]) -> None:
        target, user_id = classes.get(row["classSourcedId"]), row["userSourcedId"]
        if target is None:
            self._refuse(row, f"there is no class {row['classSourcedId']!r}")
        elif user_id not in students:
            self._refuse(row, f"there is no user {user_id!r}")
        elif row["role"].lower() not in ("", "student") or (student := students[user_id]) is None:
            return
        elif not self._is_now(row):
            self.passed_over["enrollments.csv", "enrolments are of other days, and passed over"] += 1
        elif student not in target.students:
            target.students.append(student)

    def _refuse(self, row: _Row, why: str) -> None:
        self.problems.append(Problem("enrollments.csv", row.line, why))

    def _is_now(self, row: _Row) -> bool:
        begins, ends = _day(row["beginDate"]), _day(row["endDate"])
        if self.today is None:
            return True
        return (begins is None or begins <= self.today) and (ends is None or self.today <= ends)


def _day(written: str) -> date | None:
    """A day as the standard writes it; None where there is none, or something else."""
    try:
        return date.fromisoformat(written[:10])
    except ValueError:
        return None
