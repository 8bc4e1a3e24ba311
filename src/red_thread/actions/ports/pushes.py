"""Pushes: their facts, their rows, their log."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal, Protocol, TypeAlias

from red_thread.core.outline.tree import Outline
from red_thread.core.push import Given, PlannedRows, PushedPage, PushFacts, RowOutcome, Step

PushKind: TypeAlias = Literal["push", "pull-back", "catch-up"]


@dataclass(frozen=True, slots=True)
class NewPush:
    """What is asked for. `pages`: page id to the id of the edition that is meant, in the order of the master.

    `class_ids`, `group_ids`, `notebook_ids`, `without`: whom, as it was said; `audience`: which notebooks this comes
    to now. `begins_at`: one that waits for its time has no editions and no audience before.
    """

    master_id: int
    made_by: int
    kind: PushKind
    pages: Mapping[int, int | None]
    class_ids: tuple[int, ...]
    notebook_ids: tuple[int, ...]
    without: tuple[int, ...]
    audience: list[int]
    begins_at: datetime | None = None
    group_ids: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class PushInfo:
    """A push, or a pull-back as `kind` says, and how far it is.

    `status`: "scheduled" until `begins_at`, "waiting" for the queue, "running", "paused", "done", "stopped" or
    "failed".
    """

    id: int
    master_id: int
    made_by: int
    made_at: datetime
    finished_at: datetime | None
    status: str
    students: int
    students_done: int
    kind: PushKind
    undone_at: datetime | None
    problem: str | None = None
    begins_at: datetime | None = None


@dataclass(frozen=True, slots=True)
class Said:
    """What was asked for, in names, for a sentence. `title`: of the first page; `pages`: how many there are.

    `classes`: the names of whole classes, then of groups. `students`: of at most three single students; `singles`,
    `without`: how many single students, and how many were left out.
    """

    title: str
    pages: int
    classes: list[str]
    students: list[str]
    singles: int
    without: int


@dataclass(frozen=True, slots=True)
class Batch:
    """Notebooks that a push has yet to come to, out of one batch of its audience."""

    number: int
    notebook_ids: list[int]


@dataclass(frozen=True, slots=True)
class Reached:
    """A notebook in an audience, and whose it is."""

    notebook_id: int
    person_name: str
    class_name: str


class Pushes(Protocol):
    async def audience(
        self, class_ids: list[int], notebook_ids: list[int], master_id: int, group_ids: Sequence[int] = ()
    ) -> list[int]: ...
    async def pulled_back_since(self, push_id: int, notebook_ids: list[int]) -> dict[int, set[int]]: ...
    async def without_a_job(self) -> list[tuple[int, int, bool]]: ...
    async def give_up(self, push_id: int, problem: str) -> None: ...
    async def take_up(self, push_id: int) -> None: ...
    async def set_status(self, push_id: int, status: str) -> None: ...
    async def begin_at(self, push_id: int, begins_at: datetime) -> None: ...
    async def whom(self, push_id: int) -> dict[str, tuple[int, ...]]:
        """Whom a push is for, as it was said: ids by "class", "group", "notebook" and "without"."""
        ...

    async def begin(self, push_id: int, pages: Mapping[int, int], audience: Sequence[int]) -> None:
        """A push whose time has come has its editions and its audience from now on."""
        ...

    async def of_master_among(self, master_id: int, notebook_ids: list[int]) -> list[int]: ...
    async def facts(
        self,
        outline: Outline,
        pages: Sequence[PushedPage],
        notebook_ids: Sequence[int],
        lock: bool = False,
        merges: int | None = None,
    ) -> PushFacts:
        """`merges`: read no further than that many written-on copies go; the facts' audience is then shorter."""
        ...

    async def given(self, master_id: int, class_id: int, notebook_ids: Sequence[int]) -> list[Given]:
        """All pushes and pull-backs that concern the class or one of the notebooks, oldest first."""
        ...

    async def held(self, master_id: int, notebook_ids: Sequence[int]) -> dict[int, dict[int, int]]:
        """By notebook, the pages that are in it or on their way to it, with the numbers of their editions."""
        ...

    async def editions_by_number(self, pages: Mapping[int, int]) -> dict[int, int]:
        """Page id to edition id, for page ids with the numbers of editions."""
        ...

    async def names(self, notebook_ids: list[int]) -> list[Reached]: ...
    async def add(self, push: NewPush) -> int: ...
    async def get(self, push_id: int, lock: bool = False) -> PushInfo | None: ...
    async def of_master(self, master_id: int) -> list[PushInfo]: ...
    async def said(self, push_ids: list[int]) -> dict[int, Said]: ...
    async def pages_of(self, push_id: int) -> dict[int, int]: ...
    async def audience_of(self, push_id: int) -> list[int]: ...
    async def next_batch(self, push_id: int, room: int) -> Batch | None: ...
    async def unfinished(self) -> list[int]: ...
    async def log(self, push_id: int, steps: Sequence[Step]) -> None: ...
    async def logged(self, push_id: int) -> list[PlannedRows]: ...
    async def done_steps(self, push_id: int) -> list[Step]: ...
    async def undone(self, push_id: int) -> None: ...
    async def counts(self, push_ids: list[int]) -> dict[int, dict[RowOutcome, int]]: ...
    async def advance(self, push_id: int, batch: Batch, reached: int) -> bool: ...
