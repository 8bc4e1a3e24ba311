"""People, sessions and sign-in codes in PostgreSQL."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from sqlalchemy import delete, insert, select, text, true, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.classes.sign_in_names import sign_in_name
from red_thread.store import tables as t
from red_thread.store.people.values import OpenSession, Person, SignedIn

_PERSON = (
    t.Person.id,
    t.Person.name,
    t.Person.kind,
    t.Person.email,
    t.Person.password_hash,
    t.Person.sign_in_name,
    t.Person.administers,
)
# Built once, as every request asks for it.
_SESSION = text("""
    SELECT p.id, p.name, p.kind, p.email, p.password_hash, p.sign_in_name, p.administers, s.proof
    FROM sign_in_session s JOIN person p ON p.id = s.person_id
    WHERE s.token_hash = :token_hash AND s.ends_at > :now AND p.closed_at IS NULL
""")
# One name is one person's: e-mail, sign-in name and the school's id are one name space.
_BY_NAME = text("""
    SELECT p.id, p.name, p.kind, p.email, p.password_hash, p.sign_in_name, p.administers
    FROM signs_in_as s JOIN person p ON p.id = s.person_id
    WHERE s.name = folded_name(:name) AND p.closed_at IS NULL
""")
_INVITE = text("""
    INSERT INTO invitation (code_hash, master_id, person_id, role, made_by, ends_at)
    VALUES (:code, :master, :person, :role, :by, :ends_at)
""")
# An invitation is taken up by who is invited and was handed its code, as long as who made it may still invite.
_TAKE_UP = text("""
    DELETE FROM invitation i USING master_teacher m
    WHERE i.code_hash = :code AND i.person_id = :person AND i.ends_at > :now
        AND m.master_id = i.master_id AND m.person_id = i.made_by AND m.left_at IS NULL AND m.role <> 'helper'
    RETURNING i.master_id, i.role
""")
_END_CODES_BY = text("""
    DELETE FROM sign_in_code s WHERE s.made_by = :by AND s.used_at IS NULL AND s.person_id IN (
        SELECT e.person_id FROM enrolment e JOIN class k ON k.id = e.class_id WHERE k.master_id = :master)
""")
_END_INVITATIONS_BY = text("DELETE FROM invitation WHERE made_by = :by AND master_id = :master")
_OTHERS = text("""
    SELECT EXISTS (SELECT FROM enrolment e JOIN class k ON k.id = e.class_id
        WHERE e.person_id = :person AND NOT EXISTS (
            SELECT FROM master_teacher m WHERE m.master_id = k.master_id AND m.person_id = :teacher
                AND m.left_at IS NULL))
""")


async def free_name(connection: AsyncConnection, name: str) -> str:
    """A name to sign in with that nobody has; two who look for one at once wait for each other."""
    await connection.execute(text("SELECT pg_advisory_xact_lock(20201)"))
    like = sign_in_name(name, ())
    taken = await connection.scalars(
        select(t.SignsInAs.name).where(t.SignsInAs.name.startswith(like, autoescape=True))
    )
    return sign_in_name(name, set(taken))


class PeopleStore:
    """People, their sessions, and their ways in."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def add_teacher(
        self, name: str, email: str | None, password_hash: str | None, administers: bool = False
    ) -> int:
        """Makes a teacher; gives the id."""
        made = {"name": name, "kind": "teacher", "email": email.lower() if email else None}
        signs_in_as = None if email else await free_name(self.connection, name)
        row = insert(t.Person).values(
            **made, password_hash=password_hash, administers=administers, sign_in_name=signs_in_as
        )
        return (await self.connection.execute(row.returning(t.Person.id))).scalar_one()

    async def by_email(self, email: str) -> Person | None:
        """By e-mail, the name to sign in with, or the school's id."""
        row = (await self.connection.execute(_BY_NAME, {"name": email.replace("\0", "")})).one_or_none()
        return _person(row) if row else None

    async def teachers(self) -> list[Person]:
        """The teachers of the school."""
        wanted = (
            select(*_PERSON).where(t.Person.kind == "teacher").order_by(t.Person.name.collate("names"), t.Person.id)
        )
        return [_person(row) for row in await self.connection.execute(wanted)]

    async def rename(self, person_id: int, name: str) -> None:
        """Gives a person another name."""
        await self.connection.execute(update(t.Person).where(t.Person.id == person_id).values(name=name))

    async def person(self, person_id: int) -> Person | None:
        """A person; None if there is none of this id."""
        row = (await self.connection.execute(select(*_PERSON).where(t.Person.id == person_id))).one_or_none()
        return _person(row) if row else None

    async def reading(self, person_id: int) -> dict[str, Any] | None:
        """How a person wants to read; None if they said nothing of it."""
        return await self.connection.scalar(select(t.Person.reading).where(t.Person.id == person_id))

    async def set_reading(self, person_id: int, reading: Mapping[str, object]) -> None:
        """The same, set."""
        row = update(t.Person).where(t.Person.id == person_id)
        await self.connection.execute(row.values(reading=dict(reading)))

    async def set_password(self, person_id: int, password_hash: str) -> None:
        """Keeps the argon2 hash of a new password."""
        await self.connection.execute(
            update(t.Person).where(t.Person.id == person_id).values(password_hash=password_hash)
        )
        await self.end_codes(person_id)

    async def begin_session(
        self, token_hash: bytes, person_id: int, proof: str, ends_at: datetime, browser: str = ""
    ) -> None:
        """Begins a session of a person, by the hash of its token."""
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.ends_at < self.now))
        await self.connection.execute(update(t.Person).where(t.Person.id == person_id).values(seen_at=self.now))
        await self.connection.execute(
            insert(t.SignInSession).values(
                token_hash=token_hash,
                person_id=person_id,
                proof=proof,
                made_at=self.now,
                ends_at=ends_at,
                browser=browser[:200],
            )
        )

    async def sessions(self, person_id: int) -> list[OpenSession]:
        """The open sessions of a person."""
        mine = t.SignInSession
        found = await self.connection.execute(
            select(mine.token_hash, mine.made_at, mine.browser)
            .where(mine.person_id == person_id, mine.ends_at > self.now)
            .order_by(mine.made_at.desc())
        )
        return [OpenSession(row.token_hash.hex()[:16], row.made_at, row.browser, row.token_hash) for row in found]

    async def end_sessions(self, person_id: int, but: bytes | None = None) -> None:
        """Ends all sessions of a person but one."""
        mine = t.SignInSession.person_id == person_id
        others = t.SignInSession.token_hash != but if but is not None else true()
        await self.connection.execute(delete(t.SignInSession).where(mine, others))

    async def session(self, token_hash: bytes) -> SignedIn | None:
        """Who is signed in with a token; None if nobody is."""
        row = (await self.connection.execute(_SESSION, {"token_hash": token_hash, "now": self.now})).one_or_none()
        return SignedIn(_person(row), row.proof) if row else None

    async def end_session(self, token_hash: bytes) -> None:
        """Ends one session."""
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.token_hash == token_hash))

    async def add_code(self, code_hash: bytes, person_id: int, made_by: int, ends_at: datetime) -> None:
        """A new code; it ends those that were handed out for the person before."""
        await self.end_codes(person_id)
        made = {"made_by": made_by, "made_at": self.now, "ends_at": ends_at}
        await self.connection.execute(insert(t.SignInCode).values(code_hash=code_hash, person_id=person_id, **made))

    async def end_codes(self, person_id: int) -> bool:
        """Codes of a person that are still good open nothing any more; gives whether there were any."""
        unused = t.SignInCode.person_id == person_id, t.SignInCode.used_at.is_(None)
        ended = await self.connection.execute(delete(t.SignInCode).where(*unused).returning(t.SignInCode.code_hash))
        return ended.first() is not None

    async def end_codes_by(self, maker_id: int, master_id: int) -> None:
        """What somebody handed out for a course ends: codes of its students, and invitations."""
        values = {"by": maker_id, "master": master_id}
        await self.connection.execute(_END_CODES_BY, values)
        await self.connection.execute(_END_INVITATIONS_BY, values)

    async def invite(
        self, code_hash: bytes, master_id: int, person_id: int, role: str, made_by: int, ends_at: datetime
    ) -> None:
        """Asks somebody who is here to work in a course; the code is good for that alone."""
        values = {"code": code_hash, "master": master_id, "person": person_id, "role": role}
        await self.connection.execute(_INVITE, {**values, "by": made_by, "ends_at": ends_at})

    async def take_up_invitation(self, code_hash: bytes, person_id: int) -> tuple[int, str] | None:
        """The course and the role that a code invites this person to; it is used up. None if it does not."""
        values = {"code": code_hash, "person": person_id, "now": self.now}
        row = (await self.connection.execute(_TAKE_UP, values)).one_or_none()
        return (row.master_id, row.role) if row else None

    async def whose_code(self, code_hash: bytes) -> int | None:
        """Whose a code is that is still good."""
        good = t.SignInCode.used_at.is_(None), t.SignInCode.ends_at > self.now
        mine = t.SignInCode.code_hash == code_hash
        return await self.connection.scalar(select(t.SignInCode.person_id).where(mine, *good))

    async def use_code(self, code_hash: bytes) -> int | None:
        """A code that was used opens nothing again."""
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
        """Whom one may walk in as, in the demo."""
        found = await self.connection.execute(select(*_PERSON).order_by(t.Person.kind.desc(), t.Person.id))
        return [_person(row) for row in found]

    async def taught_by_others(self, person_id: int, teacher_id: int) -> bool:
        """Whether the person is or was in a class of a course that this teacher does not teach."""
        return bool(await self.connection.scalar(_OTHERS, {"person": person_id, "teacher": teacher_id}))

    async def close_ways_in(self, emails: str) -> None:
        """Ends sessions, codes and passwords of all whose addresses are like this, and of their classmates."""
        theirs = select(t.Person.id).where(t.Person.email.like(emails))
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.person_id.in_(theirs)))
        await self.connection.execute(delete(t.SignInCode).where(t.SignInCode.person_id.in_(theirs)))
        await self.connection.execute(update(t.Person).where(t.Person.id.in_(theirs)).values(password_hash=None))

    async def setting(self, name: str) -> str | None:
        """What is kept under a name; None if nothing is."""
        return await self.connection.scalar(select(t.Setting.value).where(t.Setting.name == name))

    async def remember(self, name: str, value: str | None) -> None:
        """Keeps a setting; None forgets it."""
        await self.connection.execute(delete(t.Setting).where(t.Setting.name == name))
        if value is not None:
            await self.connection.execute(insert(t.Setting).values(name=name, value=value))


def _person(row: Any) -> Person:
    return Person(row.id, row.name, row.kind, row.email, row.password_hash, row.sign_in_name, row.administers)
