"""Starting a push: its editions are made and its job is enqueued in one transaction; or it waits for its time."""

from dataclasses import replace
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.pushes import PushInfo
from red_thread.actions.push.control_push import require_time
from red_thread.actions.push.plan_push import Chosen, PushRequest, choose, look_up, new_push
from red_thread.actions.refusals import Refused
from red_thread.core.page.nodes import attributes_of, walk


async def start_push(unit: Unit, actor: Actor, request: PushRequest, begins_at: datetime | None = None) -> int:
    """Returns the push's id. What is pushed now is fixed now, whatever the teacher types while it runs.

    begins_at: a time to come; the pages go out as they are then, to those who are in the classes then.
    Raises what `choose` raises, and TimeHasPassed.
    """
    await require_teacher(unit, actor, request.master_id)
    # Who comes into a class just now is in the audience, or sees this push as one that was given before.
    await unit.masters.hold(request.master_id)
    # Two who push the same change at the same moment must not both make its edition.
    await unit.masters.lock_pages(list(request.page_ids))
    chosen = await choose(unit, actor, request)
    if begins_at is not None:
        waits = new_push(request, actor.person_id, "push", {page.id: None for page in chosen.pages}, [])
        return await unit.pushes.add(replace(waits, begins_at=require_time(unit, begins_at)))
    editions = await _editions(unit, actor.person_id, chosen)
    push_id = await unit.pushes.add(new_push(request, actor.person_id, "push", editions, chosen.audience))
    await unit.queue.run_push(push_id, request.master_id)
    return push_id


async def begin_scheduled(unit: Unit, push: PushInfo) -> bool:
    """A push whose time has come gets its editions and its audience; whether anything is left of it to be done.

    Pages that are not in the master any more stay out of it. One that can reach nobody has failed, and says why.
    """
    whom = await unit.pushes.whom(push.id)
    page_ids = list(await unit.pushes.pages_of(push.id))
    await unit.masters.lock_pages(page_ids)
    there = set((await unit.masters.outline(push.master_id)).page_order())
    pages = [page for page in await unit.masters.pages(page_ids) if page.id in there]
    if not pages:
        await unit.pushes.give_up(push.id, _ALL_GONE)
        return False
    groups = {group.id for group in await unit.groups.of_master(push.master_id)}.intersection(whom["group"])
    said = tuple(page.id for page in pages), whom["class"], whom["notebook"], whom["without"], tuple(groups)
    try:
        chosen = await look_up(unit, PushRequest(push.master_id, *said), pages)
    except Refused as refused:
        await unit.pushes.give_up(push.id, str(refused))
        return False
    await unit.pushes.begin(push.id, await _editions(unit, push.made_by, chosen), chosen.audience)
    return True


_ALL_GONE = "When its time came, its pages had been taken out of the master."


async def _editions(unit: Unit, made_by: int, chosen: Chosen) -> dict[int, int]:
    """By page, the edition that holds it as it is now; made where there is none."""
    editions: dict[int, int] = {}
    for page in chosen.pages:
        current = chosen.current_edition(page)
        if current is None:
            _, number, _ = chosen.editions.get(page.id, (0, 0, b""))
            current = await unit.masters.make_edition(page, number + 1, made_by)
            await unit.pictures.give_with_page(page.id, _pictures_on(page.document))
        editions[page.id] = current
    return editions


def _pictures_on(document: dict[str, object]) -> list[str]:
    sources = [attributes_of(node).get("src") or "" for node in walk(document) if node["type"] == "image"]
    return [source.rsplit("/", 1)[-1] for source in sources]
