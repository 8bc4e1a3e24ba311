"""A push that waits or runs, in its teacher's hand: paused, stopped, gone on with, done now or at another time.

What is done stays done, and is said; it can be undone like that of any push.
"""

from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push
from red_thread.actions.push.clock import require_time
from red_thread.actions.refusals import BegunMeanwhile
from red_thread.core.push.states import Event, PushState, state_after
from red_thread.store.push.values import PushInfo
from red_thread.store.unit import Unit


async def pause_push(unit: Unit, actor: Actor, push_id: int) -> None:
    """A push under way waits until it is told to go on; one that is finished stays so. Raises NotFound."""
    await _happens(unit, await require_push(unit, actor, push_id, lock=True), Event.PAUSE)


async def stop_push(unit: Unit, actor: Actor, push_id: int) -> None:
    """Ends a push that waits, runs, rests or gave up, where it stands. Raises NotFound."""
    await _happens(unit, await require_push(unit, actor, push_id, lock=True), Event.STOP)


async def go_on(unit: Unit, actor: Actor, push_id: int) -> None:
    """A push that gave up or rests goes on from where it stands; one that never began begins now. Raises NotFound."""
    push = await require_push(unit, actor, push_id, lock=True)
    if await _happens(unit, push, Event.GO_ON):
        await unit.queue.forget_failed(push_id)
        await unit.queue.run_push(push_id, push.master_id)


async def push_at(unit: Unit, actor: Actor, push_id: int, begins_at: datetime | None) -> None:
    """A push that waits for its time begins at another; None: now.

    `begins_at` without a zone is by the school's clock. Raises NotFound, BegunMeanwhile, NoSuchTime, TimeHasPassed.
    """
    push = await require_push(unit, actor, push_id, lock=True)
    if push.status != PushState.SCHEDULED:
        raise BegunMeanwhile
    await unit.pushes.begin_at(push_id, await require_time(unit, begins_at) if begins_at else unit.now)
    if begins_at is None:
        await unit.queue.run_push(push_id, push.master_id)
    await unit.news.of_push(push_id, [])


async def _happens(unit: Unit, push: PushInfo, event: Event) -> bool:
    """Whether it does in the state that the push is in (core/push/states.py)."""
    state = state_after(PushState(push.status), event, await unit.pushes.has_begun(push.id))
    if state is None:
        return False
    await unit.pushes.set_state(push.id, state)
    await unit.news.of_push(push.id, [])
    return True
