"""Editions in PostgreSQL, by their fingerprints."""

from collections.abc import Collection, Sequence
from datetime import datetime

from sqlalchemy import bindparam, insert, select, text
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.page.answers import count_answers
from red_thread.core.page.nodes import Node
from red_thread.store import tables as t
from red_thread.store.documents import read, written
from red_thread.store.master.values import (
    EditionInfo,
    MasterPage,
)
from red_thread.store.notebook.standing import PRESENT
from red_thread.store.rows import as_values

_EDITIONS = text(f"""
    SELECT e.id, e.page_id, e.number, e.fingerprint, e.made_at, count(c.id) AS students,
           count(c.id) FILTER (WHERE c.revision > 0) AS written,
           count(c.id) FILTER (WHERE c.opened_at IS NOT NULL) AS opened,
           count(c.id) FILTER (WHERE c.knots > 0) AS knotted
    FROM edition e
    JOIN page p ON p.id = e.page_id JOIN section s ON s.id = p.section_id
    LEFT JOIN following f ON f.master_id = s.master_id AND f.until IS NULL
    LEFT JOIN notebook n ON n.class_id = f.class_id AND {PRESENT}
    LEFT JOIN standing_copy c ON c.notebook_id = n.id AND c.page_id = e.page_id AND c.edition_id = e.id
    WHERE e.page_id = :page
    GROUP BY e.school_id, e.id ORDER BY e.number DESC
""")
_LATEST = text("""
    SELECT DISTINCT ON (page_id) page_id, id, number, fingerprint
    FROM edition WHERE page_id = ANY(:pages) ORDER BY page_id, number DESC
""")


class EditionStore:
    """Editions: the immutable states of pages that were pushed."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def of_page(self, page_id: int) -> list[EditionInfo]:
        """The editions of a page, newest first, each with how many stand on it."""
        rows = await self.connection.execute(_EDITIONS, {"page": page_id})
        return as_values(EditionInfo, rows)

    async def latest(self, page_ids: list[int]) -> dict[int, tuple[int, int, bytes]]:
        """By page: id, number and fingerprint of its newest edition; nothing for one without."""
        rows = await self.connection.execute(_LATEST, {"pages": page_ids})
        return {row.page_id: (row.id, row.number, row.fingerprint) for row in rows}

    async def document(self, edition_id: int) -> Node:
        """The page that an edition is."""
        stored = await self.connection.execute(
            select(t.Content.document)
            .join(t.Edition, t.Edition.fingerprint == t.Content.fingerprint)
            .where(t.Edition.id == bindparam("edition")),
            {"edition": edition_id},
        )
        return read(stored.scalar_one())

    async def documents(self, edition_ids: Collection[int]) -> dict[int, Node]:
        """The pages that these editions are, by their ids."""
        rows = await self.connection.execute(
            select(t.Edition.id, t.Content.document)
            .join(t.Content, t.Edition.fingerprint == t.Content.fingerprint)
            .where(t.Edition.id.in_(edition_ids))
        )
        return {row.id: read(row.document) for row in rows}

    async def make(self, pages: Sequence[tuple[MasterPage, int]], made_by: int) -> dict[int, int]:
        """Makes editions of pages as they are, under these numbers; gives their ids by the pages'."""
        contents = {page.fingerprint: written(page.document) for page, _ in pages}
        await self.connection.execute(
            upsert(t.Content).on_conflict_do_nothing(),
            [{"fingerprint": fingerprint, "document": document} for fingerprint, document in contents.items()],
        )
        made = [
            {
                "page_id": page.id,
                "number": number,
                "title": page.title,
                "fingerprint": page.fingerprint,
                "answerable": count_answers(page.document).answerable,
                "made_at": self.now,
                "made_by": made_by,
            }
            for page, number in pages
        ]
        added = await self.connection.execute(insert(t.Edition).returning(t.Edition.page_id, t.Edition.id), made)
        return {row.page_id: row.id for row in added}
