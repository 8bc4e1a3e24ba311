"""What a class was given, and what its notebooks hold of it: the facts of catching up."""

from collections.abc import Mapping, Sequence

from sqlalchemy import select, text, tuple_
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.tree import Holder
from red_thread.core.push import Given, Held, Only
from red_thread.store import tables as t
from red_thread.store.documents import id_array

_GIVEN = text("""
    SELECT p.kind NOT IN ('pull-back', 'cut') AS gives, p.only,
        coalesce((SELECT jsonb_agg(jsonb_build_array(g.page_id, e.number)) FROM push_page g
                  JOIN edition e ON e.id = g.edition_id WHERE g.push_id = p.id), '[]') AS pages,
        coalesce((SELECT jsonb_agg(jsonb_build_array(h.kind, h.target_id)) FROM push_holder h
                  WHERE h.push_id = p.id), '[]') AS holders,
        EXISTS (SELECT FROM push_whom WHERE push_id = p.id AND kind = 'class' AND target_id = :class) AS to_class,
        array(SELECT target_id FROM push_whom WHERE push_id = p.id AND kind = 'notebook'
              UNION SELECT m.notebook_id FROM push_whom w JOIN group_member m ON m.group_id = w.target_id
              WHERE w.push_id = p.id AND w.kind = 'group') AS notebook_ids,
        array(SELECT target_id FROM push_whom w WHERE w.push_id = p.id AND w.kind = 'without') AS without
    FROM push p
    WHERE p.master_id = :master AND p.undone_at IS NULL AND p.status NOT IN ('scheduled', 'stopped') AND EXISTS (
        SELECT FROM push_whom w WHERE w.push_id = p.id AND (w.kind = 'class' AND w.target_id = :class
            OR w.kind = 'notebook' AND w.target_id = ANY(CAST(:notebooks AS bigint[]))
            OR w.kind = 'group' AND w.target_id IN (
                SELECT group_id FROM group_member WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])))))
    ORDER BY p.id
""")
# Of what was cut loose no edition is newer: it follows none.
_HELD = text("""
    SELECT each.notebook_id,
        jsonb_agg(jsonb_build_array(each.page_id, coalesce(e.number, 2147483647)) ORDER BY e.number) AS pages
    FROM (
        SELECT notebook_id, coalesce(page_id, cut_page_id) AS page_id, edition_id FROM copy
        WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND pulled_back_id IS NULL
            AND coalesce(page_id, cut_page_id) IS NOT NULL
        UNION ALL
        SELECT n, g.page_id, g.edition_id
        FROM push p JOIN push_batch b ON b.push_id = p.id JOIN push_page g ON g.push_id = p.id
        CROSS JOIN unnest(b.notebook_ids) n
        WHERE p.master_id = :master AND p.finished_at IS NULL AND n = ANY(CAST(:notebooks AS bigint[]))
    ) each LEFT JOIN edition e ON e.id = each.edition_id GROUP BY 1
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

    async def events(self, master_id: int, class_id: int, notebook_ids: Sequence[int]) -> list[Given]:
        """All pushes and pull-backs that concern the class or one of the notebooks, oldest first."""
        values = {"master": master_id, "class": class_id, "notebooks": id_array(notebook_ids)}
        return [
            Given(
                row.gives,
                dict(row.pages),
                row.to_class,
                frozenset(row.notebook_ids),
                frozenset(row.without),
                frozenset((kind, number) for kind, number in row.holders),
                Only(row.only),
            )
            for row in await self.connection.execute(_GIVEN, values)
        ]

    async def held(self, master_id: int, notebook_ids: Sequence[int]) -> dict[int, Held]:
        """By notebook, what is in it, and the pages on their way to it, with the numbers of their editions."""
        values = {"master": master_id, "notebooks": id_array(notebook_ids)}
        pages = {row.notebook_id: dict(row.pages) for row in await self.connection.execute(_HELD, values)}
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
