"""What can be done to notebooks: a small closed set of operations, each for many notebooks at once.

Whatever is planned, a push, a pull-back, the undoing of either, comes to a list of these; one applier does them. Each
carries what it needs to be undone. The law: apply one, then its inverse, and every notebook holds what it held
before, for the rows that no student touched in between.

`ordinal`, where there is one: which of the copies of its page in a notebook is meant, 0 for the first.
"""

from dataclasses import dataclass, replace
from typing import TypeAlias

from red_thread.core.outline.tree import Holder
from red_thread.core.page.nodes import Node


@dataclass(frozen=True, slots=True)
class MakeHolder:
    """Makes a divider or section in each of the notebooks, at the order key of the same number.

    `inside`: the divider that it stands in, where the notebook has that.
    """

    holder: Holder
    inside: Holder | None
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "TakeHolder":
        """The TakeHolder that undoes it; `done_by` is the push that did it."""
        return TakeHolder(self.holder, self.inside, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeHolder:
    """Takes a divider or section out of the notebooks in which it holds nothing."""

    holder: Holder
    inside: Holder | None
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "MakeHolder":
        """The MakeHolder that undoes it; `done_by` is the push that did it."""
        return MakeHolder(self.holder, self.inside, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class Rename:
    """A divider or section that its students have not named gets another name."""

    holder: Holder
    notebook_ids: tuple[int, ...]
    before: str
    after: str

    def inverse(self, done_by: int | None) -> "Rename":
        """The Rename that undoes it; `done_by` is the push that did it."""
        return Rename(self.holder, self.notebook_ids, self.after, self.before)


@dataclass(frozen=True, slots=True)
class TieHolder:
    """A section that its student made is the master's from now on, under the name that they gave it.

    `own_ids`: which it is in the notebook of the same number.
    """

    holder: Holder
    notebook_ids: tuple[int, ...]
    own_ids: tuple[int, ...]

    def inverse(self, done_by: int | None) -> "UntieHolder":
        """The UntieHolder that undoes it; `done_by` is the push that did it."""
        return UntieHolder(self.holder, self.notebook_ids, self.own_ids)


@dataclass(frozen=True, slots=True)
class UntieHolder:
    """A section is its student's own again, where no copy stands in it."""

    holder: Holder
    notebook_ids: tuple[int, ...]
    own_ids: tuple[int, ...]

    def inverse(self, done_by: int | None) -> "TieHolder":
        """The TieHolder that undoes it; `done_by` is the push that did it."""
        return TieHolder(self.holder, self.notebook_ids, self.own_ids)


@dataclass(frozen=True, slots=True)
class Place:
    """Puts a copy of a page into a section of each of the notebooks, at the order key of the same number.

    `under`: the page under whose copy it is tucked.
    """

    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]
    under: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeOut":
        """The TakeOut that undoes it; `done_by` is the push that did it."""
        return TakeOut(self.page_id, self.notebook_ids, ordinal=self.ordinal)


@dataclass(frozen=True, slots=True)
class PlaceLoose:
    """Puts a page into a section of each of the notebooks that is tied to nothing from the beginning."""

    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "TakeLoose":
        """The TakeLoose that undoes it; `done_by` is the push that did it."""
        return TakeLoose(self.page_id, self.section_id, self.edition_id, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeLoose:
    """Such pages go again where nobody has written on them."""

    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]

    def inverse(self, done_by: int | None) -> "PlaceLoose":
        """The PlaceLoose that undoes it; `done_by` is the push that did it."""
        return PlaceLoose(self.page_id, self.section_id, self.edition_id, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeOut:
    """Copies stand in no notebook any more; they and what was written on them are kept.

    `by`: the push that counts as having done it, None for the one that is applied.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Restore":
        """The Restore that undoes it; `done_by` is the push that did it."""
        return Restore(self.page_id, self.notebook_ids, self.by or done_by, ordinal=self.ordinal)


@dataclass(frozen=True, slots=True)
class Restore:
    """Copies that a push took out stand in their places again; what another took out stays out.

    `as_new`: whoever gets them again finds them new.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None
    as_new: bool = False
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeOut":
        """The TakeOut that undoes it; `done_by` is the push that did it."""
        return TakeOut(self.page_id, self.notebook_ids, self.by, self.ordinal)


@dataclass(frozen=True, slots=True)
class RestoreAt:
    """Copies that a push took out stand in their notebooks again, and new, but where this push wants them.

    In the section, at the order key of the same number. Where they stood before nobody has seen since.
    """

    page_id: int
    section_id: int
    notebook_ids: tuple[int, ...]
    keys: tuple[str, ...]
    by: int | None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeOut":
        """The TakeOut that undoes it; `done_by` is the push that did it."""
        return TakeOut(self.page_id, self.notebook_ids, self.by, self.ordinal)


@dataclass(frozen=True, slots=True)
class PutAway:
    """Copies go into the drawer. `by`: as in `TakeOut`."""

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeFromDrawer":
        """The TakeFromDrawer that undoes it; `done_by` is the push that did it."""
        return TakeFromDrawer(self.page_id, self.notebook_ids, self.by or done_by, self.ordinal)


@dataclass(frozen=True, slots=True)
class TakeFromDrawer:
    """Copies that this push put away, and that nobody has moved since, stand in their places again."""

    page_id: int
    notebook_ids: tuple[int, ...]
    by: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "PutAway":
        """The PutAway that undoes it; `done_by` is the push that did it."""
        return PutAway(self.page_id, self.notebook_ids, self.by, self.ordinal)


@dataclass(frozen=True, slots=True)
class Fetch:
    """Copies stand in their places again, whoever had put them into the drawer."""

    page_id: int
    notebook_ids: tuple[int, ...]
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "PutAway":
        """The PutAway that undoes it; `done_by` is the push that did it."""
        return PutAway(self.page_id, self.notebook_ids, done_by, self.ordinal)


@dataclass(frozen=True, slots=True)
class Cut:
    """Copies are tied to nothing any more: they are their students' own, as they are.

    `again`: a tie is undone, and who cut them before is who cut them.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    ordinal: int = 0
    again: bool = False

    def inverse(self, done_by: int | None) -> "Tie":
        """The Tie that undoes it; `done_by` is the push that did it."""
        return Tie(self.page_id, self.notebook_ids, self.ordinal, done_by)


@dataclass(frozen=True, slots=True)
class Tie:
    """The page that was cut last in each notebook is a copy again, on the edition from which it was cut.

    `cut_by`: only what this push cut loose.
    """

    page_id: int
    notebook_ids: tuple[int, ...]
    ordinal: int = 0
    cut_by: int | None = None

    def inverse(self, done_by: int | None) -> "Cut":
        """The Cut that undoes it; `done_by` is the push that did it."""
        return Cut(self.page_id, self.notebook_ids, self.ordinal, again=True)


@dataclass(frozen=True, slots=True)
class Refresh:
    """Copies that nobody has written on change from one edition to another."""

    page_id: int
    notebook_ids: tuple[int, ...]
    before: int
    after: int
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "Refresh":
        """The Refresh that undoes it; `done_by` is the push that did it."""
        return Refresh(self.page_id, self.notebook_ids, self.after, self.before, self.ordinal)


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
        """The notebooks whose copies are woven in."""
        return (self.notebook_id,)

    def inverse(self, done_by: int | None) -> "Weave":
        """The Weave that undoes it; `done_by` is the push that did it."""
        return replace(
            self,
            revision=self.revision + 1,
            before=self.after,
            after=self.before,
            document_before=self.document,
            document=self.document_before,
        )


Keyed: TypeAlias = MakeHolder | TakeHolder | Place | PlaceLoose | TakeLoose | RestoreAt
OfOwn: TypeAlias = TieHolder | UntieHolder
Operation: TypeAlias = (
    Keyed | OfOwn | Rename | TakeOut | Restore | PutAway | TakeFromDrawer | Fetch | Cut | Tie | Refresh | Weave
)


def invert(operation: Operation, done_by: int | None = None) -> Operation:
    """What undoes an operation. `done_by`: the push that did it, so that nothing is undone that another did since."""
    return operation.inverse(done_by)
