"""Pulling back in PostgreSQL: a copy stays where it is and is marked, so that all of it can come back."""

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.actions.ports.pushes import PushInfo
from red_thread.core.push import HeldCopies, PlannedRows, PullBackFacts
from red_thread.store.documents import id_array
from red_thread.store.written_copies import read_written

# Written or not: what is planned as untouched must not be written on before it is taken out.
_LOCK = text("""
    SELECT c.id FROM unnest(CAST(:notebooks AS bigint[])) n(id) JOIN copy c ON c.notebook_id = n.id
    WHERE c.page_id = ANY(:pages) AND c.ordinal = 0 ORDER BY c.id FOR UPDATE OF c
""")
_UNTOUCHED = text("""
    SELECT page_id, edition_id, opened_at IS NOT NULL AS opened, array_agg(notebook_id) AS notebook_ids
    FROM unnest(CAST(:notebooks AS bigint[])) n(id) JOIN copy c ON c.notebook_id = n.id
    WHERE page_id = ANY(:pages) AND ordinal = 0 AND revision = 0 AND pulled_back_id IS NULL
    GROUP BY 1, 2, 3 ORDER BY 1, 2, 3
""")
_TAKE_OUT = text("""
    UPDATE copy SET pulled_back_id = :pull_back FROM unnest(CAST(:notebooks AS bigint[])) n(id)
    WHERE notebook_id = n.id AND page_id = :page AND ordinal = 0
""")
_PUT_AWAY = text("""
    UPDATE copy SET put_away_at = :now FROM unnest(CAST(:notebooks AS bigint[])) n(id)
    WHERE notebook_id = n.id AND page_id = :page AND ordinal = 0
""")
# What has been put away at just this moment was put away by this pull-back, and has not moved since.
_PUT_BACK = text("""
    UPDATE copy SET pulled_back_id = NULL, put_away_at = CASE WHEN put_away_at = :at THEN NULL ELSE put_away_at END
    FROM unnest(CAST(:notebooks AS bigint[])) n(id)
    WHERE notebook_id = n.id AND page_id = ANY(:pages) AND ordinal = 0
    AND (pulled_back_id = :pull_back OR pulled_back_id IS NULL AND put_away_at = :at)
""")
_UNDONE = text("UPDATE push SET undone_at = :now WHERE id = :pull_back")


class PullBackStore:
    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def facts(self, page_ids: Sequence[int], notebook_ids: Sequence[int], lock: bool = False) -> PullBackFacts:
        """`lock`: nobody writes on these copies until the transaction ends."""
        values = {"notebooks": id_array(notebook_ids), "pages": list(page_ids)}
        if lock:
            await self.connection.execute(_LOCK, values)
        untouched = await self.connection.execute(_UNTOUCHED, values)
        written = await read_written(self.connection, notebook_ids, page_ids, lock)
        return PullBackFacts(
            tuple(page_ids),
            tuple(notebook_ids),
            tuple(HeldCopies(r.page_id, r.edition_id, r.opened, tuple(r.notebook_ids)) for r in untouched),
            tuple(copy for copy in written if not copy.pulled_back),
        )

    async def take_out(self, pull_back_id: int, rows: PlannedRows) -> None:
        values = {"pull_back": pull_back_id, "page": rows.page_id, "notebooks": id_array(rows.notebook_ids)}
        await self.connection.execute(_TAKE_OUT, values)

    async def put_away(self, rows: PlannedRows) -> None:
        values = {"now": self.now, "page": rows.page_id, "notebooks": id_array(rows.notebook_ids)}
        await self.connection.execute(_PUT_AWAY, values)

    async def put_back(self, pull_back: PushInfo) -> int:
        """How many copies stand in their notebooks again."""
        values = {"pull_back": pull_back.id, "at": pull_back.made_at, "pages": list(pull_back.pages)}
        notebooks = id_array(pull_back.notebook_ids)
        done = await self.connection.execute(_PUT_BACK, {**values, "notebooks": notebooks})
        await self.connection.execute(_UNDONE, {"pull_back": pull_back.id, "now": self.now})
        return done.rowcount
