"""Operations by which copies go into the drawer and come out of it."""

from dataclasses import dataclass, field
from typing import NamedTuple

from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation


@dataclass(frozen=True, slots=True)
class PutAway(Operation):
    """Copies go into the drawer. `by`: as in `TakeOut`."""

    name = "put-away"
    words = "puts a copy into the drawer"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    by: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeFromDrawer":
        return TakeFromDrawer(self.page_id, self.notebook_ids, self.by or done_by, self.ordinal)


@dataclass(frozen=True, slots=True)
class TakeFromDrawer(Operation):
    """Copies that the push `by` put away, and that nobody has moved since, stand in their places again."""

    name = "take-from-drawer"
    words = "brings back a copy from the drawer into which it was put"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    by: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "PutAway":
        return PutAway(self.page_id, self.notebook_ids, self.by, self.ordinal)


class InDrawer(NamedTuple):
    """Since when a copy has been in the drawer, in ISO 8601, and by which push; by its student if by none."""

    since: str | None = None
    by: int | None = None


@dataclass(frozen=True, slots=True)
class Fetch(Operation):
    """Copies stand in their places again, whoever had put them into the drawer.

    `were`: how each was in the drawer, so that it can be put back just so.
    """

    name = "fetch"
    words = "brings back a copy from the drawer"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    were: tuple[InDrawer, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "ReturnToDrawer":
        return ReturnToDrawer(self.page_id, self.notebook_ids, self.were, self.ordinal)


@dataclass(frozen=True, slots=True)
class ReturnToDrawer(Operation):
    """Copies that were fetched from the drawer are in it as they were; if their push was undone since, they stay."""

    name = "return-to-drawer"
    words = "puts a copy back into the drawer"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    were: tuple[InDrawer, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Fetch":
        return Fetch(self.page_id, self.notebook_ids, self.were, self.ordinal)
