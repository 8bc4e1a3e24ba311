"""The reach board from one query: PostgreSQL makes each student's row of numbers and the JSON around it.

The numbers are those of core.reach.state.
"""

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.notebook.standing import FIRST

BOARD = text(f"""
    WITH wanted AS MATERIALIZED (
        SELECT o.page_id, o.k, e.id AS newest, e.answerable,
            EXISTS (SELECT FROM copy x WHERE x.cut_page_id = o.page_id) AS any_cut
        FROM unnest(CAST(:pages AS bigint[])) WITH ORDINALITY o(page_id, k)
        LEFT JOIN LATERAL (
            SELECT id, answerable FROM edition WHERE page_id = o.page_id ORDER BY number DESC LIMIT 1
        ) e ON true
    ), student AS (
        SELECT n.id, p.name FROM notebook n
        JOIN person p ON p.id = n.person_id
        JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
        WHERE n.class_id = :class
    )
    SELECT coalesce(json_agg(json_build_object('id', s.id, 'name', s.name, 'cells', c.cells)
                             ORDER BY s.name COLLATE names, s.id), '[]')::text
    FROM student s CROSS JOIN LATERAL (
        -- A notebook's copies lie behind one stretch of the index, so they are read together, then dealt out.
        SELECT coalesce(array_agg(CASE
            WHEN w.any_cut AND (c.id IS NULL OR c.pulled_back_id IS NOT NULL) AND EXISTS (
                SELECT FROM standing_copy x WHERE x.cut_page_id = w.page_id AND x.notebook_id = s.id) THEN 7
            WHEN c.id IS NULL OR c.pulled_back_id IS NOT NULL AND c.revision = 0 THEN 0
            WHEN c.pulled_back_id IS NOT NULL THEN 6 ELSE
            (CASE WHEN c.put_away_at IS NOT NULL THEN 5 WHEN c.ready_at IS NOT NULL THEN 4
                  WHEN c.revision > 0 THEN 3 WHEN c.opened_at IS NOT NULL THEN 2 ELSE 1 END)
            + (c.edition_id <> w.newest)::int * 8 + (c.knots > 0)::int * 16
            + CASE WHEN w.answerable > 0 THEN least(c.answered * 10 / w.answerable, 10) ELSE 0 END * 32
        END ORDER BY w.k), '{{}}') AS cells
        FROM wanted w LEFT JOIN copy c ON c.notebook_id = s.id AND c.page_id = w.page_id AND {FIRST}
    ) c
""")


class BoardStore:
    """The board: who has what."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def board(self, class_id: int, page_ids: list[int]) -> bytes:
        """The cells of a class, as JSON that PostgreSQL made: one row of numbers a student."""
        found = await self.connection.execute(BOARD, {"class": class_id, "pages": page_ids})
        return found.scalar_one().encode()
