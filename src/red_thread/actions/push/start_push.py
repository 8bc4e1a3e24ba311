"""Starting a push: its editions are made and its job is enqueued in one transaction; or it waits for its time."""

from dataclasses import replace
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push, require_teacher
from red_thread.actions.push.clock import require_time
from red_thread.actions.push.editions import make_editions
from red_thread.actions.push.plan_push import Chosen, PushRequest, choose, look_up, new_push
from red_thread.actions.refusals import NotFound, Refused
from red_thread.core.outline.placement import IN_ORDER
from red_thread.core.push import How, IfOwn
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
    await unit.masters.lock_pages(list(request.page_ids))
    chosen = await choose(unit, actor, request)
    if begins_at is not None:
        waits = new_push(request, actor.person_id, "push", {page.id: None for page in chosen.pages}, [])
        return await unit.pushes.add(replace(waits, begins_at=await require_time(unit, begins_at)))
    editions = await _editions(unit, actor.person_id, chosen)
    push_id = await unit.pushes.add(new_push(request, actor.person_id, "push", editions, chosen.audience))
    await unit.queue.run_push(push_id, request.master_id)
    return push_id


async def begin_scheduled(unit: Unit, push: PushInfo) -> PushInfo | None:
    """A push whose time has come gets its editions and its audience; gives it as it is meant now, or None.

    Pages that are not in the master any more stay out of it. One that can reach nobody has failed, and says why.
    """
    whom = await unit.pushes.whom(push.id)
    page_ids = list(await unit.pushes.pages_of(push.id))
    await unit.masters.lock_pages(page_ids)
    outline = await unit.masters.outline(push.master_id)
    there = set(outline.page_order())
    pages = [page for page in await unit.masters.pages(page_ids) if page.id in there]
    holders = tuple(outline.names_of(await unit.pushes.holders_of(push.id)))
    if not pages and not holders:
        await unit.pushes.give_up(push.id, _ALL_GONE)
        return None
    groups = {group.id for group in await unit.groups.of_master(push.master_id)}.intersection(whom["group"])
    classes = {one.id for one in await unit.classes.of_master(push.master_id)}.intersection(whom["class"])
    following = set(await unit.audiences.among(push.master_id, [*whom["notebook"], *whom["without"]]))
    single, without = (tuple(following.intersection(whom[kind])) for kind in ("notebook", "without"))
    said = tuple(page.id for page in pages), tuple(classes), single, without, tuple(groups)
    into = push.section_id if ("section", push.section_id) in outline.holders() else None
    how = _as_things_are(push.how, there)
    try:
        chosen = await look_up(unit, PushRequest(push.master_id, *said, push.only, holders, into, how), pages)
    except Refused as refused:
        await unit.pushes.give_up(push.id, str(refused))
        return None
    await unit.pushes.begin(push.id, await _editions(unit, push.made_by, chosen), chosen.audience, how)
    return replace(push, status="waiting", students=len(chosen.audience), how=how)


def _as_things_are(how: How, there: set[int]) -> How:
    """How a push that waited is meant now: a place that is gone is none, and near names are none that anybody saw."""
    where = how.where if how.where.is_in(there) else IN_ORDER
    return replace(how, where=where, if_own=IfOwn.THEIRS if how.if_own is IfOwn.NEAR else how.if_own)


_ALL_GONE = "When its time came, its pages had been taken out of the master."


async def _editions(unit: Unit, made_by: int, chosen: Chosen) -> dict[int, int]:
    """By page, the edition that holds it as it is now; made where there is none."""
    current = {page.id: chosen.current_edition(page) for page in chosen.pages}
    numbers = {page_id: number for page_id, (_, number, _) in chosen.editions.items()}
    lacking = [(page, numbers.get(page.id, 0) + 1) for page in chosen.pages if current[page.id] is None]
    made = await make_editions(unit, lacking, made_by)
    return {page_id: made[page_id] if edition is None else edition for page_id, edition in current.items()}
