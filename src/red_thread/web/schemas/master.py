"""What goes over the wire about a master: its outline, its pages, what is brought in."""

from datetime import date, datetime
from typing import Any, Literal

from pydantic import Field

from red_thread.core.notebook.allowed import Arranging
from red_thread.core.outline.display import Display
from red_thread.web.schemas.common import Id, ProblemOut, Revision, Schema, StretchOut, WindowName
from red_thread.web.schemas.people import RoleName


class MasterOut(Schema):
    id: int
    name: str
    role: RoleName


class DividerOut(Schema):
    id: int
    parent_id: int | None
    name: str
    order_key: str


class SectionOut(Schema):
    id: int
    divider_id: int | None
    name: str
    order_key: str
    display: Display
    arranging: Arranging | None


class OutlinePageOut(Schema):
    id: int
    section_id: int
    parent_id: int | None
    title: str
    order_key: str
    edition: int
    changed: bool
    template: bool
    display: Display
    own_display: Display | None


class ClassOut(Schema):
    id: int
    master_id: int
    name: str
    students: int


class MasterViewOut(Schema):
    """The outline in reading order. `needles`: class id to the page where it is; `given`: pages anyone has."""

    id: int
    name: str
    role: RoleName
    arranging: Arranging
    dividers: list[DividerOut]
    sections: list[SectionOut]
    pages: list[OutlinePageOut]
    classes: list[ClassOut]
    needles: dict[int, int]
    given: list[int]


OutlineKindName = Literal["divider", "section", "page"]


class AddItem(Schema):
    """`like`: for a page, another that it begins as."""

    kind: OutlineKindName
    name: str = Field(max_length=1000)
    holder_id: Id | None = None
    parent_id: Id | None = None
    like: Id | None = None


class ManyPages(Schema):
    """Pages made from one. `pattern`: their name, with {n}, {week}, {weekday}, {date}; `begins`: the first day.

    `off`: school days on which there is none.
    """

    pattern: str = Field(max_length=300)
    count: int = Field(ge=0, le=100_000)
    first: int = Field(default=1, ge=0, le=1_000_000)
    begins: date
    off: list[date] = Field(default_factory=list[date], max_length=366)


class NamesOut(Schema):
    """The names of pages to be made, and the school day of each."""

    names: list[str]
    days: list[date]


class MadeOut(Schema):
    page_ids: list[int]


class RenameItem(Schema):
    name: str = Field(max_length=1000)


class SetDisplay(Schema):
    """None: as its section says."""

    display: Display | None


class MoveItem(Schema):
    holder_id: Id | None
    after_id: Id | None


class EditionOut(Schema):
    id: int
    number: int
    made_at: datetime
    students: int
    written: int
    opened: int
    knotted: int


class ChangeOut(Schema):
    id: str
    kind: Literal["new", "changed", "gone", "moved"]
    words: str


class MasterPageOut(Schema):
    id: int
    master_id: int
    section_id: int
    title: str
    document: dict[str, Any]
    revision: int
    starter: bool


class PastMomentOut(Schema):
    """One line of a master page's past."""

    revision: int
    made_at: datetime
    made_by: str
    changed: list[str]


class TakenOutOut(Schema):
    """Something that rests: for thirty days it can be had back. `pages`: how many it holds."""

    kind: OutlineKindName
    id: int
    name: str
    pages: int
    removed_at: datetime


class FoundPageOut(Schema):
    """A page on which sought words stand, and some words around them."""

    page_id: int
    title: str
    snippet: list[StretchOut]


class SavedPageOut(Schema):
    """`sent_revision`: the state that was sent; who has typed on meanwhile goes on from there."""

    page: MasterPageOut
    sent_revision: int
    left_out: list[str]


class AskingOut(Schema):
    """A student who asks for a page."""

    notebook_id: int
    name: str
    class_name: str


class PageViewOut(Schema):
    page: MasterPageOut
    editions: list[EditionOut]
    changed: list[ChangeOut]
    asking: list[AskingOut]


class WayOut(Schema):
    """Where a link to a page leads: to the master's, to a copy, to what is on display, or not yet to anything."""

    master_id: int
    notebook_id: int | None
    copy_id: int | None
    on_display: bool
    asked: bool


class AsStudentOut(Schema):
    """A page as a student has it, and as they would have it after a push."""

    copy_id: int | None
    has: dict[str, Any] | None
    would_have: dict[str, Any]
    outcome: str
    given: list[str]


class ComparisonOut(Schema):
    """Two states of a master page; `changed` is what `after` changed in `before`."""

    title: str
    editions: list[EditionOut]
    before: dict[str, Any]
    after: dict[str, Any]
    changed: list[ChangeOut]


class SavePage(Schema):
    """A master page and what it was begun from. `window`: the window that sends it, and the number of its save."""

    document: dict[str, Any]
    revision: Revision
    window: WindowName | None = None
    window_save: Revision = 0


class QuestionOut(Schema):
    """A question of a page, or of a file. `kind`: what it is asked with; only what is asked alike can be the same."""

    id: str
    words: str
    kind: str


class MeantIn(Schema):
    """Of a page that comes in again: the question `now` of the file is what the question `before` has become."""

    page_id: Id
    before: str = Field(max_length=200)
    now: str = Field(max_length=200)


class PlannedPageOut(Schema):
    """A page of a file. `into`: its dividers and its section; `page_id`: the page of its name that is there; `gone`:
    what that asks and the file does not in words like them; `fresh`: what the file asks anew.
    """

    title: str
    into: list[str]
    page_id: int | None
    gone: list[QuestionOut]
    fresh: list[QuestionOut]


class PagesPlanOut(Schema):
    """What would come of a file, and what of it cannot be read."""

    pages: list[PlannedPageOut]
    problems: list[ProblemOut]


class PageBefore(Schema):
    """A page that was brought up to date, and the revision to which it can go back."""

    page_id: Id
    revision: Revision


class SetArrangingOfCourse(Schema):
    arranging: Arranging


class SetArrangingOfSection(Schema):
    """None: as the course says."""

    arranging: Arranging | None


class SetWriting(Schema):
    """`pages_too`: those that are there already; if not, only those that will be made."""

    writing: Literal["everywhere", "spaces"]
    pages_too: bool = True


class PutBack(Schema):
    """What is undone: what was made, and pages that were brought up to date."""

    page_ids: list[Id] = Field(default=[], max_length=20_000)
    section_ids: list[Id] = Field(default=[], max_length=20_000)
    divider_ids: list[Id] = Field(default=[], max_length=20_000)
    updated: list[PageBefore] = Field(default=[], max_length=20_000)


class PutBackOut(Schema):
    """`stay`: the titles of pages that were written on since."""

    stay: list[str]


class SectionBeforeOut(Schema):
    """What a section said before, and the pages that changed, with the revisions to which they can go back."""

    writing: str
    pages: list[PageBefore]


class PagesReportOut(Schema):
    """What was made, and `same`: how many pages were there already, just so."""

    page_ids: list[int]
    section_ids: list[int]
    divider_ids: list[int]
    updated: list[PageBefore]
    same: int
    problems: list[ProblemOut]
