"""Reading the facts of a push. Alike notebooks are gathered by PostgreSQL, so rows stay few."""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from itertools import accumulate, chain
from typing import Any

from sqlalchemy import Row, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.placement import Entry
from red_thread.core.outline.tree import Outline, rank
from red_thread.core.push import Layout, PushedPage, PushFacts, Untouched, Written
from red_thread.store.documents import id_array
from red_thread.store.notebook.written_copies import read_written

# Notebook by notebook, along the index. Where a push has placed thousands of copies since the last statistics, a
# plain join is planned for one row of each page and compares all with all.
_COPIES = text("""
    SELECT page_id, edition_id, put_away_at IS NOT NULL AS put_away, revision > 0 AS written,
           pulled_back_id AS pulled_back, array_agg(notebook_id) AS notebook_ids
    FROM unnest(CAST(:notebooks AS bigint[])) n(id) JOIN LATERAL (
        SELECT * FROM copy WHERE notebook_id = n.id AND page_id = ANY(:pages) AND ordinal = 0 OFFSET 0
    ) c ON true GROUP BY 1, 2, 3, 4, 5
""")
# Sections are alike if a sum of their entries is: 64 bits of it, so that ten thousand lists need not be built.
_ALIKE = text("""
    SELECT section_id, min(id) AS sample, array_agg(notebook_id) AS notebook_ids
    FROM (
        SELECT n.id AS notebook_id, w.section_id, s.id, l.pages, l.sum
        FROM unnest(CAST(:notebooks AS bigint[])) n(id)
        CROSS JOIN unnest(CAST(:sections AS bigint[])) w(section_id)
        LEFT JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = w.section_id
        LEFT JOIN LATERAL (
            SELECT count(*) AS pages, bit_xor(hashtextextended(c.order_key, coalesce(c.page_id, 0))) AS sum
            FROM copy c WHERE c.notebook_section_id = s.id
        ) l ON true
    ) each GROUP BY section_id, id IS NULL, pages, sum
""")
_NUMBERS = text("SELECT id, number FROM edition WHERE page_id = ANY(:pages)")
_PAGES_IN = text("""
    SELECT notebook_section_id, array_agg(page_id ORDER BY order_key) AS pages,
           array_agg(order_key ORDER BY order_key) AS keys
    FROM copy WHERE notebook_section_id = ANY(CAST(:samples AS bigint[])) GROUP BY 1
""")
_SECTIONS_IN = text("""
    SELECT NULL AS section_id, pages, keys, array_agg(notebook_id) AS notebook_ids
    FROM (
        SELECT n.id AS notebook_id, array_agg(s.section_id) AS pages, array_agg(s.order_key) AS keys
        FROM unnest(CAST(:notebooks AS bigint[])) n(id)
        JOIN notebook_section s ON s.notebook_id = n.id GROUP BY n.id
        UNION ALL
        SELECT n.id, NULL, NULL FROM unnest(CAST(:notebooks AS bigint[])) n(id)
        WHERE NOT EXISTS (SELECT FROM notebook_section s WHERE s.notebook_id = n.id)
    ) each GROUP BY pages, keys
""")


@dataclass(frozen=True, slots=True)
class _Copies:
    """Copies of one page on one edition."""

    page_id: int
    edition_id: int
    put_away: bool
    written: bool
    pulled_back: int | None
    notebook_ids: list[int]


class PushFactsReader:
    """Reads what `plan_push` needs. `lock`: the written-on copies are held until the transaction ends."""

    def __init__(self, connection: AsyncConnection, lock: bool) -> None:
        self.connection, self.lock = connection, lock

    async def read(
        self, outline: Outline, pages: Sequence[PushedPage], audience: Sequence[int], merges: int | None
    ) -> PushFacts:
        page_ids = [page.page_id for page in pages]
        found = await self.connection.execute(_COPIES, {"notebooks": id_array(audience), "pages": page_ids})
        copies = [_Copies(*row) for row in found]
        if merges is not None:
            audience, copies = _with_few_written(audience, copies, merges)
        lacking = _lacking(audience, page_ids, copies)
        pages_in, without_section = await self._pages_in(lacking, sorted({page.section_id for page in pages}))
        return PushFacts(
            pages=tuple(pages),
            page_rank=rank(outline.page_order()),
            section_rank=rank(outline.section_order()),
            audience=tuple(audience),
            untouched=tuple(
                Untouched(c.page_id, c.edition_id, c.put_away, tuple(c.notebook_ids), c.pulled_back)
                for c in copies
                if not c.written
            ),
            written=await self._written(copies, page_ids),
            pages_in=pages_in,
            sections_in=await self._sections_in(without_section),
            edition_numbers=await self._numbers(page_ids),
        )

    async def _numbers(self, pages: list[int]) -> dict[int, int]:
        return {row.id: row.number for row in await self.connection.execute(_NUMBERS, {"pages": pages})}

    async def _written(self, copies: list[_Copies], pages: list[int]) -> tuple[Written, ...]:
        written = {(group.page_id, n) for group in copies if group.written for n in group.notebook_ids}
        if not written:
            return ()
        notebooks = sorted({notebook for _, notebook in written})
        found = await read_written(self.connection, notebooks, pages, self.lock)
        # Not one that became so since: it counts as untouched.
        return tuple(copy for copy in found if (copy.page_id, copy.notebook_id) in written)

    async def _pages_in(self, notebooks: Sequence[int], sections: list[int]) -> tuple[tuple[Layout, ...], set[int]]:
        """What is in these sections, and the notebooks where one of them is missing."""
        if not notebooks:
            return (), set()
        values = {"notebooks": id_array(notebooks), "sections": sections}
        kinds = (await self.connection.execute(_ALIKE, values)).all()
        samples = id_array([kind.sample for kind in kinds if kind.sample is not None])
        found = await self.connection.execute(_PAGES_IN, {"samples": samples})
        entries = {row.notebook_section_id: tuple(map(Entry, row.pages, row.keys)) for row in found}
        layouts = (Layout(k.section_id, entries.get(k.sample, ()), tuple(k.notebook_ids)) for k in kinds)
        without = chain.from_iterable(kind.notebook_ids for kind in kinds if kind.sample is None)
        return tuple(layouts), set(without)

    async def _sections_in(self, notebooks: Collection[int]) -> tuple[Layout, ...]:
        if not notebooks:
            return ()
        found = await self.connection.execute(_SECTIONS_IN, {"notebooks": id_array(notebooks)})
        return tuple(map(_layout, found))


def _layout(row: Row[Any]) -> Layout:
    entries = [Entry(tied_to, key) for tied_to, key in zip(row.pages or (), row.keys or (), strict=True)]
    return Layout(row.section_id, tuple(sorted(entries, key=_by_key)), tuple(row.notebook_ids))


def _by_key(entry: Entry) -> str:
    return entry.key


def _lacking(notebooks: Sequence[int], pages: list[int], copies: list[_Copies]) -> Sequence[int]:
    """The notebooks that miss at least one of the pages."""
    if not copies:
        return notebooks
    held = Counter(chain.from_iterable(group.notebook_ids for group in copies))
    return [notebook for notebook in notebooks if held[notebook] < len(pages)]


def _with_few_written(
    audience: Sequence[int], copies: list[_Copies], most: int
) -> tuple[Sequence[int], list[_Copies]]:
    """The audience up to where its written-on copies are `most`, but one notebook at least."""
    written = Counter(chain.from_iterable(group.notebook_ids for group in copies if group.written))
    if written.total() <= most:
        return audience, copies
    so_far = accumulate(written[notebook] for notebook in audience)
    room = max(sum(1 for count in so_far if count <= most), 1)
    kept = set(audience[:room])
    return audience[:room], [
        replace(group, notebook_ids=ids) for group in copies if (ids := [n for n in group.notebook_ids if n in kept])
    ]
