"""Starting a push: its editions are made and its job is enqueued in one transaction."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.push.plan_push import PushRequest, choose, new_push
from red_thread.core.page.nodes import attributes_of, walk


async def start_push(unit: Unit, actor: Actor, request: PushRequest) -> int:
    """Returns the push's id. What is pushed is fixed now, whatever the teacher types while it runs."""
    await require_teacher(unit, actor, request.master_id)
    # Two who push the same change at the same moment must not both make its edition.
    await unit.masters.lock_pages(list(request.page_ids))
    chosen = await choose(unit, actor, request)
    editions: dict[int, int] = {}
    for page in chosen.pages:
        current = chosen.current_edition(page)
        if current is None:
            _, number, _ = chosen.editions.get(page.id, (0, 0, b""))
            current = await unit.masters.make_edition(page, number + 1, actor.person_id)
            await unit.pictures.give_with_page(page.id, _pictures_on(page.document))
        editions[page.id] = current
    push_id = await unit.pushes.add(new_push(request, actor.person_id, "push", editions, chosen.audience))
    await unit.queue.run_push(push_id, request.master_id)
    return push_id


def _pictures_on(document: dict[str, object]) -> list[str]:
    sources = [attributes_of(node).get("src") or "" for node in walk(document) if node["type"] == "image"]
    return [source.rsplit("/", 1)[-1] for source in sources]
