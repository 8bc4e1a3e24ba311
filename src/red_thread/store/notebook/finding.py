"""Pages of a notebook, found by the words on them."""

from collections.abc import Sequence

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.languages import CONFIGURATIONS
from red_thread.store.notebook.values import FoundCopy
from red_thread.store.search import MOST, STRETCH, parts_of, sought

_LANGUAGE = text("SELECT language FROM school WHERE id = current_setting('red_thread.school')::integer")
# A student's own words are the lines of the page that are none of the edition's; of a page that is untouched the
# edition is the page. Nothing of it is kept beside the page: no push and no save has more to write for it.
_FIND = text(f"""
    WITH page AS MATERIALIZED (
        SELECT c.id, c.notebook_section_id, c.put_away_at, coalesce(c.title, e.title, '') AS title,
               w.document IS NOT NULL AS written, CAST(b.document AS jsonb) AS edition,
               lines_of_page(CAST(coalesce(w.document, b.document) AS jsonb)) AS lines
        FROM standing_copy c
        LEFT JOIN edition e ON e.id = coalesce(c.edition_id, c.cut_edition_id)
        LEFT JOIN content b ON b.fingerprint = e.fingerprint
        LEFT JOIN writing w ON w.copy_id = c.id
        WHERE c.notebook_id = :notebook
    ), given AS MATERIALIZED (
        SELECT page.*, CASE WHEN edition IS NULL THEN '{{}}' WHEN written THEN lines_of_page(edition) ELSE lines
                       END AS given
        FROM page
    ), told AS MATERIALIZED (
        SELECT id, notebook_section_id, put_away_at, title, left(coalesce(teachers, ''), {MOST}) AS teachers,
               left(coalesce(own, ''), {MOST}) AS own
        FROM given CROSS JOIN LATERAL (
            SELECT string_agg(line, E'\n' ORDER BY number) FILTER (WHERE is_given) AS teachers,
                   string_agg(line, E'\n' ORDER BY number) FILTER (WHERE NOT is_given) AS own
            FROM (
                SELECT line, min(number) AS number, bool_or(number IS NULL) AS is_given
                FROM (SELECT line, number FROM unnest(lines) WITH ORDINALITY on_page (line, number)
                      UNION ALL SELECT line, NULL FROM unnest(given) line) both_sides
                GROUP BY line HAVING min(number) IS NOT NULL) each_line
        ) whose
    ), asked AS (
        SELECT language.config, to_tsquery(config, :query) AS together, to_tsquery(config, :single) AS each_word
        FROM (SELECT CAST(:config AS regconfig) AS config) language
    ), found AS (
        SELECT told.*, asked.*, to_tsvector(config, title) @@ together AS by_title,
               to_tsvector(config, own) @@ each_word OR own ILIKE ANY(:within) AS in_own,
               to_tsvector(config, teachers) @@ each_word OR teachers ILIKE ANY(:within) AS in_teachers
        FROM told, asked
        WHERE to_tsvector(config, concat_ws(E'\n', title, own, teachers)) @@ together
        OR concat_ws(E'\n', title, own, teachers) ILIKE ALL(:within)
    )
    SELECT f.id AS copy_id, f.title, s.name AS section, f.put_away_at IS NOT NULL AS put_away,
           CASE WHEN in_own THEN ts_headline(config, own, each_word, {STRETCH}) ELSE '' END AS own,
           CASE WHEN in_teachers THEN ts_headline(config, teachers, each_word, {STRETCH}) ELSE '' END AS teachers
    FROM found f JOIN notebook_section s ON s.id = f.notebook_section_id
    ORDER BY by_title DESC, in_own DESC, s.order_key, f.id LIMIT 50
""")


class FindingStore:
    """Finding in a notebook, in the language of the school."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def find(self, notebook_id: int, words: Sequence[str]) -> list[FoundCopy]:
        """The pages on which all of these stand, fifty at most: by title first, then in the student's own words."""
        language = (await self.connection.execute(_LANGUAGE)).scalar_one()
        asked = sought(words)
        single = asked["query"].replace("&", "|")
        values = {"notebook": notebook_id, "config": CONFIGURATIONS[language], "single": single, **asked}
        rows = await self.connection.execute(_FIND, values)
        return [
            FoundCopy(row.copy_id, row.title, row.section, row.put_away, parts_of(row.own), parts_of(row.teachers))
            for row in rows
        ]
