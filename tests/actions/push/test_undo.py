"""Undoing a push: exact where nobody has moved on since, and nothing of what students wrote is touched."""

import random

import pytest
from sqlalchemy import text

from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.undo import NO_ROWS, Rows, Undone, preview_undo, undo_push
from red_thread.actions.refusals import NotFound, NothingToPullBack, StillUnderWay
from red_thread.core.outline.placement import At, Where
from red_thread.core.push import Drawer, How, IfCopy, IfCut, Way
from tests.notation import show
from tests.school import School, found_school

_ROWS = text("""
    SELECT c.notebook_id, c.page_id, c.edition_id, c.put_away_at, c.answered, c.knots, w.document
    FROM copy c LEFT JOIN writing w ON w.copy_id = c.id WHERE c.pulled_back_id IS NULL ORDER BY 1, 2
""")


async def rows(school: School):
    async with school.database.begin() as unit:
        return [tuple(row) for row in await unit.connection.execute(_ROWS)]


async def undo(school: School, push_id: int, also: Rows = NO_ROWS) -> Undone:
    """Undoes, and the preview has said just that."""
    async with school.database.begin() as unit:
        told = await preview_undo(unit, school.teacher, push_id)
    async with school.database.begin() as unit:
        done = await undo_push(unit, school.teacher, push_id, also)
    if done.back or done.stays:
        named = {notebook for one in told.stays for notebook in one.rows.notebook_ids}
        stays = sum(len(one.rows.notebook_ids) for one in told.stays)
        assert (told.back, stays) == (done.back, done.stays + done.besides)
        assert {one.notebook_id for one in told.students} == named
    return done


async def ways(school: School, push_id: int) -> dict[tuple[int, ...], str | None]:
    async with school.database.begin() as unit:
        told = await preview_undo(unit, school.teacher, push_id)
    return {one.rows.notebook_ids: one.way for one in told.stays}


async def pushed(school: School, *request: object) -> int:
    push_id = await school.start(*request)
    await run_push(school.database.begin, school.teacher, push_id)
    return push_id


async def test_a_wrong_correction_is_undone_for_written_and_unwritten_alike(school: School):
    ada, ben, _ = await school.add_class("9A", 3)
    tides = await school.add_page("a:The tide falls. | b:Why?")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:The tide falls. | b:Why? | s:The moon.")
    await school.write(ben, tides, "a:The tide rises. | b:Why?")
    before = await rows(school)
    await school.rewrite(tides, "a:The tide sinks. | b:Why?")
    push_id = await pushed(school, [tides], "9A")
    assert await school.counts(push_id) == {"merged": 1, "conflicted": 1, "refreshed": 1}
    assert await undo(school, push_id) == Undone(3, 0)
    assert await rows(school) == before
    assert await undo(school, push_id) == Undone(0, 0), "once is enough"
    again = await pushed(school, [tides], "9A")
    assert await school.counts(again) == {"merged": 1, "conflicted": 1, "refreshed": 1}


async def test_a_page_given_by_mistake_goes_with_its_section_and_comes_back_by_a_push(school: School):
    (ada,) = await school.add_class("9A", 1)
    dunes = await school.add_section("Dunes")
    walk = await school.add_page("a:A walk.", "Walk", section=dunes)
    push_id = await pushed(school, [walk], "9A")
    assert await undo(school, push_id) == Undone(1, 0)
    assert await school.shelf(ada) == []
    assert await school.push([walk], "9A") == {"placed": 1}
    assert await school.shelf(ada) == ["[Dunes]", "Walk"]


async def test_what_has_moved_on_stays_as_it_is(school: School):
    ada, ben, cy = await school.add_class("9A", 3)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:one | s:mine")
    await school.rewrite(tides, "a:two")
    push_id = await pushed(school, [tides], "9A")
    await school.write(ada, tides, "a:two | s:mine and more")
    await school.write(ben, tides, "a:two | s:new")
    assert await undo(school, push_id) == Undone(1, 2)
    assert show((await school.copy(ada, tides)).document) == "a:two | s:mine and more"
    assert show((await school.copy(ben, tides)).document) == "a:two | s:new"
    assert show((await school.copy(cy, tides)).document) == "a:one"


async def test_a_later_push_is_not_undone_with_an_earlier_one(school: School):
    await school.add_class("9A", 2)
    tides = await school.add_page("a:one")
    first = await pushed(school, [tides], "9A")
    await school.rewrite(tides, "a:two")
    await school.push([tides], "9A")
    after = await rows(school)
    assert await undo(school, first) == Undone(0, 2)
    assert await rows(school) == after


async def test_only_what_is_done_and_ones_own_is_undone(school: School):
    await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    push_id = await school.start([tides], "9A")
    with pytest.raises(StillUnderWay):
        await undo(school, push_id)
    await run_push(school.database.begin, school.teacher, push_id)
    other = await found_school(school.database, "other")
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await undo_push(unit, other.teacher, push_id)


async def test_pages_that_were_written_on_since_go_into_the_drawer_of_those_who_are_named(school: School):
    ada, ben, cem = await school.add_class("9A", 3)
    tides = await school.add_page("a:one", "Tides")
    push_id = await pushed(school, [tides], "9A")
    await school.write(ada, tides, "a:one | s:mine")
    await school.write(ben, tides, "a:one | s:too")
    assert await ways(school, push_id) == {(ada.notebook_id, ben.notebook_id): Way.DRAWER}
    also = frozenset({(tides, ada.notebook_id), (tides, 10**6), (10**6, ben.notebook_id)})
    assert await undo(school, push_id, also) == Undone(1, 1, 1)
    assert [await school.shelf(one) for one in (ada, ben, cem)] == [["[Tides]"], ["[Tides]", "Tides"], []]
    assert (await school.copy(ada, tides)).put_away
    assert await school.reads(ada, tides) == "a:one | s:mine"


async def test_a_correction_that_was_written_on_since_is_changed_back_and_the_writing_stays(school: School):
    ada, ben, cem = await school.add_class("9A", 3)
    tides = await school.add_page("a:The tide falls. | b:Why?", "Tides")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:The tide falls. | b:Why? | s:The moon.")
    await school.rewrite(tides, "a:The tide sinks. | b:Why?", "Tides")
    push_id = await pushed(school, [tides], "9A")
    await school.write(ada, tides, "a:The tide sinks. | b:Why? | s:The moon. | t:And the sun.")
    await school.write(ben, tides, "a:The tide sinks. | b:Why? | s:The wind.")
    await school.write(cem, tides, "a:The tide rises. | b:Why?")
    whom = (ada, ben, cem)
    assert set(await ways(school, push_id)) == {(ada.notebook_id,), (ben.notebook_id, cem.notebook_id)}
    assert set((await ways(school, push_id)).values()) == {Way.OLDER}
    done = await undo(school, push_id, frozenset((tides, one.notebook_id) for one in whom))
    assert done == Undone(0, 0, 3)
    assert await school.reads(ada, tides) == "a:The tide falls. | b:Why? | s:The moon. | t:And the sun."
    assert await school.reads(ben, tides) == "a:The tide falls. | b:Why? | s:The wind."
    assert (await school.copy(cem, tides)).knots == 1, "both changed the same words"
    again = await pushed(school, [tides], "9A")
    assert await school.counts(again) == {"merged": 3}, "the knot is still the one"
    assert (await school.copy(cem, tides)).knots == 1


async def test_what_another_push_has_changed_since_stays(school: School):
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:one", "Tides")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:two", "Tides")
    push_id = await pushed(school, [tides], "9A")
    await school.write(ada, tides, "a:two | s:mine")
    await school.rewrite(tides, "a:three", "Tides")
    await school.push([tides], "9A")
    assert await ways(school, push_id) == {(ada.notebook_id, ben.notebook_id): None}
    also = frozenset((tides, one.notebook_id) for one in (ada, ben))
    assert await undo(school, push_id, also) == Undone(0, 2)
    assert await school.reads(ada, tides) == "a:three | s:mine"


@pytest.mark.parametrize("where", [Where(), Where(At.START)])
async def test_what_came_back_and_was_written_on_since_stays(school: School, where: Where):
    """Pulled back, pushed again in the same edition, then written on: undoing takes it from nobody."""
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:Tides. | s:", "Tides")
    await school.push([tides], "9A")
    await school.pull_back("drawer", [tides], "9A")
    push = await school.start([tides], "9A", how=How(where))
    await school.finish()
    await school.write(ada, tides, "a:Tides. | s:Mine.")
    assert await school.undo(push) == 1
    assert await school.shelf(ada) == ["[Tides]", "Tides"]
    assert await school.reads(ada, tides) == "a:Tides. | s:Mine."
    assert [line for line in await school.shelf(ben) if line[0] != "["] == []


_PLACES = text("""
    SELECT c.notebook_id, s.section_id, c.order_key, c.page_id, c.cut_page_id, c.edition_id, c.seen_edition_id, c.put_away_at,
        c.put_away_by_id, c.cut_at, c.cut_by_id, w.document
    FROM standing_copy c JOIN notebook_section s ON s.id = c.notebook_section_id
    LEFT JOIN writing w ON w.copy_id = c.id ORDER BY 1, 2, 3, c.id
""")
_ACTS = {
    "again": How(),
    "to the start": How(Where(At.START)),
    "tied again": How(if_cut=IfCut.TIE),
    "fetched": How(drawer=Drawer.FETCH),
    "a second": How(if_copy=IfCopy.SECOND),
    "taken": "teacher",
    "into the drawer": "drawer",
    "cut": "cut",
}


async def _done(school: School, page: int, act: str) -> int | None:
    try:
        match _ACTS[act]:
            case How() as how:
                return await pushed_as(school, page, how)
            case str(written):
                return (await school.pull_back(written, [page], "9A"))[0]
    except NothingToPullBack:
        return None


async def pushed_as(school: School, page: int, how: How) -> int:
    push_id = await school.start([page], "9A", how=how)
    await run_push(school.database.begin, school.teacher, push_id)
    return push_id


@pytest.mark.parametrize("first", _ACTS)
async def test_two_that_are_undone_in_any_order_leave_all_as_it_was(school: School, first: str):
    ada, _ = await school.add_class("9A", 2)
    tides, winds = await school.add_page("a:one", "Tides"), await school.add_page("a:two", "Winds")
    await school.push([tides, winds], "9A")
    await school.write(ada, winds, "a:two | s:mine")
    async with school.database.begin() as unit:
        before = [tuple(row) for row in await unit.connection.execute(_PLACES)]
    for second in _ACTS:
        for newest_first in (True, False):
            if (first, second, newest_first) == ("a second", "cut", False):
                continue  # what was cut is the student's: it stays when the push that gave it is undone
            both = [await _done(school, winds, act) for act in (first, second)]
            for push_id in reversed(both) if newest_first else both:
                if push_id is not None:
                    await school.undo(push_id)
            async with school.database.begin() as unit:
                after = [tuple(row) for row in await unit.connection.execute(_PLACES)]
            assert after == before, (first, second, "newest first" if newest_first else "oldest first")


@pytest.mark.parametrize("seed", range(6))
async def test_many_that_are_undone_newest_first_leave_all_as_it_was(school: School, seed: int):
    chance = random.Random(seed)
    ada, _ = await school.add_class("9A", 2)
    tides, winds = await school.add_page("a:one", "Tides"), await school.add_page("a:two", "Winds")
    await school.push([tides, winds], "9A")
    await school.write(ada, winds, "a:two | s:mine")
    for _ in range(3):
        async with school.database.begin() as unit:
            before = [tuple(row) for row in await unit.connection.execute(_PLACES)]
        acts = chance.choices([act for act in _ACTS if act != "a second"], k=5)
        done = [await _done(school, winds, act) for act in acts]
        for push_id in reversed([one for one in done if one is not None]):
            await school.undo(push_id)
        async with school.database.begin() as unit:
            assert [tuple(row) for row in await unit.connection.execute(_PLACES)] == before, acts
