"""Accounts as who looks after the school sees them: who is there, since when unseen, closed, erased."""

from datetime import datetime

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.people.people import free_name
from red_thread.store.people.values import Account, Names
from red_thread.store.rows import as_values

_ALL = text("""
    SELECT p.id, p.name, p.kind, coalesce(p.email, p.sign_in_name, '') AS signs_in_as, p.email,
        p.outside_id, p.seen_at, p.closed_at,
        EXISTS (SELECT FROM erasure e WHERE e.person_id = p.id) AS erased
    FROM person p WHERE p.kind IN ('teacher', 'student') ORDER BY p.name COLLATE names, p.id
""")
_CLOSE = text("UPDATE person SET closed_at = :now WHERE id = :person AND closed_at IS NULL")
_LEAVE = (
    text("DELETE FROM sign_in_session WHERE person_id = :person"),
    text("DELETE FROM sign_in_code WHERE person_id = :person OR made_by = :person AND used_at IS NULL"),
    text("DELETE FROM invitation WHERE person_id = :person OR made_by = :person"),
    text("DELETE FROM linked_person WHERE person_id = :person"),
    text("UPDATE enrolment SET left_at = :now WHERE person_id = :person AND left_at IS NULL"),
)
# A course goes on: to who teaches it too, for the longest; else to who looks after the school.
_HAND_ON = text("""
    WITH owned AS (
        SELECT m.master_id, coalesce((
            SELECT o.person_id FROM master_teacher o WHERE o.master_id = m.master_id AND o.person_id <> :person
                AND o.left_at IS NULL AND o.role = 'co-teacher' ORDER BY o.person_id LIMIT 1), :by) AS heir
        FROM master_teacher m WHERE m.person_id = :person AND m.role = 'owner' AND m.left_at IS NULL),
    ended AS (
        UPDATE master_teacher SET left_at = :now, role = CASE role WHEN 'owner' THEN 'co-teacher' ELSE role END
        WHERE person_id = :person AND left_at IS NULL RETURNING master_id)
    SELECT owned.master_id, owned.heir FROM owned JOIN ended USING (master_id)
""")
_HEIR = text("""
    INSERT INTO master_teacher (master_id, person_id, role) VALUES (:master, :heir, 'owner')
    ON CONFLICT (school_id, master_id, person_id) DO UPDATE SET role = 'owner', left_at = NULL
""")
_REOPEN = (
    text("""
        UPDATE enrolment e SET left_at = NULL FROM person p
        WHERE p.id = :person AND e.person_id = p.id AND e.left_at = p.closed_at"""),
    text("""
        UPDATE master_teacher m SET left_at = NULL FROM person p
        WHERE p.id = :person AND m.person_id = p.id AND m.left_at = p.closed_at"""),
    text("UPDATE person SET closed_at = NULL WHERE id = :person"),
)
_NAMES = text("SELECT name, email, outside_id, sign_in_name FROM person WHERE id = :person FOR UPDATE")
_SET_NAMES = text("""
    UPDATE person SET email = :email, outside_id = :outside_id, sign_in_name = coalesce(sign_in_name, :sign_in_name)
    WHERE id = :person
""")
# Who is not who they were taken for is in no class that asked for somebody else.
_NOT_THEM = (
    text("DELETE FROM sign_in_session WHERE person_id = :person"),
    text("DELETE FROM sign_in_code WHERE person_id = :person AND used_at IS NULL"),
    text("DELETE FROM invitation WHERE person_id = :person"),
    text("DELETE FROM enrolment_request WHERE person_id = :person"),
    text("DELETE FROM linked_person WHERE person_id = :person"),
)
_THEIRS = "(SELECT c.id FROM copy c JOIN notebook n ON n.id = c.notebook_id WHERE n.person_id = :person)"
_ERASE_WORDS = (
    text(f"DELETE FROM writing_state WHERE copy_id IN {_THEIRS}"),
    text(f"DELETE FROM writing WHERE copy_id IN {_THEIRS}"),
    text(f"""
        UPDATE copy SET revision = 0, answered = 0, knots = 0, written_at = NULL, ready_at = NULL,
            ready_revision = NULL, ready_read_at = NULL, title = NULL
        WHERE id IN {_THEIRS}"""),
    text("""
        UPDATE notebook_section n SET renamed = false,
            name = coalesce((SELECT s.name FROM section s WHERE s.id = n.section_id), 'A section')
        WHERE (section_id IS NULL OR renamed)
        AND notebook_id IN (SELECT id FROM notebook WHERE person_id = :person)"""),
    text("DELETE FROM away WHERE notebook_id IN (SELECT id FROM notebook WHERE person_id = :person)"),
    text("DELETE FROM arrangement WHERE notebook_id IN (SELECT id FROM notebook WHERE person_id = :person)"),
    text("DELETE FROM blob_put_in WHERE owner_id = :person"),
    text("DELETE FROM page_request WHERE notebook_id IN (SELECT id FROM notebook WHERE person_id = :person)"),
)
_ERASE_NAME = text("""
    UPDATE person SET name = CASE kind WHEN 'teacher' THEN 'A former teacher' ELSE 'A former student' END,
        email = NULL, sign_in_name = NULL, outside_id = NULL, password_hash = NULL, seen_at = NULL,
        reading = NULL
    WHERE id = :person
""")
_COUNT_WRITTEN = text(f"SELECT count(*) FROM writing WHERE copy_id IN {_THEIRS}")
_RECORD = text("""
    INSERT INTO erasure (person_id, erased_by, erased_at, pages) VALUES (:person, :by, :now, :pages)
    ON CONFLICT DO NOTHING
""")


class AccountStore:
    """Everybody's accounts in the school."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def all(self) -> list[Account]:
        """Teachers and students, by name."""
        return as_values(Account, await self.connection.execute(_ALL))

    async def close(self, person_id: int, by: int) -> None:
        """All ways in and all rights end; courses of theirs go on with somebody else. What they wrote stays."""
        values = {"person": person_id, "now": self.now, "by": by}
        for step in _LEAVE:
            await self.connection.execute(step, values)
        for row in (await self.connection.execute(_HAND_ON, values)).all():
            await self.connection.execute(_HEIR, {"master": row.master_id, "heir": row.heir})
        await self.connection.execute(_CLOSE, values)

    async def reopen(self, person_id: int) -> None:
        """The rights that ended with the account are theirs again, but for courses that others own now."""
        for step in _REOPEN:
            await self.connection.execute(step, {"person": person_id})

    async def set_names(self, person_id: int, names: Names) -> Names:
        """Gives a person these, and a name to sign in with; all ways in by the former ones end. Gives the former."""
        was = (await self.connection.execute(_NAMES, {"person": person_id})).one()
        made = None if was.sign_in_name else await free_name(self.connection, was.name)
        values = {"person": person_id, "email": names.email, "outside_id": names.outside_id, "sign_in_name": made}
        await self.connection.execute(_SET_NAMES, values)
        for step in _NOT_THEM:
            await self.connection.execute(step, {"person": person_id})
        return Names(was.email, was.outside_id)

    async def erase(self, person_id: int, by: int) -> int:
        """Takes out what they wrote and all names of theirs; a record of it stays. Gives how many pages that were."""
        values = {"person": person_id, "by": by, "now": self.now}
        pages = int(await self.connection.scalar(_COUNT_WRITTEN, values) or 0)
        for step in (*_ERASE_WORDS, _ERASE_NAME):
            await self.connection.execute(step, values)
        await self.connection.execute(_RECORD, {**values, "pages": pages})
        return pages
