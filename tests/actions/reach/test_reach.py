"""The board and the notebook, as PostgreSQL writes them."""

import orjson
import pytest

from red_thread.actions.reach.look_at_reach import find_copy, look_at_reach
from red_thread.actions.refusals import NotFound
from red_thread.core.reach.state import BEHIND, CELL_STATES, KNOTTED, TENTH
from tests.school import School, actor_of


async def board(school: School, name="9A"):
    async with school.database.begin() as unit:
        found = await look_at_reach(unit, school.teacher, school.classes[name])
    return [page.title for page in found.pages], {s["name"][-2:]: s["cells"] for s in orjson.loads(found.cells)}


async def test_each_cell_tells_its_state(school: School):
    _s0, s1, s2, s3 = await school.add_class("9A", 4)
    tides = await school.add_page("a:six | q=space[ p: ] | r=space[ o: ]", "Tides today")
    await school.add_page("a:x", "never given")
    await school.push([tides], "9A", without=[s3])
    await school.copy(s1, tides, opened=True)
    await school.write(s2, tides, "a:six | q=space[ p:crab ] | r=space[ o: ]")
    writing = CELL_STATES["writing"] + 5 * TENTH
    assert await board(school) == (
        ["Tides today"],
        {
            "00": [CELL_STATES["not-opened"]],
            "01": [CELL_STATES["opened"]],
            "02": [writing],
            "03": [CELL_STATES["not-given"]],
        },
    )


async def test_behind_and_knotted_are_flags(school: School):
    s0, s1 = await school.add_class("9A", 2)
    tides = await school.add_page("a:six metres")
    await school.push([tides], "9A")
    await school.write(s0, tides, "a:two metres")
    await school.rewrite(tides, "a:ten metres")
    await school.push([tides], "9A", without=[s1])
    _, cells = await board(school)
    assert cells == {"00": [CELL_STATES["writing"] + KNOTTED], "01": [CELL_STATES["not-opened"] + BEHIND]}


async def test_an_empty_class_has_an_empty_board(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        await unit.classes.leave(school.classes["9A"], ada.person_id)
    assert await board(school) == ([], {})


async def test_the_board_is_the_teachers(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:x")
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        with pytest.raises(NotFound):
            await look_at_reach(unit, actor_of(ada), school.classes["9A"])
        with pytest.raises(NotFound):
            await find_copy(unit, actor_of(ada), ada.notebook_id, tides)
        assert await find_copy(unit, school.teacher, ada.notebook_id, tides) == (await school.copy(ada, tides)).id
        with pytest.raises(NotFound):
            await find_copy(unit, school.teacher, 999, tides)


async def test_the_notebook_says_what_is_new_and_how_far_each_page_is(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:six | q=space[ p: ] | b:{g=}", "Tides today")
    await school.push([tides], "9A")

    async def line():
        (section,) = await school.contents(ada)
        (found,) = section["pages"]
        return found["news"], found["answered"], found["answerable"], found["knots"], found["written"]

    assert await line() == ("new", 0, 2, 0, False)
    await school.write(ada, tides, "a:two | q=space[ p:crab ] | b:{g=}")
    assert await line() == (None, 1, 2, 0, True)
    await school.rewrite(tides, "a:ten | q=space[ p: ] | b:{g=}", "Tides today")
    await school.push([tides], "9A")
    assert await line() == ("changed", 1, 2, 1, True)


async def test_what_was_cut_loose_is_told_apart_from_what_was_never_given(school: School):
    s0, _ = await school.add_class("9A", 2)
    tides = await school.add_page("a:six", "Tides")
    await school.push([tides], "9A")
    await school.pull_back("cut", [tides], "", [s0])
    assert (await board(school))[1] == {"00": [CELL_STATES["cut-loose"]], "01": [CELL_STATES["not-opened"]]}
