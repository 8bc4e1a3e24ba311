"""What goes over the wire about classes, their rosters and their groups."""

from datetime import date, datetime
from typing import Literal

from pydantic import BaseModel, Field

from red_thread.formats.roster import Means
from red_thread.web.schemas.common import Id, ProblemOut, Schema


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


class AwayOut(Schema):
    id: int
    day: date
    notebook_ids: list[int]


class AwayIn(BaseModel):
    day: date
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
