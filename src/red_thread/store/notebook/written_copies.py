"""Copies that students have written on, each with the edition that it stands on."""

from collections.abc import Collection, Sequence

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.page.nodes import Node
from red_thread.core.push import Written
from red_thread.store.documents import read
from red_thread.store.notebook.standing import FIRST

_WRITTEN = text(f"""
    SELECT c.page_id, c.notebook_id, c.id, c.edition_id, c.revision, c.put_away_at IS NOT NULL AS put_away,
           c.pulled_back_id AS pulled_back, w.document
    FROM copy c JOIN writing w ON w.copy_id = c.id
    WHERE c.notebook_id = ANY(:notebooks) AND c.page_id = ANY(:pages) AND {FIRST} ORDER BY c.id
""")
# By itself and before they are read, for the reason told in store/notebook/notebooks.py.
_LOCK = text("""
    SELECT id FROM copy
    WHERE notebook_id = ANY(:notebooks) AND page_id = ANY(:pages) AND ordinal = 0 AND revision > 0
    ORDER BY id FOR UPDATE
""")
_BASES = text("""
    SELECT e.id, b.document FROM edition e JOIN content b ON b.fingerprint = e.fingerprint
    WHERE e.id = ANY(:editions)
""")


async def read_written(
    connection: AsyncConnection, notebooks: Sequence[int], pages: Sequence[int], lock: bool
) -> tuple[Written, ...]:
    """The written-on copies of these pages in these notebooks; `lock` holds them until the transaction ends."""
    values = {"notebooks": list(notebooks), "pages": list(pages)}
    if lock:
        await connection.execute(_LOCK, values)
    rows = (await connection.execute(_WRITTEN, values)).all()
    bases = await _bases(connection, {row.edition_id for row in rows})
    return tuple(
        Written(
            row.page_id,
            row.notebook_id,
            row.id,
            row.edition_id,
            row.revision,
            row.put_away,
            bases[row.edition_id],
            read(row.document),
            row.pulled_back,
        )
        for row in rows
    )


async def _bases(connection: AsyncConnection, editions: Collection[int]) -> dict[int, Node]:
    if not editions:
        return {}
    found = await connection.execute(_BASES, {"editions": list(editions)})
    return {row.id: read(row.document) for row in found}
