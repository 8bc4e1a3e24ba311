"""The log of pushes, and one push student by student."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.pushes import PushInfo, Reached
from red_thread.actions.refusals import NotFound
from red_thread.core.push import PlannedRows, RowOutcome


@dataclass(frozen=True, slots=True)
class PushSummary:
    """A push and how many rows came to what."""

    push: PushInfo
    counts: dict[RowOutcome, int]


@dataclass(frozen=True, slots=True)
class PushView:
    """A push with all its rows so far, the names behind them and the titles of its pages."""

    push: PushInfo
    rows: list[PlannedRows]
    students: list[Reached]
    titles: dict[int, str]


async def look_at_pushes(unit: Unit, actor: Actor, master_id: int) -> list[PushSummary]:
    """The newest 200 pushes from a master, newest first."""
    await require_teacher(unit, actor, master_id)
    pushes = await unit.pushes.of_master(master_id)
    counts = await unit.pushes.counts([push.id for push in pushes])
    return [PushSummary(push, counts[push.id]) for push in pushes]


async def look_at_push(unit: Unit, actor: Actor, push_id: int) -> PushView:
    push = await unit.pushes.get(push_id)
    if push is None:
        raise NotFound(what="push")
    await require_teacher(unit, actor, push.master_id, "push")
    pages = await unit.masters.pages(list(push.pages))
    return PushView(
        push,
        await unit.pushes.logged(push_id),
        await unit.pushes.names(push.notebook_ids),
        {page.id: page.title for page in pages},
    )
