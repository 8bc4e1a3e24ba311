"""What a class was given, and what its notebooks hold of it: the facts of catching up."""

from collections import defaultdict
from collections.abc import Mapping, Sequence

from sqlalchemy import select, text, tuple_
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.tree import Holder
from red_thread.core.push import Given, Had, Held, Only, Pages, SelectorKind
from red_thread.store import tables as t
from red_thread.store.documents import array
from red_thread.store.push.audiences import AudienceStore
from red_thread.store.push.pushes import how_of

# What was given to make good what had not been given, a catching up or a second try, is owed to nobody by itself.
_GIVEN = text("""
    WITH chosen AS (
        SELECT kind, target_id FROM unnest(CAST(:kinds AS text[]), CAST(:targets AS bigint[])) c (kind, target_id)
    )
    SELECT CASE p.kind WHEN 'pull-back' THEN 'take' WHEN 'cut' THEN 'cut' ELSE 'give' END AS does, p.only,
        p.place, p.place_at, p.if_copy, p.if_cut, p.drawer, p.untied, p.if_own,
        coalesce((SELECT jsonb_agg(jsonb_build_array(g.page_id, e.number)) FROM push_page g
                  JOIN edition e ON e.id = g.edition_id WHERE g.push_id = p.id), '[]') AS pages,
        coalesce((SELECT jsonb_agg(jsonb_build_array(h.kind, h.target_id)) FROM push_holder h
                  WHERE h.push_id = p.id), '[]') AS holders,
        (SELECT jsonb_agg(jsonb_build_array(w.kind, w.target_id)) FROM push_whom w
         JOIN chosen c ON c.kind = w.kind AND c.target_id = w.target_id WHERE w.push_id = p.id) AS chosen_by,
        array(SELECT target_id FROM push_whom w WHERE w.push_id = p.id AND w.kind = 'without') AS without
    FROM push p
    WHERE p.master_id = :master AND p.undone_at IS NULL AND p.status NOT IN ('scheduled', 'stopped')
        AND p.kind <> 'catch-up' AND (p.again_of IS NULL OR p.if_copy <> 'second') AND EXISTS (
        SELECT FROM push_whom w JOIN chosen c ON c.kind = w.kind AND c.target_id = w.target_id WHERE w.push_id = p.id)
    ORDER BY p.id
""")
_HELD = text("""
    SELECT c.notebook_id, coalesce(c.page_id, c.cut_page_id) AS page_id, e.number, c.page_id IS NOT NULL AS tied
    FROM standing_copy c JOIN edition e ON e.id = coalesce(c.edition_id, c.cut_edition_id)
    WHERE c.notebook_id = ANY(CAST(:notebooks AS bigint[])) ORDER BY c.id
""")
_UNDER_WAY = text("""
    SELECT n AS notebook_id, p.place, p.place_at, p.if_copy, p.if_cut, p.drawer, p.untied, p.if_own,
        (SELECT jsonb_agg(jsonb_build_array(g.page_id, e.number)) FROM push_page g
         JOIN edition e ON e.id = g.edition_id WHERE g.push_id = p.id) AS pages
    FROM push p JOIN push_batch b ON b.push_id = p.id CROSS JOIN unnest(b.notebook_ids) n
    WHERE p.master_id = :master AND p.finished_at IS NULL AND p.kind IN ('push', 'catch-up')
        AND n = ANY(CAST(:notebooks AS bigint[])) ORDER BY p.id
""")
_HELD_HOLDERS = text("""
    SELECT notebook_id, 'section' AS kind, section_id AS target_id FROM section_tie
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[]))
    UNION ALL
    SELECT notebook_id, 'divider', divider_id FROM notebook_divider
    WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND divider_id IS NOT NULL
    UNION ALL
    SELECT n, h.kind, h.target_id FROM push p JOIN push_holder h ON h.push_id = p.id
    JOIN push_batch b ON b.push_id = p.id CROSS JOIN unnest(b.notebook_ids) n
    WHERE p.master_id = :master AND p.finished_at IS NULL AND n = ANY(CAST(:notebooks AS bigint[]))
""")


class GivenStore:
    """All that was pushed to a class, and what of it is in its notebooks."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection
        self._audiences = AudienceStore(connection)

    async def events(self, master_id: int, class_id: int, notebook_ids: Sequence[int]) -> list[Given]:
        """All that was done to the class or one of the notebooks, oldest first."""
        chosen = await self._chosen(class_id, notebook_ids)
        kinds, targets = zip(*chosen, strict=True)
        values = {"master": master_id, "kinds": list(kinds), "targets": list(targets)}
        return [
            Given(
                row.does,
                dict(row.pages),
                [SelectorKind.CLASS, class_id] in row.chosen_by,
                frozenset[int]().union(*(chosen[kind, number] for kind, number in row.chosen_by)),
                frozenset(row.without),
                frozenset((kind, number) for kind, number in row.holders),
                Only(row.only),
                how_of(row),
            )
            for row in await self.connection.execute(_GIVEN, values)
        ]

    async def _chosen(self, class_id: int, notebook_ids: Sequence[int]) -> dict[tuple[str, int], set[int]]:
        """By kind and id, the selectors that choose the class or some of the notebooks, with those that are named so.

        A class names nobody: what was given to it is owed to whoever is in it.
        """
        chosen: dict[tuple[str, int], set[int]] = {(SelectorKind.CLASS.value, class_id): set()}
        for kind in set(SelectorKind) - {SelectorKind.CLASS}:
            for target_id, notebooks in (await self._audiences.choosing(kind, notebook_ids)).items():
                chosen[kind.value, target_id] = notebooks
        return chosen

    async def held(self, master_id: int, notebook_ids: Sequence[int]) -> dict[int, Held]:
        """By notebook, what is in it, and what is on its way to it."""
        values = {"master": master_id, "notebooks": array(notebook_ids)}
        copies: dict[int, dict[int, tuple[Had, ...]]] = defaultdict(dict)
        for row in await self.connection.execute(_HELD, values):
            there = copies[row.notebook_id].get(row.page_id, ())
            copies[row.notebook_id][row.page_id] = (*there, Had(row.number, row.tied))
        pages: dict[int, Pages] = dict(copies)
        for row in await self.connection.execute(_UNDER_WAY, values):
            on_its_way = Given("give", dict(row.pages or ()), to_class=True, how=how_of(row))
            pages[row.notebook_id] = on_its_way.done_to(pages.get(row.notebook_id, {}))
        holders: dict[int, set[Holder]] = {}
        for row in await self.connection.execute(_HELD_HOLDERS, values):
            holders.setdefault(row.notebook_id, set()).add((row.kind, row.target_id))
        return {one: Held(pages.get(one, {}), frozenset(holders.get(one, ()))) for one in notebook_ids}

    async def editions_by_number(self, pages: Mapping[int, int]) -> dict[int, int]:
        """Page id to edition id, for page ids with the numbers of editions."""
        wanted = select(t.Edition.page_id, t.Edition.id).where(
            tuple_(t.Edition.page_id, t.Edition.number).in_(list(pages.items()))
        )
        found = {row.page_id: row.id for row in await self.connection.execute(wanted)}
        return {page_id: found[page_id] for page_id in pages}
