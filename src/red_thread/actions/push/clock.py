"""When a push that waits begins: a time to come, by the clock of the school."""

from datetime import UTC, datetime, tzinfo
from zoneinfo import ZoneInfo

from red_thread.actions.refusals import NoSuchTime, TimeHasPassed, TooFarAhead
from red_thread.store.unit import Unit

_FURTHEST = 100  # years


async def require_time(unit: Unit, begins_at: datetime) -> datetime:
    """A moment to come; one that names no zone is by the school's clock.

    Raises NoSuchTime, TimeHasPassed, TooFarAhead.
    """
    ahead = begins_at.year - unit.now.year  # before all else: no clock can tell the last hours that a calendar has
    if ahead < -1:
        raise TimeHasPassed
    if ahead > _FURTHEST:
        raise TooFarAhead
    moment = begins_at if begins_at.tzinfo else await _by_the_clock(unit, begins_at)
    if moment <= unit.now:
        raise TimeHasPassed
    return moment


async def _by_the_clock(unit: Unit, clock: datetime) -> datetime:
    zone = (await unit.schools.this()).time_zone
    moment = moment_at(clock, ZoneInfo(zone))
    if moment is None:
        raise NoSuchTime(time=f"{clock:%H:%M}", zone=zone)
    return moment


def moment_at(clock: datetime, zone: tzinfo) -> datetime | None:
    """The moment, in UTC, at which a clock in the zone says `clock`, which has no zone of its own.

    None in the hour that is left out when clocks go forward; the first of the two when they go back.
    """
    moment = clock.replace(tzinfo=zone, fold=0).astimezone(UTC)
    return moment if moment.astimezone(zone).replace(tzinfo=None) == clock.replace(fold=0) else None
