"""People, sessions and sign-in codes in PostgreSQL."""

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
    WHERE s.token_hash = :token_hash AND s.ends_at > :now
""")
# An address comes before a name, a name before a school's id: nobody is locked out by what another is called.
_BY_NAME = text("""
    SELECT id, name, kind, email, password_hash, sign_in_name, administers FROM person
    WHERE email = :name OR sign_in_name = :name OR outside_id = :as_typed
    ORDER BY email = :name DESC NULLS LAST, sign_in_name = :name DESC NULLS LAST LIMIT 1
""")
_OTHERS = text("""
    SELECT EXISTS (SELECT FROM enrolment e JOIN class k ON k.id = e.class_id
        WHERE e.person_id = :person AND NOT EXISTS (
            SELECT FROM master_teacher m WHERE m.master_id = k.master_id AND m.person_id = :teacher
                AND m.left_at IS NULL))
""")


class PeopleStore:
    """People, their sessions, and their ways in."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def add_teacher(
        self, name: str, email: str | None, password_hash: str | None, administers: bool = False
    ) -> int:
        """Makes a teacher; gives the id."""
        made = {"name": name, "kind": "teacher", "email": email.lower() if email else None}
        signs_in_as = None if email else await self._free_name(name)
        row = insert(t.Person).values(
            **made, password_hash=password_hash, administers=administers, sign_in_name=signs_in_as
        )
        return (await self.connection.execute(row.returning(t.Person.id))).scalar_one()

    async def add_student(self, name: str) -> int:
        """A student who is known by name alone; they sign in with one that is made of it."""
        row = insert(t.Person).values(name=name, kind="student", sign_in_name=await self._free_name(name))
        return (await self.connection.execute(row.returning(t.Person.id))).scalar_one()

    async def _free_name(self, name: str) -> str:
        """A name to sign in with that nobody has; two who look for one at once wait for each other."""
        await self.connection.execute(text("SELECT pg_advisory_xact_lock(20201)"))
        like = sign_in_name(name, ())
        found = await self.connection.scalars(
            select(t.Person.sign_in_name).where(t.Person.sign_in_name.startswith(like, autoescape=True))
        )
        return sign_in_name(name, {one for one in found if one})

    async def by_email(self, email: str) -> Person | None:
        """By e-mail, the name to sign in with, or the school's id."""
        values = {"name": email.strip().lower(), "as_typed": email.strip()}
        row = (await self.connection.execute(_BY_NAME, values)).one_or_none()
        return _person(row) if row else None

    async def teachers(self) -> list[Person]:
        """The teachers of the school."""
        wanted = select(*_PERSON).where(t.Person.kind == "teacher").order_by(t.Person.name, t.Person.id)
        return [_person(row) for row in await self.connection.execute(wanted)]

    async def rename(self, person_id: int, name: str) -> None:
        """Gives a person another name."""
        await self.connection.execute(update(t.Person).where(t.Person.id == person_id).values(name=name))

    async def person(self, person_id: int) -> Person | None:
        """A person; None if there is none of this id."""
        row = (await self.connection.execute(select(*_PERSON).where(t.Person.id == person_id))).one_or_none()
        return _person(row) if row else None

    async def set_password(self, person_id: int, password_hash: str) -> None:
        """Keeps the argon2 hash of a new password."""
        await self.connection.execute(
            update(t.Person).where(t.Person.id == person_id).values(password_hash=password_hash)
        )

    async def begin_session(
        self, token_hash: bytes, person_id: int, proof: str, ends_at: datetime, browser: str = ""
    ) -> None:
        """Begins a session of a person, by the hash of its token."""
        await self.connection.execute(delete(t.SignInSession).where(t.SignInSession.ends_at < self.now))
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
        """A code beside those that were handed out before: none of them ends."""
        made = {"made_by": made_by, "made_at": self.now, "ends_at": ends_at}
        await self.connection.execute(insert(t.SignInCode).values(code_hash=code_hash, person_id=person_id, **made))

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
