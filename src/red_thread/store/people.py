"""People, sessions and sign-in codes in PostgreSQL."""

from datetime import datetime
from typing import Any

from sqlalchemy import delete, insert, or_, select, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.actions.ports.people import Person, SignedIn
from red_thread.store import tables as t

_PERSON = (t.Person.id, t.Person.name, t.Person.kind, t.Person.email, t.Person.password_hash)
# Built once, as every request asks for it.
_SESSION = text("""
    SELECT p.id, p.name, p.kind, p.email, p.password_hash, s.proof
    FROM sign_in_session s JOIN person p ON p.id = s.person_id
    WHERE s.token_hash = :token_hash AND s.ends_at > :now
""")


class PeopleStore:
    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def add_teacher(self, name: str, email: str, password_hash: str | None) -> int:
        row = insert(t.Person).values(name=name, kind="teacher", email=email.lower(), password_hash=password_hash)
        return (await self.connection.execute(row.returning(t.Person.id))).scalar_one()

    async def by_email(self, email: str) -> Person | None:
        wanted = email.strip().lower()
        return await self._one(or_(t.Person.email == wanted, t.Person.outside_id == email.strip()))

    async def person(self, person_id: int) -> Person | None:
        return await self._one(t.Person.id == person_id)

    async def _one(self, condition: Any) -> Person | None:
        row = (await self.connection.execute(select(*_PERSON).where(condition).limit(1))).one_or_none()
        return _person(row) if row else None

    async def set_password(self, person_id: int, password_hash: str) -> None:
        await self.connection.execute(
            update(t.Person).where(t.Person.id == person_id).values(password_hash=password_hash)
        )

    async def begin_session(self, token_hash: bytes, person_id: int, proof: str, ends_at: datetime) -> None:
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.ends_at < self.now))
        await self.connection.execute(
            insert(t.SignInSession).values(
                token_hash=token_hash, person_id=person_id, proof=proof, made_at=self.now, ends_at=ends_at
            )
        )

    async def session(self, token_hash: bytes) -> SignedIn | None:
        row = (await self.connection.execute(_SESSION, {"token_hash": token_hash, "now": self.now})).one_or_none()
        return SignedIn(_person(row), row.proof) if row else None

    async def end_session(self, token_hash: bytes) -> None:
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.token_hash == token_hash))

    async def add_code(self, code_hash: bytes, person_id: int, made_by: int, ends_at: datetime) -> None:
        unused = delete(t.SignInCode).where(t.SignInCode.person_id == person_id, t.SignInCode.used_at.is_(None))
        await self.connection.execute(unused)
        await self.connection.execute(
            insert(t.SignInCode).values(code_hash=code_hash, person_id=person_id, made_by=made_by, ends_at=ends_at)
        )

    async def use_code(self, code_hash: bytes) -> int | None:
        used = (
            update(t.SignInCode)
            .where(
                t.SignInCode.code_hash == code_hash,
                t.SignInCode.used_at.is_(None),
                t.SignInCode.ends_at > self.now,
            )
            .values(used_at=self.now)
            .returning(t.SignInCode.person_id)
        )
        return (await self.connection.execute(used)).scalar_one_or_none()

    async def to_walk_in_as(self) -> list[Person]:
        found = await self.connection.execute(select(*_PERSON).order_by(t.Person.kind.desc(), t.Person.id))
        return [_person(row) for row in found]


def _person(row: Any) -> Person:
    return Person(row.id, row.name, row.kind, row.email, row.password_hash)
