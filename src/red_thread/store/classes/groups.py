"""Groups of students in PostgreSQL."""

from collections.abc import Collection
from datetime import datetime

from sqlalchemy import insert, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store import tables as t
from red_thread.store.classes.values import GroupInfo
from red_thread.store.documents import array
from red_thread.store.rows import as_value, as_values

_GROUPS = """
    SELECT g.id, g.master_id, g.name,
        array(SELECT m.notebook_id FROM group_member m JOIN notebook n ON n.id = m.notebook_id
              JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
              WHERE m.group_id = g.id ORDER BY 1) AS notebook_ids
    FROM student_group g WHERE g.removed_at IS NULL AND {condition} ORDER BY g.name COLLATE names, g.id
"""
_LEAVE = text("""
    DELETE FROM group_member
    WHERE group_id = :group AND NOT notebook_id = ANY(CAST(:notebooks AS bigint[]))
""")
_COME = text("""
    INSERT INTO group_member (group_id, notebook_id) SELECT :group, unnest(CAST(:notebooks AS bigint[]))
    ON CONFLICT DO NOTHING
""")


class GroupStore:
    """Groups of students, across the classes of a course."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def of_master(self, master_id: int) -> list[GroupInfo]:
        """The groups of a master, in order of their names."""
        query = text(_GROUPS.format(condition="g.master_id = :id"))
        return as_values(GroupInfo, await self.connection.execute(query, {"id": master_id}))

    async def get(self, group_id: int) -> GroupInfo | None:
        """A group; None if there is none of this id."""
        query = text(_GROUPS.format(condition="g.id = :id"))
        row = (await self.connection.execute(query, {"id": group_id})).one_or_none()
        return as_value(GroupInfo, row) if row else None

    async def add(self, master_id: int, name: str) -> int:
        """Makes a group that nobody is in yet; gives its id."""
        new = insert(t.Group).values(master_id=master_id, name=name, made_at=self.now).returning(t.Group.id)
        return (await self.connection.execute(new)).scalar_one()

    async def rename(self, group_id: int, name: str) -> None:
        """Gives a group another name."""
        await self.connection.execute(update(t.Group).where(t.Group.id == group_id).values(name=name))

    async def set_members(self, group_id: int, notebook_ids: Collection[int]) -> None:
        """Who is in a group from now on."""
        values = {"group": group_id, "notebooks": array(list(notebook_ids))}
        await self.connection.execute(_LEAVE, values)
        await self.connection.execute(_COME, values)

    async def set_removed(self, group_id: int, removed: bool) -> None:
        """Takes a group away, or brings it back."""
        gone = update(t.Group).where(t.Group.id == group_id).values(removed_at=self.now if removed else None)
        await self.connection.execute(gone)
