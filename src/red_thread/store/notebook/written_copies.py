"""Copies that students have written on, each with the edition that it stands on."""

import asyncio
from collections.abc import Collection, Mapping, Sequence
from typing import Any

from sqlalchemy import Row, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.page.nodes import Node
from red_thread.core.push import Untouched, Written
from red_thread.store.documents import array, read

_WRITTEN = text("""
    SELECT c.page_id, c.notebook_id, c.id, c.edition_id, c.revision, c.put_away_at IS NOT NULL AS put_away,
           c.pulled_back_id AS pulled_back, c.ordinal, true AS tied, w.document
    FROM copy c JOIN writing w ON w.copy_id = c.id
    WHERE c.notebook_id = ANY(:notebooks) AND c.page_id = ANY(:pages) ORDER BY c.id
""")
# The page that was cut last, of those that stand in a notebook.
_CUT = text("""
    SELECT DISTINCT ON (c.notebook_id, c.cut_page_id) c.cut_page_id AS page_id, c.notebook_id, c.id,
           c.cut_edition_id AS edition_id, c.revision, c.put_away_at IS NOT NULL AS put_away,
           NULL::bigint AS pulled_back, 0 AS ordinal, false AS tied, w.document
    FROM standing_copy c LEFT JOIN writing w ON w.copy_id = c.id
    WHERE c.notebook_id = ANY(CAST(:notebooks AS bigint[])) AND c.cut_page_id = ANY(:pages)
    ORDER BY c.notebook_id, c.cut_page_id, c.id DESC
""")
# There are none of most pages, which this tells at once, and the statements above only notebook by notebook. None is
# cut meanwhile: a pull-back holds the master. In the order of their index, or all copies are looked through.
_ANY_CUT = text("""
    SELECT cut_page_id FROM copy WHERE cut_page_id = ANY(:pages) AND cut_page_id IS NOT NULL
    ORDER BY cut_page_id, notebook_id LIMIT 1
""")
_LOCK_CUT = text("""
    SELECT id FROM copy
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND cut_page_id = ANY(:pages) ORDER BY id FOR UPDATE
""")
# By itself and before they are read, for the reason told in store/notebook/notebooks.py.
_LOCK = text("""
    SELECT id FROM copy
    WHERE notebook_id = ANY(:notebooks) AND page_id = ANY(:pages) AND revision > 0
    ORDER BY id FOR UPDATE
""")
_BASES = text("""
    SELECT e.id, b.document FROM edition e JOIN content b ON b.fingerprint = e.fingerprint
    WHERE e.id = ANY(:editions)
""")


AT_ONCE = 100  # documents between two looks at what else there is to do


async def read_written(
    connection: AsyncConnection, notebooks: Sequence[int], pages: Sequence[int], lock: bool
) -> tuple[Written, ...]:
    """The written-on copies of these pages in these notebooks; `lock` holds them until the transaction ends."""
    values = {"notebooks": list(notebooks), "pages": list(pages)}
    if lock:
        await connection.execute(_LOCK, values)
    rows = (await connection.execute(_WRITTEN, values)).all()
    bases = await _bases(connection, {row.edition_id for row in rows})
    found: list[Written] = []
    for at in range(0, len(rows), AT_ONCE):
        found += [_written(row, bases) for row in rows[at : at + AT_ONCE]]
        await asyncio.sleep(0)  # thousands of documents are read here, and others have pages to open
    return tuple(found)


def _written(row: Row[Any], bases: Mapping[int, Node]) -> Written:
    return Written(
        row.page_id,
        row.notebook_id,
        row.id,
        row.edition_id,
        row.revision,
        row.put_away,
        bases[row.edition_id],
        read(row.document),
        row.pulled_back,
        row.ordinal,
        row.tied,
    )


async def read_cut(
    connection: AsyncConnection, notebooks: Sequence[int], pages: Sequence[int], lock: bool
) -> tuple[list[Untouched], list[Written]]:
    """The pages that were cut from these, in these notebooks, untouched ones gathered; there are few or none."""
    if await connection.scalar(_ANY_CUT, {"pages": list(pages)}) is None:
        return [], []
    values = {"notebooks": array(notebooks), "pages": list(pages)}
    if lock:
        await connection.execute(_LOCK_CUT, values)
    rows = (await connection.execute(_CUT, values)).all()
    bases = await _bases(connection, {row.edition_id for row in rows if row.revision})
    untouched: dict[tuple[int, int, bool], list[int]] = {}
    for row in rows:
        if not row.revision:
            untouched.setdefault((row.page_id, row.edition_id, row.put_away), []).append(row.notebook_id)
    return (
        [Untouched(*kind, notebook_ids=tuple(ids), tied=False) for kind, ids in untouched.items()],
        [_written(row, bases) for row in rows if row.revision],
    )


async def _bases(connection: AsyncConnection, editions: Collection[int]) -> dict[int, Node]:
    if not editions:
        return {}
    found = await connection.execute(_BASES, {"editions": list(editions)})
    return {row.id: read(row.document) for row in found}
