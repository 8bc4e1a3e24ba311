"""Merges that broke off in a push: kept, so that whoever looks after the installation hears of them."""

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.push.values import MergeDefect
from red_thread.store.rows import as_values

_ADD = text("""
    INSERT INTO merge_defect (push_id, page_id, notebook_id, broke_off_at)
    VALUES (:push, :page, :notebook, :broke_off_at) ON CONFLICT DO NOTHING
""")
_OF_PUSH = text("SELECT page_id, notebook_id, broke_off_at FROM merge_defect WHERE push_id = :push ORDER BY 1, 2")


class DefectStore:
    """The defects of merges that pushes met."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def add(self, push_id: int, defect: MergeDefect) -> None:
        """Keeps one; the same one of a push once."""
        values = {"page": defect.page_id, "notebook": defect.notebook_id, "broke_off_at": defect.broke_off_at}
        await self.connection.execute(_ADD, {"push": push_id, **values})

    async def of_push(self, push_id: int) -> list[MergeDefect]:
        """Those that a push met."""
        return as_values(MergeDefect, await self.connection.execute(_OF_PUSH, {"push": push_id}))
