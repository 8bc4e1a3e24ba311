"""A push that waits or runs, in its teacher's hand: paused, stopped, gone on with, done now or at another time.

What is done stays done, and is said; it can be undone like that of any push.
"""

from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push
from red_thread.actions.push.clock import require_time
from red_thread.actions.refusals import BegunMeanwhile
from red_thread.store.unit import Unit


async def pause_push(unit: Unit, actor: Actor, push_id: int) -> None:
    """A push under way waits until it is told to go on; one that is finished stays so. Raises NotFound."""
    push = await require_push(unit, actor, push_id, lock=True)
    if push.status in ("waiting", "running"):
        await _say(unit, push_id, "paused")


async def stop_push(unit: Unit, actor: Actor, push_id: int) -> None:
    """Ends a push that waits, runs, rests or gave up, where it stands. Raises NotFound."""
    push = await require_push(unit, actor, push_id, lock=True)
    if push.status not in ("done", "stopped"):
        await _say(unit, push_id, "stopped")


async def go_on(unit: Unit, actor: Actor, push_id: int) -> None:
    """A push that gave up or rests goes on from where it stands. Raises NotFound."""
    push = await require_push(unit, actor, push_id, lock=True)
    if push.status in ("failed", "paused"):
        await unit.pushes.take_up(push_id)
        await unit.queue.forget_failed(push_id)
        await unit.queue.run_push(push_id, push.master_id)
        await unit.news.of_push(push_id, [])


async def push_at(unit: Unit, actor: Actor, push_id: int, begins_at: datetime | None) -> None:
    """A push that waits for its time begins at another; None: now.

    `begins_at` without a zone is by the school's clock. Raises NotFound, BegunMeanwhile, NoSuchTime, TimeHasPassed.
    """
    push = await require_push(unit, actor, push_id, lock=True)
    if push.status != "scheduled":
        raise BegunMeanwhile
    await unit.pushes.begin_at(push_id, await require_time(unit, begins_at) if begins_at else unit.now)
    if begins_at is None:
        await unit.queue.run_push(push_id, push.master_id)
    await unit.news.of_push(push_id, [])


async def _say(unit: Unit, push_id: int, status: str) -> None:
    await unit.pushes.set_status(push_id, status)
    await unit.news.of_push(push_id, [])
