"""Classes and rosters in PostgreSQL."""

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import delete, insert, select, text, update
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.classes.roster_plan import KnownPerson, Listed
from red_thread.core.classes.sign_in_names import sign_in_name
from red_thread.store import tables as t
from red_thread.store.classes.values import AskedFor, ClassInfo, Student
from red_thread.store.notebook.standing import FOLLOWING
from red_thread.store.rows import as_value, as_values

_CLASSES = """
    SELECT k.id, k.master_id, {name} AS name, count(n.id) FILTER (WHERE e.left_at IS NULL) AS students, k.catches_up
    FROM class k JOIN master m ON m.id = k.master_id
    LEFT JOIN notebook n ON n.class_id = k.id
    LEFT JOIN enrolment e ON e.class_id = k.id AND e.person_id = n.person_id
    WHERE {condition} GROUP BY k.school_id, k.id, m.name ORDER BY {first}k.name COLLATE names, k.id
"""
# Its own classes first, and guests with the name of the course that they are of.
_OF_MASTER = text(
    _CLASSES.format(
        name="CASE WHEN k.master_id = :master THEN k.name ELSE k.name || ' (' || m.name || ')' END",
        condition=f"k.id = {FOLLOWING}",
        first="k.master_id <> :master, ",
    )
)
_GET = text(_CLASSES.format(name="k.name", condition="k.id = :id", first=""))
_STUDENTS = text("""
    SELECT p.id AS person_id, n.id AS notebook_id, p.name, p.email,
           CASE WHEN p.password_hash IS NOT NULL THEN 'password' WHEN c.since IS NOT NULL THEN 'code' ELSE 'none' END
           AS way_in, coalesce(p.email, p.sign_in_name, p.outside_id, '') AS signs_in_as, c.since AS code_since,
           EXISTS (SELECT FROM enrolment o JOIN class ok ON ok.id = o.class_id
                   WHERE o.person_id = p.id AND ok.master_id <> k.master_id) AS by_others, times.since, times.until
    FROM enrolment e
    JOIN class k ON k.id = e.class_id
    JOIN person p ON p.id = e.person_id
    JOIN notebook n ON n.class_id = e.class_id AND n.person_id = e.person_id
    LEFT JOIN LATERAL (SELECT max(made_at) AS since FROM sign_in_code
        WHERE person_id = p.id AND used_at IS NULL AND ends_at > :now) c ON true
    CROSS JOIN LATERAL (SELECT array_agg(joined_at ORDER BY id) AS since, array_agg(left_at ORDER BY id) AS until
        FROM enrolment t WHERE t.class_id = e.class_id AND t.person_id = e.person_id) times
    WHERE e.class_id = :class AND e.left_at IS NULL ORDER BY p.name COLLATE names, p.id
""")
# Whom a file may mean: by id, by address, and those who are in the course's classes that it names.
_KNOWN = text("""
    SELECT p.id, p.name, p.email, p.outside_id,
        coalesce((SELECT array_agg(k.name) FROM enrolment e JOIN class k ON k.id = e.class_id
                  WHERE e.person_id = p.id AND e.left_at IS NULL AND k.master_id = :master), '{}') AS classes,
        EXISTS (SELECT FROM enrolment e JOIN class k ON k.id = e.class_id
                WHERE e.person_id = p.id AND NOT EXISTS (
                    SELECT FROM master_teacher m
                    WHERE m.master_id = k.master_id AND m.person_id = :teacher
                    AND m.left_at IS NULL)) AS by_others,
        p.kind = 'student' AS is_student
    FROM person p
    WHERE p.email = ANY(CAST(:emails AS text[])) OR p.outside_id = ANY(CAST(:outside AS text[])) OR EXISTS (
        SELECT FROM enrolment e JOIN class k ON k.id = e.class_id
        WHERE e.person_id = p.id AND e.left_at IS NULL AND k.master_id = :master
            AND k.name = ANY(CAST(:names AS text[])))
""")
_TAKEN_IDS = text("""
    SELECT id FROM unnest(CAST(:ids AS text[])) id WHERE folded_name(id) IN (
        SELECT name FROM signs_in_as
        UNION ALL SELECT folded_name(other) FROM unnest(CAST(:ids AS text[])) other GROUP BY 1 HAVING count(*) > 1)
""")
_ENROL = text("""
    INSERT INTO enrolment (class_id, person_id, joined_at) SELECT :class, unnest(CAST(:people AS bigint[])), :now
    ON CONFLICT (school_id, class_id, person_id) WHERE left_at IS NULL DO NOTHING
""")
_NOTEBOOKS = text("""
    INSERT INTO notebook (class_id, person_id, made_at) SELECT :class, unnest(CAST(:people AS bigint[])), :now
    ON CONFLICT DO NOTHING
""")
_ASKED = text("""
    SELECT DISTINCT r.class_id, r.person_id, p.name AS person_name, k.name AS class_name, m.name AS master_name,
        a.name AS asked_by, a.id AS asked_by_id, r.asked_at
    FROM enrolment_request r
    JOIN person p ON p.id = r.person_id JOIN class k ON k.id = r.class_id JOIN master m ON m.id = k.master_id
    JOIN person a ON a.id = r.asked_by
    JOIN enrolment e ON e.person_id = r.person_id AND e.left_at IS NULL
    JOIN class own ON own.id = e.class_id
    JOIN master_teacher t ON t.master_id = own.master_id AND t.person_id = :teacher
        AND t.left_at IS NULL AND t.role <> 'helper'
    WHERE r.asked_by <> :teacher ORDER BY r.asked_at, person_name
""")


class ClassStore:
    """Classes, who is in them, and who was."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def of_master(self, master_id: int) -> list[ClassInfo]:
        """The classes that follow a master, in order of their names, those of other courses after its own."""
        return as_values(ClassInfo, await self.connection.execute(_OF_MASTER, {"master": master_id}))

    async def following(self, master_id: int) -> set[int]:
        """The classes that follow a master."""
        now = select(t.Following.class_id).where(t.Following.master_id == master_id, t.Following.until.is_(None))
        return set(await self.connection.scalars(now))

    async def names(self, class_ids: list[int]) -> list[str]:
        """The names of classes, in order."""
        found = select(t.Class.name).where(t.Class.id.in_(class_ids)).order_by(t.Class.name.collate("names"))
        return list((await self.connection.execute(found)).scalars())

    async def get(self, class_id: int) -> ClassInfo | None:
        """A class; None if there is none of this id."""
        row = (await self.connection.execute(_GET, {"id": class_id})).one_or_none()
        return as_value(ClassInfo, row) if row else None

    async def find_or_add(self, master_id: int, name: str, outside_id: str | None) -> int:
        """The id of the class of this name, made if there is none."""
        new = upsert(t.Class).values(master_id=master_id, name=name, outside_id=outside_id, made_at=self.now)
        await self.connection.execute(new.on_conflict_do_nothing())
        found = select(t.Class.id).where(t.Class.master_id == master_id, t.Class.name == name)
        class_id: int = (await self.connection.execute(found)).scalar_one()
        following = upsert(t.Following).values(class_id=class_id, master_id=master_id, since=self.now)
        await self.connection.execute(following.on_conflict_do_nothing())
        return class_id

    async def set_catching_up(self, class_id: int, on: bool) -> None:
        """Whether newcomers are given at once what their class was given."""
        await self.connection.execute(update(t.Class).where(t.Class.id == class_id).values(catches_up=on))

    async def students(self, class_id: int) -> list[Student]:
        """Who is in a class now."""
        found = await self.connection.execute(_STUDENTS, {"class": class_id, "now": self.now})
        return as_values(Student, found)

    async def rename(self, class_id: int, name: str) -> None:
        """Gives a class another name."""
        await self.connection.execute(update(t.Class).where(t.Class.id == class_id).values(name=name))

    async def known(self, master_id: int, teacher_id: int, listed: Sequence[Listed]) -> list[KnownPerson]:
        """Who of those listed is known already, by e-mail, outside id or name."""
        values = {
            "master": master_id,
            "teacher": teacher_id,
            "emails": [one.email for one in listed if one.email],
            "outside": [one.outside_id for one in listed if one.outside_id],
            "names": list({one.class_name for one in listed}),
        }
        found = await self.connection.execute(_KNOWN, values)
        return [
            KnownPerson(r.id, r.name, r.email, r.outside_id, tuple(r.classes), r.by_others, r.is_student)
            for r in found
        ]

    async def add_people(self, listed: Sequence[Listed]) -> list[int]:
        """New students, each with a name to sign in with if they have no e-mail address; their ids in this order."""
        await self.connection.execute(text("SELECT pg_advisory_xact_lock(20201)"))  # as for any such name
        stems = [sign_in_name(one.name, ()) for one in listed]
        like = [f"{stem}%" for stem in set(stems)]
        taken = set(
            await self.connection.scalars(
                text("SELECT name FROM signs_in_as WHERE name LIKE ANY(CAST(:like AS text[]))"), {"like": like}
            )
        )
        others = await self._names_of_others([one.outside_id for one in listed if one.outside_id])
        rows: list[dict[str, str | None]] = []
        for one in listed:
            made = None if one.email else sign_in_name(one.name, taken)
            taken.add(made)
            outside_id = one.outside_id if one.outside_id not in others else None
            rows.append({"name": one.name, "email": one.email, "outside_id": outside_id, "sign_in_name": made})
        added = insert(t.Person).values(kind="student").returning(t.Person.id, sort_by_parameter_order=True)
        return list(await self.connection.scalars(added, rows)) if rows else []

    async def _names_of_others(self, outside_ids: list[str]) -> set[str]:
        """Which of these ids somebody else signs in with, or stand there twice: they are nobody's way in."""
        return set(await self.connection.scalars(_TAKEN_IDS, {"ids": outside_ids}))

    async def enrol(self, class_id: int, person_ids: list[int]) -> None:
        """Puts people into a class, each with a notebook: the one they had, if they had one."""
        values = {"class": class_id, "people": person_ids, "now": self.now}
        await self.connection.execute(_ENROL, values)
        await self.connection.execute(_NOTEBOOKS, values)

    async def move(self, from_id: int, to_id: int, person_id: int) -> bool:
        """Moves a student with their notebook; not where they have one in the other class already."""
        there = t.Notebook.class_id == to_id, t.Notebook.person_id == person_id
        if await self.connection.scalar(select(t.Notebook.id).where(*there)):
            return False
        here = t.Notebook.class_id == from_id, t.Notebook.person_id == person_id
        await self.connection.execute(update(t.Notebook).where(*here).values(class_id=to_id))
        await self.leave(from_id, person_id)
        await self.enrol(to_id, [person_id])
        return True

    async def ask_for(self, class_id: int, person_ids: list[int], asked_by: int) -> None:
        """Remembers that a teacher asks for students of a colleague."""
        rows = [
            {"class_id": class_id, "person_id": one, "asked_by": asked_by, "asked_at": self.now} for one in person_ids
        ]
        if rows:
            await self.connection.execute(upsert(t.EnrolmentRequest).values(rows).on_conflict_do_nothing())

    async def asked_of(self, teacher_id: int) -> list[AskedFor]:
        """What colleagues ask of a teacher."""
        found = await self.connection.execute(_ASKED, {"teacher": teacher_id})
        return as_values(AskedFor, found)

    async def answer(self, class_id: int, person_id: int) -> None:
        """A question that has been answered is gone."""
        mine = t.EnrolmentRequest.class_id == class_id, t.EnrolmentRequest.person_id == person_id
        await self.connection.execute(delete(t.EnrolmentRequest).where(*mine))

    async def log_taking(self, master_id: int, made_by: int, lines: str) -> int:
        """Remembers what a roster did, so that it can be undone. Gives the id."""
        row = insert(t.RosterTaking).values(master_id=master_id, made_by=made_by, made_at=self.now, lines=lines)
        return (await self.connection.execute(row.returning(t.RosterTaking.id))).scalar_one()

    async def taking(self, taking_id: int) -> tuple[int, str] | None:
        """The master and the lines of a roster that was taken in and not undone, locked."""
        mine = t.RosterTaking.id == taking_id, t.RosterTaking.undone_at.is_(None)
        row = (
            await self.connection.execute(
                select(t.RosterTaking.master_id, t.RosterTaking.lines).where(*mine).with_for_update()
            )
        ).one_or_none()
        return (row.master_id, row.lines) if row else None

    async def mark_undone(self, taking_id: int) -> None:
        """A roster that was undone is not undone again."""
        await self.connection.execute(
            update(t.RosterTaking).where(t.RosterTaking.id == taking_id).values(undone_at=self.now)
        )

    async def was_in(self, class_id: int, person_id: int) -> bool:
        """Whether the person is or ever was in the class."""
        mine = (t.Enrolment.class_id == class_id, t.Enrolment.person_id == person_id)
        return await self.connection.scalar(select(t.Enrolment.person_id).where(*mine).limit(1)) is not None

    async def leave(self, class_id: int, person_id: int) -> None:
        """People leave a class; their notebooks rest."""
        mine = (t.Enrolment.class_id == class_id, t.Enrolment.person_id == person_id, t.Enrolment.left_at.is_(None))
        await self.connection.execute(update(t.Enrolment).where(*mine).values(left_at=self.now))
