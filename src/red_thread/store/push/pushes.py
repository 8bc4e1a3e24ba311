"""Pushes in PostgreSQL: set-based, whatever the size of the audience."""

from collections.abc import Mapping, Sequence
from dataclasses import fields
from datetime import datetime
from operator import attrgetter
from typing import Any

import orjson
from sqlalchemy import Row, delete, func, insert, select, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.placement import At, Where
from red_thread.core.outline.tree import Holder
from red_thread.core.push import (
    Audience,
    Drawer,
    How,
    IfCopy,
    IfCut,
    IfOwn,
    Only,
    PlannedRows,
    PushFacts,
    RowOutcome,
    SelectorKind,
    Step,
    audience_from,
    each_once,
)
from red_thread.core.push.states import ENDS, PushState
from red_thread.store import tables as t
from red_thread.store.documents import array
from red_thread.store.push.audiences import AudienceStore
from red_thread.store.push.facts import PushFactsReader
from red_thread.store.push.step_log import PREPARED, logged_values, rows_of, step_of
from red_thread.store.push.values import Asked, Batch, NewPush, PushInfo, Said
from red_thread.store.rows import as_value

_WITHOUT = "without"  # in the table of whom a push is for, beside the kinds of selectors
COPIES_IN_A_BATCH = 20_000
CORRECTED_IN_A_BATCH = 2_500  # notebooks: what is woven in takes time, and is worth sharing among workers
_ANY_SINCE = text("""
    SELECT EXISTS (SELECT FROM push p JOIN push b ON b.master_id = p.master_id AND b.id > p.id
                   WHERE p.id = :push AND b.kind IN ('pull-back', 'cut') AND b.undone_at IS NULL)
""")
_PULLED_BACK_SINCE = text("""
    SELECT g.page_id, array(SELECT unnest(t.notebook_ids) INTERSECT
                            SELECT unnest(CAST(:notebooks AS bigint[]))) AS notebook_ids
    FROM push p JOIN push b ON b.master_id = p.master_id AND b.id > p.id AND b.kind IN ('pull-back', 'cut')
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
        (SELECT e.number FROM push_page g JOIN edition e ON e.id = g.edition_id
         WHERE g.push_id = p.id ORDER BY g.position LIMIT 1) AS edition,
        array(SELECT s.name FROM push_whom w JOIN notebook n ON n.id = w.target_id JOIN person s ON s.id = n.person_id
              WHERE w.push_id = p.id AND w.kind = 'notebook' ORDER BY 1 LIMIT 3) AS students,
        (SELECT count(*) FROM push_whom WHERE push_id = p.id AND kind = 'notebook') AS singles,
        (SELECT count(*) FROM push_whom WHERE push_id = p.id AND kind = 'without') AS without,
        array(SELECT coalesce(s.name, d.name) FROM push_holder h
              LEFT JOIN section s ON h.kind = 'section' AND s.id = h.target_id
              LEFT JOIN divider d ON h.kind = 'divider' AND d.id = h.target_id
              WHERE h.push_id = p.id ORDER BY 1) AS holders,
        (SELECT s.name FROM section s WHERE s.id = p.section_id) AS into,
        (SELECT m.title FROM page m WHERE p.place = 'after' AND m.id = p.place_at) AS behind
    FROM push p WHERE p.id = ANY(:pushes)
""")
_CHOSEN_BY = text("""
    SELECT push_id, kind, target_id FROM push_whom
    WHERE push_id = ANY(:pushes) AND kind NOT IN ('without', 'notebook')
""")
_AUDIENCE = text("""
    SELECT p.only, coalesce(w.named, '{}') AS named FROM push p LEFT JOIN LATERAL (
        SELECT jsonb_object_agg(kind, ids) AS named FROM (
            SELECT kind, jsonb_agg(target_id ORDER BY target_id) AS ids FROM push_whom
            WHERE push_id = p.id GROUP BY kind) each
    ) w ON true
    WHERE p.id = :push
""")
_ADD_WHOM = text("""
    INSERT INTO push_whom (push_id, kind, target_id)
    SELECT DISTINCT :push, :kind, unnest(CAST(:targets AS bigint[]))
""")
_ADD_BATCH = text(
    "INSERT INTO push_batch (push_id, number, notebook_ids) VALUES (:push, :number, CAST(:notebooks AS bigint[]))"
)
_CORRECTED = text("""
    SELECT EXISTS (SELECT FROM push_page g JOIN edition e ON e.id = g.edition_id
                   WHERE g.push_id = :push AND e.number > 1)
""")
_NEXT_BATCH = text("""
    SELECT number, notebook_ids[done + 1 : done + :room] AS notebook_ids
    FROM push_batch WHERE push_id = :push AND done < cardinality(notebook_ids) ORDER BY number LIMIT 1
    FOR UPDATE
""")
_NEXT_FREE_BATCH = text(f"{_NEXT_BATCH.text} SKIP LOCKED")
_BATCHES_LEFT = text("SELECT count(*) FROM push_batch WHERE push_id = :push AND done < cardinality(notebook_ids)")
_TAKE_THE_LEAD = text("UPDATE master SET pushing_id = :push WHERE id = :master AND pushing_id IS DISTINCT FROM :push")
_LEADS = text("SELECT EXISTS (SELECT FROM master WHERE id = :master AND pushing_id = :push)")
_COME_TO = text("UPDATE push_batch SET done = done + :reached WHERE push_id = :push AND number = :number")
_ADVANCE = text("""
    UPDATE push SET students_done = students_done + :reached,
        status = CASE WHEN students_done + :reached >= students THEN 'done'
                      WHEN status IN ('paused', 'stopped') THEN status ELSE 'running' END,
        finished_at = CASE WHEN students_done + :reached >= students THEN CAST(:now AS timestamptz)
                           WHEN status = 'stopped' THEN finished_at END
    WHERE id = :push RETURNING status = 'done'
""")
_HAS_BEGUN = text("SELECT EXISTS (SELECT FROM push_batch WHERE push_id = :push)")
_FINISH = text("""
    UPDATE push SET status = 'done', finished_at = :now
    WHERE id = :push AND status IN ('waiting', 'running') AND NOT EXISTS (
        SELECT FROM push_batch WHERE push_id = :push AND done < cardinality(notebook_ids))
""")
_WITHOUT_A_JOB = text("""
    SELECT p.id, p.master_id, EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status = 'failed'
        AND (j.args->>'push_id')::bigint = p.id) AS gave_up
    FROM push p
    WHERE p.finished_at IS NULL AND p.kind NOT IN ('pull-back', 'cut') AND (
        p.status IN ('waiting', 'running') AND p.made_at < now() - interval '2 seconds'
        OR p.status = 'scheduled' AND p.begins_at <= now())
    AND NOT EXISTS (
        SELECT FROM procrastinate_jobs j WHERE j.task_name = 'run_push' AND j.status IN ('todo', 'doing')
        AND (j.args->>'push_id')::bigint = p.id)
    ORDER BY coalesce(p.begins_at, p.made_at), p.id
""")
_LOG = text("""
    INSERT INTO push_outcome (push_id, page_id, holder_kind, holder_id, outcome, reason, edition_before, notebook_ids,
        students, operations)
    VALUES (:push_id, :page_id, :holder_kind, :holder_id, :outcome, :reason, :edition_before,
        CAST(:notebook_ids AS bigint[]), :students, CAST(:operations AS jsonb))
""")
# In one statement, and so of one moment: a push under way never says more rows than it has students done.
_COUNTED = text("""
    SELECT p.*, coalesce(c.counts, '{}') AS counts FROM push p LEFT JOIN LATERAL (
        SELECT jsonb_object_agg(outcome, rows) AS counts FROM (
            SELECT outcome, sum(students) AS rows FROM push_outcome
            WHERE push_id = p.id AND outcome <> '' GROUP BY 1) each
    ) c ON true
    WHERE p.id = ANY(:pushes) ORDER BY p.id DESC
""")


class PushStore:
    """Pushes: what was asked, whom they reach, their rows and their log."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now
        self._audiences = AudienceStore(connection)

    async def pulled_back_since(self, push_id: int, notebook_ids: list[int]) -> dict[int, set[int]]:
        """By page, the notebooks among these out of which a later pull-back took it, that is not undone."""
        found: dict[int, set[int]] = {}
        if not await self.connection.scalar(_ANY_SINCE, {"push": push_id}):
            return found
        values = {"push": push_id, "notebooks": array(notebook_ids)}
        for row in await self.connection.execute(_PULLED_BACK_SINCE, values):
            found.setdefault(row.page_id, set()).update(row.notebook_ids)
        return found

    async def without_a_job(self) -> list[tuple[int, int, bool]]:
        """Unfinished pushes that no job in the queue is for: id, master, and whether one gave up."""
        return [(row.id, row.master_id, row.gave_up) for row in await self.connection.execute(_WITHOUT_A_JOB)]

    async def give_up(self, push_id: int, problem: str) -> None:
        """A push that could not be done says why."""
        await self.connection.execute(
            update(t.Push).where(t.Push.id == push_id).values(status="failed", problem=problem, finished_at=self.now)
        )

    async def set_state(self, push_id: int, state: PushState) -> None:
        """Where a push is from now on. What goes on has no problem any more; what never began has its time now."""
        ends = {"finished_at": self.now if state in ENDS else None, "problem": None}
        late = {"begins_at": func.least(t.Push.begins_at, self.now)} if state is PushState.SCHEDULED else {}
        step = update(t.Push).where(t.Push.id == push_id)
        await self.connection.execute(step.values(status=state.value, **ends, **late))

    async def has_begun(self, push_id: int) -> bool:
        """Whether its pages and people have been looked up: a push whose time never came has no batches."""
        return bool(await self.connection.scalar(_HAS_BEGUN, {"push": push_id}))

    async def finish_what_is_through(self, push_id: int) -> None:
        """A push of which no batch is left is done, however it came to that."""
        await self.connection.execute(_FINISH, {"push": push_id, "now": self.now})

    async def begin_at(self, push_id: int, begins_at: datetime) -> None:
        """Gives a scheduled push another time."""
        await self.connection.execute(update(t.Push).where(t.Push.id == push_id).values(begins_at=begins_at))

    async def facts(
        self, asked: Asked, notebook_ids: Sequence[int], lock: bool = False, merges: int | None = None
    ) -> PushFacts:
        """`merges`: read no further than that many written-on copies go; the facts' audience is then shorter."""
        return await PushFactsReader(self.connection, lock).read(asked, notebook_ids, merges)

    async def add(self, push: NewPush) -> int:
        """Keeps what was asked, with its audience in batches; gives the id."""
        added = insert(t.Push).values(
            master_id=push.master_id,
            made_by=push.made_by,
            made_at=self.now,
            status="scheduled" if push.begins_at else "waiting",
            kind=push.kind,
            students=len(push.notebook_ids),
            begins_at=push.begins_at,
            section_id=push.section_id,
            only=push.audience.only,
            again_of=push.again_of,
            **_columns(push.how),
        )
        push_id = (await self.connection.execute(added.returning(t.Push.id))).scalar_one()
        await self._add_pages(push_id, push.pages)
        named = {selector.kind.value: selector.ids for selector in push.audience.selectors}
        for kind, ids in {**named, _WITHOUT: push.audience.without}.items():
            if ids:
                values = {"push": push_id, "kind": kind, "targets": array(ids)}
                await self.connection.execute(_ADD_WHOM, values)
        holders = [{"push_id": push_id, "kind": kind, "target_id": number} for kind, number in push.holders]
        if holders:
            await self.connection.execute(insert(t.PushHolder), holders)
        await self._add_notebooks(push_id, len(push.pages), push.notebook_ids)
        return push_id

    async def _add_notebooks(self, push_id: int, pages: int, notebook_ids: Sequence[int]) -> None:
        corrected = await self.connection.scalar(_CORRECTED, {"push": push_id})
        most = CORRECTED_IN_A_BATCH if corrected else len(notebook_ids)
        size = max(min(COPIES_IN_A_BATCH // max(pages, 1), most), 1)
        for number, at in enumerate(range(0, len(notebook_ids), size)):
            values = {"push": push_id, "number": number, "notebooks": array(notebook_ids[at : at + size])}
            await self.connection.execute(_ADD_BATCH, values)

    async def begin(self, push_id: int, pages: Mapping[int, int], notebook_ids: Sequence[int], how: How) -> None:
        """A push whose time has come has its editions, its notebooks and what is meant by it from now on."""
        await self.connection.execute(delete(t.PushPage).where(t.PushPage.push_id == push_id))
        await self._add_pages(push_id, pages)
        await self._add_notebooks(push_id, len(pages), notebook_ids)
        begun = update(t.Push).where(t.Push.id == push_id)
        await self.connection.execute(begun.values(status="waiting", students=len(notebook_ids), **_columns(how)))

    async def audience(self, push_id: int) -> Audience:
        """Whom a push is for, as it was said."""
        only, named = (await self.connection.execute(_AUDIENCE, {"push": push_id})).one()
        without = named.pop(_WITHOUT, ())
        return audience_from(((SelectorKind(kind), ids) for kind, ids in named.items()), without, Only(only))

    async def _add_pages(self, push_id: int, pages: Mapping[int, int | None]) -> None:
        rows = [
            {"push_id": push_id, "position": position, "page_id": page, "edition_id": edition}
            for position, (page, edition) in enumerate(pages.items(), 1)
        ]
        if rows:
            await self.connection.execute(insert(t.PushPage), rows)

    async def get(self, push_id: int, lock: bool = False) -> PushInfo | None:
        """A push; None if there is none of this id. `lock`: nobody else changes it meanwhile."""
        wanted = select(t.Push.__table__).where(t.Push.id == push_id)
        locked = wanted.with_for_update(key_share=True) if lock else wanted  # its log may grow meanwhile
        row = (await self.connection.execute(locked)).one_or_none()
        return None if row is None else _push(row)

    async def newest(self, master_id: int) -> list[int]:
        """The ids of the newest 200 pushes of a master, newest first."""
        wanted = select(t.Push.id).where(t.Push.master_id == master_id).order_by(t.Push.id.desc()).limit(200)
        return list((await self.connection.execute(wanted)).scalars())

    async def said(self, push_ids: list[int]) -> dict[int, Said]:
        """What was asked for, in the names that things have now."""
        called = await self._called(push_ids)
        found = await self.connection.execute(_SAID, {"pushes": push_ids})
        return {row.id: as_value(Said, row, classes=called.get(row.id, [])) for row in found}

    async def _called(self, push_ids: list[int]) -> dict[int, list[str]]:
        """By push, what those of its selectors are called that have a name, those of one kind together."""
        chosen: dict[SelectorKind, list[tuple[int, int]]] = {kind: [] for kind in SelectorKind}
        for push_id, kind, target_id in await self.connection.execute(_CHOSEN_BY, {"pushes": push_ids}):
            chosen[SelectorKind(kind)].append((push_id, target_id))
        called: dict[int, list[str]] = {}
        for kind, pairs in chosen.items():
            names = await self._audiences.called(kind, {target_id for _, target_id in pairs})
            for push_id, name in sorted((push_id, names[number]) for push_id, number in pairs if number in names):
                called.setdefault(push_id, []).append(name)
        return called

    async def pages_of(self, push_id: int) -> dict[int, int]:
        """Page id to edition id, in the order of the master."""
        wanted = select(t.PushPage.page_id, t.PushPage.edition_id).where(t.PushPage.push_id == push_id)
        found = await self.connection.execute(wanted.order_by(t.PushPage.position))
        return {row.page_id: row.edition_id for row in found}

    async def holders_of(self, push_id: int) -> tuple[Holder, ...]:
        """The dividers and sections that a push is of as such."""
        wanted = select(t.PushHolder.kind, t.PushHolder.target_id).where(t.PushHolder.push_id == push_id)
        found = await self.connection.execute(wanted.order_by(t.PushHolder.kind, t.PushHolder.target_id))
        return tuple((row.kind, row.target_id) for row in found)

    async def lead(self, push: PushInfo) -> None:
        """From now on the batches of this push run in its master, and those of no other; for who holds the master."""
        await self.connection.execute(_TAKE_THE_LEAD, {"push": push.id, "master": push.master_id})

    async def leads(self, push: PushInfo) -> bool:
        """Whether the batches of this push are those that may run in its master."""
        return bool(await self.connection.scalar(_LEADS, {"push": push.id, "master": push.master_id}))

    async def batches_left(self, push_id: int) -> int:
        """How many batches the push has not come to the end of."""
        return int(await self.connection.scalar(_BATCHES_LEFT, {"push": push_id}) or 0)

    async def next_batch(self, push_id: int, room: int, free: bool = False) -> Batch | None:
        """At most `room` notebooks that the push has yet to come to, held until the transaction ends; None if there
        are none. Batches that others are about are waited for; `free`: they are passed by.
        """
        wanted = _NEXT_FREE_BATCH if free else _NEXT_BATCH
        row = (await self.connection.execute(wanted, {"push": push_id, "room": room})).one_or_none()
        return Batch(row.number, list(row.notebook_ids)) if row is not None else None

    async def log(self, push_id: int, steps: Sequence[Step]) -> None:
        """Keeps the rows of steps that were done."""
        told = iter(each_once([step.rows for step in steps if step.rows]))
        values = [
            logged_values(push_id, step, len(next(told).notebook_ids) if step.rows else 0)
            for step in steps
            if step.rows or step.operations
        ]
        if values:
            each = [{**one, "operations": orjson.dumps(one["operations"]).decode()} for one in values]
            await self.connection.execute(_LOG, each)

    async def logged(self, push_id: int) -> list[PlannedRows]:
        """The rows of a push, as they came about."""
        return [rows_of(row) for row in await self._log_of(push_id) if row.outcome != PREPARED]

    async def done_steps(self, push_id: int) -> list[Step]:
        """What the push did, in the order in which it was done, to be undone."""
        return [step_of(row) for row in await self._log_of(push_id)]

    async def _log_of(self, push_id: int) -> Sequence[Row[Any]]:
        wanted = select(t.PushOutcome.__table__).where(t.PushOutcome.push_id == push_id).order_by(t.PushOutcome.id)
        return (await self.connection.execute(wanted)).all()

    async def undone(self, push_id: int) -> None:
        """A push that was undone says so."""
        await self.connection.execute(update(t.Push).where(t.Push.id == push_id).values(undone_at=self.now))

    async def counted(self, push_ids: list[int]) -> list[tuple[PushInfo, dict[RowOutcome, int]]]:
        """Pushes, the newest first, each with how many rows of each outcome it has at the same moment."""
        found = await self.connection.execute(_COUNTED, {"pushes": push_ids})
        return [(_push(row), {RowOutcome(name): int(rows) for name, rows in row.counts.items()}) for row in found]

    async def advance(self, push_id: int, batch: Batch, reached: int) -> bool:
        """Notes that so many of the batch have been come to; gives whether those were the last of the push."""
        values = {"push": push_id, "reached": reached, "number": batch.number, "now": self.now}
        await self.connection.execute(_COME_TO, values)
        return bool((await self.connection.execute(_ADVANCE, values)).scalar_one())


def _columns(how: How) -> dict[str, Any]:
    where = {"place": how.where.at, "place_at": how.where.number}
    rest = {"if_copy": how.if_copy, "if_cut": how.if_cut, "drawer": how.drawer, "untied": how.untied}
    return {**where, **rest, "if_own": how.if_own}


_PLAIN = tuple(field.name for field in fields(PushInfo) if field.name not in ("how", "only"))
_said = attrgetter(*_PLAIN)


def _push(row: Row[Any]) -> PushInfo:
    named = dict(zip(_PLAIN, _said(row), strict=True))
    return PushInfo(**named, only=Only(row.only), how=how_of(row))


def how_of(row: Row[Any]) -> How:
    """How a push was meant, from a row with its columns."""
    where = Where(At(row.place), row.place_at)
    return How(where, IfCopy(row.if_copy), IfCut(row.if_cut), Drawer(row.drawer), row.untied, IfOwn(row.if_own))
