"""What goes over the wire about pushes and pull-backs."""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from datetime import datetime
from typing import Literal

from pydantic import Field, field_validator

from red_thread.actions.push.plan_push import PushRequest
from red_thread.core.outline.placement import At, Where
from red_thread.core.outline.tree import Holder
from red_thread.core.push import (
    Audience,
    Drawer,
    How,
    IfCopy,
    IfCut,
    IfOwn,
    Only,
    PlannedRows,
    RowOutcome,
    SelectorKind,
    Way,
    WrittenPages,
    audience_from,
    each_once,
)
from red_thread.store.push.values import PushKind, Reached
from red_thread.web.schemas.common import Id, Schema


class SelectorIn(Schema):
    """Students by what they are in, or one by one. `ids`: of what `kind` says."""

    kind: SelectorKind
    ids: list[Id] = Field(max_length=20000)


class AudienceIn(Schema):
    """Everyone whom one of the selectors names; `only` those of them who have, lack or have not opened one of the
    pages, and `without` these notebooks.
    """

    selectors: list[SelectorIn] = Field(max_length=20)
    without: list[Id] = Field(default_factory=list[Id], max_length=20000)
    only: Only = Only.EVERYONE

    def value(self) -> Audience:
        """The audience that the actions know."""
        return audience_from(((one.kind, one.ids) for one in self.selectors), self.without, self.only)


class PushRequestIn(Schema):
    """Which pages, and whom."""

    master_id: Id
    page_ids: list[Id] = Field(max_length=1000)
    audience: AudienceIn


class HowIn(Schema):
    """How a push is meant. `into`: a section, if not each page's own; `place_at`: page or number for `place`."""

    into: Id | None = None
    place: At = At.IN_ORDER
    place_at: Id | None = None
    if_copy: IfCopy = IfCopy.UPDATE
    if_cut: IfCut = IfCut.LEAVE
    drawer: Drawer = Drawer.LEAVE
    untied: bool = False
    if_own: IfOwn = IfOwn.BESIDE


class PushSentenceIn(PushRequestIn):
    """A push as it is said. `section_ids`, `divider_ids`: as such, without the pages that are in them."""

    section_ids: list[Id] = Field(default_factory=list[Id], max_length=1000)
    divider_ids: list[Id] = Field(default_factory=list[Id], max_length=1000)
    how: HowIn = HowIn()


class PushStart(PushSentenceIn):
    """`begins_at`: a time to come, by the school's clock if it names no zone; None: now.

    `again_of`: the push that failed for these.
    """

    begins_at: datetime | None = None
    again_of: Id | None = None


class PushTime(Schema):
    begins_at: datetime | None


class RowsOut(Schema):
    """Alike rows, of a page or of a `holder`, a divider or section, as in `titles`."""

    page_id: int | None
    holder: str | None
    outcome: RowOutcome
    changes: bool
    notebook_ids: list[int]
    reason: str

    @field_validator("holder", mode="before")
    @classmethod
    def _named(cls, holder: Holder | None) -> str | None:
        return None if holder is None else holder_name(holder)


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
    """What will happen, and to whom. `not_arrived`: pictures and recordings whose frames are still empty."""

    counts: dict[RowOutcome, int]
    changes_anything: bool
    rows: list[RowsOut]
    students: list[ReachedOut]
    titles: dict[int, str]
    not_arrived: int = 0


class OfferOut(Schema):
    """Notebooks that have a section of this name, where pages of a section of the master may come into.

    `taught`: another course's pushes made it, not the students.
    """

    section_id: int
    name: str
    near: bool
    taught: bool
    notebook_ids: list[int]


class PlanOut(PlannedOut):
    woven: list[WovenOut]
    holders: dict[str, str]
    offers: list[OfferOut]


class PullBackRequestIn(PushRequestIn):
    """`written`: what becomes of pages that students have written on."""

    written: WrittenPages


class OwnWordsOut(Schema):
    """How many words of their own a student has on a page."""

    page_id: int
    notebook_id: int
    words: int


class PullBackPlanOut(PlannedOut):
    words: list[OwnWordsOut]


class UndoneOut(Schema):
    """How many copies are as before, and how many have moved on since and stay, or were dealt with all the same."""

    back: int
    stays: int
    besides: int


class RowIn(Schema):
    page_id: Id
    notebook_id: Id


class UndoIn(Schema):
    """`also`: rows that have moved on, and for which something is to be done all the same."""

    also: list[RowIn] = Field(default_factory=list[RowIn], max_length=20000)


class MovedOnOut(RowsOut):
    """`way`: what may become of these instead of staying as they are; None: nothing."""

    way: Way | None


class UndoPlanOut(Schema):
    """How many copies would go back, and which have moved on since and stay, page by page."""

    back: int
    stays: list[MovedOnOut]
    students: list[ReachedOut]
    titles: dict[int, str]


class HowOut(Schema):
    place: At
    if_copy: IfCopy
    if_cut: IfCut
    drawer: Drawer
    untied: bool
    if_own: IfOwn


class SaidOut(Schema):
    """What was asked for, in names: the first page and its edition, how many pages; classes, single students, how
    many without.
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


class PushOut(Schema):
    id: int
    kind: PushKind
    only: Only
    how: HowOut
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
    again_of: int | None


class PushViewOut(Schema):
    push: PushOut
    page_ids: list[int]
    rows: list[RowsOut]
    students: list[ReachedOut]
    titles: dict[int, str]
    holders: dict[str, str]
    may_change: bool


def push_request(body: PushRequestIn) -> PushRequest:
    """Whom and what, for any kind of push."""
    return PushRequest(body.master_id, tuple(dict.fromkeys(body.page_ids)), body.audience.value())


def push_sentence(body: PushSentenceIn) -> PushRequest:
    """The same with all that a push says besides."""
    dividers: list[Holder] = [("divider", number) for number in body.divider_ids]
    sections: list[Holder] = [("section", number) for number in body.section_ids]
    said = body.how
    how = How(Where(said.place, said.place_at), said.if_copy, said.if_cut, said.drawer, said.untied, said.if_own)
    asked = replace(push_request(body), holders=tuple(dict.fromkeys(dividers + sections)), how=how)
    return replace(asked, section_id=said.into)


def how_out(how: How) -> HowOut:
    said = {name: getattr(how, name) for name in ("if_copy", "if_cut", "drawer", "untied", "if_own")}
    return HowOut(place=how.where.at, **said)


def holder_name(holder: Holder) -> str:
    return f"{holder[0]}-{holder[1]}"


def holders_out(names: Mapping[Holder, str]) -> dict[str, str]:
    return {holder_name(holder): name for holder, name in names.items()}


def counts_out(counts: Mapping[RowOutcome, int]) -> dict[RowOutcome, int]:
    return dict(counts)


def rows_out(rows: Iterable[PlannedRows]) -> list[RowsOut]:
    return [RowsOut.model_validate(row) for row in each_once(rows) if row.notebook_ids]


def reached_out(students: Iterable[Reached]) -> list[ReachedOut]:
    return [ReachedOut.model_validate(student) for student in students]
