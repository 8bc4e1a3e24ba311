"""People and how they sign in."""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal, TypeAlias

PersonKind: TypeAlias = Literal["teacher", "student", "house"]


@dataclass(frozen=True, slots=True)
class Person:
    """Someone who can sign in. `password_hash`: argon2, None before a first password was set.

    `sign_in_name`: what one signs in with who has no e-mail address here. `administers`: looks after the school.
    """

    id: int
    name: str
    kind: PersonKind
    email: str | None
    password_hash: str | None
    sign_in_name: str | None = None
    administers: bool = False


@dataclass(frozen=True, slots=True)
class SignedIn:
    """A session. `proof`: what a changing request must bring along (against forged requests)."""

    person: Person
    proof: str


@dataclass(frozen=True, slots=True)
class OpenSession:
    """One of a person's sessions. `number`: what it is called towards its owner; the token is known to nobody."""

    number: str
    made_at: datetime
    browser: str
    token_hash: bytes


@dataclass(frozen=True, slots=True)
class Account:
    """Somebody of the school. `seen_at`: when they signed in last; None: never, as far as is known."""

    id: int
    name: str
    kind: PersonKind
    signs_in_as: str
    email: str | None
    outside_id: str | None
    seen_at: datetime | None
    closed_at: datetime | None
    erased: bool


@dataclass(frozen=True, slots=True)
class Names:
    """By which others know a person besides their name: e-mail, and the id in the school's lists."""

    email: str | None
    outside_id: str | None


@dataclass(frozen=True, slots=True)
class School:
    """A school by name. `time_zone`: by which it lives, such as "Europe/London".

    `language`: in which words are found, such as "en"; empty: in no language of its own.
    """

    name: str
    time_zone: str
    language: str = ""


@dataclass(frozen=True, slots=True)
class LinkedSchool:
    """A school in which the same person has an account."""

    school_id: int
    name: str
