"""The school itself: what it is called, and by which clock it lives. Who looks after it may change both."""

from zoneinfo import available_timezones

from red_thread.actions.actor import Actor
from red_thread.actions.refusals import NameMissing, NoSuchZone, NotFound
from red_thread.store.people.values import School
from red_thread.store.unit import Unit


async def change_school(unit: Unit, actor: Actor, school: School) -> None:
    """Another name, another clock. Pushes that wait keep the moment they wait for.

    Raises NotFound to everybody else, NameMissing, NoSuchZone.
    """
    person = await unit.people.person(actor.person_id)
    if person is None or not person.administers:
        raise NotFound(what="school")
    name = " ".join(school.name.split())[:120]
    if not name:
        raise NameMissing(what="school")
    if not is_zone(school.time_zone):
        raise NoSuchZone(zone=school.time_zone)
    await unit.schools.call(name)
    await unit.schools.set_clock(school.time_zone)


def is_zone(name: str) -> bool:
    """Whether a time zone is called so."""
    return name in available_timezones()
