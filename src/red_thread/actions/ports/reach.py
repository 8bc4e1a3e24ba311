"""The board: who has what."""

from typing import Protocol


class Boards(Protocol):
    async def board(self, class_id: int, page_ids: list[int]) -> bytes:
        """The cells of a class, as JSON that PostgreSQL made: one row of numbers a student."""
        ...
