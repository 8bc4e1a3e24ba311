"""Classes and their rosters."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from red_thread.core.classes.roster_plan import KnownPerson, Listed


@dataclass(frozen=True, slots=True)
class ClassInfo:
    """`students`: how many are in it. `catches_up`: whether who comes in gets at once what it was given."""

    id: int
    master_id: int
    name: str
    students: int
    catches_up: bool


@dataclass(frozen=True, slots=True)
class Student:
    """One student of a class.

    `way_in`: "password", "code" (given out at `code_since`, not used yet) or "none". `signs_in_as`: the e-mail
    address or name to sign in with. `by_others`: whether other teachers have them in a course too.
    """

    person_id: int
    notebook_id: int
    name: str
    email: str | None
    way_in: str
    signs_in_as: str
    code_since: datetime | None
    by_others: bool


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


class Classes(Protocol):
    async def of_master(self, master_id: int) -> list[ClassInfo]: ...
    async def names(self, class_ids: list[int]) -> list[str]: ...
    async def get(self, class_id: int) -> ClassInfo | None: ...
    async def find_or_add(self, master_id: int, name: str, outside_id: str | None) -> int: ...
    async def rename(self, class_id: int, name: str) -> None: ...
    async def set_catching_up(self, class_id: int, on: bool) -> None: ...
    async def students(self, class_id: int) -> list[Student]: ...
    async def known(self, master_id: int, teacher_id: int, listed: Sequence[Listed]) -> list[KnownPerson]: ...
    async def add_people(self, listed: Sequence[Listed]) -> list[int]: ...
    async def enrol(self, class_id: int, person_ids: list[int]) -> None: ...
    async def was_in(self, class_id: int, person_id: int) -> bool: ...
    async def leave(self, class_id: int, person_id: int) -> None: ...
    async def move(self, from_id: int, to_id: int, person_id: int) -> bool: ...
    async def ask_for(self, class_id: int, person_ids: list[int], asked_by: int) -> None: ...
    async def asked_of(self, teacher_id: int) -> list[AskedFor]: ...
    async def answer(self, class_id: int, person_id: int) -> None: ...
    async def log_taking(self, master_id: int, made_by: int, lines: str) -> int: ...
    async def taking(self, taking_id: int) -> tuple[int, str] | None: ...
    async def mark_undone(self, taking_id: int) -> None: ...
