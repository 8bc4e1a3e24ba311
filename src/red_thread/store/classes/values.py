"""Classes and their rosters."""

from dataclasses import dataclass, field
from datetime import date, datetime


@dataclass(frozen=True, slots=True)
class ClassInfo:
    """`students`: how many are in it. `catches_up`: whether who comes in gets at once what it was given.

    `master_id`: of the course that looks after it. `name`: with that course's, where another looks at it.
    """

    id: int
    master_id: int
    name: str
    students: int
    catches_up: bool


@dataclass(frozen=True, slots=True)
class OtherClass:
    """A class of another course, that course's name beside its own."""

    id: int
    name: str
    master_name: str


@dataclass(frozen=True, slots=True)
class AskedToFollow:
    """Whoever teaches a course asks whether classes of a colleague's may follow it."""

    master_id: int
    master_name: str
    asked_by: str


@dataclass(frozen=True, slots=True)
class Student:
    """One student of a class.

    `way_in`: "password", "code" (given out at `code_since`, not used yet) or "none". `signs_in_as`: the e-mail
    address or name to sign in with. `by_others`: whether other teachers have them in a course too. `since`, `until`:
    each time that they were in the class, the first time first; the last has no end.
    """

    person_id: int
    notebook_id: int
    name: str
    email: str | None
    way_in: str
    signs_in_as: str
    code_since: datetime | None
    by_others: bool
    since: list[datetime] = field(hash=False)
    until: list[datetime | None] = field(hash=False)


@dataclass(frozen=True, slots=True)
class AskedFor:
    """A teacher asks for a student of the actor's, for a class of another course."""

    class_id: int
    person_id: int
    person_name: str
    class_name: str
    master_name: str
    asked_by: str
    asked_by_id: int


@dataclass(frozen=True, slots=True)
class GroupInfo:
    """A group, across the classes of a course. `notebook_ids`: of those who are in it and in a class now."""

    id: int
    master_id: int
    name: str
    notebook_ids: list[int]


@dataclass(frozen=True, slots=True)
class AwayInfo:
    """Who was not there on a day. `notebook_ids`: of those who are in a class now."""

    id: int
    day: date
    notebook_ids: list[int]
