"""Many pages from one: forty logs in one action, each with a name of its own."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import islice

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page
from red_thread.actions.refusals import NameMissing, NoSuchField, TooManyAtOnce
from red_thread.actions.room import require_room_in_master
from red_thread.core.outline.naming import Day, UnknownField, names_of
from red_thread.core.outline.order_keys import keys_between
from red_thread.core.page.nodes import with_attributes
from red_thread.core.quotas import Kept
from red_thread.store.unit import Unit

MOST = 200


@dataclass(frozen=True, slots=True)
class Many:
    """How many pages are wanted, and how they are called; `begins`: the first of their days, `off`: days without."""

    pattern: str
    count: int
    first: int
    begins: date
    off: frozenset[date] = frozenset()


@dataclass(frozen=True, slots=True)
class Named:
    """The names that pages would have, and the day of each."""

    names: list[str]
    days: list[date]


async def look_at_names(unit: Unit, actor: Actor, page_id: int, many: Many) -> Named:
    """The names that pages made from this one would have. Raises NotFound and those of names."""
    await require_master_page(unit, actor, page_id)
    return _names(many)


async def make_many(unit: Unit, actor: Actor, page_id: int, many: Many) -> list[int]:
    """Makes the pages, right behind this one and what is tucked under it; returns their ids. Raises the same."""
    page = await require_master_page(unit, actor, page_id)
    names = _names(many).names
    await unit.masters.hold(page.master_id)
    await require_room_in_master(unit, page.master_id, Kept(pages=len(names)))
    outline = await unit.outlines.read(page.master_id)
    parent_id = next((one.parent_id for one in outline.pages if one.id == page_id), None)
    keys = keys_between(*outline.room_behind(page_id), len(names))
    return [
        await unit.outlines.add_page(page.section_id, parent_id, key, with_attributes(page.document, title=name))
        for name, key in zip(names, keys, strict=True)
    ]


def _names(many: Many) -> Named:
    """Raises NameMissing, NoSuchField, TooManyAtOnce."""
    if not 1 <= many.count <= MOST:
        raise TooManyAtOnce(most=MOST)
    if not many.pattern.strip():
        raise NameMissing(what="page")
    try:
        days = list(islice(school_days(many.begins, many.off), many.count))
        return Named(names_of(many.pattern, many.first, [as_called(day, many.begins) for day in days]), days)
    except UnknownField as error:
        raise NoSuchField(field=f"{{{error.field}}}") from error
    except OverflowError:
        raise TooManyAtOnce(most=MOST) from None


def school_days(begins: date, off: frozenset[date]) -> Iterator[date]:
    """Monday to Friday but for the days off, from a day on. Raises OverflowError at the end of time."""
    day = begins
    while True:
        if day.weekday() < 5 and day not in off:
            yield day
        day += timedelta(days=1)


def as_called(day: date, begins: date) -> Day:
    """Its names; weeks are counted from that of the day with which it began."""
    monday = begins - timedelta(days=begins.weekday())
    return Day((day - monday).days // 7 + 1, f"{day:%A}", f"{day.day} {day:%B}")
