"""Rosters: OneRoster 1.1 and 1.2 (a zip of CSV files) and a plain CSV (name, email, perhaps class).

Source: 1EdTech OneRoster 1.1 and 1.2, CSV binding. Of it are read `users.csv`, `classes.csv`,
`enrollments.csv` and, in 1.2, `roles.csv`; rows that are `tobedeleted` are passed over.
"""

import csv
import io
import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from red_thread.formats.archive import read_archive
from red_thread.formats.problems import Problem, Unreadable

_EMAIL = re.compile(r"[^@\s]{1,64}@[^@\s]{1,180}\.[^@\s]{2,60}")
_NEEDED = {"users.csv": "givenname", "classes.csv": "title", "enrollments.csv": "usersourcedid"}
_NAME_COLUMNS = ("name", "student", "full name", "student name", "pupil")
_FIRST = ("first name", "given name", "forename", "firstname")
_LAST = ("last name", "family name", "surname", "lastname")


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
    students: list[RosterStudent] = field(default_factory=list)


@dataclass(slots=True)
class Roster:
    """What a file holds, and what could not be read of it."""

    classes: list[RosterClass]
    problems: list[Problem]


@dataclass(frozen=True, slots=True)
class _Row:
    line: int
    values: dict[str, str]

    def __getitem__(self, column: str) -> str:
        return self.values.get(column.lower(), "")


def read_roster(name: str, body: bytes, class_name: str = "") -> Roster:
    """Reads a roster. `class_name`: for a plain CSV without a class column. Raises Unreadable."""
    if body[:2] == b"PK":
        return _one_roster(name, read_archive(name, body))
    return _plain(name, body, class_name)


def _text(name: str, body: bytes) -> str:
    """What spreadsheets write: UTF-8, UTF-16 with its mark, else the Windows code page of western Europe."""
    if body[:2] in (b"\xff\xfe", b"\xfe\xff"):
        text = body.decode("utf-16", errors="replace")
    else:
        try:
            text = body.decode("utf-8-sig")
        except UnicodeDecodeError:
            text = body.decode("cp1252", errors="replace")
    if "\0" in text:
        raise Unreadable(name, "it is not a CSV file")
    return text.replace("\r\n", "\n").replace("\r", "\n")


def _delimiter(text: str) -> str:
    first = text.lstrip().partition("\n")[0]
    return max(",;\t", key=first.count)


def _rows(name: str, body: bytes, header: list[str] | None = None) -> Iterator[_Row]:
    """The rows of a CSV by column; blank ones are passed over. header: the columns, if the file names none."""
    text = _text(name, body)
    reader = csv.reader(io.StringIO(text), delimiter=_delimiter(text))
    try:
        for cells in reader:
            if not any(cell.strip() for cell in cells):
                continue
            if header is None:
                header = [cell.strip().lower() for cell in cells]
                continue
            yield _Row(reader.line_num, {h: c.strip() for h, c in zip(header, cells, strict=False)})
    except csv.Error as error:
        raise Unreadable(name, f"line {reader.line_num} cannot be read, {error}") from error


def _header(name: str, body: bytes) -> list[str]:
    text = _text(name, body)
    first = text.lstrip().partition("\n")[0]
    return [cell.strip().strip('"').lower() for cell in first.split(_delimiter(text))]


def _plain(name: str, body: bytes, class_name: str) -> Roster:
    if not _text(name, body).strip():
        raise Unreadable(name, "it is empty")
    header = _header(name, body)
    given = None
    if not any(column in header for column in (*_NAME_COLUMNS, *_FIRST, *_LAST)):
        if len(header) > 1 or "@" in header[0]:
            raise Unreadable(
                name, "its first line has to name the columns: name, email (and class, if there are several)"
            )
        given = ["name"]  # a list of names and nothing else
    problems: list[Problem] = []
    classes: dict[str, RosterClass] = {}
    seen: dict[str, int] = {}
    for row in _rows(name, body, given):
        title = row["class"] or class_name
        if not title:
            problems.append(Problem(name, row.line, "no class is named"))
            continue
        email = row["email"] or row["e-mail"]
        student = _student(name, row, _name_in(row), email, row["id"] or None, seen, problems, title)
        if student:
            classes.setdefault(title, RosterClass(title, None)).students.append(student)
    return Roster(list(classes.values()), problems)


def _name_in(row: _Row) -> str:
    whole = next((row[column] for column in _NAME_COLUMNS if row[column]), "")
    first = next((row[column] for column in _FIRST if row[column]), "")
    last = next((row[column] for column in _LAST if row[column]), "")
    return whole or f"{first} {last}".strip()


def _student(
    file: str,
    row: _Row,
    name: str,
    email: str,
    outside_id: str | None,
    seen: dict[str, int],
    problems: list[Problem],
    where: str = "",
) -> RosterStudent | None:
    """A student of one row, or None with the reason among the problems. where: the class in which one stands once."""
    email = email.lower()
    keys = [f"{where}\n{key}" for key in (email, outside_id) if key]
    again = next((key for key in keys if key in seen), None)
    if not name:
        why = "the name is missing"
    elif email and not _EMAIL.fullmatch(email):
        why = f"“{email[:80]}” is not an e-mail address"
    elif outside_id and "@" in outside_id:
        why = f"“{outside_id[:80]}” is an address, not an id"
    elif again is not None:
        why = f"{again[len(where) + 1 :][:80]} stands in line {seen[again]} already"
    else:
        seen.update(dict.fromkeys(keys, row.line))
        return RosterStudent(" ".join(name.split())[:200], email or None, outside_id)
    problems.append(Problem(file, row.line, why))
    return None


def _one_roster(name: str, files: dict[str, bytes]) -> Roster:
    by_name = {path.rsplit("/", 1)[-1].lower(): body for path, body in files.items()}
    for needed, column in (
        ("users.csv", "givenname"),
        ("classes.csv", "title"),
        ("enrollments.csv", "usersourcedid"),
    ):
        if needed not in by_name:
            raise Unreadable(name, f"{needed} is missing in it")
        if column not in _header(needed, by_name[needed]):
            raise Unreadable(name, f"{needed} in it has no header, or not that of OneRoster 1.1 or 1.2")
    problems: list[Problem] = []
    students = _users(by_name, problems)
    classes = {
        row["sourcedId"]: RosterClass(row["title"] or row["classCode"], row["sourcedId"])
        for row in _current("classes.csv", by_name)
    }
    for row in _current("enrollments.csv", by_name):
        _enrol(row, classes, students, problems)
    return Roster([c for c in classes.values() if c.students], problems)


def _current(file: str, files: dict[str, bytes]) -> Iterator[_Row]:
    return (row for row in _rows(file, files[file]) if row["status"].lower() != "tobedeleted")


def _users(files: dict[str, bytes], problems: list[Problem]) -> dict[str, RosterStudent | None]:
    """Students by id; None for people of another role, and for rows that cannot be read."""
    roles = (
        {row["userSourcedId"]: row["role"] for row in _current("roles.csv", files)} if "roles.csv" in files else {}
    )
    students: dict[str, RosterStudent | None] = {}
    seen: dict[str, int] = {}
    for row in _current("users.csv", files):
        user_id = row["sourcedId"]
        role = (row["role"] or roles.get(user_id, "student")).lower()
        if not user_id:
            problems.append(Problem("users.csv", row.line, "the sourcedId is missing"))
        elif role != "student":
            students[user_id] = None
        else:
            full = f"{row['givenName']} {row['familyName']}".strip()
            students[user_id] = _student("users.csv", row, full, row["email"], user_id, seen, problems)
    return students


def _enrol(
    row: _Row, classes: dict[str, RosterClass], students: dict[str, RosterStudent | None], problems: list[Problem]
) -> None:
    target, user_id = classes.get(row["classSourcedId"]), row["userSourcedId"]
    if target is None:
        problems.append(Problem("enrollments.csv", row.line, f"there is no class {row['classSourcedId']!r}"))
    elif user_id not in students:
        problems.append(Problem("enrollments.csv", row.line, f"there is no user {user_id!r}"))
    elif (student := students[user_id]) is not None and row["role"].lower() in ("", "student"):
        target.students.append(student)
