"""Pictures on pages."""

from dataclasses import dataclass
from typing import Protocol


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture, checked and written anew. `master_id` or `notebook_id`: where it was put in."""

    id: str
    owner_id: int
    master_id: int | None
    notebook_id: int | None
    media_type: str
    body: bytes


class Pictures(Protocol):
    async def add(self, picture: Picture) -> None: ...
    async def for_person(self, picture_id: str, person_id: int) -> Picture | None: ...
    async def give_with_page(self, page_id: int, picture_ids: list[str]) -> None: ...
