"""Audiences, for every kind of selector there is: kept as they were said, and understood alike wherever they are used."""

from datetime import UTC, date, datetime, timedelta

import pytest

from red_thread.actions.classes.away import note_away
from red_thread.actions.classes.groups import make_group
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.start_push import start_push
from red_thread.core.push import Audience, Only, Selector, SelectorKind, audience_from
from red_thread.store.push.selectors import CHOOSERS
from tests.school import School


async def ids_for(school: School, kind: SelectorKind, chosen: list[int]) -> tuple[int, ...]:
    """Ids of this kind that choose these notebooks of 9A, which are all of it."""
    if kind is SelectorKind.CLASS:
        return (school.classes["9A"],)
    if kind is SelectorKind.GROUP:
        async with school.database.begin() as unit:
            return (await make_group(unit, school.teacher, school.master, "Divers", chosen),)
    if kind is SelectorKind.AWAY:
        async with school.database.begin() as unit:
            return (await note_away(unit, school.teacher, school.master, date(2026, 12, 1), chosen),)
    return tuple(chosen)


@pytest.fixture
async def two_classes(school: School) -> tuple[School, list[int]]:
    chosen = [student.notebook_id for student in await school.add_class("9A", 3)]
    await school.add_class("9B", 2)
    return school, chosen


@pytest.mark.parametrize("kind", SelectorKind)
async def test_a_push_that_waits_keeps_every_selector(two_classes: tuple[School, list[int]], kind: SelectorKind):
    school, chosen = two_classes
    page = await school.add_page("a:Kelp")
    selector = Selector(kind, await ids_for(school, kind, chosen))
    audience = Audience((selector,), without=(chosen[0],), only=Only.LACKS)
    tomorrow = datetime.now(UTC) + timedelta(days=1)
    async with school.database.begin() as unit:
        request = PushRequest(school.master, (page,), audience)
        push_id = await start_push(unit, school.teacher, request, tomorrow.replace(tzinfo=None))
        assert await unit.pushes.audience(push_id) == audience
        assert await unit.audiences.find(school.master, audience, [page]) == chosen[1:]


@pytest.mark.parametrize("kind", SelectorKind)
async def test_who_is_chosen_is_known_from_both_ends(two_classes: tuple[School, list[int]], kind: SelectorKind):
    school, chosen = two_classes
    ids = await ids_for(school, kind, chosen)
    others = [student.notebook_id for student in school.students.values() if student.notebook_id not in chosen]
    async with school.database.begin() as unit:
        assert await unit.audiences.of_course(school.master, kind, [*ids, 999_999]) == set(ids)
        assert await unit.audiences.of_course(school.master + 1, kind, ids) == set()
        choosing = await unit.audiences.choosing(kind, [*chosen, *others])
        assert set().union(*(choosing[number] for number in ids)) == set(chosen)
        called = await unit.audiences.called(kind, ids)
    assert (set(called) == set(ids)) is (CHOOSERS[kind].names is not None)


def test_an_audience_has_each_kind_and_each_id_once():
    kind, other = SelectorKind.GROUP, SelectorKind.CLASS
    audience = audience_from([(kind, [3, 3, 1]), (other, []), (kind, [1, 2])], without=[9, 9])
    assert audience == Audience((Selector(kind, (3, 1, 2)),), (9,))
    known = {each: {1, 2} for each in SelectorKind}
    assert audience.among(known) == Audience((Selector(kind, (1, 2)),))
    assert audience.among({each: set() for each in SelectorKind}) == Audience()
