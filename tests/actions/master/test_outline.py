"""The master's outline: making, renaming, moving, taking out, and back."""

from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import (
    add_blank_page,
    add_divider,
    add_page,
    add_section,
    blank_page,
    move_item,
    remove_item,
    rename_item,
    restore_item,
)
from red_thread.actions.master.import_pages import ImportedPage, PageThere, import_pages, look_at_import
from red_thread.actions.master.look_at_master import look_at_master, look_at_page
from red_thread.actions.master.master_past import go_back_to, look_at_master_past
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.master.section_writing import set_section_writing
from red_thread.actions.refusals import CannotMoveThere, NameMissing, NotFound
from red_thread.core.merge.same_blocks import Unsure
from red_thread.core.outline.tree import Divider, OutlinePage, Section
from tests.notation import page, show
from tests.school import School, actor_of


async def outline_of(school: School) -> str:
    """The outline in a line: `Autumn/ Tides: one two`."""
    async with school.database.begin() as unit:
        outline = await unit.outlines.read(school.master)
    said = []
    for item in outline.in_order():
        if isinstance(item, Divider):
            said.append(f"{item.name}/")
        elif isinstance(item, Section):
            said.append(f"{item.name}:")
        elif isinstance(item, OutlinePage):
            said.append(f"({item.title})" if item.parent_id else item.title)
    return " ".join(said)


@pytest.fixture
async def filled(school: School):
    """Tides: one (one.a) two three   Dunes: four"""
    ids = {"Dunes": await school.add_section("Dunes"), "Tides": school.section}
    for title in ("one", "two", "three"):
        ids[title] = await school.add_page("a:x", title)
    ids["four"] = await school.add_page("a:x", "four", ids["Dunes"])
    async with school.database.begin() as unit:
        ids["one.a"] = await add_page(unit, school.teacher, school.section, page("a:x", "one.a"), ids["one"])
    return school, ids


@pytest.mark.parametrize(
    ("moving", "holder", "after", "then"),
    [
        (None, None, None, "Tides: one (one.a) two three Dunes: four"),
        ("three", "Tides", "one", "Tides: one (one.a) three two Dunes: four"),
        ("three", "Tides", None, "Tides: three one (one.a) two Dunes: four"),
        ("one", "Tides", "three", "Tides: two three one (one.a) Dunes: four"),
        ("one", "Dunes", "four", "Tides: two three Dunes: four one (one.a)"),
        ("two", "Dunes", None, "Tides: one (one.a) three Dunes: two four"),
        ("one.a", "Tides", "two", "Tides: one two one.a three Dunes: four"),
    ],
)
async def test_pages_move_and_take_their_tucked_pages_along(filled, moving, holder, after, then):
    school, ids = filled
    if moving:
        async with school.database.begin() as unit:
            await move_item(unit, school.teacher, "page", ids[moving], ids[holder], ids.get(after))
    assert await outline_of(school) == then


async def test_sections_and_dividers_move_and_nest(school: School):
    async with school.database.begin() as unit:
        autumn = await add_divider(unit, school.teacher, school.master, "Autumn")
        week = await add_divider(unit, school.teacher, school.master, "Week 1", autumn)
        dunes = await add_section(unit, school.teacher, school.master, "Dunes", autumn)
    assert await outline_of(school) == "Tides: Autumn/ Week 1/ Dunes:"
    async with school.database.begin() as unit:
        await move_item(unit, school.teacher, "section", school.section, week, None)
        await move_item(unit, school.teacher, "section", dunes, None, None)
    assert await outline_of(school) == "Dunes: Autumn/ Week 1/ Tides:"
    async with school.database.begin() as unit:
        with pytest.raises(CannotMoveThere):
            await move_item(unit, school.teacher, "divider", autumn, week, None)


async def test_renaming_and_taking_out_can_be_undone(filled):
    school, ids = filled
    async with school.database.begin() as unit:
        before = await rename_item(unit, school.teacher, "section", ids["Dunes"], "  Sand   and dunes ")
        await remove_item(unit, school.teacher, "page", ids["two"])
    assert before.name == "Dunes"
    assert await outline_of(school) == "Tides: one (one.a) three Sand and dunes: four"
    async with school.database.begin() as unit:
        await rename_item(unit, school.teacher, "section", ids["Dunes"], before.name)
        await restore_item(unit, school.teacher, "page", ids["two"])
    assert await outline_of(school) == "Tides: one (one.a) two three Dunes: four"


async def test_names_and_places_are_checked(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        with pytest.raises(NameMissing):
            await add_section(unit, school.teacher, school.master, "  ")
        with pytest.raises(NameMissing):
            blank_page("")
        with pytest.raises(NotFound):
            await rename_item(unit, school.teacher, "section", 999, "x")
        for actor in (actor_of(ada), Actor(999, "teacher")):
            with pytest.raises(NotFound):
                await add_section(unit, actor, school.master, "Mine")
            with pytest.raises(NotFound):
                await look_at_master(unit, actor, school.master)


async def test_the_thread_of_a_page(school: School):
    ada, *_ = await school.add_class("9A", 3)
    tides = await school.add_page("a:ten paces")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:ten paces | s:mine")
    await school.rewrite(tides, "a:ten metres")
    async with school.database.begin() as unit:
        view = await look_at_page(unit, school.teacher, tides)
        master = await look_at_master(unit, school.teacher, school.master)
    assert [change.words for change in view.changed] == ["“paces” is now “metres”"]
    assert [(e.number, e.students, e.written) for e in view.editions] == [(1, 3, 1)]
    assert dict(master.needles) == {school.classes["9A"]: tides}
    assert [p.changed for p in master.outline.pages] == [True]


async def test_the_needle_is_where_the_class_is_and_not_where_some_of_it_are(school: School):
    ada, ben = await school.add_class("9A", 2)
    first, second, third = [await school.add_page("a:x", title) for title in ("One", "Two", "Three")]
    await school.push([first], "9A", without=[ben])
    await school.push([third], singles=[ada])
    async with school.database.begin() as unit:
        master = await look_at_master(unit, school.teacher, school.master)
    assert dict(master.needles) == {school.classes["9A"]: first}
    assert master.given == {first, third}
    await school.push([second], "9A")
    async with school.database.begin() as unit:
        assert dict((await look_at_master(unit, school.teacher, school.master)).needles) == {
            school.classes["9A"]: second
        }


async def test_a_late_save_from_another_window_is_merged_with_what_came_in_between(school: School):
    tides = await school.add_page("a:one | b:two")
    async with school.database.begin() as unit:
        await save_master_page(unit, school.teacher, tides, page("a:one from here | b:two"), 1)
        saved = await save_master_page(unit, school.teacher, tides, page("a:one | b:two from there"), 1)
        assert show(saved.page.document) == "a:one from here | b:two from there"
        same = await save_master_page(unit, school.teacher, tides, saved.page.document, saved.page.revision)
    assert same.page.revision == saved.page.revision


async def test_nothing_of_a_colleagues_is_written_over_however_old_a_window_is(school: School):
    tides = await school.add_page("a:one two three | b:four")
    for turn in range(45):
        async with school.database.begin() as unit:
            text = f"a:one two three colleague{turn} | b:four | c:five"
            await save_master_page(unit, school.teacher, tides, page(text), turn + 1)
    async with school.database.begin() as unit:
        saved = await save_master_page(unit, school.teacher, tides, page("a:one mine two three | b:four"), 1)
    assert show(saved.page.document) == "a:one mine two three colleague44 | b:four | c:five"


async def test_two_teachers_who_change_the_same_words_have_both_wordings(school: School):
    tides = await school.add_page("a:one two")
    async with school.database.begin() as unit:
        await save_master_page(unit, school.teacher, tides, page("a:ONE two"), 1)
        late = await save_master_page(unit, school.teacher, tides, page("a:uno two"), 1)
        assert [block["type"] for block in late.page.document["content"]] == ["paragraph", "paragraph"]
        assert "ONE two" in show(late.page.document) and "uno two" in show(late.page.document)
        more = await save_master_page(unit, school.teacher, tides, page("a:uno two more"), late.sent_revision)
    assert "uno two more" in show(more.page.document) and "ONE two" in show(more.page.document)


async def test_imported_pages_find_their_places_by_name(school: School):
    pages = [
        ImportedPage(("Autumn",), "Tides", page("a:x", "one")),
        ImportedPage(("Autumn",), "Tides", page("a:x", "sheet"), tucked_under="one"),
        ImportedPage((), "Tides", page("a:x", "loose")),
    ]
    async with school.database.begin() as unit:
        await import_pages(unit, school.teacher, school.master, pages)
        await import_pages(unit, school.teacher, school.master, pages[:1])
    assert await outline_of(school) == "Tides: loose Autumn/ Tides: one (sheet) one"


async def test_a_page_that_comes_again_is_brought_up_to_date_and_what_students_wrote_stays(school: School):
    [ada] = await school.add_class("9A", 1)
    tides = await school.add_page("a:The sea falls. | s:Here:", "Ebb", writing="everywhere", paper="ruled")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:The sea falls. | s:Here: kelp")
    came = [
        ImportedPage((), "tides", page("x:The sea falls and rises. | y:Here:", "EBB")),
        ImportedPage((), "Tides", page("x:Another.", "Ebb")),
    ]
    async with school.database.begin() as unit:
        assert await look_at_import(unit, school.teacher, school.master, came) == [
            PageThere(tides, Unsure((), ())),
            None,
        ]
        taken = await import_pages(unit, school.teacher, school.master, came, update=True)
        assert (taken.updated, len(taken.page_ids), taken.same) == ({tides: 1}, 1, 0)
        taken = await import_pages(unit, school.teacher, school.master, came[:1], update=True)
        assert (taken.updated, taken.page_ids, taken.same) == ({}, [], 1)
        now = await unit.pages.get(tides)
        assert now is not None
        assert now.document["attrs"]["paper"] == "ruled"
    await school.push([tides], "9A")
    assert await school.reads(ada, tides) == "a:The sea falls and rises. | s:Here: kelp"
    async with school.database.begin() as unit:
        await go_back_to(unit, school.teacher, tides, 1)
        now = await unit.pages.get(tides)
        assert now is not None
        assert show(now.document) == "a:The sea falls. | s:Here:"


async def test_a_new_page_is_tucked_under_one_that_is_brought_up_to_date(school: School):
    one = ImportedPage((), "Tides", page("a:x", "one"))
    sheet = ImportedPage((), "Tides", page("a:x", "sheet"), tucked_under="one")
    async with school.database.begin() as unit:
        await import_pages(unit, school.teacher, school.master, [one])
        await import_pages(unit, school.teacher, school.master, [one, sheet], update=True)
    assert await outline_of(school) == "Tides: one (sheet)"


async def test_nothing_is_put_into_another_course_nor_under_a_page_elsewhere(school: School):
    tides = await school.add_page("a:x", "Tides")
    elsewhere = await school.add_section("Elsewhere")
    async with school.database.begin() as unit:
        master = await unit.masters.add_master("Another course", school.teacher.person_id)
        autumn = await add_divider(unit, school.teacher, master, "Autumn")
    attempts = [
        lambda unit: add_divider(unit, school.teacher, school.master, "x", autumn),
        lambda unit: add_section(unit, school.teacher, school.master, "x", autumn),
        lambda unit: move_item(unit, school.teacher, "section", elsewhere, autumn, None),
        lambda unit: add_page(unit, school.teacher, elsewhere, blank_page("x"), tides),
    ]
    for attempt in attempts:
        async with school.database.begin() as unit:
            with pytest.raises(NotFound):
                await attempt(unit)


@pytest.mark.parametrize("kind", ["page", "section", "divider"])
async def test_what_is_brought_back_stands_before_what_was_added_meanwhile(school: School, kind):
    make = {
        "page": lambda name: add_page(unit, school.teacher, school.section, blank_page(name)),
        "section": lambda name: add_section(unit, school.teacher, school.master, name),
        "divider": lambda name: add_divider(unit, school.teacher, school.master, name),
    }[kind]
    async with school.database.begin() as unit:
        await make("first")
        gone = await make("gone")
        await remove_item(unit, school.teacher, kind, gone)
        await make("new")
        await restore_item(unit, school.teacher, kind, gone)
    found = (await outline_of(school)).replace(":", "").replace("/", "").split()
    assert found == ["Tides", "first", "gone", "new"]


async def test_a_master_page_has_a_past_and_is_gone_back_in(school: School):
    tides = await school.add_page("a:one")
    start = datetime.now(UTC) + timedelta(hours=1)
    for turn, words in enumerate(["one two", "one two three", "one", "one four"]):
        async with school.database.begin(start + timedelta(minutes=8 * turn + 30 * (turn > 1))) as unit:
            await save_master_page(unit, school.teacher, tides, page(f"a:{words}"), turn + 1)
    async with school.database.begin() as unit:
        told = await look_at_master_past(unit, school.teacher, tides)
        assert [(moment.revision, moment.made_by) for moment in told] == [
            (5, "Tess Teacher"),
            (3, "Tess Teacher"),
            (1, ""),
        ]
        assert told[1].changed == ("the title is now “Page”",) or "is new" in " ".join(told[1].changed)
        back = await go_back_to(unit, school.teacher, tides, 3)
        assert show(back.page.document) == "a:one two three"
        forth = await go_back_to(unit, school.teacher, tides, 5)
        assert show(forth.page.document) == "a:one four"
        with pytest.raises(NotFound):
            await go_back_to(unit, school.teacher, tides, 99)


async def test_a_section_says_where_students_may_write_on_its_pages_and_on_new_ones(school: School):
    tides, ebb = await school.add_page("a:One", "Tides"), await school.add_page("a:Two", "Ebb", writing="spaces")
    elsewhere = await school.add_page("a:Three", "Dunes", await school.add_section("Elsewhere"))

    async def writing(*pages: int) -> list[str]:
        async with school.database.begin() as unit:
            items = {page.id: page.document["attrs"] for page in await unit.pages.get_many(list(pages))}
            return [items[page_id].get("writing", "everywhere") for page_id in pages]

    async with school.database.begin() as unit:
        before = await set_section_writing(unit, school.teacher, school.section, "spaces")
        assert (before.writing, before.pages) == ("everywhere", {tides: 1})
        new = await add_blank_page(unit, school.teacher, school.section, "New")
    assert await writing(tides, ebb, elsewhere, new) == ["spaces", "spaces", "everywhere", "spaces"]
    async with school.database.begin() as unit:
        await set_section_writing(unit, school.teacher, school.section, before.writing, pages_too=False)
        await go_back_to(unit, school.teacher, tides, before.pages[tides])
    assert await writing(tides, ebb, new) == ["everywhere", "spaces", "spaces"]
