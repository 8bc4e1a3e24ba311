"""The operations of a plan in PostgreSQL: one statement each, for however many notebooks."""

from collections.abc import Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.push import (
    MakeSection,
    Operation,
    Place,
    PutAway,
    Refresh,
    Restore,
    TakeFromDrawer,
    TakeOut,
    TakeSection,
    Weave,
)
from red_thread.store.documents import id_array, key_array

# No join with the list of notebooks, which is planned for one row where a page was placed just now, and then takes
# the square of the time.
_THESE = "notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = 0"
_OF_PAGE = f"WHERE {_THESE}"
_MAKE_SECTION = """
    INSERT INTO notebook_section (notebook_id, section_id, name, order_key)
    SELECT n.id, s.id, s.name, n.key
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key), section s
    WHERE s.id = :section_id ON CONFLICT DO NOTHING
"""
_TAKE_SECTION = """
    DELETE FROM notebook_section s
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND section_id = :section_id
    AND NOT EXISTS (SELECT FROM copy c WHERE c.notebook_section_id = s.id)
"""
_PLACE = """
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key)
    SELECT s.notebook_id, s.id, :page_id, :edition_id, n.key
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key)
    JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = :section_id
"""
_RESTORE = f"""
    UPDATE copy SET pulled_back_id = NULL, seen_edition_id = CASE WHEN NOT :as_new THEN seen_edition_id END
    {_OF_PAGE} AND pulled_back_id = :by
"""
_FROM_DRAWER = f"""
    UPDATE copy SET put_away_at = NULL, put_away_by_id = NULL {_OF_PAGE}
    AND put_away_by_id = :by AND pulled_back_id IS NULL
"""
_STATEMENTS = {
    MakeSection: text(_MAKE_SECTION),
    TakeSection: text(_TAKE_SECTION),
    Place: text(_PLACE),
    TakeOut: text(f"UPDATE copy SET pulled_back_id = :by {_OF_PAGE} AND pulled_back_id IS NULL"),
    Restore: text(_RESTORE),
    PutAway: text(f"UPDATE copy SET put_away_at = :now, put_away_by_id = :by {_OF_PAGE} AND put_away_at IS NULL"),
    TakeFromDrawer: text(_FROM_DRAWER),
    Refresh: text(f"UPDATE copy SET edition_id = :after {_OF_PAGE} AND revision = 0 AND edition_id = :before"),
}
_KNOW_SECTIONS = text("SELECT know_notebook_sections()")
MANY = 1000
# Where all is still as a push left it by an operation.
_STANDING = f"SELECT notebook_id FROM copy {_OF_PAGE}"
_AS_LEFT = {
    TakeOut: text(f"{_STANDING} AND pulled_back_id = :by"),
    PutAway: text(f"{_STANDING} AND put_away_by_id = :by AND pulled_back_id IS NULL"),
    Refresh: text(f"{_STANDING} AND revision = 0 AND edition_id = :after AND pulled_back_id IS NULL"),
    Place: text(f"{_STANDING} AND revision = 0 AND edition_id = :edition_id AND pulled_back_id IS NULL"),
    Weave: text("""
        SELECT notebook_id FROM copy
        WHERE id = :copy_id AND revision = :revision + 1 AND pulled_back_id IS NULL
    """),
}
# The same, and nobody writes on them until what follows from it is done.
_AS_LEFT_AND_HELD = {kind: text(f"{statement.text} FOR UPDATE") for kind, statement in _AS_LEFT.items()}


class OperationStore:
    """Does operations. What is written on goes by `NotebookStore.save`, copy by copy, and is none of these."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def run(self, operation: Operation, push_id: int) -> int:
        """Does one for the push; gives for how many notebooks it came about."""
        statement = _STATEMENTS[type(operation)]
        done = (await self.connection.execute(statement, self._values(operation, push_id))).rowcount
        if isinstance(operation, MakeSection) and done > MANY:
            # What is placed next is joined with these; planned as if there were none, it compares all with all.
            await self.connection.execute(_KNOW_SECTIONS)
        return done

    async def as_left(self, operation: Operation, push_id: int, lock: bool = True) -> Sequence[int]:
        """Those of its notebooks in which all is still as the push left it by this operation."""
        statement = (_AS_LEFT_AND_HELD if lock else _AS_LEFT).get(type(operation))
        if statement is None:
            return operation.notebook_ids
        return list((await self.connection.execute(statement, self._values(operation, push_id))).scalars())

    def _values(self, operation: Operation, push_id: int) -> dict[str, Any]:
        values = {field.name: getattr(operation, field.name) for field in fields(operation)}
        values["notebook_ids"] = id_array(operation.notebook_ids)
        if "keys" in values:
            values["keys"] = key_array(values["keys"])
        if "by" in values:
            values["by"] = values["by"] or push_id
        return {**values, "now": self.now}
