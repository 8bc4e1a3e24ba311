"""What all subjects send and take over the wire."""

from typing import Annotated, Literal, Self

from pydantic import BaseModel, ConfigDict, Field

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


class StretchOut(Schema):
    """Some words of a page, and whether they were sought."""

    words: str
    sought: bool


class AddedOut(Schema):
    id: int


class OnOrOff(BaseModel):
    on: bool


class Name(Schema):
    name: str = Field(max_length=1000)


class ProblemOut(Schema):
    file: str
    line: int
    reason: str


class ProgressOut(Schema):
    """How far the work on a file has come."""

    doing: Literal["reading", "taking in"]
    done: int
    of: int


class BlobOut(Schema):
    """By what a page names what was put in, and what it is."""

    fingerprint: str
    medium: Literal["picture", "sound", "film"]

    @classmethod
    def of(cls, fingerprint: str, media_type: str) -> Self:
        kinds: dict[str, Literal["sound", "film"]] = {"audio": "sound", "video": "film"}
        return cls(fingerprint=fingerprint, medium=kinds.get(media_type.partition("/")[0], "picture"))
