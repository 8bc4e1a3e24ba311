"""Classes and rosters in PostgreSQL."""

from datetime import datetime

from sqlalchemy import select, text, update
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.actions.ports.classes import ClassInfo, RosterPerson, Student
from red_thread.store import tables as t

_CLASSES = """
    SELECT k.id, k.master_id, k.name, count(n.id) FILTER (WHERE e.left_at IS NULL) AS students
    FROM class k
    LEFT JOIN notebook n ON n.class_id = k.id
    LEFT JOIN enrolment e ON e.class_id = k.id AND e.person_id = n.person_id
    WHERE {condition} GROUP BY k.id ORDER BY k.name
"""
_STUDENTS = text("""
    SELECT p.id, n.id AS notebook_id, p.name, p.email,
           CASE WHEN p.password_hash IS NOT NULL THEN 'password'
                WHEN EXISTS (SELECT FROM sign_in_code c
                             WHERE c.person_id = p.id AND c.used_at IS NULL AND c.ends_at > :now) THEN 'code'
                ELSE 'none' END AS way_in
    FROM enrolment e
    JOIN person p ON p.id = e.person_id
    JOIN notebook n ON n.class_id = e.class_id AND n.person_id = e.person_id
    WHERE e.class_id = :class AND e.left_at IS NULL ORDER BY p.name, p.id
""")
_PEOPLE = text("""
    INSERT INTO person (name, kind, email, outside_id)
    SELECT name, 'student', email, outside_id
    FROM unnest(CAST(:names AS text[]), CAST(:emails AS text[]), CAST(:outside AS text[])) r(name, email, outside_id)
    ON CONFLICT DO NOTHING
""")
_FOUND = text("""
    SELECT p.id FROM unnest(CAST(:emails AS text[]), CAST(:outside AS text[])) r(email, outside_id)
    JOIN person p ON p.outside_id = r.outside_id OR (p.email = r.email AND p.kind = 'student')
""")
_ENROL = text("""
    INSERT INTO enrolment (class_id, person_id, joined_at) SELECT :class, unnest(CAST(:people AS bigint[])), :now
    ON CONFLICT (class_id, person_id) DO UPDATE SET left_at = NULL, joined_at = excluded.joined_at
    WHERE enrolment.left_at IS NOT NULL
    RETURNING person_id
""")
_NOTEBOOKS = text("""
    INSERT INTO notebook (class_id, person_id, made_at) SELECT :class, unnest(CAST(:people AS bigint[])), :now
    ON CONFLICT DO NOTHING
""")


class ClassStore:
    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def of_master(self, master_id: int) -> list[ClassInfo]:
        query = text(_CLASSES.format(condition="k.master_id = :id"))
        return [ClassInfo(*row) for row in await self.connection.execute(query, {"id": master_id})]

    async def names(self, class_ids: list[int]) -> list[str]:
        found = select(t.Class.name).where(t.Class.id.in_(class_ids)).order_by(t.Class.name)
        return list((await self.connection.execute(found)).scalars())

    async def get(self, class_id: int) -> ClassInfo | None:
        query = text(_CLASSES.format(condition="k.id = :id"))
        row = (await self.connection.execute(query, {"id": class_id})).one_or_none()
        return ClassInfo(*row) if row else None

    async def find_or_add(self, master_id: int, name: str, outside_id: str | None) -> int:
        new = upsert(t.Class).values(master_id=master_id, name=name, outside_id=outside_id, made_at=self.now)
        await self.connection.execute(new.on_conflict_do_nothing())
        found = select(t.Class.id).where(t.Class.master_id == master_id, t.Class.name == name)
        return (await self.connection.execute(found)).scalar_one()

    async def students(self, class_id: int) -> list[Student]:
        found = await self.connection.execute(_STUDENTS, {"class": class_id, "now": self.now})
        return [Student(*row) for row in found]

    async def take_in(self, class_id: int, people: list[RosterPerson]) -> int:
        """Takes people into a class, those known by their outside id or e-mail as themselves; counts the new."""
        emails = [person.email for person in people]
        outside = [person.outside_id for person in people]
        columns = {"emails": emails, "outside": outside}
        await self.connection.execute(_PEOPLE, {"names": [person.name for person in people], **columns})
        ids = [row.id for row in await self.connection.execute(_FOUND, columns)]
        values = {"class": class_id, "people": ids, "now": self.now}
        enrolled = (await self.connection.execute(_ENROL, values)).all()
        await self.connection.execute(_NOTEBOOKS, values)
        return len(enrolled)

    async def leave(self, class_id: int, person_id: int) -> None:
        mine = (t.Enrolment.class_id == class_id, t.Enrolment.person_id == person_id)
        await self.connection.execute(update(t.Enrolment).where(*mine).values(left_at=self.now))
