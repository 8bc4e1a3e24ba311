"""What can be done to notebooks: a small closed set of operations, each for many notebooks at once.

Whatever is planned, a push, a pull-back, the undoing of either, comes to a list of these; one applier does them. Each
carries what it needs to be undone. The law: apply one, then its inverse, and every notebook holds what it held
before, for the rows that no student touched in between.
"""

from dataclasses import dataclass, replace
from typing import TypeAlias

from red_thread.core.page.nodes import Node


@dataclass(frozen=True, slots=True)
class MakeSection:
    """Makes a section in each of the notebooks, at the order key of the same number."""

    section_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "TakeSection":
        return TakeSection(self.section_id, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeSection:
    """Takes a section out of the notebooks in which it holds nothing."""

    section_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "MakeSection":
        return MakeSection(self.section_id, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class Place:
    """Puts a copy of a page into its section in each of the notebooks, at the order key of the same number."""

    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "TakeOut":
        return TakeOut(self.page_id, self.notebook_ids)


@dataclass(frozen=True, slots=True)
class TakeOut:
    """Copies stand in no notebook any more; they and what was written on them are kept.

    `by`: the push that counts as having done it, None for the one that is applied.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None

    def inverse(self, done_by: int | None) -> "Restore":
        return Restore(self.page_id, self.notebook_ids, self.by or done_by)


@dataclass(frozen=True, slots=True)
class Restore:
    """Copies that a push took out stand in their places again; what another took out stays out.

    `as_new`: whoever gets them again finds them new.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None
    as_new: bool = False

    def inverse(self, done_by: int | None) -> "TakeOut":
        return TakeOut(self.page_id, self.notebook_ids, self.by)


@dataclass(frozen=True, slots=True)
class PutAway:
    """Copies go into the drawer. `by`: as in `TakeOut`."""

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None

    def inverse(self, done_by: int | None) -> "TakeFromDrawer":
        return TakeFromDrawer(self.page_id, self.notebook_ids, self.by or done_by)


@dataclass(frozen=True, slots=True)
class TakeFromDrawer:
    """Copies that this push put away, and that nobody has moved since, stand in their places again."""

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None

    def inverse(self, done_by: int | None) -> "PutAway":
        return PutAway(self.page_id, self.notebook_ids, self.by)


@dataclass(frozen=True, slots=True)
class Refresh:
    """Copies that nobody has written on change from one edition to another."""

    page_id: int
    notebook_ids: tuple[int, ...]
    before: int
    after: int

    def inverse(self, done_by: int | None) -> "Refresh":
        return Refresh(self.page_id, self.notebook_ids, self.after, self.before)


@dataclass(frozen=True, slots=True)
class Weave:
    """One written-on copy gets its next state. `revision`: the state that it is made from, `document_before`."""

    page_id: int
    notebook_id: int
    copy_id: int
    revision: int
    before: int
    after: int
    document_before: Node
    document: Node

    @property
    def notebook_ids(self) -> tuple[int, ...]:
        return (self.notebook_id,)

    def inverse(self, done_by: int | None) -> "Weave":
        return replace(
            self,
            revision=self.revision + 1,
            before=self.after,
            after=self.before,
            document_before=self.document,
            document=self.document_before,
        )


Operation: TypeAlias = (
    MakeSection | TakeSection | Place | TakeOut | Restore | PutAway | TakeFromDrawer | Refresh | Weave
)


def invert(operation: Operation, done_by: int | None = None) -> Operation:
    """What undoes an operation. `done_by`: the push that did it, so that nothing is undone that another did since."""
    return operation.inverse(done_by)
