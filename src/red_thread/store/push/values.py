"""Pushes: their facts, their rows, their log."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal, TypeAlias

from red_thread.core.outline.tree import Holder, Outline
from red_thread.core.push import USUAL, Audience, How, Only, PushedPage

# "cut": a pull-back that takes nothing away, but cuts every copy loose.
PushKind: TypeAlias = Literal["push", "pull-back", "catch-up", "cut", "taken"]


@dataclass(frozen=True, slots=True)
class Asked:
    """What a push is of, and how it is meant. `given_empty`: dividers and sections as such, with their names."""

    master_id: int
    outline: Outline
    pages: Sequence[PushedPage]
    how: How = USUAL
    given_empty: Mapping[Holder, str] = field(default_factory=dict[Holder, str])

    def of(self, page: PushedPage) -> "Asked":
        """The same for one of its pages alone."""
        return Asked(self.master_id, self.outline, (page,), self.how)


@dataclass(frozen=True, slots=True)
class NewPush:
    """What is asked for. `pages`: page id to the id of the edition that is meant, in the order of the master.

    `audience`: whom, as it was said; `notebook_ids`: which notebooks this comes to now. `begins_at`: one that waits
    for its time has no editions and no notebooks before. `section_id`: into which section, if not each page's own;
    `holders`: dividers and sections that are given as such. `again_of`: the push that failed for those for whom
    this one is.
    """

    master_id: int
    made_by: int
    kind: PushKind
    pages: Mapping[int, int | None]
    audience: Audience
    notebook_ids: list[int]
    begins_at: datetime | None = None
    how: How = USUAL
    section_id: int | None = None
    holders: tuple[Holder, ...] = ()
    again_of: int | None = None


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
    section_id: int | None = None
    only: Only = Only.EVERYONE
    how: How = USUAL
    again_of: int | None = None


@dataclass(frozen=True, slots=True)
class Said:
    """What was asked for, in names, for a sentence. `title`, `edition`: of the first page; `pages`: how many.

    `classes`: the names of whole classes, of groups and of whatever else chooses several. `students`: of at most
    three single students; `singles`, `without`: how many single students, and how many were left out. `holders`:
    dividers and sections as such; `into`: the section that was chosen; `behind`: the page that it was to follow.
    """

    title: str
    edition: int | None
    pages: int
    classes: list[str]
    students: list[str]
    singles: int
    without: int
    holders: list[str]
    into: str | None
    behind: str | None


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


@dataclass(frozen=True, slots=True)
class MergeDefect:
    """A merge that broke off: of which copy, and where in the program."""

    page_id: int
    notebook_id: int
    broke_off_at: str
