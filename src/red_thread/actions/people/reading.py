"""How somebody wants to read, on all devices on which they sign in. Nobody else sees it."""

from collections.abc import Mapping

from red_thread.actions.actor import Actor
from red_thread.store.unit import Unit


async def set_reading(unit: Unit, actor: Actor, reading: Mapping[str, object]) -> None:
    """Keeps it for the actor."""
    await unit.people.set_reading(actor.person_id, reading)
