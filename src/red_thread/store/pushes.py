"""Pushes in PostgreSQL: set-based, whatever the size of the audience."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any

import orjson
from sqlalchemy import BigInteger, Row, Text, cast, insert, literal, select, text, update
from sqlalchemy.dialects.postgresql import ARRAY
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.actions.ports.pushes import PushInfo, PushKind, Reached
from red_thread.core.outline.tree import Outline
from red_thread.core.push import PlannedRows, PushedPage, PushFacts, RowOutcome, Step
from red_thread.store import tables as t
from red_thread.store.documents import id_array
from red_thread.store.push_facts import PushFactsReader
from red_thread.store.step_log import logged_values, rows_of, step_of

_AUDIENCE = text("""
    SELECT coalesce(array_agg(n.id ORDER BY n.id), '{}') FROM notebook n
    JOIN class k ON k.id = n.class_id
    JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
    WHERE k.master_id = :master AND (n.class_id = ANY(:classes) OR n.id = ANY(CAST(:notebooks AS bigint[])))
""")
_AMONG = text("""
    SELECT n.id FROM notebook n JOIN class k ON k.id = n.class_id
    WHERE k.master_id = :master AND n.id = ANY(CAST(:notebooks AS bigint[]))
""")
_ANY_SINCE = text("""
    SELECT EXISTS (SELECT FROM push p JOIN push b ON b.master_id = p.master_id AND b.id > p.id
                   WHERE p.id = :push AND b.kind = 'pull-back' AND b.undone_at IS NULL)
""")
_PULLED_BACK_SINCE = text("""
    SELECT key AS page, array(SELECT unnest(b.notebook_ids) INTERSECT
                              SELECT unnest(CAST(:notebooks AS bigint[]))) AS notebook_ids
    FROM push p JOIN push b ON b.master_id = p.master_id AND b.id > p.id AND b.kind = 'pull-back'
        AND b.undone_at IS NULL AND b.notebook_ids && CAST(:notebooks AS bigint[])
    CROSS JOIN jsonb_object_keys(b.pages) key
    WHERE p.id = :push AND p.pages ? key
""")
_WITHOUT_A_JOB = text("""
    SELECT p.id, p.master_id, EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status = 'failed'
        AND (j.args->>'push_id')::bigint = p.id) AS gave_up
    FROM push p
    WHERE p.finished_at IS NULL AND p.kind = 'push' AND p.made_at < now() - interval '2 seconds' AND NOT EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status IN ('todo', 'doing')
        AND (j.args->>'push_id')::bigint = p.id)
    ORDER BY p.id
""")
_NAMES = text("""
    SELECT n.id, p.name, k.name FROM notebook n
    JOIN person p ON p.id = n.person_id JOIN class k ON k.id = n.class_id
    WHERE n.id = ANY(CAST(:notebooks AS bigint[])) ORDER BY k.name, p.name
""")
_LOG = text("""
    INSERT INTO push_outcome (push_id, page_id, outcome, reason, edition_before, notebook_ids, operations)
    VALUES (:push_id, :page_id, :outcome, :reason, :edition_before, CAST(:notebook_ids AS bigint[]),
            CAST(:operations AS jsonb))
""")
_COUNTS = text("""
    SELECT push_id, outcome, sum(cardinality(notebook_ids)) AS rows FROM push_outcome
    WHERE push_id = ANY(:pushes) AND page_id IS NOT NULL GROUP BY 1, 2
""")


class PushStore:
    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def audience(self, class_ids: list[int], notebook_ids: list[int], master_id: int) -> list[int]:
        values = {"classes": class_ids, "notebooks": id_array(notebook_ids), "master": master_id}
        return (await self.connection.execute(_AUDIENCE, values)).scalar_one()

    async def pulled_back_since(self, push_id: int, notebook_ids: list[int]) -> dict[int, set[int]]:
        """By page, the notebooks among these out of which a later pull-back took it, that is not undone."""
        found: dict[int, set[int]] = {}
        if not await self.connection.scalar(_ANY_SINCE, {"push": push_id}):
            return found
        values = {"push": push_id, "notebooks": id_array(notebook_ids)}
        for row in await self.connection.execute(_PULLED_BACK_SINCE, values):
            found.setdefault(int(row.page), set()).update(row.notebook_ids)
        return found

    async def without_a_job(self) -> list[tuple[int, int, bool]]:
        """Unfinished pushes that no job in the queue is for: id, master, and whether one gave up."""
        return [(row.id, row.master_id, row.gave_up) for row in await self.connection.execute(_WITHOUT_A_JOB)]

    async def give_up(self, push_id: int, problem: str) -> None:
        await self.connection.execute(
            update(t.Push).where(t.Push.id == push_id).values(status="failed", problem=problem, finished_at=self.now)
        )

    async def take_up(self, push_id: int) -> None:
        await self.connection.execute(
            update(t.Push).where(t.Push.id == push_id).values(status="waiting", problem=None, finished_at=None)
        )

    async def of_master_among(self, master_id: int, notebook_ids: list[int]) -> list[int]:
        """Those of the notebooks that are of a class of this master."""
        values = {"notebooks": id_array(notebook_ids), "master": master_id}
        return list(await self.connection.scalars(_AMONG, values))

    async def facts(
        self,
        outline: Outline,
        pages: Sequence[PushedPage],
        notebook_ids: Sequence[int],
        lock: bool = False,
        merges: int | None = None,
    ) -> PushFacts:
        return await PushFactsReader(self.connection, lock).read(outline, pages, notebook_ids, merges)

    async def names(self, notebook_ids: list[int]) -> list[Reached]:
        return [Reached(*row) for row in await self.connection.execute(_NAMES, {"notebooks": id_array(notebook_ids)})]

    async def add(
        self,
        master_id: int,
        made_by: int,
        sentence: str,
        pages: dict[int, int],
        notebook_ids: list[int],
        kind: PushKind = "push",
    ) -> int:
        added = insert(t.Push).values(
            master_id=master_id,
            made_by=made_by,
            made_at=self.now,
            status="waiting",
            kind=kind,
            sentence=sentence,
            pages={str(page): edition for page, edition in pages.items()},
            notebook_ids=cast(literal(id_array(notebook_ids), Text), ARRAY(BigInteger)),
        )
        return (await self.connection.execute(added.returning(t.Push.id))).scalar_one()

    async def get(self, push_id: int, lock: bool = False) -> PushInfo | None:
        wanted = select(t.Push.__table__).where(t.Push.id == push_id)
        row = (await self.connection.execute(wanted.with_for_update() if lock else wanted)).one_or_none()
        return _push(row) if row else None

    async def of_master(self, master_id: int) -> list[PushInfo]:
        wanted = select(t.Push.__table__).where(t.Push.master_id == master_id).order_by(t.Push.id.desc()).limit(200)
        return [_push(row) for row in await self.connection.execute(wanted)]

    async def unfinished(self) -> list[int]:
        found = await self.connection.execute(select(t.Push.id).where(t.Push.finished_at.is_(None)))
        return [row.id for row in found]

    async def log(self, push_id: int, steps: Sequence[Step]) -> None:
        values = [logged_values(push_id, step) for step in steps if step.rows or step.operations]
        if values:
            each = [{**one, "operations": orjson.dumps(one["operations"]).decode()} for one in values]
            await self.connection.execute(_LOG, each)

    async def logged(self, push_id: int) -> list[PlannedRows]:
        return [rows_of(row) for row in await self._log_of(push_id) if row.page_id is not None]

    async def done_steps(self, push_id: int) -> list[Step]:
        """What the push did, in the order in which it was done, to be undone."""
        return [step_of(row) for row in await self._log_of(push_id)]

    async def _log_of(self, push_id: int) -> Sequence[Row[Any]]:
        wanted = select(t.PushOutcome.__table__).where(t.PushOutcome.push_id == push_id).order_by(t.PushOutcome.id)
        return (await self.connection.execute(wanted)).all()

    async def undone(self, push_id: int) -> None:
        await self.connection.execute(update(t.Push).where(t.Push.id == push_id).values(undone_at=self.now))

    async def counts(self, push_ids: list[int]) -> dict[int, dict[RowOutcome, int]]:
        counts: dict[int, dict[RowOutcome, int]] = {push_id: {} for push_id in push_ids}
        for row in await self.connection.execute(_COUNTS, {"pushes": push_ids}):
            counts[row.push_id][RowOutcome(row.outcome)] = int(row.rows)
        return counts

    async def advance(self, push_id: int, students_done: int, status: str) -> None:
        finished = self.now if status == "done" else None
        await self.connection.execute(
            update(t.Push)
            .where(t.Push.id == push_id)
            .values(students_done=students_done, status=status, finished_at=finished)
        )


def _push(row: Row[Any]) -> PushInfo:
    return PushInfo(
        row.id,
        row.master_id,
        row.made_by,
        row.made_at,
        row.finished_at,
        row.status,
        row.sentence,
        {int(page): edition for page, edition in row.pages.items()},
        list(row.notebook_ids),
        row.students_done,
        row.kind,
        row.undone_at,
        row.problem,
    )
