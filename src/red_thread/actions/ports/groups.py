"""Groups of students, across the classes of a course."""

from collections.abc import Collection
from dataclasses import dataclass
from typing import Protocol


@dataclass(frozen=True, slots=True)
class GroupInfo:
    """`notebook_ids`: of those who are in it and in a class now."""

    id: int
    master_id: int
    name: str
    notebook_ids: list[int]


class Groups(Protocol):
    async def of_master(self, master_id: int) -> list[GroupInfo]: ...
    async def get(self, group_id: int) -> GroupInfo | None: ...
    async def add(self, master_id: int, name: str) -> int: ...
    async def rename(self, group_id: int, name: str) -> None: ...
    async def set_members(self, group_id: int, notebook_ids: Collection[int]) -> None: ...
    async def set_removed(self, group_id: int, removed: bool) -> None: ...
