"""Operations by which copies come to stand on another edition, and what their students have seen of them."""

from dataclasses import dataclass, field, replace

from red_thread.core.page.nodes import Node
from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation, not_logged


@dataclass(frozen=True, slots=True)
class Refresh(Operation):
    """Copies that nobody has written on change from one edition to another."""

    name = "refresh"
    words = "changes an untouched copy to another edition"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: int
    after: int
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Refresh":
        return Refresh(self.page_id, self.notebook_ids, self.after, self.before, self.ordinal)


@dataclass(frozen=True, slots=True)
class See(Operation):
    """The edition that students have seen of a copy is taken to be another, or none: the copy is new to them."""

    name = "see"
    words = "shows a copy as new"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[int | None, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[int | None, ...] = field(metadata=PER_NOTEBOOK)
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "See":
        return See(self.page_id, self.notebook_ids, self.after, self.before, self.ordinal)


@dataclass(frozen=True, slots=True)
class Weave(Operation):
    """One written-on copy gets its next state. `revision`: the state that it is made from, `document_before`."""

    name = "weave"
    words = "weaves an edition into a copy that was written on"
    page_id: int
    notebook_ids: tuple[int] = field(metadata=PER_NOTEBOOK)
    copy_id: int
    revision: int
    before: int
    after: int
    document_before: Node = field(metadata=not_logged({}))
    document: Node = field(metadata=not_logged({}))

    def inverse(self, done_by: int | None) -> "Weave":
        return replace(
            self,
            revision=self.revision + 1,
            before=self.after,
            after=self.before,
            document_before=self.document,
            document=self.document_before,
        )
