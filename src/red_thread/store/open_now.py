"""What goes on just now, known to all processes that answer: who has a page open, how far a file has come.

Nothing of it outlives what it is about. A row that nobody has renewed for a while is of a process that ended.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal, TypeAlias

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.rows import as_value

RENEWED_WITHIN = 60  # seconds
Doing: TypeAlias = Literal["reading", "taking in"]

_STAY = text("""
    INSERT INTO open_page (page_id, "window", person_id, seen_at) VALUES (:page, :window, :person, :now)
    ON CONFLICT (school_id, page_id, "window") DO UPDATE SET seen_at = excluded.seen_at
""")
_GO = text('DELETE FROM open_page WHERE page_id = :page AND "window" = :window')
_FORGET_PAGES = text(f"DELETE FROM open_page WHERE seen_at < :now - interval '{RENEWED_WITHIN} seconds'")
_OTHERS = text(f"""
    SELECT DISTINCT p.name COLLATE names AS name FROM open_page o JOIN person p ON p.id = o.person_id
    WHERE o.page_id = :page AND o.person_id <> :person AND o.seen_at >= :now - interval '{RENEWED_WITHIN} seconds'
    ORDER BY 1
""")
_TELL = text("""
    INSERT INTO progress (person_id, watch, doing, done, "of", told_at)
    VALUES (:person, :watch, :doing, :done, :of, :now)
    ON CONFLICT (school_id, person_id, watch)
    DO UPDATE SET doing = excluded.doing, done = excluded.done, "of" = excluded."of", told_at = excluded.told_at
""")
_END = text(
    "DELETE FROM progress WHERE person_id = :person AND (watch = :watch OR told_at < :now - interval '1 hour')"
)
_LOOK = text('SELECT doing, done, "of" FROM progress WHERE person_id = :person AND watch = :watch')


@dataclass(frozen=True, slots=True)
class Progress:
    """What is being done now, and how much of it."""

    doing: Doing = "reading"
    done: int = 0
    of: int = 0


class OpenNowStore:
    """Open master pages by window, and work that somebody watches."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def stay(self, page_id: int, window: str, person_id: int) -> None:
        """Somebody has a page open in a window: to be said again within `RENEWED_WITHIN` seconds."""
        await self.connection.execute(_FORGET_PAGES, {"now": self.now})
        await self.connection.execute(_STAY, {**self._at(page_id, window), "person": person_id})

    async def go(self, page_id: int, window: str) -> None:
        """A window has the page open no more."""
        await self.connection.execute(_GO, self._at(page_id, window))

    async def others(self, page_id: int, person_id: int) -> list[str]:
        """Who else has a page open, by name, each once."""
        values = {"page": page_id, "person": person_id, "now": self.now}
        return list(await self.connection.scalars(_OTHERS, values))

    async def tell(self, person_id: int, watch: str, progress: Progress) -> None:
        """How far the work has come that somebody watches by this key."""
        columns = {"doing": progress.doing, "done": progress.done, "of": progress.of}
        await self.connection.execute(_TELL, {"person": person_id, "watch": watch, "now": self.now, **columns})

    async def end(self, person_id: int, watch: str) -> None:
        """The work is over."""
        await self.connection.execute(_END, {"person": person_id, "watch": watch, "now": self.now})

    async def look(self, person_id: int, watch: str) -> Progress:
        """How far it is; nothing done of nothing where that is not known."""
        row = (await self.connection.execute(_LOOK, {"person": person_id, "watch": watch})).one_or_none()
        return as_value(Progress, row) if row else Progress()

    def _at(self, page_id: int, window: str) -> dict[str, object]:
        return {"page": page_id, "window": window, "now": self.now}
