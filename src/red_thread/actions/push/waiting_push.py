"""A push that waits for its time: what it would do if that were now."""

from dataclasses import replace

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_push
from red_thread.actions.push.plan_push import Chosen, Preview, PushRequest, look_up, preview_of
from red_thread.actions.refusals import AllTakenOut
from red_thread.core.outline.placement import IN_ORDER
from red_thread.core.push import How, IfOwn
from red_thread.store.push.values import PushInfo
from red_thread.store.unit import Unit


async def preview_waiting(unit: Unit, actor: Actor, push_id: int) -> Preview:
    """The plan of a push that waits, as things are. Raises NotFound and what `look_up_waiting` raises."""
    push = await require_push(unit, actor, push_id, reads=True)
    return await preview_of(unit, await look_up_waiting(unit, push))


async def look_up_waiting(unit: Unit, push: PushInfo) -> Chosen:
    """What was asked for, as far as it is still there. Raises AllTakenOut, NobodyToPushTo."""
    outline = await unit.outlines.read(push.master_id)
    there = set(outline.page_order())
    pages = [
        page for page in await unit.pages.get_many(list(await unit.pushes.pages_of(push.id))) if page.id in there
    ]
    holders = tuple(outline.names_of(await unit.pushes.holders_of(push.id)))
    if not pages and not holders:
        raise AllTakenOut
    audience = await unit.pushes.audience(push.id)
    request = PushRequest(
        push.master_id,
        tuple(page.id for page in pages),
        audience.among(await unit.audiences.known(push.master_id, audience)),
        holders=holders,
        section_id=push.section_id if ("section", push.section_id) in outline.holders() else None,
        how=_as_things_are(push.how, there),
    )
    return await look_up(unit, request, pages)


def _as_things_are(how: How, there: set[int]) -> How:
    """How a push that waited is meant now: a place that is gone is none, and near names are none that anybody saw."""
    where = how.where if how.where.is_in(there) else IN_ORDER
    return replace(how, where=where, if_own=IfOwn.THEIRS if how.if_own is IfOwn.NEAR else how.if_own)
