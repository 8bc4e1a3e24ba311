"""The school itself: its name, its clock, its language. Who looks after it may change them."""

from zoneinfo import available_timezones

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_administrator
from red_thread.actions.refusals import NameMissing, NoSuchLanguage, NoSuchZone
from red_thread.store.languages import CONFIGURATIONS
from red_thread.store.people.values import School
from red_thread.store.unit import Unit


async def change_school(unit: Unit, actor: Actor, school: School) -> None:
    """Another name, another clock, another language. Pushes that wait keep the moment they wait for.

    Raises NotFound to everybody else, NameMissing, NoSuchZone, NoSuchLanguage.
    """
    await require_administrator(unit, actor)
    name = " ".join(school.name.split())[:120]
    if not name:
        raise NameMissing(what="school")
    zone = zone_called(school.time_zone)
    if zone is None:
        raise NoSuchZone(zone=school.time_zone)
    if school.language not in CONFIGURATIONS:
        raise NoSuchLanguage(code=school.language)
    await unit.schools.call(name)
    await unit.schools.set_clock(zone)
    await unit.schools.set_language(school.language)


def zone_called(name: str) -> str | None:
    """The time zone of that name, however somebody has typed it; None if there is none."""
    typed = "_".join(name.split()).casefold()
    return next((zone for zone in available_timezones() if zone.casefold() == typed), None)


def language_called(tag: str) -> str:
    """The language of a browser's tag such as "en-GB", if words are found in it; else empty."""
    code = tag.split("-", maxsplit=1)[0].lower()
    code = "no" if code in ("nb", "nn") else code
    return code if code in CONFIGURATIONS else ""
