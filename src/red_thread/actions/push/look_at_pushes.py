"""The log of pushes, and one push student by student."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push, require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.pushes import PushInfo, Reached, Said
from red_thread.core.push import PlannedRows, RowOutcome


@dataclass(frozen=True, slots=True)
class PushSummary:
    """A push, what was asked for, and how many rows came to what."""

    push: PushInfo
    said: Said
    counts: dict[RowOutcome, int]


@dataclass(frozen=True, slots=True)
class PushView:
    """A push with all its rows so far, the names behind them and the titles of its pages, in their order."""

    summary: PushSummary
    rows: list[PlannedRows]
    students: list[Reached]
    titles: dict[int, str]


async def look_at_pushes(unit: Unit, actor: Actor, master_id: int) -> list[PushSummary]:
    """The newest 200 pushes from a master, newest first."""
    await require_teacher(unit, actor, master_id)
    pushes = await unit.pushes.of_master(master_id)
    return await _summaries(unit, pushes)


async def _summaries(unit: Unit, pushes: list[PushInfo]) -> list[PushSummary]:
    ids = [push.id for push in pushes]
    said, counts = await unit.pushes.said(ids), await unit.pushes.counts(ids)
    return [PushSummary(push, said[push.id], counts[push.id]) for push in pushes]


async def look_at_push(unit: Unit, actor: Actor, push_id: int) -> PushView:
    """One push, student by student. Raises NotFound."""
    push = await require_push(unit, actor, push_id)
    meant = await unit.pushes.pages_of(push_id)
    titles = {page.id: page.title for page in await unit.masters.pages(list(meant))}
    return PushView(
        (await _summaries(unit, [push]))[0],
        await unit.pushes.logged(push_id),
        await unit.pushes.names(await unit.pushes.audience_of(push_id)),
        {page_id: titles[page_id] for page_id in meant if page_id in titles},
    )
