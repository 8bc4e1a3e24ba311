"""What goes over the wire."""

from datetime import date, datetime
from typing import Annotated, Any, Literal, Self

from pydantic import BaseModel, ConfigDict, Field

from red_thread.core.outline.display import Display
from red_thread.core.quotas import Whose
from red_thread.formats.roster import Means

# Numbers as PostgreSQL can hold them: what is larger is no id of anything.
Id = Annotated[int, Field(ge=0, le=2**63 - 1)]
Revision = Annotated[int, Field(ge=0, le=2**31 - 1)]
WindowName = Annotated[str, Field(pattern=r"^[\w-]{8,40}$")]


class Schema(BaseModel):
    model_config = ConfigDict(from_attributes=True)


class ProblemReport(Schema):
    """An error (RFC 9457): what went wrong, and a hint what to do."""

    title: str
    status: int
    detail: str
    hint: str = ""


class PersonOut(Schema):
    id: int
    name: str
    kind: Literal["teacher", "student"]
    signs_in_as: str
    administers: bool


class SchoolAs(Schema):
    """A school. `time_zone`: by which it lives, such as "Europe/London"."""

    name: str = Field(max_length=200)
    time_zone: str = Field(max_length=60)


class SessionOut(Schema):
    """Who is signed in, and where. `proof` goes with every changing request. `nearly_full`: what one should
    know of before it is met.
    """

    person: PersonOut
    school: SchoolAs
    proof: str
    demo: bool
    nearly_full: list[str]


class OtherSchool(BaseModel):
    """An account in another school: its number, as in its address, and what one signs in with there."""

    school: Annotated[int, Field(ge=1, le=999_999_999)]
    name: str = Field(max_length=300)
    password: str = Field(max_length=1000)


class OpenSchool(BaseModel):
    school: Annotated[int, Field(ge=1, le=999_999_999)]


class MySchoolOut(Schema):
    id: int
    name: str
    here: bool


class MySchoolsOut(Schema):
    """`several`: whether this installation has more schools than one."""

    schools: list[MySchoolOut]
    several: bool


class WalkerOut(Schema):
    id: int
    name: str
    kind: str
    about: str


class WelcomeOut(Schema):
    """What the sign-in page shows. `walkers`: made-up people, in the demo only."""

    demo: bool
    walkers: list[WalkerOut]


class SignIn(Schema):
    name: str = Field(max_length=300)
    password: str = Field(max_length=1000)


class UseCode(Schema):
    code: str = Field(max_length=60)
    password: str = Field(max_length=1000)


class WalkIn(Schema):
    person_id: Id


RoleName = Literal["owner", "co-teacher", "helper"]


class MasterOut(Schema):
    id: int
    name: str
    role: RoleName


class ColleagueOut(Schema):
    """Who works in a course. `me`: whoever asks."""

    person_id: int
    name: str
    role: RoleName
    me: bool


class RoleIn(BaseModel):
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


class AddedOut(Schema):
    id: int


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


class OnOrOff(BaseModel):
    on: bool


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


class StretchOut(Schema):
    words: str
    sought: bool


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


class StudentOut(Schema):
    person_id: int
    notebook_id: int
    name: str
    email: str | None
    way_in: Literal["password", "code", "none"]
    signs_in_as: str
    code_since: datetime | None
    by_others: bool
    since: list[datetime]
    until: list[datetime | None]


class GroupOut(Schema):
    id: int
    name: str
    notebook_ids: list[int]


class GroupIn(BaseModel):
    name: str = Field(max_length=200)
    notebook_ids: list[Id] = Field(max_length=20000)


class CaughtUpOut(Schema):
    """`pages`: the most that any of the students lacks."""

    push_ids: list[int]
    students: int
    pages: int


class WhoLacksOut(Schema):
    """Students who lack the same: their notebooks and names, and titles of what they lack."""

    notebook_ids: list[int]
    names: list[str]
    titles: list[str]


class LackingOut(Schema):
    """What catching up would give. `pages`: the most that any of the students lacks."""

    students: int
    pages: int
    groups: list[WhoLacksOut]


class CatchUpIn(Schema):
    """`notebook_ids`: whom to catch up; None for all."""

    notebook_ids: list[Id] | None = Field(default=None, max_length=20000)


class CatchingUp(BaseModel):
    on: bool


class ClassViewOut(Schema):
    """`guest`: it is looked after in another course, and only given pages here."""

    id: int
    name: str
    guest: bool
    catches_up: bool
    students: list[StudentOut]


class CodeOut(Schema):
    name: str
    signs_in_as: str
    code: str
    picture: str


class CodeSheetOut(Schema):
    """Codes, each with its QR code as SVG; they are shown this once. `left_out`: for whom others answer too."""

    class_name: str
    address: str
    codes: list[CodeOut]
    left_out: list[str]


class Name(Schema):
    name: str = Field(max_length=1000)


class MoveStudent(Schema):
    class_id: Id


class AskedForOut(Schema):
    class_id: int
    person_id: int
    person_name: str
    class_name: str
    master_name: str
    asked_by: str


class OtherClassOut(Schema):
    id: int
    name: str
    master_name: str


class AskedToFollowOut(Schema):
    """A colleague's course asks for classes. `could`: those that may say yes."""

    master_id: int
    master_name: str
    asked_by: str
    could: list[OtherClassOut]


class AskColleague(BaseModel):
    email: str = Field(max_length=200)


class AskedOut(BaseModel):
    name: str


class AnswerFollowing(BaseModel):
    class_ids: list[Id] = Field(max_length=200)


class AnswerRequest(Schema):
    agreed: bool


class Begin(Schema):
    """The first day: who begins, and with what."""

    code: str = Field(max_length=60)
    name: str = Field(max_length=200)
    email: str = Field(default="", max_length=200)
    password: str = Field(max_length=1000)
    school: str = Field(max_length=200)
    course: str = Field(max_length=200)
    time_zone: str = Field(default="", max_length=60)


class BegunOut(Schema):
    session: SessionOut
    master_id: int


class InviteTeacher(Schema):
    role: Literal["co-teacher", "helper"] = "co-teacher"
    name: str = Field(max_length=200)
    email: str = Field(default="", max_length=200)


class InvitedOut(Schema):
    """`code`: to hand over; None for one who is let in at once. `is_here`: they give it when signed in."""

    code: CodeOut | None
    is_here: bool


class AccountOut(Schema):
    """Somebody of the school, as who looks after it sees them."""

    id: int
    name: str
    kind: Literal["teacher", "student"]
    signs_in_as: str
    email: str | None
    outside_id: str | None
    seen_at: datetime | None
    closed_at: datetime | None
    erased: bool


class NamesOfPerson(Schema):
    """By which others know a person besides their name: e-mail, and the id in the school's lists."""

    email: str | None = Field(default=None, max_length=300)
    outside_id: str | None = Field(default=None, max_length=300)


class KeptAs(Schema):
    """How much is kept, or may be: bytes of pictures and recordings, how many of them, pages."""

    bytes: int = Field(ge=0, le=10**15)
    pictures: int = Field(ge=0, le=10**9)
    pages: int = Field(ge=0, le=10**9)


class NamedKeptOut(Schema):
    name: str
    kept: KeptAs


class QuotasOut(Schema):
    """What each may keep, what the school keeps, and who keeps most."""

    most: dict[Whose, KeptAs]
    used: KeptAs
    courses: list[NamedKeptOut]
    students: list[NamedKeptOut]


class ErasedOut(Schema):
    pages: int


class TakeUpInvitation(Schema):
    code: str = Field(max_length=60)


class ChangePassword(Schema):
    old: str = Field(max_length=1000)
    new: str = Field(max_length=1000)


class OpenSessionOut(Schema):
    number: str
    made_at: datetime
    browser: str
    this: bool


class ProblemOut(Schema):
    file: str
    line: int
    reason: str


class RosterLineOut(Schema):
    """One line of a roster's plan. `before`: the name or the class that was, or why it is refused."""

    class_name: str
    name: str
    line: Literal["new", "known", "renamed", "joins", "moved", "asked", "left", "refused"]
    before: str


class ColumnOut(Schema):
    """A column of a roster: its heading, what stands in its first rows, what it is taken for."""

    heading: str
    samples: list[str]
    means: Means


class RosterPlanOut(Schema):
    """What would be taken in. `number`: by which just this is taken in, and nothing else. `certain`: whether the file
    says what its columns are.
    """

    number: str
    lines: list[RosterLineOut]
    problems: list[ProblemOut]
    columns: list[ColumnOut]
    certain: bool


class RosterReportOut(Schema):
    """What was taken in; `id`: by which it can be undone."""

    id: int
    lines: list[RosterLineOut]
    problems: list[ProblemOut]
    caught_up: CaughtUpOut


class ProgressOut(Schema):
    """How far the work on a file has come."""

    doing: Literal["reading", "taking in"]
    done: int
    of: int


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


class NotebookOut(Schema):
    id: int
    class_id: int
    class_name: str
    master_id: int
    master_name: str
    person_name: str


class NotebookPageOut(Schema):
    """A page on the shelf. `page_id`: the master's page that it follows, if its `tie` holds."""

    id: int
    page_id: int | None
    title: str
    tucked: bool
    answered: int
    answerable: int
    knots: int
    tie: Literal["tied", "cut", "own"]
    news: Literal["new", "changed"] | None
    written: bool
    ready: bool
    put_away: bool


class NotebookSectionOut(Schema):
    """`divider_id`: in which divider of the notebook. Dividers and sections share one order, by `order_key`."""

    id: int
    name: str
    divider_id: int | None
    order_key: str
    own: bool
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


class BeginPage(Schema):
    """A page of the student's own. `after`: the page in that section which it follows; last without it."""

    title: str = Field(min_length=1, max_length=300, pattern=r"\S")
    section_id: Id | None = None
    after: Id | None = None


class BeginSection(Schema):
    name: str = Field(min_length=1, max_length=200, pattern=r"\S")


class OpenPageOut(Schema):
    """A student's page. `tied`: ids of the master's blocks; `arrived`: those that are new since last time.

    `page_id`, `edition_id`: none for a page of the student's own; of one that was `cut`, where it came from.
    `full`: of a page that is empty now, the state before its words were taken out.
    """

    id: int
    notebook: NotebookOut
    page_id: int | None
    tie: Literal["tied", "cut", "own"]
    revision: int
    edition_id: int | None
    document: dict[str, Any]
    tied: list[str]
    arrived: list[str]
    edition: dict[str, Any]
    put_away: bool
    pulled_back: bool
    full: int | None


class MomentOut(Schema):
    """One line of a page's history; `changed` says what it changed in the line before."""

    revision: int
    made_at: datetime
    made_by: str
    by_student: bool
    cause: Literal["given", "student", "push", "back", "untied"]
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


class BoardStudentOut(Schema):
    id: int
    name: str
    cells: list[int]


class BoardPageOut(Schema):
    id: int
    title: str
    section_id: int
    tucked: bool


class BoardOut(Schema):
    """Who has what. A cell is its state, + 8 behind, + 16 knotted, + 32 times the tenths that are answered."""

    class_id: int
    class_name: str
    sections: list[SectionOut]
    pages: list[BoardPageOut]
    students: list[BoardStudentOut]


class CellOut(Schema):
    copy_id: int | None


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


class BlobOut(Schema):
    """By what a page names what was put in, and what it is."""

    fingerprint: str
    medium: Literal["picture", "sound", "film"]

    @classmethod
    def of(cls, fingerprint: str, media_type: str) -> Self:
        kinds: dict[str, Literal["sound", "film"]] = {"audio": "sound", "video": "film"}
        return cls(fingerprint=fingerprint, medium=kinds.get(media_type.partition("/")[0], "picture"))
