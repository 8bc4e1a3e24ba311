"""What goes over the wire about notebooks and the pages in them."""

from datetime import datetime
from typing import Any, Literal

from pydantic import Field

from red_thread.core.notebook.allowed import Arranging
from red_thread.core.notebook.copy_state import Tie
from red_thread.web.schemas.common import Id, Revision, Schema, StretchOut, WindowName


class NotebookOut(Schema):
    id: int
    class_id: int
    class_name: str
    master_id: int
    master_name: str
    person_name: str


class NotebookPageOut(Schema):
    """A page on the shelf. `page_id`: the master's page that it follows, if its `tie` holds.

    `parent`: the copy under which it is tucked. `moved`: its student moved it from where the teacher has it.
    `going_at`: it is in the drawer, and goes for good then. `came_at`: when what is new about it was pushed.
    """

    id: int
    page_id: int | None
    title: str
    tucked: bool
    answered: int
    answerable: int
    knots: int
    tie: Tie
    news: Literal["new", "changed"] | None
    written: bool
    ready: bool
    put_away: bool
    moved: bool
    parent: int | None
    going_at: datetime | None
    came_at: datetime | None


class NotebookSectionOut(Schema):
    """`divider_id`: in which divider of the notebook. Dividers and sections share one order, by `order_key`.

    `put_away`: a section of the student's own that is not to be seen. `arranging`: what its student may do in it,
    where that is another than in the notebook. `course`: of another course than the class's own.
    """

    id: int
    name: str
    divider_id: int | None
    order_key: str
    own: bool
    put_away: bool
    arranging: Arranging | None
    course: str | None
    pages: list[NotebookPageOut]


class NotebookDividerOut(Schema):
    """`empty`: it was given before anything that stands in it."""

    id: int
    name: str
    divider_id: int | None
    order_key: str
    empty: bool


class NotebookViewOut(Schema):
    notebook: NotebookOut
    sections: list[NotebookSectionOut]
    dividers: list[NotebookDividerOut]
    arranging: Arranging


class BeginPage(Schema):
    """A page of the student's own, as `actions.notebook.own_pages.NewPage` tells it."""

    title: str = Field(min_length=1, max_length=300, pattern=r"\S")
    section_id: Id | None = None
    after: Id | None = None
    under: Id | None = None
    like: Id | None = None
    begun_as: WindowName | None = None


class BegunOut(Schema):
    """What was begun, and by which its beginning is undone."""

    id: int
    arrangement_id: int | None


class ArrangedOut(Schema):
    """By which it is undone; None where nothing was to be done."""

    arrangement_id: int | None


class OfferedPageOut(Schema):
    id: int
    title: str


class MovePages(Schema):
    """`after`: the page behind which they go, first without it; `under`: the page under which they are tucked."""

    copy_ids: list[Id] = Field(min_length=1, max_length=1000)
    section_id: Id
    after: Id | None = None
    under: Id | None = None


class MoveSection(Schema):
    """`after_key`: the order key of what it comes behind, first without it."""

    divider_id: Id | None = None
    after_key: str | None = Field(default=None, max_length=500)


class DrawerDeed(Schema):
    deed: Literal["put-away", "bring-back", "throw-away"]
    copy_ids: list[Id] = Field(min_length=1, max_length=1000)


class BeginSection(Schema):
    name: str = Field(min_length=1, max_length=200, pattern=r"\S")


class ReadyOut(Schema):
    """Since when a page is ready to be read, and what was changed since; `read_at`: a teacher has opened it so."""

    at: datetime
    read_at: datetime | None
    changed: list[str]


class OpenPageOut(Schema):
    """A student's page. `tied`: ids of the master's blocks; `arrived`: those that are new since last time.

    `page_id`, `edition_id`: none for a page of the student's own; of one that was `cut`, where it came from.
    `full`: of a page that is empty now, the state before its words were taken out.
    """

    id: int
    notebook: NotebookOut
    page_id: int | None
    tie: Tie
    revision: int
    edition_id: int | None
    document: dict[str, Any]
    tied: list[str]
    arrived: list[str]
    edition: dict[str, Any]
    put_away: bool
    pulled_back: bool
    full: int | None
    ready: ReadyOut | None


class MomentOut(Schema):
    """One line of a page's history; `changed` says what it changed in the line before."""

    revision: int
    made_at: datetime
    made_by: str
    by_student: bool
    cause: Literal["given", "student", "push", "back", "untied", "ready"]
    edition: int
    changed: list[str]


class ShownPageOut(Schema):
    """A page on display."""

    id: int
    title: str
    section: str
    tucked: bool


class StateOut(Schema):
    document: dict[str, Any]


class SaveCopy(Schema):
    """A student's page and what it was begun from. `window`: the window that sends it, and the number of its save."""

    document: dict[str, Any]
    revision: Revision
    edition_id: Id | None
    window: WindowName | None = None
    window_save: Revision = 0


class SavedOut(Schema):
    """`document` only where something came in between, and the editor has to take the page in.

    `sent_revision`: the state that was sent; who has typed on meanwhile goes on from there. `taken_back`: the page
    stands in the notebook no more; what was sent is kept. `left_out`: what of it can stand on no page.
    """

    revision: int
    sent_revision: int
    left_out: list[str]
    edition_id: int | None
    document: dict[str, Any] | None
    answered: int
    answerable: int
    knots: int
    taken_back: bool
    full: int | None


class KnotOut(Schema):
    """One knot: both wordings as plain text. `source`: the block that it comes from, `doc` for the title."""

    id: str
    source: str
    why: Literal["both-changed", "taken-out", "retyped", "title"]
    teacher: str
    student: str


class KnottedCopyOut(Schema):
    copy_id: int
    person_name: str
    class_name: str
    knots: list[KnotOut]


class KnotsOut(Schema):
    title: str
    copies: list[KnottedCopyOut]


class ChosenKnot(Schema):
    copy_id: Id
    knot: str = Field(max_length=200)


class UntieKnots(Schema):
    knots: list[ChosenKnot] = Field(max_length=5000)
    how: Literal["students", "teachers", "both"]


class UntiedCopy(Schema):
    """A copy that was changed, and the revision that this made; it can be taken back while that is the newest."""

    copy_id: Id
    revision: Revision


class TieAgain(Schema):
    copies: list[UntiedCopy] = Field(max_length=5000)


class FoundCopyOut(Schema):
    """A page on which sought words stand, and some words around them: the student's `own`, the teacher's."""

    copy_id: int
    title: str
    section: str
    put_away: bool
    own: list[StretchOut]
    teachers: list[StretchOut]
