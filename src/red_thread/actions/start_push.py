"""Starting a push: its editions are made and its job is enqueued in one transaction."""

from red_thread.actions.actor import Actor
from red_thread.actions.plan_push import Chosen, PushRequest, choose
from red_thread.actions.ports import Unit
from red_thread.core.page.nodes import attributes_of, walk


async def start_push(unit: Unit, actor: Actor, request: PushRequest) -> int:
    """Returns the push's id. What is pushed is fixed now, whatever the teacher types while it runs."""
    chosen = await choose(unit, actor, request)
    editions: dict[int, int] = {}
    for page in chosen.pages:
        current = chosen.current_edition(page)
        if current is None:
            _, number, _ = chosen.editions.get(page.id, (0, 0, b""))
            current = await unit.masters.make_edition(page, number + 1, actor.person_id)
            await unit.pictures.give_with_page(page.id, _pictures_on(page.document))
        editions[page.id] = current
    sentence = await _sentence(unit, request, chosen)
    push_id = await unit.pushes.add(request.master_id, actor.person_id, sentence, editions, chosen.audience)
    await unit.queue.run_push(push_id)
    return push_id


def _pictures_on(document: dict[str, object]) -> list[str]:
    sources = [attributes_of(node).get("src") or "" for node in walk(document) if node["type"] == "image"]
    return [source.rsplit("/", 1)[-1] for source in sources]


async def _sentence(unit: Unit, request: PushRequest, chosen: Chosen) -> str:
    """The push in words, for the log: `“Tides” and 2 more to 9A, 9B without 2 students`."""
    more = len(chosen.pages) - 1
    pages = f"“{chosen.pages[0].title}”" + (f" and {more} more" if more else "")
    classes = await unit.classes.names(list(request.class_ids))
    whom = list(classes)
    if request.notebook_ids:
        singles = [r.person_name for r in await unit.pushes.names(list(request.notebook_ids))]
        whom += singles if len(singles) <= 2 else [f"{len(singles)} students"]
    without = len(set(request.without))
    left_out = f" without {without} {'student' if without == 1 else 'students'}" if without else ""
    return f"{pages} to {', '.join(whom)}{left_out}"
