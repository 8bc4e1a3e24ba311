"""Classes and their rosters."""

from dataclasses import dataclass
from typing import Protocol


@dataclass(frozen=True, slots=True)
class ClassInfo:
    id: int
    master_id: int
    name: str
    students: int


@dataclass(frozen=True, slots=True)
class Student:
    """One student of a class. `way_in`: "password", "code" (given out, not used yet) or "none"."""

    person_id: int
    notebook_id: int
    name: str
    email: str | None
    way_in: str


@dataclass(frozen=True, slots=True)
class RosterPerson:
    """A student to take in. `outside_id`: the id in the school's own system."""

    name: str
    email: str | None
    outside_id: str | None


class Classes(Protocol):
    async def of_master(self, master_id: int) -> list[ClassInfo]: ...
    async def names(self, class_ids: list[int]) -> list[str]: ...
    async def get(self, class_id: int) -> ClassInfo | None: ...
    async def find_or_add(self, master_id: int, name: str, outside_id: str | None) -> int: ...
    async def students(self, class_id: int) -> list[Student]: ...
    async def take_in(self, class_id: int, people: list[RosterPerson]) -> int: ...
    async def leave(self, class_id: int, person_id: int) -> None: ...
