"""What goes over the wire about pushes and pull-backs."""

from collections.abc import Iterable, Mapping
from datetime import datetime
from typing import Literal

from pydantic import AwareDatetime, Field

from red_thread.actions.ports.pushes import Reached
from red_thread.actions.push.plan_push import PushRequest
from red_thread.core.push import PlannedRows, RowOutcome
from red_thread.web.schemas import Id, Schema


class PushRequestIn(Schema):
    master_id: Id
    page_ids: list[Id] = Field(max_length=1000)
    class_ids: list[Id] = Field(default_factory=list[Id], max_length=1000)
    notebook_ids: list[Id] = Field(default_factory=list[Id], max_length=20000)
    without: list[Id] = Field(default_factory=list[Id], max_length=20000)
    group_ids: list[Id] = Field(default_factory=list[Id], max_length=1000)


class PushStart(PushRequestIn):
    """`begins_at`: a time to come, with its zone; None: now."""

    begins_at: AwareDatetime | None = None


class PushTime(Schema):
    begins_at: AwareDatetime | None


class RowsOut(Schema):
    page_id: int
    outcome: RowOutcome
    changes: bool
    notebook_ids: list[int]
    reason: str


class ConflictOut(Schema):
    id: str
    kind: str
    master: str
    student: str
    kept: str | None


class WovenOut(Schema):
    """What the merge of one written-on copy comes to."""

    page_id: int
    notebook_id: int
    notes: list[str]
    conflicts: list[ConflictOut]


class ReachedOut(Schema):
    notebook_id: int
    person_name: str
    class_name: str


class PlannedOut(Schema):
    """What will happen, and to whom."""

    counts: dict[RowOutcome, int]
    changes_anything: bool
    rows: list[RowsOut]
    students: list[ReachedOut]
    titles: dict[int, str]


class PlanOut(PlannedOut):
    woven: list[WovenOut]


class PullBackRequestIn(PushRequestIn):
    """`written`: what becomes of pages that students have written on."""

    written: Literal["drawer", "teacher"]


class OwnWordsOut(Schema):
    """How many words of their own a student has on a page."""

    page_id: int
    notebook_id: int
    words: int


class PullBackPlanOut(PlannedOut):
    words: list[OwnWordsOut]


class UndoneOut(Schema):
    """How many copies are as they were before, and how many have moved on since and stay."""

    back: int
    stays: int


class UndoPlanOut(Schema):
    """How many copies would go back, and which have moved on since and stay, page by page."""

    back: int
    stays: list[RowsOut]
    students: list[ReachedOut]
    titles: dict[int, str]


class SaidOut(Schema):
    """What was asked for, in names: the first title, how many pages; classes, single students, how many without."""

    title: str
    pages: int
    classes: list[str]
    students: list[str]
    singles: int
    without: int


class PushOut(Schema):
    id: int
    kind: Literal["push", "pull-back", "catch-up"]
    undone_at: datetime | None
    made_at: datetime
    begins_at: datetime | None
    finished_at: datetime | None
    status: Literal["scheduled", "waiting", "running", "paused", "done", "stopped", "failed"]
    problem: str | None
    said: SaidOut
    students: int
    students_done: int
    counts: dict[RowOutcome, int]


class PushViewOut(Schema):
    push: PushOut
    page_ids: list[int]
    rows: list[RowsOut]
    students: list[ReachedOut]
    titles: dict[int, str]


def push_request(body: PushRequestIn) -> PushRequest:
    return PushRequest(
        body.master_id,
        tuple(dict.fromkeys(body.page_ids)),
        tuple(body.class_ids),
        tuple(body.notebook_ids),
        tuple(body.without),
        tuple(body.group_ids),
    )


def counts_out(counts: Mapping[RowOutcome, int]) -> dict[RowOutcome, int]:
    return dict(counts)


def rows_out(rows: Iterable[PlannedRows]) -> list[RowsOut]:
    return [RowsOut.model_validate(row) for row in rows]


def reached_out(students: Iterable[Reached]) -> list[ReachedOut]:
    return [ReachedOut.model_validate(student) for student in students]
