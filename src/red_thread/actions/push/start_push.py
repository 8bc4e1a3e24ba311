"""Starting a push: its editions are made and its job is enqueued in one transaction; or it waits for its time."""

from dataclasses import replace
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push, require_teacher
from red_thread.actions.push.clock import require_time
from red_thread.actions.push.editions import current_editions
from red_thread.actions.push.plan_push import PushRequest, choose, new_push
from red_thread.actions.push.waiting_push import look_up_waiting
from red_thread.actions.refusals import NotFound, Refused
from red_thread.store.push.values import PushInfo
from red_thread.store.unit import Unit


async def start_push(unit: Unit, actor: Actor, request: PushRequest, begins_at: datetime | None = None) -> int:
    """Returns the push's id. What is pushed now is fixed now, whatever the teacher types while it runs.

    begins_at: a time to come, by the school's clock if it names no zone; the pages go out as they are then, to
    those who are in the classes then.
    Raises what `choose` raises, NoSuchTime, TimeHasPassed, and NotFound for a push of elsewhere that this is to
    make good.
    """
    await require_teacher(unit, actor, request.master_id)
    if request.again_of is not None:
        failed = await require_push(unit, actor, request.again_of)
        if failed.master_id != request.master_id:
            raise NotFound(what="push")
    # Who comes into a class just now is in the audience, or sees this push as one that was given before.
    await unit.masters.hold(request.master_id)
    # Two who push the same change at the same moment must not both make its edition.
    await unit.pages.lock(list(request.page_ids))
    chosen = await choose(unit, actor, request)
    if begins_at is not None:
        waits = new_push(request, actor.person_id, "push", {page.id: None for page in chosen.pages}, [])
        return await unit.pushes.add(replace(waits, begins_at=await require_time(unit, begins_at)))
    editions = await current_editions(unit, chosen.pages, actor.person_id)
    push_id = await unit.pushes.add(new_push(request, actor.person_id, "push", editions, chosen.notebook_ids))
    await unit.queue.run_push(push_id, request.master_id)
    return push_id


async def begin_scheduled(unit: Unit, push: PushInfo) -> PushInfo | None:
    """A push whose time has come gets its editions and its audience; gives it as it is meant now, or None.

    Pages that are not in the master any more stay out of it. One that can reach nobody has failed, and says why.
    """
    await unit.pages.lock(list(await unit.pushes.pages_of(push.id)))
    try:
        chosen = await look_up_waiting(unit, push)
    except Refused as refused:
        await unit.pushes.give_up(push.id, str(refused))
        return None
    how = chosen.request.how
    await unit.pushes.begin(
        push.id, await current_editions(unit, chosen.pages, push.made_by), chosen.notebook_ids, how
    )
    return replace(push, status="waiting", students=len(chosen.notebook_ids), how=how)
