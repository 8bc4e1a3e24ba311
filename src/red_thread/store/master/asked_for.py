"""Pages that students asked to be given, and where a page is for each who follows a link to it."""

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import text
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store import tables as t
from red_thread.store.notebook.standing import FOLLOWING, PRESENT
from red_thread.store.rows import as_values

_FOLLOWING = text(f"""
    SELECT n.id FROM notebook n
    WHERE n.person_id = :person AND n.class_id = {FOLLOWING} AND {PRESENT} ORDER BY n.id DESC
""")
# Whoever has the page by now asks for it no more, in whatever way it came.
_ASKING = text(f"""
    SELECT n.id AS notebook_id, p.name, k.name AS class_name
    FROM page_request r JOIN notebook n ON n.id = r.notebook_id
    JOIN person p ON p.id = n.person_id JOIN class k ON k.id = n.class_id
    WHERE r.page_id = :page AND {PRESENT} AND NOT EXISTS (
        SELECT FROM standing_copy c WHERE c.notebook_id = n.id AND c.page_id = r.page_id)
    ORDER BY r.asked_at, n.id
""")


@dataclass(frozen=True, slots=True)
class Asking:
    """A student who asks for a page."""

    notebook_id: int
    name: str
    class_name: str


class AskedForStore:
    """Who asks for which page."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def notebooks_following(self, person_id: int, master_id: int) -> list[int]:
        """The notebooks of a student in classes of a master that they are in now, the newest first."""
        values = {"person": person_id, "master": master_id}
        return [row.id for row in await self.connection.execute(_FOLLOWING, values)]

    async def ask(self, page_id: int, notebook_id: int) -> None:
        """Remembers that a student asks for a page; twice is once."""
        asked = upsert(t.PageRequest).values(page_id=page_id, notebook_id=notebook_id, asked_at=self.now)
        await self.connection.execute(asked.on_conflict_do_nothing())

    async def has_asked(self, page_id: int, notebook_id: int) -> bool:
        """Whether a student has asked for a page."""
        return any(one.notebook_id == notebook_id for one in await self.asking(page_id))

    async def asking(self, page_id: int) -> list[Asking]:
        """Who asks for a page and does not have it yet, in the order in which they asked."""
        return as_values(Asking, await self.connection.execute(_ASKING, {"page": page_id}))
