"""The log of pushes, and one push student by student."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push, require_teacher
from red_thread.core.outline.tree import Holder
from red_thread.core.push import PlannedRows, RowOutcome
from red_thread.store.push.values import PushInfo, Reached, Said
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class PushSummary:
    """A push, what was asked for, and how many rows came to what."""

    push: PushInfo
    said: Said
    counts: dict[RowOutcome, int]


@dataclass(frozen=True, slots=True)
class PushView:
    """A push with all its rows so far, the names behind them and the titles of its pages, in their order.

    `holders`: the names that its dividers and sections have now. `may_change`: whether who looks may undo it, or do
    anything else about it.
    """

    summary: PushSummary
    rows: list[PlannedRows]
    students: list[Reached]
    titles: dict[int, str]
    holders: dict[Holder, str]
    may_change: bool


async def look_at_pushes(unit: Unit, actor: Actor, master_id: int) -> list[PushSummary]:
    """The newest 200 pushes from a master, newest first."""
    await require_teacher(unit, actor, master_id, reads=True)
    return await _summaries(unit, await unit.pushes.newest(master_id))


async def _summaries(unit: Unit, ids: list[int]) -> list[PushSummary]:
    said = await unit.pushes.said(ids)
    return [PushSummary(push, said[push.id], counts) for push, counts in await unit.pushes.counted(ids)]


async def look_at_push(unit: Unit, actor: Actor, push_id: int) -> PushView:
    """One push, student by student. Raises NotFound."""
    push = await require_push(unit, actor, push_id, reads=True)
    meant = await unit.pushes.pages_of(push_id)
    titles = await unit.pages.titles(list(meant))
    (summary,) = await _summaries(unit, [push_id])  # before its rows: of one that is done, all of them are there
    rows = await unit.pushes.logged(push_id)
    holders = [*await unit.pushes.holders_of(push_id), *(row.holder for row in rows if row.holder)]
    names = (await unit.outlines.read(push.master_id)).names_of(holders) if holders else {}
    return PushView(
        summary,
        rows,
        await unit.audiences.names(await unit.audiences.of_push(push_id)),
        {page_id: titles[page_id] for page_id in meant if page_id in titles},
        names,
        await unit.masters.changes(actor.person_id, push.master_id),
    )
