"""Who was not there on a day, in PostgreSQL."""

from collections.abc import Collection
from datetime import date

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.classes.values import AwayInfo
from red_thread.store.documents import array
from red_thread.store.rows import as_values

_LISTS = text("""
    SELECT l.id, l.day, array_agg(a.notebook_id ORDER BY a.notebook_id) AS notebook_ids
    FROM away_list l JOIN away a ON a.list_id = l.id JOIN notebook n ON n.id = a.notebook_id
    JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
    WHERE l.master_id = :master GROUP BY l.id, l.day ORDER BY l.day DESC
""")
# Two who note the same day at the same moment write one list, the second after the first.
_LIST = text("""
    INSERT INTO away_list (master_id, day) VALUES (:master, :day)
    ON CONFLICT (school_id, master_id, day) DO UPDATE SET day = excluded.day RETURNING id
""")
_CLEAR = text("DELETE FROM away WHERE list_id = :list")
_NOTE = text("INSERT INTO away (list_id, notebook_id) SELECT :list, unnest(CAST(:notebooks AS bigint[]))")


class AwayStore:
    """Lists of who was not there, one a course and a day."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def of_master(self, master_id: int) -> list[AwayInfo]:
        """Each day on which somebody was away, the newest first."""
        return as_values(AwayInfo, await self.connection.execute(_LISTS, {"master": master_id}))

    async def keep(self, master_id: int, day: date, notebook_ids: Collection[int]) -> int:
        """Exactly these were away on that day; gives the list's id."""
        list_id = (await self.connection.execute(_LIST, {"master": master_id, "day": day})).scalar_one()
        await self.connection.execute(_CLEAR, {"list": list_id})
        await self.connection.execute(_NOTE, {"list": list_id, "notebooks": array(sorted(set(notebook_ids)))})
        return list_id
