"""Reading the facts of a push. Alike notebooks are gathered by PostgreSQL, so rows stay few."""

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import accumulate, chain
from typing import Any

from sqlalchemy import Row, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.placement import At, Entry, Where
from red_thread.core.outline.tree import Holder, rank
from red_thread.core.push import (
    Drawer,
    HolderLayout,
    How,
    IfCopy,
    IfCut,
    IfOwn,
    InDrawer,
    Layout,
    Named,
    OwnSection,
    PushFacts,
    Spot,
    Stood,
    Untouched,
    WasCut,
    Written,
)
from red_thread.store.documents import array
from red_thread.store.notebook.written_copies import read_cut, read_written
from red_thread.store.push.values import Asked
from red_thread.store.rows import as_values

# By arrays along the index, and no join with the notebooks: where a push has placed thousands of copies since the
# last statistics, that is planned for one row of each page and compares all with all.
_COPIES = text("""
    SELECT page_id, edition_id, put_away_at IS NOT NULL AS put_away, revision > 0 AS written,
           pulled_back_id AS pulled_back, ordinal,
           pulled_back_id IS NOT NULL AND revision = 0 AND NOT EXISTS (
               SELECT FROM section_tie s JOIN unnest(CAST(:pages AS bigint[]), CAST(:sections AS bigint[]))
                   goes(page, section) ON goes.section = s.section_id
               WHERE s.notebook_section_id = c.notebook_section_id AND goes.page = c.page_id) AS elsewhere,
           pulled_back_id IS NOT NULL AND home_section_id IS NOT NULL AS moved_by_student,
           array_agg(notebook_id ORDER BY notebook_id) AS notebook_ids
    FROM copy c WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND page_id = ANY(:pages)
    GROUP BY 1, 2, 3, 4, 5, 6, 7, 8
""")
# Sections are alike if a sum of their entries is: 64 bits of it, so that ten thousand lists need not be built. By the
# two tables of sections and not by their view, of which all rows would be read; and by itself (OFFSET 0), as beside
# row security an index is not asked for what coalesce gives.
_ALIKE = """
    SELECT section_id, min(id) AS sample, array_agg(notebook_id) AS notebook_ids
    FROM (
        SELECT tied.*, l.pages, l.sum FROM (
            SELECT n.id AS notebook_id, w.section_id, coalesce(s.id, a.notebook_section_id) AS id
            FROM unnest(CAST(:notebooks AS bigint[])) n(id)
            CROSS JOIN unnest(CAST(:sections AS bigint[])) w(section_id)
            LEFT JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = w.section_id
            LEFT JOIN section_also a ON a.notebook_id = n.id AND a.section_id = w.section_id
            OFFSET 0
        ) tied LEFT JOIN LATERAL (
            SELECT count(*) AS pages, bit_xor(hashtextextended(c.order_key, {entry})) AS sum
            FROM copy c WHERE c.notebook_section_id = tied.id
        ) l ON true
    ) each GROUP BY section_id, id IS NULL, pages, sum
"""
# What stands there no more keeps its place; it is looked for only where that makes a difference, past the index.
_ALIKE_BY_ORDER = text(_ALIKE.format(entry="coalesce(c.page_id, 0)"))
_ALIKE_AS_SEEN = text(_ALIKE.format(entry="2 * coalesce(c.page_id, 0) + (c.pulled_back_id IS NOT NULL)::int"))
# Few or none: what was pulled back, and in the drawer or cut loose where the push is about those too.
_STOOD = text("""
    SELECT coalesce(page_id, cut_page_id) AS page_id, notebook_id, page_id IS NOT NULL AS tied, ordinal, id,
           notebook_section_id, order_key, parent_id, seen_edition_id, put_away_at::text, put_away_by_id,
           cut_at::text, cut_by_id
    FROM copy
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND (
        page_id = ANY(:pages) AND (pulled_back_id IS NOT NULL OR put_away_at IS NOT NULL)
        OR cut_page_id = ANY(:pages) AND pulled_back_id IS NULL)
    ORDER BY id
""")
_NUMBERS = text("SELECT id, number FROM edition WHERE page_id = ANY(:pages)")
_PAGES_IN = text("""
    SELECT notebook_section_id, array_agg(page_id ORDER BY order_key) AS pages,
           array_agg(order_key ORDER BY order_key) AS keys,
           array_agg(pulled_back_id IS NOT NULL ORDER BY order_key) AS hidden
    FROM copy WHERE notebook_section_id = ANY(CAST(:samples AS bigint[])) GROUP BY 1
""")
# Sections by their id, dividers by its negative; nothing for what is tied to nothing. A section that stands for
# several masters' goes by this one's.
_HOLDERS_IN = text("""
    SELECT tied_to, keys, array_agg(notebook_id) AS notebook_ids
    FROM (
        SELECT n.id AS notebook_id, array_agg(h.tied_to) AS tied_to, array_agg(h.order_key) AS keys
        FROM unnest(CAST(:notebooks AS bigint[])) n(id) LEFT JOIN LATERAL (
            SELECT coalesce(a.section_id, s.section_id) AS tied_to, s.order_key FROM notebook_section s
            LEFT JOIN section_also a ON a.notebook_section_id = s.id AND a.master_id = :master
            WHERE s.notebook_id = n.id
            UNION ALL SELECT -divider_id, order_key FROM notebook_divider WHERE notebook_id = n.id
        ) h ON true GROUP BY n.id
    ) each GROUP BY tied_to, keys
""")
# What students made themselves, and what other masters' pushes made and stands for none of this one's yet.
_OWN_SECTIONS = text("""
    SELECT s.id, s.notebook_id, s.name, s.section_id IS NOT NULL AS taught FROM notebook_section s
    LEFT JOIN section m ON m.id = s.section_id
    WHERE s.notebook_id = ANY(CAST(:notebooks AS bigint[])) AND m.master_id IS DISTINCT FROM :master
    AND NOT EXISTS (SELECT FROM section_also a WHERE a.notebook_section_id = s.id AND a.master_id = :master)
    ORDER BY s.notebook_id, s.order_key
""")
_NAMED = text("""
    SELECT 'section' AS kind, section_id AS id, name, renamed, array_agg(notebook_id) AS notebook_ids
    FROM notebook_section
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND section_id = ANY(:sections) GROUP BY 2, 3, 4
    UNION ALL
    SELECT 'section', a.section_id, s.name, true, array_agg(a.notebook_id)
    FROM section_also a JOIN notebook_section s ON s.id = a.notebook_section_id
    WHERE a.notebook_id = ANY(CAST(:notebooks AS bigint[])) AND a.section_id = ANY(:sections) GROUP BY 2, 3
    UNION ALL
    SELECT 'divider', divider_id, name, renamed, array_agg(notebook_id) FROM notebook_divider
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND divider_id = ANY(:dividers) GROUP BY 2, 3, 4
    ORDER BY 1, 2, 3
""")


@dataclass(frozen=True, slots=True)
class _Copies:
    """Copies of one page on one edition."""

    page_id: int
    edition_id: int
    put_away: bool
    written: bool
    pulled_back: int | None
    ordinal: int
    elsewhere: bool
    moved_by_student: bool
    notebook_ids: list[int]


class PushFactsReader:
    """Reads what `plan_push` needs. `lock`: the written-on copies are held until the transaction ends."""

    def __init__(self, connection: AsyncConnection, lock: bool) -> None:
        self.connection, self.lock = connection, lock

    async def read(self, asked: Asked, audience: Sequence[int], merges: int | None) -> PushFacts:
        """What stands in the notebooks of what is pushed."""
        pages, outline = [page for page in asked.pages if not page.wrapped], asked.outline
        wrapped_holders = outline.wrapped_sections() & asked.given_empty.keys()
        given_empty = {holder: name for holder, name in asked.given_empty.items() if holder not in wrapped_holders}
        page_ids = [page.page_id for page in pages]
        into = [page.section_id for page in pages]
        values = {"notebooks": array(audience), "pages": page_ids, "sections": into}
        found = await self.connection.execute(_COPIES, values)
        copies = as_values(_Copies, found)
        if merges is not None:
            audience, copies = _with_few_written(audience, copies, merges)
        lacking = audience if _places_beside(asked.how) else _lacking(audience, page_ids, copies, asked.how)
        sections = sorted({page.section_id for page in pages})
        pages_in, without_section = await self._pages_in(lacking, sections, asked.how.where)
        cut, cut_written = await read_cut(self.connection, audience, page_ids, self.lock)
        untouched = [
            Untouched(
                *(c.page_id, c.edition_id, c.put_away, tuple(c.notebook_ids)),
                pulled_back=c.pulled_back,
                ordinal=c.ordinal,
                elsewhere=c.elsewhere,
                moved_by_student=c.moved_by_student,
            )
            for c in copies
            if not c.written
        ]
        stood, stood_loose = await self._stood(asked.how, copies, cut or cut_written, values)
        return PushFacts(
            pages=tuple(pages),
            page_rank=rank(outline.page_order()),
            holder_rank=rank(outline.holder_order()),
            audience=tuple(audience),
            untouched=(*untouched, *cut),
            written=(*await self._written(copies, page_ids), *cut_written),
            pages_in=pages_in,
            holders_in=await self._holders_in(asked.master_id, audience if given_empty else without_section),
            edition_numbers=await self._numbers(page_ids),
            holders=outline.holders(),
            tucked=outline.tucked(),
            how=asked.how,
            given_empty=given_empty,
            named=await self._named(audience, given_empty),
            own_sections=await self._own(asked, audience if given_empty else without_section),
            section_names={number: name for (_, number), name in outline.names_of(_sections(asked)).items()},
            wrapped=tuple(page.page_id for page in asked.pages if page.wrapped),
            wrapped_holders=tuple(sorted(wrapped_holders)),
            stood=stood,
            stood_loose=stood_loose,
        )

    async def _stood(
        self, how: How, copies: Sequence[_Copies], any_cut: object, values: Mapping[str, Any]
    ) -> tuple[dict[tuple[int, int, int], Stood], dict[tuple[int, int], Stood]]:
        """How copies stood that the push brings back or ties again; asked only where there are such."""
        back = any(group.pulled_back is not None for group in copies)
        fetched = how.drawer is Drawer.FETCH and any(group.put_away for group in copies)
        if not (back or fetched or (any_cut and how.if_cut is IfCut.TIE)):
            return {}, {}
        rows = (await self.connection.execute(_STOOD, dict(values))).all()
        tied = {(row.page_id, row.notebook_id, row.ordinal): _stood(row) for row in rows if row.tied}
        loose = {(row.page_id, row.notebook_id): _stood(row) for row in rows if not row.tied}  # the last that was cut
        return tied, loose

    async def _own(self, asked: Asked, notebooks: Collection[int]) -> tuple[OwnSection, ...]:
        """What is there and no master's or another's, in notebooks where a section is missing."""
        if not notebooks:
            return ()
        values = {"notebooks": array(notebooks), "master": asked.master_id}
        found = (await self.connection.execute(_OWN_SECTIONS, values)).all()
        entries = await self._entries([row.id for row in found if row.taught or asked.how.if_own is not IfOwn.BESIDE])
        return tuple(
            OwnSection(row.notebook_id, row.id, row.name, entries.get(row.id, ()), row.taught) for row in found
        )

    async def _entries(self, notebook_sections: Collection[int]) -> dict[int, tuple[Entry[int], ...]]:
        """What stands in sections of notebooks, in order."""
        rows = await self.connection.execute(_PAGES_IN, {"samples": array(notebook_sections)})
        return {row.notebook_section_id: tuple(map(Entry, row.pages, row.keys, row.hidden)) for row in rows}

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

    async def _pages_in(
        self, notebooks: Sequence[int], sections: list[int], where: Where
    ) -> tuple[tuple[Layout, ...], set[int]]:
        """What is in these sections, and the notebooks where one of them is missing."""
        if not notebooks:
            return (), set()
        values = {"notebooks": array(notebooks), "sections": sections}
        alike = _ALIKE_AS_SEEN if where.at in (At.NUMBER, At.AFTER) else _ALIKE_BY_ORDER
        kinds = (await self.connection.execute(alike, values)).all()
        entries = await self._entries([kind.sample for kind in kinds if kind.sample is not None])
        layouts = (Layout(k.section_id, entries.get(k.sample, ()), tuple(k.notebook_ids)) for k in kinds)
        without = chain.from_iterable(kind.notebook_ids for kind in kinds if kind.sample is None)
        return tuple(layouts), set(without)

    async def _holders_in(self, master_id: int, notebooks: Collection[int]) -> tuple[HolderLayout, ...]:
        if not notebooks:
            return ()
        rows = await self.connection.execute(_HOLDERS_IN, {"notebooks": array(notebooks), "master": master_id})
        return tuple(map(_layout, rows))

    async def _named(self, audience: Sequence[int], given_empty: Mapping[Holder, str]) -> tuple[Named, ...]:
        if not given_empty:
            return ()
        ids = {kind: [number for of, number in given_empty if of == kind] for kind in ("section", "divider")}
        values = {"notebooks": array(audience), "sections": ids["section"], "dividers": ids["divider"]}
        return tuple(
            Named((row.kind, row.id), row.name, row.renamed, tuple(row.notebook_ids))
            for row in await self.connection.execute(_NAMED, values)
        )


def _stood(row: Row[Any]) -> Stood:
    return Stood(
        row.id,
        Spot(row.notebook_section_id, row.order_key, row.parent_id),
        row.seen_edition_id,
        InDrawer(row.put_away_at, row.put_away_by_id),
        WasCut(row.cut_at, row.cut_by_id, row.ordinal),
    )


def _sections(asked: Asked) -> set[Holder]:
    """The sections into which pages go, and those that are given as such."""
    pages: set[Holder] = {("section", page.section_id) for page in asked.pages}
    return pages.union(holder for holder in asked.given_empty if holder[0] == "section")


def _places_beside(how: How) -> bool:
    """Whether those who have a copy get another."""
    return how.if_copy is IfCopy.SECOND or how.untied


def _layout(row: Row[Any]) -> HolderLayout:
    known = ((tied_to, key) for tied_to, key in zip(row.tied_to, row.keys, strict=True) if key is not None)
    entries = [Entry(_holder(tied_to), key) for tied_to, key in known]
    return HolderLayout(tuple(sorted(entries, key=_by_key)), tuple(row.notebook_ids))


def _holder(tied_to: int | None) -> Holder | None:
    if tied_to is None:
        return None
    return ("section", tied_to) if tied_to > 0 else ("divider", -tied_to)


def _by_key(entry: Entry[Holder]) -> str:
    return entry.key


def _lacking(notebooks: Sequence[int], pages: list[int], copies: list[_Copies], how: How) -> Sequence[int]:
    """The notebooks that miss one of the pages, or in which one that was pulled back may get another place."""
    if not copies:
        return notebooks
    firsts = (group for group in copies if not group.ordinal)
    stay = (one for one in firsts if not one.elsewhere and (one.pulled_back is None or how.where.is_in_order))
    held = Counter(chain.from_iterable(group.notebook_ids for group in stay))
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
