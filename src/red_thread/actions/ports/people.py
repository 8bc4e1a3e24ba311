"""People and how they sign in."""

from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from red_thread.actions.actor import PersonKind


@dataclass(frozen=True, slots=True)
class Person:
    """Someone who can sign in. `password_hash`: argon2, None before a first password was set."""

    id: int
    name: str
    kind: PersonKind
    email: str | None
    password_hash: str | None


@dataclass(frozen=True, slots=True)
class SignedIn:
    """A session. `proof`: what a changing request must bring along (against forged requests)."""

    person: Person
    proof: str


class People(Protocol):
    async def add_teacher(self, name: str, email: str, password_hash: str | None) -> int: ...
    async def by_email(self, email: str) -> Person | None: ...
    async def person(self, person_id: int) -> Person | None: ...
    async def set_password(self, person_id: int, password_hash: str) -> None: ...
    async def begin_session(self, token_hash: bytes, person_id: int, proof: str, ends_at: datetime) -> None: ...
    async def session(self, token_hash: bytes) -> SignedIn | None: ...
    async def end_session(self, token_hash: bytes) -> None: ...
    async def add_code(self, code_hash: bytes, person_id: int, made_by: int, ends_at: datetime) -> None: ...
    async def use_code(self, code_hash: bytes) -> int | None: ...
    async def to_walk_in_as(self) -> list[Person]: ...
