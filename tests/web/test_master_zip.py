"""A whole master goes out as a zip and comes back as it was: order, empty holders, who sees what, the settings."""

import pytest

from red_thread.actions.master.change_outline import add_divider, add_page, add_section, set_display
from red_thread.actions.master.section_writing import set_section_writing
from red_thread.actions.master.starter_pages import set_starter
from red_thread.actions.master.templates import set_template
from red_thread.core.outline.display import Display
from red_thread.core.outline.tree import Divider, OutlinePage, Section
from tests.notation import page
from tests.school import School


@pytest.fixture
async def filled(school: School) -> School:
    async with school.database.begin() as unit:
        said = unit, school.teacher, school.master
        autumn = await add_divider(*said, "Autumn: wind & tide")
        await add_divider(*said, "Empty within", autumn)
        dunes = await add_section(*said, "Dunes", autumn)
        await add_section(*said, "Nothing in it yet", autumn)
        rules = await add_section(*said, "Rules")
        await add_divider(*said, "Spring")
        for section, title in ((rules, "Tides"), (dunes, "Grasses"), (rules, "Answers")):
            document = page(
                "a:Text | q=space[ p: ]",
                title,
                writing="spaces",
                paper="squared",
                orientation="A5 landscape",
                tint="sky",
            )
            made = await add_page(unit, school.teacher, section, document)
        await set_display(unit, school.teacher, "page", made, Display.WRAPS)
        await set_template(unit, school.teacher, made, True)
        await set_starter(unit, school.teacher, made, True)
        await set_section_writing(unit, school.teacher, rules, "spaces")
        await set_display(unit, school.teacher, "section", rules, Display.DISPLAY)
        await set_display(unit, school.teacher, "section", dunes, Display.WRAPS)
    return school


async def outline_of(school: School, master: int) -> list[tuple[object, ...]]:
    told: list[tuple[object, ...]] = []
    async with school.database.begin() as unit:
        for item in (await unit.outlines.read(master)).in_order():
            match item:
                case Divider(name=name, parent_id=parent):
                    told.append(("divider", name, parent is not None))
                case Section(name=name, divider_id=divider, display=display, writing=writing):
                    told.append(("section", name, divider is not None, display, writing))
                case OutlinePage(id=number, standing=standing):
                    stored = await unit.pages.get(number)
                    assert stored is not None
                    told.append(("page", stored.document["attrs"], standing))
    return told


async def test_it_comes_back_as_it_was(filled: School, visitor):
    teacher = await visitor("tess@school.example")
    async with filled.database.begin() as unit:
        other = await unit.masters.add_master("Another", filled.teacher.person_id)
    out = await teacher.get(f"/api/masters/{filled.master}/zip")
    sent = {"file": ("master.zip", out.content, "application/zip")}
    came = await teacher.ask("post", f"/api/masters/{other}/pages", files=sent)
    assert came.json()["problems"] == []
    before = await outline_of(filled, filled.master)
    assert await outline_of(filled, other) == before
    assert ("section", "Nothing in it yet", True, Display.ORDINARY, "everywhere") in before
    assert ("divider", "Empty within", True) in before
    again = await teacher.get(f"/api/masters/{other}/zip")
    assert again.content == out.content


async def test_what_is_there_is_seen_by_whom_it_was(filled: School, visitor):
    """Bringing the same in again makes its pages again, and changes nothing of a section that is there."""
    teacher = await visitor("tess@school.example")
    out = await teacher.get(f"/api/masters/{filled.master}/zip")
    async with filled.database.begin() as unit:
        rules = next(s for s in (await unit.outlines.read(filled.master)).sections if s.name == "Rules")
        await set_display(unit, filled.teacher, "section", rules.id, Display.ORDINARY)
    sent = {"file": ("master.zip", out.content, "application/zip")}
    await teacher.ask("post", f"/api/masters/{filled.master}/pages", files=sent)
    assert ("section", "Rules", False, Display.ORDINARY, "spaces") in await outline_of(filled, filled.master)
