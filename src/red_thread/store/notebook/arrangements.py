"""What stands where in one notebook, what its student did to it, and what they may do."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import insert, select, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.notebook.allowed import Arranging
from red_thread.core.notebook.arranging import PageInPlace, SectionInPlace
from red_thread.core.push import Operation, Rest, SectionName, SectionSpot, StudentsSpot
from red_thread.store import tables as t
from red_thread.store.push.step_log import as_logged, from_log

_HOLD = text("SELECT id FROM notebook WHERE id = :notebook FOR UPDATE")
_PAGES = text("""
    SELECT c.id, c.page_id, c.notebook_section_id, c.order_key, c.parent_id, c.home_section_id,
           c.pulled_back_id IS NOT NULL OR c.put_away_at IS NOT NULL AS hidden,
           c.pulled_back_id IS NOT NULL AS taken_out
    FROM copy c JOIN notebook_section s ON s.id = c.notebook_section_id
    WHERE c.notebook_id = :notebook ORDER BY s.order_key, s.id, c.order_key, c.id
""")
_SECTIONS = text("""
    SELECT id, notebook_divider_id AS divider_id, order_key, false AS is_divider FROM notebook_section
    WHERE notebook_id = :notebook
    UNION ALL SELECT id, parent_id, order_key, true FROM notebook_divider WHERE notebook_id = :notebook
    ORDER BY 3
""")
_SECTION = text("""
    SELECT s.id, s.name, s.renamed, s.section_id IS NULL AS own, s.put_away_at::text AS put_away_at
    FROM notebook_section s WHERE s.id = :section AND s.notebook_id = :notebook
""")
# Of a section that is tied to the master's what that says, or its course; else the course of the class.
_ARRANGING = text("""
    SELECT s.id, coalesce(m.arranging, mm.arranging, cm.arranging) AS arranging
    FROM notebook_section s JOIN notebook n ON n.id = s.notebook_id JOIN class k ON k.id = n.class_id
    JOIN master cm ON cm.id = k.master_id
    LEFT JOIN section m ON m.id = s.section_id LEFT JOIN master mm ON mm.id = m.master_id
    WHERE s.notebook_id = :notebook
""")
_OF_COURSE = text("""
    SELECT m.arranging FROM notebook n JOIN class k ON k.id = n.class_id JOIN master m ON m.id = k.master_id
    WHERE n.id = :notebook
""")
_RESTING = text("""
    SELECT id, put_away_at::text AS since, put_away_by_id AS by, going_at::text AS going_at FROM copy
    WHERE id = ANY(:copies) AND notebook_id = :notebook
""")
_BEGUN = text("SELECT id FROM copy WHERE notebook_id = :notebook AND begun_as = :begun_as")
# History and words first: what is tucked under it stays, where it stands.
_LET_GO = (
    text("DELETE FROM writing_state WHERE copy_id = ANY(:copies)"),
    text("DELETE FROM writing WHERE copy_id = ANY(:copies)"),
    text("UPDATE copy SET parent_id = NULL WHERE parent_id = ANY(:copies)"),
    text("DELETE FROM copy WHERE id = ANY(:copies)"),
)
_DUE = text("SELECT id FROM copy WHERE going_at <= :now ORDER BY id LIMIT :most FOR UPDATE SKIP LOCKED")
_FORGET = text("DELETE FROM arrangement WHERE made_at < CAST(:now AS timestamptz) - interval '30 days'")


@dataclass(frozen=True, slots=True)
class NotebookSection:
    """A section of a notebook. `own`: it is tied to nothing. `put_away_at`: in ISO 8601, None while it is seen."""

    id: int
    own: bool
    name: SectionName
    put_away_at: str | None


@dataclass(frozen=True, slots=True)
class Arrangement:
    """What a student did to their notebook in one go."""

    id: int
    notebook_id: int
    undone: bool
    operations: tuple[Operation, ...]


class ArrangementStore:
    """How students arrange their notebooks."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def hold(self, notebook_id: int) -> None:
        """Nobody else arranges this notebook until the transaction ends."""
        await self.connection.execute(_HOLD, {"notebook": notebook_id})

    async def pages(self, notebook_id: int) -> list[PageInPlace]:
        """All copies of a notebook in its order."""
        rows = await self.connection.execute(_PAGES, {"notebook": notebook_id})
        return [
            PageInPlace(
                row.id,
                row.page_id,
                StudentsSpot(row.notebook_section_id, row.order_key, row.parent_id, row.home_section_id),
                row.hidden,
                row.taken_out,
            )
            for row in rows
        ]

    async def sections(self, notebook_id: int) -> list[SectionInPlace]:
        """All sections and dividers of a notebook in their order."""
        rows = await self.connection.execute(_SECTIONS, {"notebook": notebook_id})
        return [SectionInPlace(row.id, SectionSpot(row.divider_id, row.order_key), row.is_divider) for row in rows]

    async def section(self, notebook_id: int, section_id: int) -> NotebookSection | None:
        """A section of this notebook; None if it has none of this id."""
        values = {"notebook": notebook_id, "section": section_id}
        row = (await self.connection.execute(_SECTION, values)).one_or_none()
        return NotebookSection(row.id, row.own, SectionName(row.name, row.renamed), row.put_away_at) if row else None

    async def arranging(self, notebook_id: int) -> dict[int, Arranging]:
        """By section of the notebook, what its student may do there."""
        rows = await self.connection.execute(_ARRANGING, {"notebook": notebook_id})
        return {row.id: Arranging(row.arranging) for row in rows}

    async def arranging_of_course(self, notebook_id: int) -> Arranging:
        """What its student may do where no section says another."""
        return Arranging(await self.connection.scalar(_OF_COURSE, {"notebook": notebook_id}))

    async def resting(self, notebook_id: int, copy_ids: Sequence[int]) -> dict[int, Rest]:
        """By copy, how it is in the drawer, or that it is not."""
        rows = await self.connection.execute(_RESTING, {"notebook": notebook_id, "copies": list(copy_ids)})
        return {row.id: Rest(row.since, row.by, row.going_at) for row in rows}

    async def begun(self, notebook_id: int, begun_as: str) -> int | None:
        """The page that a window began by this name; None if it has not come yet."""
        return await self.connection.scalar(_BEGUN, {"notebook": notebook_id, "begun_as": begun_as})

    async def add(self, notebook_id: int, operations: Sequence[Operation]) -> int:
        """Logs what was done; gives the id by which it is undone."""
        logged = [as_logged(operation, None, ()) for operation in operations]
        row = insert(t.Arrangement).values(notebook_id=notebook_id, made_at=self.now, operations=logged)
        return (await self.connection.execute(row.returning(t.Arrangement.id))).scalar_one()

    async def get(self, arrangement_id: int) -> Arrangement | None:
        """What was done; None if there is none of this id."""
        of = t.Arrangement
        wanted = select(of.id, of.notebook_id, of.undone_at, of.operations).where(of.id == arrangement_id)
        row = (await self.connection.execute(wanted.with_for_update())).one_or_none()
        if row is None:
            return None
        operations = tuple(from_log(kept, None, ()) for kept in row.operations)
        return Arrangement(row.id, row.notebook_id, row.undone_at is not None, operations)

    async def mark_undone(self, arrangement_id: int) -> None:
        """It has been undone."""
        undone = update(t.Arrangement).where(t.Arrangement.id == arrangement_id).values(undone_at=self.now)
        await self.connection.execute(undone)

    async def due_to_go(self, at_most: int) -> list[int]:
        """Pages of students' own whose last day has come, held until the transaction ends."""
        return list(await self.connection.scalars(_DUE, {"now": self.now, "most": at_most}))

    async def let_go(self, copy_ids: Sequence[int]) -> None:
        """Takes pages out for good, with all that was written on them."""
        for step in _LET_GO:
            await self.connection.execute(step, {"copies": list(copy_ids)})

    async def forget_old(self) -> None:
        """What was done more than thirty days ago is not undone any more."""
        await self.connection.execute(_FORGET, {"now": self.now})
