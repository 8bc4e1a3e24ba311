"""People and how they sign in."""

from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from red_thread.actions.actor import PersonKind


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


class People(Protocol):
    async def add_teacher(
        self, name: str, email: str | None, password_hash: str | None, administers: bool = False
    ) -> int: ...
    async def add_student(self, name: str) -> int: ...
    async def by_email(self, email: str) -> Person | None: ...
    async def person(self, person_id: int) -> Person | None: ...
    async def teachers(self) -> list[Person]: ...
    async def rename(self, person_id: int, name: str) -> None: ...
    async def set_password(self, person_id: int, password_hash: str) -> None: ...
    async def begin_session(
        self, token_hash: bytes, person_id: int, proof: str, ends_at: datetime, browser: str = ""
    ) -> None: ...
    async def session(self, token_hash: bytes) -> SignedIn | None: ...
    async def sessions(self, person_id: int) -> list[OpenSession]: ...
    async def end_session(self, token_hash: bytes) -> None: ...
    async def end_sessions(self, person_id: int, but: bytes | None = None) -> None: ...
    async def add_code(self, code_hash: bytes, person_id: int, made_by: int, ends_at: datetime) -> None: ...
    async def whose_code(self, code_hash: bytes) -> int | None: ...
    async def use_code(self, code_hash: bytes) -> int | None: ...
    async def to_walk_in_as(self) -> list[Person]: ...
    async def taught_by_others(self, person_id: int, teacher_id: int) -> bool: ...
    async def close_ways_in(self, emails: str) -> None: ...
    async def begin_another_school(self, name: str) -> int:
        """One more school in this installation; the rest of the transaction is in it."""
        ...

    async def name_school(self, name: str) -> None:
        """Names the school of the transaction."""
        ...

    async def setting(self, name: str) -> str | None: ...
    async def remember(self, name: str, value: str | None) -> None: ...
