"""Pulling back in PostgreSQL: a copy stays where it is and is marked, so that all of it can come back."""

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.push import HeldCopies, PullBackFacts
from red_thread.store.documents import array
from red_thread.store.notebook.written_copies import read_written

# Written or not: what is planned as untouched must not be written on before it is taken out.
_LOCK = text("""
    SELECT c.id FROM unnest(CAST(:notebooks AS bigint[])) n(id) JOIN copy c ON c.notebook_id = n.id
    WHERE c.page_id = ANY(:pages) ORDER BY c.id FOR UPDATE OF c
""")
_UNTOUCHED = text("""
    SELECT page_id, edition_id, opened_at IS NOT NULL AS opened, ordinal, array_agg(notebook_id) AS notebook_ids
    FROM unnest(CAST(:notebooks AS bigint[])) n(id) JOIN standing_copy c ON c.notebook_id = n.id
    WHERE page_id = ANY(:pages) AND revision = 0
    GROUP BY 1, 2, 3, 4 ORDER BY 1, 2, 3, 4
""")


class PullBackStore:
    """What stands in notebooks of the pages that are to be pulled back."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def facts(self, page_ids: Sequence[int], notebook_ids: Sequence[int], lock: bool = False) -> PullBackFacts:
        """`lock`: nobody writes on these copies until the transaction ends."""
        values = {"notebooks": array(notebook_ids), "pages": list(page_ids)}
        if lock:
            await self.connection.execute(_LOCK, values)
        untouched = await self.connection.execute(_UNTOUCHED, values)
        written = await read_written(self.connection, notebook_ids, page_ids, lock)
        return PullBackFacts(
            tuple(page_ids),
            tuple(notebook_ids),
            tuple(HeldCopies(r.page_id, r.edition_id, r.opened, tuple(r.notebook_ids), r.ordinal) for r in untouched),
            tuple(copy for copy in written if not copy.pulled_back),
        )
