"""Undoing what was done to many pages at once: what was written since stays, and nothing else is touched."""

import pytest

from red_thread.actions.master.change_outline import add_page, blank_page
from red_thread.actions.master.import_pages import Taken, import_pages, look_at_import
from red_thread.actions.master.put_back import Done, put_back
from red_thread.actions.refusals import NotFound
from red_thread.core.page.nodes import Node, content_of
from red_thread.reading.files import read_pages
from red_thread.reading.values import ImportedHolder, ImportedPage
from tests.notation import links_of, page
from tests.school import School, actor_of, found_school


async def take_in(school: School, *items: ImportedPage | ImportedHolder) -> Taken:
    async with school.database.begin() as unit:
        return await import_pages(unit, school.teacher, school.master, items, update=True)


async def undo(school: School, taken: Taken) -> list[str]:
    done = Done(taken.page_ids, taken.section_ids, taken.divider_ids, taken.updated)
    async with school.database.begin() as unit:
        return await put_back(unit, school.teacher, school.master, done)


async def told(school: School) -> list[str]:
    async with school.database.begin() as unit:
        items = list((await unit.outlines.read(school.master)).in_order())
    return [getattr(item, "title", None) or getattr(item, "name", "") for item in items]


async def test_the_master_is_as_it_was_with_all_that_was_made_for_what_came(school: School):
    await school.add_page("a:x", "Ebb")
    before = await told(school)
    taken = await take_in(
        school,
        ImportedPage(("Autumn", "Early"), "Dunes", page("a:x", "Grass")),
        ImportedPage((), "Tides", page("a:x", "Flood")),
        ImportedHolder(("Autumn", "Nothing in it"), is_section=True),
    )
    assert await told(school) == ["Tides", "Ebb", "Flood", "Autumn", "Early", "Dunes", "Grass", "Nothing in it"]
    assert await undo(school, taken) == []
    assert await told(school) == before
    assert await undo(school, taken) == [], "once is enough"


async def test_a_section_in_which_something_was_begun_meanwhile_stays_with_what_it_is_in(school: School):
    taken = await take_in(school, ImportedPage(("Autumn",), "Dunes", page("a:x", "Grass")))
    async with school.database.begin() as unit:
        await add_page(unit, school.teacher, taken.section_ids[0], blank_page("My own"))
    await undo(school, taken)
    assert await told(school) == ["Tides", "Autumn", "Dunes", "My own"]


async def test_a_page_that_came_and_was_written_on_since_stays_and_is_named(school: School):
    taken = await take_in(school, *[ImportedPage((), "Tides", page("a:x", name)) for name in ("Ebb", "Flood")])
    await school.rewrite(taken.page_ids[0], "a:Mine", "Ebb")
    assert await undo(school, taken) == ["Ebb"]
    assert await told(school) == ["Tides", "Ebb"]


async def test_a_page_that_was_written_on_since_stays_as_it_is(school: School):
    ebb, flood = await school.add_page("a:Old", "Ebb"), await school.add_page("a:Old", "Flood")
    taken = await take_in(school, *[ImportedPage((), "Tides", page("a:New", name)) for name in ("Ebb", "Flood")])
    await school.rewrite(ebb, "a:Newer", "Ebb")
    assert await undo(school, taken) == ["Ebb"]
    async with school.database.begin() as unit:
        pages = await unit.pages.get_many([ebb, flood])
    assert {one.title: one.document["content"][0]["content"][0]["text"] for one in pages} == {
        "Ebb": "Newer",
        "Flood": "Old",
    }


async def test_nothing_of_another_master_and_by_nobody_else(school: School, database):
    other = await found_school(database, "elsewhere")
    theirs = await other.add_page("a:x", "Theirs")
    (ada,) = await school.add_class("9A", 1)
    mine = await school.add_page("a:x", "Mine")
    async with school.database.begin() as unit:
        another = await unit.masters.add_master("Another", school.teacher.person_id)
        await put_back(unit, school.teacher, another, Done([mine, theirs], [school.section], [], {mine: 0, 10**8: 1}))
        for actor in (actor_of(ada), other.teacher):
            with pytest.raises(NotFound):
                await put_back(unit, actor, school.master, Done([mine]))
    assert await told(school) == ["Tides", "Mine"]
    assert await told(other) == ["Tides", "Theirs"]


async def test_links_between_files_lead_to_the_pages_that_they_become(school: School):
    """A link to a later file, to an earlier one, and in a circle; and when they come again nothing differs."""
    files = {
        "Tides/a.md": b"# A\n\nSee [b](b.md).",
        "Tides/b.md": b"# B\n\nSee [a](a.md) and [c](../c.md).",
        "c.md": b"# C\n\nC.",
    }
    read = read_pages(files)
    async with school.database.begin() as unit:
        taken = await import_pages(unit, school.teacher, school.master, read.items)
        pages = {page.title: page for page in await unit.pages.get_many(taken.page_ids)}
    led = {title: list(links_of(page.document)) for title, page in pages.items()}
    to = {title: f"/page/{page.id}" for title, page in pages.items()}
    assert led == {"A": [to["B"]], "B": [to["A"], to["C"]], "C": []}
    async with school.database.begin() as unit:
        again = await import_pages(unit, school.teacher, school.master, read.items, update=True)
    assert (again.same, again.updated, again.page_ids) == (3, {}, [])
    assert await undo(school, taken) == [] and not {"A", "B", "C"} & set(await told(school))


async def test_what_somebody_says_of_a_question_in_other_words_keeps_the_answers_to_it(school: School):
    (ada,) = await school.add_class("9A", 1)
    question = "# Tides\n\n::: space lines {}\n:::\n"
    first = read_pages({"Sea/tides.md": question.format("Why does the sea fall?").encode()})
    async with school.database.begin() as unit:
        (page_id,) = (await import_pages(unit, school.teacher, school.master, first.items)).page_ids
    await school.push([page_id], "9A")
    (asked,) = [block["attrs"]["id"] for block in content_of(await document(school, page_id))]
    await school.write(ada, page_id, f"{asked}=space[ p:The moon. ]")
    again = read_pages({"Sea/tides.md": question.format("What pulls at all this water?").encode()})
    async with school.database.begin() as unit:
        (there,) = await look_at_import(unit, school.teacher, school.master, again.items)
        assert there is not None and [q.words for q in there.unsure.gone] == ["Why does the sea fall?"]
        meant = {page_id: {there.unsure.gone[0].id: there.unsure.fresh[0].id}}
        await import_pages(unit, school.teacher, school.master, again.items, update=True, meant=meant)
    (now,) = content_of(await document(school, page_id))
    assert (now["attrs"]["id"], now["attrs"]["prompt"]) == (asked, "What pulls at all this water?")


async def document(school: School, page_id: int) -> Node:
    async with school.database.begin() as unit:
        return (await unit.pages.get_many([page_id]))[0].document
