"""Pushes that nobody works on: taken up where they stand, or said to have given up; and tried again by hand."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.refusals import NotAllowed, NotFound

GAVE_UP = "It was tried again and again, and broke off each time. What was done stays done."


async def take_up_pushes(unit: Unit, actor: Actor) -> tuple[list[int], list[int]]:
    """Gives every unfinished push without a job a new one; those whose tries are used up are said to have failed.

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


async def try_again(unit: Unit, actor: Actor, push_id: int) -> None:
    """A push that gave up goes on from where it stands. Raises NotFound."""
    push = await unit.pushes.get(push_id, lock=True)
    if push is None:
        raise NotFound(what="push")
    await require_teacher(unit, actor, push.master_id, "push")
    if push.status != "failed":
        return
    await unit.pushes.take_up(push_id)
    await unit.queue.forget_failed(push_id)
    await unit.queue.run_push(push_id, push.master_id)
