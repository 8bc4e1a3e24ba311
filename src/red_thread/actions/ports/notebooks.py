"""Notebooks, their copies, and what students wrote."""

from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from red_thread.actions.ports.windows import Sent, Window
from red_thread.core.page.answers import Answers
from red_thread.core.page.delta import Delta
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node


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
    """A copy as the server holds it. `document` is the student's page as it stands, `edition` what it stands on.

    `person_id`: whose notebook it is in.
    """

    id: int
    notebook_id: int
    person_id: int
    page_id: int
    edition_id: int
    seen_edition_id: int | None
    revision: int
    knots: int
    opened_at: datetime | None
    document: Node
    edition: Node
    put_away: bool
    pulled_back: bool


@dataclass(frozen=True, slots=True)
class KnottedRow:
    """A copy with knots in it, and whose it is."""

    copy_id: int
    person_name: str
    class_name: str
    document: Node


@dataclass(frozen=True, slots=True)
class NewState:
    """The next state of a written-on copy, to be stored with its history. `by_student`: its student wrote it now."""

    copy_id: int
    revision: int
    edition_id: int
    document: Node
    delta: Delta | None
    cause: Cause
    made_by: int
    push_id: int | None
    answers: Answers
    by_student: bool = False
    window: Window | None = None


@dataclass(frozen=True, slots=True)
class StoredState:
    """A state as it is stored: whole, or as what it changed in the one before."""

    revision: int
    made_at: datetime
    made_by: int
    made_by_name: str
    cause: Cause
    edition_id: int
    edition_number: int
    whole: Node | None
    delta: Delta | None


@dataclass(frozen=True, slots=True)
class ThinnedState:
    """A state that stays while others around it go: whole, or as what it changed in the one before it now."""

    revision: int
    whole: Node | None
    delta: Delta | None


class Notebooks(Protocol):
    async def of_person(self, person_id: int) -> list[NotebookInfo]: ...
    async def get(self, notebook_id: int) -> NotebookInfo | None: ...
    async def with_contents(self, notebook_id: int) -> tuple[NotebookInfo, bytes] | None: ...
    async def copy(self, copy_id: int, lock: bool = False) -> CopyInfo | None: ...
    async def copy_of_page(self, notebook_id: int, page_id: int) -> int | None: ...
    async def knotted(self, page_id: int) -> list[KnottedRow]: ...
    async def bring_back(self, copy_id: int) -> None: ...
    async def mark_opened(self, copy_id: int, edition_id: int) -> None: ...
    async def state(self, copy_id: int, revision: int) -> Node | None: ...
    async def last_of_window(self, copy_id: int, window: Window) -> Sent | None: ...
    async def mark_full(self, copy_id: int, revision: int) -> None: ...
    async def last_full(self, copy_id: int) -> int | None: ...
    async def edition_of_state(self, copy_id: int, revision: int) -> int | None: ...
    async def untied_by(self, copy_id: int, revision: int) -> int | None: ...
    async def states(self, copy_id: int) -> list[StoredState]: ...
    async def lock(self, copy_id: int) -> None: ...
    async def due_for_thinning(self, at_most: int) -> list[int]: ...
    async def thin(
        self, copy_id: int, gone: list[int], rewritten: list[ThinnedState], again_at: datetime | None
    ) -> None: ...
    async def save(self, state: NewState) -> None: ...
