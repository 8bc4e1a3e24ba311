"""Notebooks, their copies, and what students wrote."""

from dataclasses import dataclass
from datetime import datetime

from red_thread.core.notebook.copy_state import CopyState, Place, Tie
from red_thread.core.page.answers import Answers
from red_thread.core.page.delta import Delta
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node
from red_thread.store.search import Stretch
from red_thread.store.windows import Window


@dataclass(frozen=True, slots=True)
class NotebookInfo:
    """One student's notebook in one class."""

    id: int
    class_id: int
    class_name: str
    master_id: int
    master_name: str
    person_id: int
    person_name: str


@dataclass(frozen=True, slots=True)
class CopyInfo:
    """A page of a notebook as the server holds it. `document` is the student's page as it stands, `edition` what it
    stands on.

    `person_id`: whose notebook it is in. `tied`: it follows a page of the master. One that was cut has the page and
    the edition that it came from; one of the student's own has neither, and its `edition` is empty.
    """

    id: int
    notebook_id: int
    person_id: int
    page_id: int | None
    edition_id: int | None
    seen_edition_id: int | None
    revision: int
    knots: int
    opened_at: datetime | None
    document: Node
    edition: Node
    put_away: bool
    pulled_back: bool
    tied: bool = True
    put_away_by_pull_back: bool = False
    going: bool = False

    @property
    def tie(self) -> Tie:
        """Whether it follows a master page, or did."""
        if self.tied:
            return Tie.TIED
        return Tie.OWN if self.page_id is None else Tie.CUT

    @property
    def state(self) -> CopyState:
        """What the copy is."""
        return CopyState(self.tie, self._place, self.revision > 0, self.pulled_back)

    @property
    def _place(self) -> Place:
        if not self.put_away:
            return Place.IN_PLACE
        if self.going:
            return Place.THROWN_AWAY
        return Place.PUT_IN_DRAWER if self.put_away_by_pull_back else Place.IN_DRAWER


@dataclass(frozen=True, slots=True)
class OwnSection:
    """A section of a notebook. `own`: it is tied to nothing."""

    id: int
    own: bool
    order_key: str
    name: str


@dataclass(frozen=True, slots=True)
class ReadyState:
    """Which state of a copy its student said is ready, when, and when a teacher opened that."""

    at: datetime
    revision: int
    read_at: datetime | None


@dataclass(frozen=True, slots=True)
class KnottedRow:
    """A copy with knots in it, and whose it is."""

    copy_id: int
    person_name: str
    class_name: str
    document: Node


@dataclass(frozen=True, slots=True)
class NewState:
    """The next state of a written-on copy, to be stored with its history.

    `title`: where it is another than the edition's. `by_student`: its student wrote it now.
    """

    copy_id: int
    revision: int
    edition_id: int | None
    document: Node
    delta: Delta | None
    cause: Cause
    made_by: int
    push_id: int | None
    answers: Answers
    title: str | None = None
    by_student: bool = False
    window: Window | None = None


@dataclass(frozen=True, slots=True)
class StoredState:
    """A state as it is stored: whole, or as what it changed in the one before.

    `edition_number`: 0 for a page that came from none.
    """

    revision: int
    made_at: datetime
    made_by: int
    made_by_name: str
    cause: Cause
    edition_id: int | None
    edition_number: int
    whole: Node | None
    delta: Delta | None


@dataclass(frozen=True, slots=True)
class ThinnedState:
    """A state that stays while others around it go: whole, or as what it changed in the one before it now."""

    revision: int
    whole: Node | None
    delta: Delta | None


@dataclass(frozen=True, slots=True)
class FoundCopy:
    """A page of a notebook on which sought words stand, and some words around them: the student's, the teacher's."""

    copy_id: int
    title: str
    section: str
    put_away: bool
    own: list[Stretch]
    teachers: list[Stretch]
