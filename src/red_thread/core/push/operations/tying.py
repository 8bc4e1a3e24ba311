"""Operations by which copies are cut from the master, and pages that were cut are tied to it again."""

from dataclasses import dataclass, field
from typing import NamedTuple

from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation


@dataclass(frozen=True, slots=True)
class Cut(Operation):
    """Copies are tied to nothing any more: they are their students' own, as they are."""

    name = "cut"
    words = "makes a copy the student's own"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Uncut":
        return Uncut(self.page_id, self.notebook_ids, done_by, self.ordinal)


@dataclass(frozen=True, slots=True)
class Uncut(Operation):
    """What the push `cut_by` cut loose is a copy again, on the edition from which it was cut.

    Where a copy of the page stands in its stead it stays as it is.
    """

    name = "uncut"
    words = "ties a page again that was cut loose"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    cut_by: int | None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Cut":
        return Cut(self.page_id, self.notebook_ids, self.ordinal)


class WasCut(NamedTuple):
    """When a page was cut loose, in ISO 8601, by which push, and the ordinal that its copy had."""

    at: str | None = None
    by: int | None = None
    ordinal: int | None = None


@dataclass(frozen=True, slots=True)
class Tie(Operation):
    """The page that was cut last in each notebook is a copy again, on the edition from which it was cut.

    `ordinal`: what the copy has from now on, or the next that no other has. `were`: how each was cut, so that it can
    be cut just so again.
    """

    name = "tie"
    words = "ties a page again that was cut loose"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    were: tuple[WasCut, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Loosen":
        return Loosen(self.page_id, self.notebook_ids, self.were, self.ordinal)


@dataclass(frozen=True, slots=True)
class Loosen(Operation):
    """Copies that were tied again are cut as they were; if the push that had cut them is undone, they stay tied."""

    name = "loosen"
    words = "makes a copy the student's own again"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    were: tuple[WasCut, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Tie":
        return Tie(self.page_id, self.notebook_ids, self.were, self.ordinal)
