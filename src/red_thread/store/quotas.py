"""Quotas, and how much of them is taken."""

from collections.abc import Mapping

from sqlalchemy import select, text
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.quotas import USUAL, Kept, Whose
from red_thread.store import tables as t
from red_thread.store.rows import as_value

_OWN_PAGES = "SELECT count(*) FROM own_page c"
_PUT_IN = """SELECT b.size FROM blob_put_in p JOIN blob b ON b.fingerprint = p.fingerprint"""
_OF_SCHOOL = text(f"""
    SELECT coalesce(sum(size), 0)::bigint AS bytes, count(*) AS pictures,
        (SELECT count(*) FROM page WHERE removed_at IS NULL) + ({_OWN_PAGES}) AS pages
    FROM blob
""")
_OF_COURSE = text(f"""
    SELECT coalesce(sum(size), 0)::bigint AS bytes, count(*) AS pictures,
        (SELECT count(*) FROM page d JOIN section s ON s.id = d.section_id
         WHERE s.master_id = :id AND d.removed_at IS NULL AND s.removed_at IS NULL) AS pages
    FROM ({_PUT_IN} WHERE p.master_id = :id) theirs
""")
_OF_STUDENT = text(f"""
    SELECT coalesce(sum(size), 0)::bigint AS bytes, count(*) AS pictures,
        ({_OWN_PAGES} WHERE c.notebook_id IN (SELECT id FROM notebook WHERE person_id = :id)) AS pages
    FROM ({_PUT_IN} WHERE p.owner_id = :id) theirs
""")
_FULLEST_COURSES = text("""
    SELECT m.id, m.name, coalesce(sum(b.size), 0)::bigint AS bytes, count(b.size) AS pictures,
        (SELECT count(*) FROM page d JOIN section s ON s.id = d.section_id
         WHERE s.master_id = m.id AND d.removed_at IS NULL AND s.removed_at IS NULL) AS pages
    FROM master m LEFT JOIN blob_put_in p ON p.master_id = m.id LEFT JOIN blob b ON b.fingerprint = p.fingerprint
    GROUP BY m.id, m.name ORDER BY bytes DESC, pages DESC, m.id LIMIT :few
""")
_FULLEST_STUDENTS = text("""
    SELECT s.id, s.name, coalesce(sum(b.size), 0)::bigint AS bytes, count(b.size) AS pictures,
        (SELECT count(*) FROM own_page c JOIN notebook n ON n.id = c.notebook_id
         WHERE n.person_id = s.id) AS pages
    FROM person s LEFT JOIN blob_put_in p ON p.owner_id = s.id LEFT JOIN blob b ON b.fingerprint = p.fingerprint
    WHERE s.kind = 'student' GROUP BY s.id, s.name ORDER BY bytes DESC, s.id LIMIT :few
""")
_STATEMENTS = {Whose.SCHOOL: _OF_SCHOOL, Whose.COURSE: _OF_COURSE, Whose.STUDENT: _OF_STUDENT}
_FULLEST = {Whose.COURSE: _FULLEST_COURSES, Whose.STUDENT: _FULLEST_STUDENTS}


class QuotaStore:
    """How much each may keep, and keeps."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def most(self) -> Mapping[Whose, Kept]:
        """How much each may keep: as usual, where nobody said otherwise."""
        wanted = select(t.Quota.whose, t.Quota.bytes, t.Quota.pictures, t.Quota.pages)
        said = {Whose(row.whose): Kept(*row[1:]) for row in await self.connection.execute(wanted)}
        return {**USUAL, **said}

    async def allow(self, whose: Whose, most: Kept) -> None:
        """How much each of them may keep from now on."""
        values = {"bytes": most.bytes, "pictures": most.pictures, "pages": most.pages}
        row = insert(t.Quota).values(whose=whose.value, **values)
        await self.connection.execute(row.on_conflict_do_update(index_elements=["school_id", "whose"], set_=values))

    async def used(self, whose: Whose, number: int | None = None) -> Kept:
        """What is kept in the school, in a course, by a student."""
        found = await self.connection.execute(_STATEMENTS[whose], {} if number is None else {"id": number})
        return as_value(Kept, found.one())

    async def fullest(self, whose: Whose, few: int) -> list[tuple[str, Kept]]:
        """The courses or students that keep most, by name."""
        found = await self.connection.execute(_FULLEST[whose], {"few": few})
        return [(row.name, Kept(row.bytes, row.pictures, row.pages)) for row in found]
