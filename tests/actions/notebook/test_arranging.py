"""A student arranges their own notebook, on PostgreSQL: what they put somewhere stays there, and all can be undone."""

import asyncio
from datetime import timedelta

import pytest
from sqlalchemy import text

from red_thread.actions.actor import HOUSE
from red_thread.actions.master.set_arranging import set_arranging_of_course, set_arranging_of_section
from red_thread.actions.master.templates import set_template
from red_thread.actions.notebook.arrange import bring_home, move_pages, move_section, name_section
from red_thread.actions.notebook.arranged import undo_arrangement
from red_thread.actions.notebook.drawer import bring_back, put_away, put_section_away, throw_away
from red_thread.actions.notebook.let_go import let_go
from red_thread.actions.notebook.look_at_notebook import open_page
from red_thread.actions.notebook.offered_pages import look_at_templates, take_shown
from red_thread.actions.notebook.own_pages import NewPage, begin_page, begin_section, copy_for_me
from red_thread.actions.refusals import ChangedMeanwhile, KeptInOrder, NotAllowed, NotFound, TakenBack
from red_thread.core.notebook.allowed import Arranging
from red_thread.core.notebook.arranging import Target
from red_thread.core.outline.display import Display
from red_thread.store.unit import Unit
from tests.notation import show
from tests.school import School, actor_of


async def do(school: School, act, *args):
    async with school.database.begin() as unit:
        return await act(unit, *args)


class Shelf:
    """Ada's notebook: pages by title, sections by name."""

    def __init__(self, school: School, student) -> None:
        self.school, self.student, self.actor = school, student, actor_of(student)
        self.id = student.notebook_id

    async def page(self, title: str) -> int:
        return next(
            p["id"] for s in await self.school.contents(self.student) for p in s["pages"] if p["title"] == title
        )

    async def section(self, name: str) -> int:
        return next(s["id"] for s in await self.school.contents(self.student) if s["name"] == name)

    async def lines(self) -> list[str]:
        return await self.school.shelf(self.student)

    async def move(self, title: str, into: str, after: str | None = None):
        target = Target(await self.section(into), await self.page(after) if after else None)
        return await do(self.school, move_pages, self.actor, self.id, [await self.page(title)], target)

    async def undo(self, arranged):
        return await do(self.school, undo_arrangement, self.actor, arranged.arrangement_id)


@pytest.fixture
async def shelf(school: School):
    ada, _ = await school.add_class("9A", 2)
    for title in ("Tides", "Winds", "Dunes"):
        await school.add_page(f"a:{title}.", title)
    await school.push([page.id for page in (await outline(school)).pages], "9A")
    async with school.database.begin() as unit:
        await begin_section(unit, actor_of(ada), ada.notebook_id, "Shells")
    return Shelf(school, ada)


async def outline(school: School):
    async with school.database.begin() as unit:
        return await unit.outlines.read(school.master)


async def test_what_a_student_moves_stays_there_through_every_later_push(school: School, shelf: Shelf):
    await shelf.move("Winds", "Shells")
    moved = ["[Tides]", "Tides", "Dunes", "[Shells]", "Winds"]
    assert await shelf.lines() == moved
    winds = next(page.id for page in (await outline(school)).pages if page.title == "Winds")
    await school.rewrite(winds, "a:Winds, again.", "Winds")
    assert await school.push([winds], "9A") == {"refreshed": 2}
    assert await shelf.lines() == moved
    await school.pull_back("own", [winds], "9A")
    assert await school.push([winds], "9A") == {"placed": 2}
    assert await shelf.lines() == moved, "pulled back and pushed again it stands where its student had put it"


async def test_undo_brings_it_back_and_undoing_that_moves_it_again(shelf: Shelf):
    before = await shelf.lines()
    moved = await shelf.move("Winds", "Shells")
    after = await shelf.lines()
    undone = await shelf.undo(moved)
    assert await shelf.lines() == before
    await shelf.undo(undone)
    assert await shelf.lines() == after
    with pytest.raises(ChangedMeanwhile):
        await shelf.undo(undone)


async def test_what_is_tucked_goes_along_and_comes_back_tucked(school: School, shelf: Shelf):
    dunes = await shelf.page("Dunes")
    tides = await shelf.page("Tides")
    await do(school, move_pages, shelf.actor, shelf.id, [dunes], Target(await shelf.section("Tides"), None, tides))
    before = await school.contents(shelf.student)
    moved = await shelf.move("Tides", "Shells")
    undone = await shelf.undo(moved)
    assert await school.contents(shelf.student) == before
    await shelf.undo(undone)
    assert {p["title"]: p["parent"] for s in await school.contents(shelf.student) for p in s["pages"]} == {
        "Winds": None,
        "Tides": None,
        "Dunes": tides,
    }


async def test_many_go_at_once_and_come_back_at_once(school: School, shelf: Shelf):
    for number in range(12):
        await do(school, begin_page, shelf.actor, shelf.id, NewPage(f"Shell {number}"))
    before = await shelf.lines()
    pages = [p["id"] for s in await school.contents(shelf.student) for p in s["pages"]]
    moved = await do(school, move_pages, shelf.actor, shelf.id, pages, Target(await shelf.section("Shells")))
    after = [line for line in before if not line.startswith("[")]
    assert (await shelf.lines())[-len(after) - 2 :] == ["[Shells]", *after, "[My own pages]"]
    await shelf.undo(moved)
    assert await shelf.lines() == before
    put = await do(school, put_away, shelf.actor, pages)
    assert not any(line in after for line in await shelf.lines())
    await shelf.undo(put)
    assert await shelf.lines() == before


async def test_what_has_moved_on_is_not_undone(shelf: Shelf):
    moved = await shelf.move("Winds", "Shells")
    await shelf.move("Winds", "Tides")
    lines = await shelf.lines()
    with pytest.raises(ChangedMeanwhile):
        await shelf.undo(moved)
    assert await shelf.lines() == lines


async def test_back_to_where_the_teacher_has_it(shelf: Shelf):
    before = await shelf.lines()
    await shelf.move("Winds", "Shells")
    arranged = await do(shelf.school, bring_home, shelf.actor, shelf.id, await shelf.page("Winds"))
    assert arranged.arrangement_id is not None
    assert await shelf.lines() == before
    again = await do(shelf.school, bring_home, shelf.actor, shelf.id, await shelf.page("Winds"))
    assert again.arrangement_id is None, "it is there already"


async def test_sections_are_named_and_moved_and_no_push_renames_them(school: School, shelf: Shelf):
    tides = await shelf.section("Tides")
    named = await do(school, name_section, shelf.actor, shelf.id, tides, "  The  sea ")
    fresh = await school.add_page("a:x", "Waves")
    await school.push([fresh], "9A")
    assert (await shelf.lines())[0] == "[The sea]"
    await do(school, move_section, shelf.actor, shelf.id, await shelf.section("Shells"), None, None)
    assert (await shelf.lines())[0] == "[Shells]"
    await shelf.undo(named)
    assert "[Tides]" in await shelf.lines()


async def test_an_own_section_goes_with_its_pages_and_comes_back_with_any_of_them(school: School, shelf: Shelf):
    shells = await shelf.section("Shells")
    begun = await do(school, begin_page, shelf.actor, shelf.id, NewPage("Whelk", shells))
    put = await do(school, put_section_away, shelf.actor, shelf.id, shells)
    contents = {s["name"]: s for s in await school.contents(shelf.student)}
    assert contents["Shells"]["put_away"] and all(p["put_away"] for p in contents["Shells"]["pages"])
    await shelf.undo(put)
    assert not {s["name"]: s for s in await school.contents(shelf.student)}["Shells"]["put_away"]
    await do(school, put_section_away, shelf.actor, shelf.id, shells)
    await do(school, bring_back, shelf.actor, [begun.id])
    assert (await shelf.lines())[-2:] == ["[Shells]", "Whelk"]
    assert not {s["name"]: s for s in await school.contents(shelf.student)}["Shells"]["put_away"]
    with pytest.raises(KeptInOrder):
        await do(school, put_section_away, shelf.actor, shelf.id, await shelf.section("Tides"))


async def test_a_page_begun_twice_by_one_name_is_begun_once(school: School, shelf: Shelf):
    new = NewPage("Whelk", begun_as="window-1-page-1")
    begun = [await do(school, begin_page, shelf.actor, shelf.id, new) for _ in range(2)]
    assert begun[0].id == begun[1].id
    both = await asyncio.gather(
        *(do(school, begin_page, shelf.actor, shelf.id, NewPage("Limpet", begun_as="window-1-page-2")) for _ in "ab")
    )
    assert both[0].id == both[1].id
    assert (await shelf.lines()).count("Whelk") == (await shelf.lines()).count("Limpet") == 1


async def test_a_copy_for_me_is_tied_to_nothing_and_no_push_reaches_it(school: School, shelf: Shelf):
    tides = next(page.id for page in (await outline(school)).pages if page.title == "Tides")
    await school.write(shelf.student, tides, "a:Tides. | s:mine")
    copy = await do(school, copy_for_me, shelf.actor, await shelf.page("Tides"))
    assert (await shelf.lines())[:3] == ["[Tides]", "Tides", "Tides"]
    await school.rewrite(tides, "a:Tides, anew.", "Tides")
    await school.push([tides], "9A")
    async with school.database.begin() as unit:
        mine = (await open_page(unit, shelf.actor, copy.id)).copy
    assert (mine.tie, show(mine.document)) == ("own", "a:Tides. | s:mine")


async def test_what_is_begun_behind_a_page_comes_behind_what_is_tucked_under_it(school: School, shelf: Shelf):
    tides, winds, section = await shelf.page("Tides"), await shelf.page("Winds"), await shelf.section("Tides")
    await do(school, move_pages, shelf.actor, shelf.id, [winds], Target(section, None, tides))
    await do(school, begin_page, shelf.actor, shelf.id, NewPage("Whelk", section, after=tides))
    await do(school, begin_page, shelf.actor, shelf.id, NewPage("Limpet", section, after=winds))
    await do(school, begin_page, shelf.actor, shelf.id, NewPage("Crab", section, under=tides))
    await do(school, copy_for_me, shelf.actor, tides)
    assert (await shelf.lines())[1:7] == ["Tides", "Winds", "Crab", "Tides", "Limpet", "Whelk"]


async def test_what_a_teacher_took_back_is_not_arranged(school: School, shelf: Shelf):
    page, section = await shelf.page("Tides"), await shelf.section("Shells")
    tides = next(page.id for page in (await outline(school)).pages if page.title == "Tides")
    await school.pull_back("teacher", [tides], "9A")
    for act, *args in (
        (move_pages, shelf.id, [page], Target(section)),
        (bring_home, shelf.id, page),
        (copy_for_me, page),
    ):
        with pytest.raises(NotFound):
            await do(school, act, shelf.actor, *args)


async def test_what_is_thrown_away_goes_after_thirty_days_and_not_before(school: School, shelf: Shelf):
    whelk = (await do(school, begin_page, shelf.actor, shelf.id, NewPage("Whelk"))).id
    limpet = (await do(school, begin_page, shelf.actor, shelf.id, NewPage("Limpet"))).id
    given = await shelf.page("Tides")
    await do(school, put_away, shelf.actor, [whelk, limpet, given])
    await do(school, throw_away, shelf.actor, [whelk])
    thrown = await do(school, throw_away, shelf.actor, [limpet])
    with pytest.raises(KeptInOrder):
        await do(school, throw_away, shelf.actor, [given])
    assert await let_go(school.database.begin, HOUSE) == 0
    await shelf.undo(thrown)
    async with school.database.begin() as unit:
        await unit.connection.execute(text("UPDATE copy SET going_at = going_at - interval '31 days'"))
    assert await let_go(school.database.begin, HOUSE) == 1
    async with school.database.begin() as unit:
        assert await unit.notebooks.copy(whelk) is None
        assert await unit.notebooks.copy(limpet) is not None
    with pytest.raises(NotAllowed):
        await let_go(school.database.begin, shelf.actor)


async def test_a_page_thrown_away_is_kept_by_bringing_it_back(school: School, shelf: Shelf):
    whelk = (await do(school, begin_page, shelf.actor, shelf.id, NewPage("Whelk"))).id
    await do(school, put_away, shelf.actor, [whelk])
    await do(school, throw_away, shelf.actor, [whelk])
    await do(school, bring_back, shelf.actor, [whelk])
    async with school.database.begin() as unit:
        later = Unit(unit.connection, unit.now + timedelta(days=60), unit.school, None)
        assert await later.arrangements.due_to_go(10) == []


@pytest.mark.parametrize("arranging", Arranging)
async def test_the_teacher_says_how_much_a_student_may_arrange(school: School, shelf: Shelf, arranging: Arranging):
    own = (await do(school, begin_page, shelf.actor, shelf.id, NewPage("Whelk"))).id
    assert await do(school, set_arranging_of_course, school.teacher, school.master, arranging) is Arranging.ALL
    tides, target = await shelf.page("Tides"), Target(await shelf.section("Shells"))
    to_do = {
        "move the teacher's": (move_pages, shelf.id, [tides], target),
        "put the teacher's away": (put_away, [tides]),
        "name a section": (name_section, shelf.id, target.section_id, "Sea"),
        "begin a section": (begin_section, shelf.id, "More"),
        "move an own page": (move_pages, shelf.id, [own], target),
        "begin a page": (begin_page, shelf.id, NewPage("Limpet")),
        "copy for me": (copy_for_me, tides),
    }
    may: set[str] = set()
    for what, (act, *args) in to_do.items():
        try:
            await do(school, act, shelf.actor, *args)
            may.add(what)
        except KeptInOrder:
            pass
    pages = {"move an own page", "begin a page", "copy for me"}
    assert may == {Arranging.ALL: set(to_do), Arranging.PAGES: pages, Arranging.NOTHING: set()}[arranging]
    await do(school, put_away, shelf.actor, [own])  # what is there is theirs to put away, whatever is allowed


async def test_a_section_says_another_than_its_course(school: School, shelf: Shelf):
    await do(school, set_arranging_of_section, school.teacher, school.section, Arranging.NOTHING)
    with pytest.raises(KeptInOrder):
        await shelf.move("Winds", "Shells")
    await do(school, set_arranging_of_section, school.teacher, school.section, None)
    await shelf.move("Winds", "Shells")
    for act in (
        (set_arranging_of_section, school.section, None),
        (set_arranging_of_course, school.master, Arranging.ALL),
    ):
        with pytest.raises(NotFound):
            await do(school, act[0], shelf.actor, *act[1:])


async def test_templates_on_display_are_offered_and_no_others(school: School, shelf: Shelf):
    page = await school.add_page("a:Date and weather.", "Log")
    await do(school, set_template, school.teacher, page, True)
    assert await do(school, look_at_templates, shelf.actor, shelf.id) == []
    with pytest.raises(NotFound):
        await do(school, begin_page, shelf.actor, shelf.id, NewPage("Mine", like=page))
    await school.show("page", page, Display.DISPLAY)
    assert [one.title for one in await do(school, look_at_templates, shelf.actor, shelf.id)] == ["Log"]
    begun = await do(school, begin_page, shelf.actor, shelf.id, NewPage("My log", like=page))
    async with school.database.begin() as unit:
        mine = (await open_page(unit, shelf.actor, begun.id)).copy
    assert (mine.tie, show(mine.document)) == ("own", "a:Date and weather.")
    plain = await school.add_page("a:Read.", "Reading")
    await school.show("page", plain, Display.DISPLAY)
    with pytest.raises(NotFound):
        await do(school, begin_page, shelf.actor, shelf.id, NewPage("Mine", like=plain))


async def test_from_display_a_student_takes_a_copy_that_follows_the_master(school: School, shelf: Shelf):
    page = await school.add_page("a:Words of the shore.", "Glossary")
    with pytest.raises(NotFound):
        await do(school, take_shown, shelf.actor, shelf.id, page)
    await school.show("page", page, Display.DISPLAY)
    for _ in range(2):
        await do(school, take_shown, shelf.actor, shelf.id, page)
        await school.finish()
    assert (await shelf.lines()).count("Glossary") == 1
    assert "Glossary" not in await school.shelf(school.students["9A student 01"])
    await school.rewrite(page, "a:More words.", "Glossary")
    assert (await school.push([page], "", [shelf.student])) == {"refreshed": 1}
    await school.pull_back("own", [page], "9A")
    with pytest.raises(TakenBack):
        await do(school, take_shown, shelf.actor, shelf.id, page)


async def test_nobody_arranges_another_ones_notebook(school: School, shelf: Shelf):
    ben = actor_of(school.students["9A student 01"])
    moved = await shelf.move("Winds", "Shells")
    page, section = await shelf.page("Tides"), await shelf.section("Shells")
    for who in (ben, school.teacher):
        for act, *args in (
            (move_pages, shelf.id, [page], Target(section)),
            (bring_home, shelf.id, page),
            (name_section, shelf.id, section, "x"),
            (move_section, shelf.id, section, None, None),
            (put_section_away, shelf.id, section),
            (put_away, [page]),
            (throw_away, [page]),
            (bring_back, [page]),
            (copy_for_me, page),
            (undo_arrangement, moved.arrangement_id),
            (look_at_templates, shelf.id),
            (take_shown, shelf.id, 1),
        ):
            with pytest.raises(NotFound):
                await do(school, act, who, *args)
    mine = (await do(school, begin_page, ben, school.students["9A student 01"].notebook_id, NewPage("x"))).id
    with pytest.raises(NotFound):  # pages of two notebooks at once
        await do(school, put_away, shelf.actor, [page, mine])
    with pytest.raises(NotFound):
        await do(school, move_pages, shelf.actor, shelf.id, [page, mine], Target(section))


async def test_two_devices_and_a_push_at_once_lose_and_double_nothing(school: School, shelf: Shelf):
    winds, dunes = await shelf.page("Winds"), await shelf.page("Dunes")
    shells, tides = await shelf.section("Shells"), await shelf.section("Tides")
    fresh = await school.add_page("a:x", "Waves")
    moves = [
        do(school, move_pages, shelf.actor, shelf.id, [page], Target(section))
        for page in (winds, dunes)
        for section in (shells, tides, shells)
    ]
    ended = await asyncio.gather(*moves, school.push([fresh], "9A"), return_exceptions=True)
    assert {type(one) for one in ended if isinstance(one, Exception)} <= {ChangedMeanwhile}
    pages = [p["title"] for s in await school.contents(shelf.student) for p in s["pages"]]
    assert sorted(pages) == ["Dunes", "Tides", "Waves", "Winds"]
