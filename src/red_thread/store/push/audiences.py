"""Audiences: which notebooks it is that a sentence names."""

from collections.abc import Sequence

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.push import Only
from red_thread.store.documents import array
from red_thread.store.notebook.standing import FOLLOWING, IN_NOTEBOOK
from red_thread.store.push.values import Reached
from red_thread.store.rows import as_values

_NAMED = f"""
    SELECT coalesce(array_agg(n.id ORDER BY n.id), '{{}}') FROM (
        SELECT id FROM notebook WHERE class_id = ANY(:classes)
        UNION SELECT unnest(CAST(:notebooks AS bigint[]))
        UNION SELECT notebook_id FROM group_member WHERE group_id = ANY(:groups)) named
    JOIN notebook n ON n.id = named.id
    JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
    WHERE n.class_id = {FOLLOWING}
"""
_OF_PAGE = f"(c.page_id = wanted OR c.cut_page_id = wanted) AND {IN_NOTEBOOK}"
_ANY_PAGE = "AND EXISTS (SELECT FROM unnest(CAST(:pages AS bigint[])) wanted WHERE"
_IN_IT = f"EXISTS (SELECT FROM copy c WHERE c.notebook_id = n.id AND {_OF_PAGE}"
_ONLY = {
    Only.EVERYONE: "",
    Only.HAS: f"{_ANY_PAGE} {_IN_IT}))",
    Only.LACKS: f"{_ANY_PAGE} NOT {_IN_IT}))",
    Only.UNOPENED: f"{_ANY_PAGE} {_IN_IT} AND c.opened_at IS NULL))",
}
_AMONG = text(f"""
    SELECT n.id FROM notebook n
    WHERE n.class_id = {FOLLOWING} AND n.id = ANY(CAST(:notebooks AS bigint[]))
""")
_NAMES = text("""
    SELECT n.id AS notebook_id, p.name AS person_name, k.name AS class_name FROM notebook n
    JOIN person p ON p.id = n.person_id JOIN class k ON k.id = n.class_id
    WHERE n.id = ANY(CAST(:notebooks AS bigint[])) ORDER BY k.name COLLATE names, p.name COLLATE names
""")
_AUDIENCE_OF = text("""
    SELECT coalesce(array_agg(n ORDER BY b.number), '{}')
    FROM push_batch b CROSS JOIN unnest(b.notebook_ids) n WHERE b.push_id = :push
""")


class AudienceStore:
    """Notebooks by classes, groups, single ones and what they hold; and whose they are."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def find(
        self,
        master_id: int,
        class_ids: Sequence[int],
        notebook_ids: Sequence[int] = (),
        group_ids: Sequence[int] = (),
        only: Only = Only.EVERYONE,
        page_ids: Sequence[int] = (),
    ) -> list[int]:
        """The notebooks that classes, groups and single notebooks come to, each once.

        `only`: those of them that have, lack or have not opened one of these pages.
        """
        named = {"classes": list(class_ids), "notebooks": array(notebook_ids), "groups": list(group_ids)}
        values = {**named, "master": master_id, "pages": array(page_ids)}
        return (await self.connection.execute(text(_NAMED + _ONLY[only]), values)).scalar_one()

    async def among(self, master_id: int, notebook_ids: list[int]) -> list[int]:
        """Those of the notebooks that are of a class of this master."""
        values = {"notebooks": array(notebook_ids), "master": master_id}
        return list(await self.connection.scalars(_AMONG, values))

    async def names(self, notebook_ids: list[int]) -> list[Reached]:
        """Whose notebooks these are."""
        return as_values(Reached, await self.connection.execute(_NAMES, {"notebooks": array(notebook_ids)}))

    async def of_push(self, push_id: int) -> list[int]:
        """The notebooks that a push is for."""
        return (await self.connection.execute(_AUDIENCE_OF, {"push": push_id})).scalar_one()
