"""Pushes that nobody works on: taken up where they stand, begun when their time has come, or given up."""

from red_thread.actions.actor import Actor
from red_thread.actions.refusals import NotAllowed
from red_thread.store.unit import Unit

GAVE_UP = "It was tried again and again, and broke off each time. What was done stays done."


async def take_up_pushes(unit: Unit, actor: Actor) -> tuple[list[int], list[int]]:
    """Gives every push that should be running and has no job a new one, in the order of their times.

    Those whose tries are used up are said to have failed.

    Returns the ids of both. Raises NotAllowed for anybody but the house.
    """
    if actor.kind != "house":
        raise NotAllowed(what="take up")
    taken: list[int] = []
    failed: list[int] = []
    for push_id, master_id, gave_up in await unit.pushes.without_a_job():
        if gave_up:
            await unit.pushes.give_up(push_id, GAVE_UP)
            await unit.news.of_push(push_id, [])
            failed.append(push_id)
        else:
            await unit.queue.run_push(push_id, master_id)
            taken.append(push_id)
    return taken, failed
