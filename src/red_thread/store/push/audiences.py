"""The notebooks that an audience comes to, and whose they are."""

from collections.abc import Collection, Sequence

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.push import Audience, Only, SelectorKind
from red_thread.store.documents import array
from red_thread.store.notebook.standing import FOLLOWING
from red_thread.store.push.selectors import CHOOSERS
from red_thread.store.push.values import Reached
from red_thread.store.rows import as_values

_PRESENT = f"""
    SELECT coalesce(array_agg(n.id ORDER BY n.id), '{{}}') FROM unnest(CAST(:notebooks AS bigint[])) named (id)
    JOIN notebook n ON n.id = named.id
    JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
    WHERE n.class_id = {FOLLOWING}
"""
_OF_PAGE = "(c.page_id = wanted OR c.cut_page_id = wanted)"
_ANY_PAGE = "AND EXISTS (SELECT FROM unnest(CAST(:pages AS bigint[])) wanted WHERE"
_IN_IT = f"EXISTS (SELECT FROM standing_copy c WHERE c.notebook_id = n.id AND {_OF_PAGE}"
_ONLY = {
    Only.EVERYONE: "",
    Only.HAS: f"{_ANY_PAGE} {_IN_IT}))",
    Only.LACKS: f"{_ANY_PAGE} NOT {_IN_IT}))",
    Only.UNOPENED: f"{_ANY_PAGE} {_IN_IT} AND c.opened_at IS NULL))",
}
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
    """Audiences, looked up."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def find(self, master_id: int, audience: Audience, page_ids: Sequence[int] = ()) -> list[int]:
        """The notebooks of the course that an audience comes to, each once; `page_ids`: what its `only` is about."""
        chosen: set[int] = set()
        for selector in audience.selectors:
            targets = {"targets": array(selector.ids)}
            chosen.update(await self.connection.scalar(CHOOSERS[selector.kind].chosen, targets) or ())
        chosen.difference_update(audience.without)
        values = {"notebooks": array(sorted(chosen)), "master": master_id, "pages": array(page_ids)}
        return (await self.connection.execute(text(_PRESENT + _ONLY[audience.only]), values)).scalar_one()

    async def of_course(self, master_id: int, kind: SelectorKind, ids: Collection[int]) -> set[int]:
        """Of these ids, those that belong to the course."""
        values = {"master": master_id, "targets": array(list(ids))}
        return set(await self.connection.scalars(CHOOSERS[kind].of_course, values)) if ids else set()

    async def known(self, master_id: int, audience: Audience) -> dict[SelectorKind, set[int]]:
        """Of all that an audience names, what belongs to the course."""
        named = {kind: {*audience.ids(kind)} for kind in SelectorKind}
        named[SelectorKind.NOTEBOOK].update(audience.without)
        return {kind: await self.of_course(master_id, kind, ids) for kind, ids in named.items()}

    async def choosing(self, kind: SelectorKind, notebook_ids: Sequence[int]) -> dict[int, set[int]]:
        """By id of a selector of this kind, those of the notebooks that it chooses."""
        notebooks_by_target: dict[int, set[int]] = {}
        values = {"notebooks": array(notebook_ids)}
        for target_id, notebook_id in await self.connection.execute(CHOOSERS[kind].choosing, values):
            notebooks_by_target.setdefault(target_id, set()).add(notebook_id)
        return notebooks_by_target

    async def called(self, kind: SelectorKind, ids: Collection[int]) -> dict[int, str]:
        """What the ids of one kind of selector are called; nothing for single notebooks."""
        names = CHOOSERS[kind].names
        if names is None or not ids:
            return {}
        rows = await self.connection.execute(names, {"targets": array(list(ids))})
        return {row.target_id: row.name for row in rows}

    async def names(self, notebook_ids: list[int]) -> list[Reached]:
        """Whose notebooks these are."""
        return as_values(Reached, await self.connection.execute(_NAMES, {"notebooks": array(notebook_ids)}))

    async def of_push(self, push_id: int) -> list[int]:
        """The notebooks that a push is for."""
        return (await self.connection.execute(_AUDIENCE_OF, {"push": push_id})).scalar_one()
