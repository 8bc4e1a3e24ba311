"""Operations by which copies come into notebooks, go out of them, and change their place there."""

from dataclasses import dataclass, field
from typing import NamedTuple

from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation, not_logged


@dataclass(frozen=True, slots=True)
class Place(Operation):
    """Puts a copy of a page into a section of each of the notebooks, at the order key of the same number.

    `under`: the page under whose copy it is tucked.
    """

    name = "place"
    words = "places a copy"
    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    keys: tuple[str, ...] = field(metadata=not_logged("", per_notebook=True))
    under: int | None = None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeOut":
        return TakeOut(self.page_id, self.notebook_ids, ordinal=self.ordinal, whoever=True)


@dataclass(frozen=True, slots=True)
class TakeOut(Operation):
    """Copies stand in no notebook any more; they and what was written on them are kept.

    `by`: the push to which the copies go back, None for the one that is applied. Where that push has been undone
    meanwhile they stay. `whoever`: also copies that another push has taken out since, so that undoing that one does
    not bring back what was never to be there.
    """

    name = "take-out"
    words = "takes a copy out of the notebook"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    by: int | None = None
    ordinal: int = 0
    whoever: bool = False

    def inverse(self, done_by: int | None) -> "Restore":
        return Restore(self.page_id, self.notebook_ids, self.by or done_by, ordinal=self.ordinal)


@dataclass(frozen=True, slots=True)
class Restore(Operation):
    """Copies that the push `by` took out stand in their places again; what another took out stays out."""

    name = "restore"
    words = "brings back a copy that was pulled back"
    page_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    by: int | None
    ordinal: int = 0

    def inverse(self, done_by: int | None) -> "TakeOut":
        return TakeOut(self.page_id, self.notebook_ids, self.by, self.ordinal, whoever=True)


class Spot(NamedTuple):
    """Where a copy stands: its section in the notebook, its order key there, and the copy under which it is tucked.

    Without a section: in the one that is tied to the master's section that the move names.
    """

    notebook_section_id: int | None
    key: str
    parent_id: int | None = None


@dataclass(frozen=True, slots=True)
class Move(Operation):
    """Copies go from one spot to another; one that stands elsewhere by now stays there.

    `section_id`: the master's section that is meant by a spot without a section.
    """

    name = "move"
    words = "moves a copy to another place"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    copy_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[Spot, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[Spot, ...] = field(metadata=PER_NOTEBOOK)
    section_id: int | None = None

    def inverse(self, done_by: int | None) -> "Move":
        return Move(self.notebook_ids, self.copy_ids, self.after, self.before, self.section_id)


@dataclass(frozen=True, slots=True)
class PlaceLoose(Operation):
    """Puts a page into a section of each of the notebooks that is tied to nothing from the beginning."""

    name = "place-loose"
    words = "places a page that is tied to nothing"
    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    keys: tuple[str, ...] = field(metadata=not_logged("", per_notebook=True))

    def inverse(self, done_by: int | None) -> "TakeLoose":
        return TakeLoose(self.page_id, self.section_id, self.edition_id, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeLoose(Operation):
    """Pages that were placed loose by this push go again where nobody has written on them."""

    name = "take-loose"
    words = "takes out a page that is tied to nothing"
    page_id: int
    section_id: int
    edition_id: int
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    keys: tuple[str, ...] = field(metadata=not_logged("", per_notebook=True))

    def inverse(self, done_by: int | None) -> "PlaceLoose":
        return PlaceLoose(self.page_id, self.section_id, self.edition_id, self.notebook_ids, self.keys)
