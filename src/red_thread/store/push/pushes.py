"""Pushes in PostgreSQL: set-based, whatever the size of the audience."""

from collections.abc import Mapping, Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

import orjson
from sqlalchemy import Row, delete, insert, select, text, tuple_, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.actions.ports.pushes import Batch, NewPush, PushInfo, Reached, Said
from red_thread.core.outline.tree import Outline
from red_thread.core.push import Given, PlannedRows, PushedPage, PushFacts, RowOutcome, Step
from red_thread.store import tables as t
from red_thread.store.documents import id_array
from red_thread.store.push.facts import PushFactsReader
from red_thread.store.push.step_log import logged_values, rows_of, step_of

COPIES_IN_A_BATCH = 20_000
_AUDIENCE = text("""
    SELECT coalesce(array_agg(n.id ORDER BY n.id), '{}') FROM notebook n
    JOIN class k ON k.id = n.class_id
    JOIN enrolment e ON e.class_id = n.class_id AND e.person_id = n.person_id AND e.left_at IS NULL
    WHERE k.master_id = :master AND (n.class_id = ANY(:classes) OR n.id = ANY(CAST(:notebooks AS bigint[]))
        OR n.id IN (SELECT notebook_id FROM group_member WHERE group_id = ANY(:groups)))
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
    SELECT g.page_id, array(SELECT unnest(t.notebook_ids) INTERSECT
                            SELECT unnest(CAST(:notebooks AS bigint[]))) AS notebook_ids
    FROM push p JOIN push b ON b.master_id = p.master_id AND b.id > p.id AND b.kind = 'pull-back'
        AND b.undone_at IS NULL AND b.made_at >= coalesce(p.begins_at, b.made_at)
    JOIN push_page mine ON mine.push_id = p.id
    JOIN push_page g ON g.push_id = b.id AND g.page_id = mine.page_id
    JOIN push_batch t ON t.push_id = b.id
    WHERE p.id = :push
""")
_SAID = text("""
    SELECT p.id, coalesce((SELECT coalesce(e.title, m.title) FROM push_page g
                           LEFT JOIN edition e ON e.id = g.edition_id LEFT JOIN page m ON m.id = g.page_id
                           WHERE g.push_id = p.id ORDER BY g.position LIMIT 1), '') AS title,
        (SELECT count(*) FROM push_page WHERE push_id = p.id) AS pages,
        array(SELECT k.name FROM push_whom w JOIN class k ON k.id = w.target_id
              WHERE w.push_id = p.id AND w.kind = 'class' ORDER BY 1)
        || array(SELECT g.name FROM push_whom w JOIN student_group g ON g.id = w.target_id
              WHERE w.push_id = p.id AND w.kind = 'group' ORDER BY 1) AS classes,
        array(SELECT s.name FROM push_whom w JOIN notebook n ON n.id = w.target_id JOIN person s ON s.id = n.person_id
              WHERE w.push_id = p.id AND w.kind = 'notebook' ORDER BY 1 LIMIT 3) AS students,
        (SELECT count(*) FROM push_whom WHERE push_id = p.id AND kind = 'notebook') AS singles,
        (SELECT count(*) FROM push_whom WHERE push_id = p.id AND kind = 'without') AS without
    FROM push p WHERE p.id = ANY(:pushes)
""")
_ADD_WHOM = text("""
    INSERT INTO push_whom (push_id, kind, target_id)
    SELECT DISTINCT :push, :kind, unnest(CAST(:targets AS bigint[]))
""")
_ADD_BATCH = text(
    "INSERT INTO push_batch (push_id, number, notebook_ids) VALUES (:push, :number, CAST(:notebooks AS bigint[]))"
)
_AUDIENCE_OF = text("""
    SELECT coalesce(array_agg(n ORDER BY b.number), '{}')
    FROM push_batch b CROSS JOIN unnest(b.notebook_ids) n WHERE b.push_id = :push
""")
_NEXT_BATCH = text("""
    SELECT number, notebook_ids[done + 1 : done + :room] AS notebook_ids
    FROM push_batch WHERE push_id = :push AND done < cardinality(notebook_ids) ORDER BY number LIMIT 1
""")
_COME_TO = text("UPDATE push_batch SET done = done + :reached WHERE push_id = :push AND number = :number")
_ADVANCE = text("""
    UPDATE push SET students_done = students_done + :reached,
        status = CASE WHEN students_done + :reached >= students THEN 'done' ELSE 'running' END,
        finished_at = CASE WHEN students_done + :reached >= students THEN CAST(:now AS timestamptz) END
    WHERE id = :push RETURNING status = 'done'
""")
_WITHOUT_A_JOB = text("""
    SELECT p.id, p.master_id, EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status = 'failed'
        AND (j.args->>'push_id')::bigint = p.id) AS gave_up
    FROM push p
    WHERE p.finished_at IS NULL AND p.kind <> 'pull-back' AND (
        p.status IN ('waiting', 'running') AND p.made_at < now() - interval '2 seconds'
        OR p.status = 'scheduled' AND p.begins_at <= now())
    AND NOT EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status IN ('todo', 'doing')
        AND (j.args->>'push_id')::bigint = p.id)
    ORDER BY coalesce(p.begins_at, p.made_at), p.id
""")
_GIVEN = text("""
    SELECT p.kind <> 'pull-back' AS gives,
        coalesce((SELECT jsonb_agg(jsonb_build_array(g.page_id, e.number)) FROM push_page g
                  JOIN edition e ON e.id = g.edition_id WHERE g.push_id = p.id), '[]') AS pages,
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
_HELD = text("""
    SELECT each.notebook_id, jsonb_agg(jsonb_build_array(each.page_id, e.number) ORDER BY e.number) AS pages FROM (
        SELECT notebook_id, page_id, edition_id FROM copy
        WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND ordinal = 0 AND pulled_back_id IS NULL
        UNION ALL
        SELECT n, g.page_id, g.edition_id
        FROM push p JOIN push_batch b ON b.push_id = p.id JOIN push_page g ON g.push_id = p.id
        CROSS JOIN unnest(b.notebook_ids) n
        WHERE p.master_id = :master AND p.finished_at IS NULL AND n = ANY(CAST(:notebooks AS bigint[]))
    ) each JOIN edition e ON e.id = each.edition_id GROUP BY 1
""")
_NAMES = text("""
    SELECT n.id, p.name, k.name FROM notebook n
    JOIN person p ON p.id = n.person_id JOIN class k ON k.id = n.class_id
    WHERE n.id = ANY(CAST(:notebooks AS bigint[])) ORDER BY k.name, p.name
""")
_LOG = text("""
    INSERT INTO push_outcome (push_id, page_id, outcome, reason, edition_before, notebook_ids, students, operations)
    VALUES (:push_id, :page_id, :outcome, :reason, :edition_before, CAST(:notebook_ids AS bigint[]), :students,
            CAST(:operations AS jsonb))
""")
_COUNTS = text("""
    SELECT push_id, outcome, sum(students) AS rows FROM push_outcome
    WHERE push_id = ANY(:pushes) AND page_id IS NOT NULL GROUP BY 1, 2
""")


class PushStore:
    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def audience(
        self, class_ids: list[int], notebook_ids: list[int], master_id: int, group_ids: Sequence[int] = ()
    ) -> list[int]:
        values = {"classes": class_ids, "notebooks": id_array(notebook_ids), "master": master_id}
        values["groups"] = list(group_ids)
        return (await self.connection.execute(_AUDIENCE, values)).scalar_one()

    async def pulled_back_since(self, push_id: int, notebook_ids: list[int]) -> dict[int, set[int]]:
        """By page, the notebooks among these out of which a later pull-back took it, that is not undone."""
        found: dict[int, set[int]] = {}
        if not await self.connection.scalar(_ANY_SINCE, {"push": push_id}):
            return found
        values = {"push": push_id, "notebooks": id_array(notebook_ids)}
        for row in await self.connection.execute(_PULLED_BACK_SINCE, values):
            found.setdefault(row.page_id, set()).update(row.notebook_ids)
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

    async def set_status(self, push_id: int, status: str) -> None:
        ends = {"finished_at": self.now} if status == "stopped" else {}
        await self.connection.execute(update(t.Push).where(t.Push.id == push_id).values(status=status, **ends))

    async def begin_at(self, push_id: int, begins_at: datetime) -> None:
        await self.connection.execute(update(t.Push).where(t.Push.id == push_id).values(begins_at=begins_at))

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

    async def given(self, master_id: int, class_id: int, notebook_ids: Sequence[int]) -> list[Given]:
        """All pushes and pull-backs that concern the class or one of the notebooks, oldest first."""
        values = {"master": master_id, "class": class_id, "notebooks": id_array(notebook_ids)}
        return [
            Given(row.gives, dict(row.pages), row.to_class, frozenset(row.notebook_ids), frozenset(row.without))
            for row in await self.connection.execute(_GIVEN, values)
        ]

    async def held(self, master_id: int, notebook_ids: Sequence[int]) -> dict[int, dict[int, int]]:
        """By notebook, the pages that are in it or on their way to it, with the numbers of their editions."""
        held: dict[int, dict[int, int]] = {notebook_id: {} for notebook_id in notebook_ids}
        values = {"master": master_id, "notebooks": id_array(notebook_ids)}
        for row in await self.connection.execute(_HELD, values):
            held[row.notebook_id].update(row.pages)
        return held

    async def editions_by_number(self, pages: Mapping[int, int]) -> dict[int, int]:
        """Page id to edition id, for page ids with the numbers of editions."""
        wanted = select(t.Edition.page_id, t.Edition.id).where(
            tuple_(t.Edition.page_id, t.Edition.number).in_(list(pages.items()))
        )
        found = {row.page_id: row.id for row in await self.connection.execute(wanted)}
        return {page_id: found[page_id] for page_id in pages}

    async def names(self, notebook_ids: list[int]) -> list[Reached]:
        return [Reached(*row) for row in await self.connection.execute(_NAMES, {"notebooks": id_array(notebook_ids)})]

    async def add(self, push: NewPush) -> int:
        added = insert(t.Push).values(
            master_id=push.master_id,
            made_by=push.made_by,
            made_at=self.now,
            status="scheduled" if push.begins_at else "waiting",
            kind=push.kind,
            students=len(push.audience),
            begins_at=push.begins_at,
        )
        push_id = (await self.connection.execute(added.returning(t.Push.id))).scalar_one()
        await self._add_pages(push_id, push.pages)
        said = {"class": push.class_ids, "group": push.group_ids, "notebook": push.notebook_ids}
        for kind, ids in {**said, "without": push.without}.items():
            if ids:
                values = {"push": push_id, "kind": kind, "targets": id_array(ids)}
                await self.connection.execute(_ADD_WHOM, values)
        await self._add_audience(push_id, len(push.pages), push.audience)
        return push_id

    async def _add_audience(self, push_id: int, pages: int, audience: Sequence[int]) -> None:
        size = max(COPIES_IN_A_BATCH // max(pages, 1), 1)
        for number, at in enumerate(range(0, len(audience), size)):
            values = {"push": push_id, "number": number, "notebooks": id_array(audience[at : at + size])}
            await self.connection.execute(_ADD_BATCH, values)

    async def begin(self, push_id: int, pages: Mapping[int, int], audience: Sequence[int]) -> None:
        await self.connection.execute(delete(t.PushPage).where(t.PushPage.push_id == push_id))
        await self._add_pages(push_id, pages)
        await self._add_audience(push_id, len(pages), audience)
        begun = update(t.Push).where(t.Push.id == push_id).values(status="waiting", students=len(audience))
        await self.connection.execute(begun)

    async def whom(self, push_id: int) -> dict[str, tuple[int, ...]]:
        wanted = select(t.PushWhom.kind, t.PushWhom.target_id).where(t.PushWhom.push_id == push_id)
        found: dict[str, tuple[int, ...]] = {"class": (), "group": (), "notebook": (), "without": ()}
        for kind, target_id in await self.connection.execute(wanted.order_by(t.PushWhom.target_id)):
            found[kind] = (*found[kind], target_id)
        return found

    async def _add_pages(self, push_id: int, pages: Mapping[int, int | None]) -> None:
        rows = [
            {"push_id": push_id, "position": position, "page_id": page, "edition_id": edition}
            for position, (page, edition) in enumerate(pages.items(), 1)
        ]
        if rows:
            await self.connection.execute(insert(t.PushPage), rows)

    async def get(self, push_id: int, lock: bool = False) -> PushInfo | None:
        wanted = select(t.Push.__table__).where(t.Push.id == push_id)
        row = (await self.connection.execute(wanted.with_for_update() if lock else wanted)).one_or_none()
        return None if row is None else _push(row)

    async def of_master(self, master_id: int) -> list[PushInfo]:
        wanted = select(t.Push.__table__).where(t.Push.master_id == master_id).order_by(t.Push.id.desc()).limit(200)
        return [_push(row) for row in await self.connection.execute(wanted)]

    async def said(self, push_ids: list[int]) -> dict[int, Said]:
        """What was asked for, in the names that things have now."""
        found = await self.connection.execute(_SAID, {"pushes": push_ids})
        return {row.id: Said(*row[1:]) for row in found}

    async def pages_of(self, push_id: int) -> dict[int, int]:
        """Page id to edition id, in the order of the master."""
        wanted = select(t.PushPage.page_id, t.PushPage.edition_id).where(t.PushPage.push_id == push_id)
        found = await self.connection.execute(wanted.order_by(t.PushPage.position))
        return {row.page_id: row.edition_id for row in found}

    async def audience_of(self, push_id: int) -> list[int]:
        return (await self.connection.execute(_AUDIENCE_OF, {"push": push_id})).scalar_one()

    async def next_batch(self, push_id: int, room: int) -> Batch | None:
        """At most `room` notebooks that the push has yet to come to; None if it has come to all."""
        row = (await self.connection.execute(_NEXT_BATCH, {"push": push_id, "room": room})).one_or_none()
        return Batch(row.number, list(row.notebook_ids)) if row is not None else None

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

    async def advance(self, push_id: int, batch: Batch, reached: int) -> bool:
        """Notes that so many of the batch have been come to; gives whether those were the last of the push."""
        values = {"push": push_id, "reached": reached, "number": batch.number, "now": self.now}
        await self.connection.execute(_COME_TO, values)
        return bool((await self.connection.execute(_ADVANCE, values)).scalar_one())


def _push(row: Row[Any]) -> PushInfo:
    return PushInfo(**{field.name: getattr(row, field.name) for field in fields(PushInfo)})
