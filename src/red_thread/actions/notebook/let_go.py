"""Pages that students threw away go for good when their day has come."""

from collections.abc import Callable
from contextlib import AbstractAsyncContextManager

from red_thread.actions.actor import Actor
from red_thread.actions.refusals import NotAllowed
from red_thread.store.unit import Unit

AT_ONCE = 100


async def let_go(transactions: Callable[[], AbstractAsyncContextManager[Unit]], actor: Actor) -> int:
    """Takes out what students threw away thirty days ago; returns how many pages.

    Raises NotAllowed for anybody but the house.
    """
    if actor.kind != "house":
        raise NotAllowed(what="take out for good")
    gone, more = 0, True
    while more:
        async with transactions() as unit:
            due = await unit.arrangements.due_to_go(AT_ONCE)
            await unit.arrangements.let_go(due)
            await unit.arrangements.forget_old()
        gone, more = gone + len(due), len(due) == AT_ONCE
    return gone
