"""Pages of a student's own: on the shelf, in the history, in the drawer, like all others; tied to nothing."""

import asyncio

import pytest

from red_thread.actions.notebook import own_pages
from red_thread.actions.notebook.drawer import bring_back, put_away
from red_thread.actions.notebook.look_at_notebook import open_page
from red_thread.actions.notebook.own_pages import NewPage, begin_page, begin_section
from red_thread.actions.notebook.page_history import go_back, look_at_history, look_at_state
from red_thread.actions.refusals import NotebookFull, NotFound
from red_thread.core.page.nodes import with_attributes
from tests.notation import page, show
from tests.school import School, actor_of


async def own(school: School, student, title="My shells", **where):
    async with school.database.begin() as unit:
        return (await begin_page(unit, actor_of(student), student.notebook_id, NewPage(title, **where))).id


async def opened(school: School, student, copy_id):
    async with school.database.begin() as unit:
        return await open_page(unit, actor_of(student), copy_id)


@pytest.fixture
async def ada_and_ben(school: School):
    ada, ben = await school.add_class("9A", 2)
    tides = await school.add_page("a:Read this.", "Tides")
    await school.push([tides], "9A")
    return ada, ben, tides


async def test_an_own_page_stands_on_the_shelf_and_comes_from_nobody(school: School, ada_and_ben):
    ada, ben, _ = ada_and_ben
    copy_id = await own(school, ada)
    found = await opened(school, ada, copy_id)
    assert (found.copy.tie, found.copy.edition_id, found.tied, found.arrived) == ("own", None, [], [])
    assert await school.shelf(ada) == ["[Tides]", "Tides", "[My own pages]", "My shells"]
    assert await school.shelf(ben) == ["[Tides]", "Tides"]


async def test_it_is_written_on_merged_and_gone_back_to_as_any_other(school: School, ada_and_ben):
    ada, _, _ = ada_and_ben
    copy_id = await own(school, ada)
    began = (await opened(school, ada, copy_id)).copy
    await school.save(ada, began, page("a:A whelk.")["content"])
    late = await school.save(ada, began, page("b:A limpet.")["content"])
    assert late.merged
    assert {"A whelk.", "A limpet."} <= {words.split(":")[-1] for words in show(late.document).split(" | ")}
    async with school.database.begin() as unit:
        past = await look_at_history(unit, actor_of(ada), copy_id)
        assert "given" not in {moment.cause for moment in past}
        assert {moment.edition for moment in past} == {0}
        await go_back(unit, actor_of(ada), copy_id, 2)
        with pytest.raises(NotFound):
            await look_at_state(unit, actor_of(ada), copy_id, 0)
    assert show((await opened(school, ada, copy_id)).copy.document) == "a:A whelk."


async def test_a_page_may_follow_one_of_the_teachers_and_stays_with_it(school: School, ada_and_ben):
    ada, _, tides = ada_and_ben
    given = await school.copy(ada, tides)
    section = (await school.contents(ada))[0]["id"]
    await own(school, ada, "What I saw", section_id=section, after=given.id)
    winds = await school.add_page("a:Wind.", "Winds")
    await school.push([winds], "9A")
    assert await school.shelf(ada) == ["[Tides]", "Tides", "What I saw", "Winds"]


@pytest.mark.parametrize("given_title", ["High water", "Tides"])
async def test_a_title_that_a_student_gave_shows_and_lives_through_a_push(school: School, ada_and_ben, given_title):
    ada, ben, tides = ada_and_ben
    copy = await school.copy(ada, tides, opened=True)
    changed = with_attributes(copy.document, title="Ebb and flow")
    await school.save(ada, type(copy)(**{**_values(copy), "document": changed}), changed["content"])
    assert await school.shelf(ada) == ["[Tides]", "Ebb and flow"]
    await school.rewrite(tides, "a:Read this twice.", given_title)
    await school.push([tides], "9A")
    mine = {"High water": "High water", "Tides": "Ebb and flow"}[given_title]  # both changed it: the master's (R13)
    assert await school.shelf(ada) == ["[Tides]", mine]
    assert await school.shelf(ben) == ["[Tides]", given_title]


def _values(copy):
    return {name: getattr(copy, name) for name in type(copy).__dataclass_fields__}


async def test_the_drawer_takes_own_pages_and_given_ones(school: School, ada_and_ben):
    ada, _, tides = ada_and_ben
    mine, given = await own(school, ada), (await school.copy(ada, tides)).id
    async with school.database.begin() as unit:
        for copy_id in (mine, given):
            await put_away(unit, actor_of(ada), [copy_id])
    assert await school.shelf(ada) == ["[Tides]", "[My own pages]"]
    async with school.database.begin() as unit:
        await bring_back(unit, actor_of(ada), [mine])
    assert await school.shelf(ada) == ["[Tides]", "[My own pages]", "My shells"]


async def test_nobody_begins_pages_in_another_ones_notebook(school: School, ada_and_ben):
    ada, ben, _ = ada_and_ben
    section = (await school.contents(ben))[0]["id"]
    async with school.database.begin() as unit:
        for act in (
            begin_page(unit, actor_of(ben), ada.notebook_id, NewPage("x")),
            begin_page(unit, school.teacher, ada.notebook_id, NewPage("x")),
            begin_page(unit, actor_of(ada), ada.notebook_id, NewPage("x", section_id=section)),
            begin_section(unit, actor_of(ben), ada.notebook_id, "x"),
        ):
            with pytest.raises(NotFound):
                await act


async def test_there_is_a_bound_to_them(school: School, ada_and_ben, monkeypatch):
    ada, _, _ = ada_and_ben
    monkeypatch.setattr(own_pages, "PAGES", 1)
    monkeypatch.setattr(own_pages, "SECTIONS", 2)
    await own(school, ada)
    with pytest.raises(NotebookFull, match="There are 1 pages here already"):
        await own(school, ada)
    async with school.database.begin() as unit:
        with pytest.raises(NotebookFull):
            await begin_section(unit, actor_of(ada), ada.notebook_id, "More")


async def test_an_own_section_stands_empty_until_something_is_in_it(school: School, ada_and_ben):
    ada, _, _ = ada_and_ben
    async with school.database.begin() as unit:
        section = (await begin_section(unit, actor_of(ada), ada.notebook_id, " Shells ")).id
    assert await school.shelf(ada) == ["[Tides]", "Tides", "[Shells]"]
    await own(school, ada, "Whelk", section_id=section)
    assert await school.shelf(ada) == ["[Tides]", "Tides", "[Shells]", "Whelk"]


async def test_pages_that_are_begun_in_one_moment_each_have_a_place_of_their_own(school: School, ada_and_ben):
    ada, _, _ = ada_and_ben
    first = (await school.contents(ada))[0]["pages"][0]["id"]
    section = (await school.contents(ada))[0]["id"]
    winds = await school.add_page("a:More.", "Winds")
    await asyncio.gather(
        *(own(school, ada, f"Shells {n}", section_id=section, after=first) for n in range(6)),
        school.push([winds], "9A"),
    )
    (pages,) = [found["pages"] for found in await school.contents(ada)]
    assert pages[0]["title"] == "Tides"
    assert {line["title"] for line in pages} == {"Tides", "Winds", *(f"Shells {n}" for n in range(6))}
