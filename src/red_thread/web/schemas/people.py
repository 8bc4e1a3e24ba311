"""What goes over the wire about people, their accounts and their school."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from red_thread.core.quotas import Whose
from red_thread.web.schemas.classes import CodeOut
from red_thread.web.schemas.common import Id, Schema


class PersonOut(Schema):
    id: int
    name: str
    kind: Literal["teacher", "student"]
    signs_in_as: str
    administers: bool


class SchoolAs(Schema):
    """A school. `time_zone`: by which it lives, such as "Europe/London"; `language`: in which words are found."""

    name: str = Field(max_length=200)
    time_zone: str = Field(max_length=60)
    language: str = Field(default="", max_length=10)


class Reading(Schema):
    """How somebody wants to read pages. `letters`: in percent of the usual size; `still`: nothing moves."""

    letters: Literal[100, 115, 130, 150, 175, 200] = 100
    lines: Literal["usual", "wide", "widest"] = "usual"
    face: Literal["usual", "clear"] = "usual"
    tint: Literal["none", "sand", "sky", "moss", "rose"] = "none"
    still: bool = False


class SessionOut(Schema):
    """Who is signed in, and where. `proof` goes with every changing request. `nearly_full`: what one should
    know of before it is met.
    """

    person: PersonOut
    school: SchoolAs
    proof: str
    demo: bool
    nearly_full: list[str]
    reading: Reading | None


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


class ColleagueOut(Schema):
    """Who works in a course. `me`: whoever asks."""

    person_id: int
    name: str
    role: RoleName
    me: bool


class RoleIn(BaseModel):
    role: RoleName


class Begin(Schema):
    """The first day: who begins, and with what."""

    code: str = Field(max_length=60)
    name: str = Field(max_length=200)
    email: str = Field(default="", max_length=200)
    password: str = Field(max_length=1000)
    school: str = Field(max_length=200)
    course: str = Field(max_length=200)
    time_zone: str = Field(default="", max_length=60)
    language: str = Field(default="", max_length=40)


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
