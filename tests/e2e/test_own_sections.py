"""A student makes a section; a page of a section of that name is offered to come into it: in the browser."""

import re

from playwright.async_api import expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, push_now, saved, type_into

PAGE, SECTION = "Four knots that hold", "Ropes and boats"


async def test_a_page_comes_into_the_section_that_a_student_made(person):
    teacher, isla = await person("Ngozi"), await person("Isla", PHONE)
    await isla.get_by_role("button", name="A page of my own").click()
    await isla.get_by_label("What is your page called?").fill("My bowline")
    await isla.get_by_label("In which section?").select_option("A new section …")
    await isla.get_by_label("What is the section called?").fill("ropes and boats")
    await isla.get_by_role("button", name="Begin it").click()
    await expect(isla.get_by_text("A page of your own.")).to_be_visible()

    await open_master_page(teacher, PAGE)
    await teacher.get_by_role("button", name="Push this page").click()
    await teacher.get_by_role("button", name=re.compile("made a section “ropes and boats” themselves")).click()
    await expect(teacher.get_by_role("button", name=re.compile("^Section: .*theirs of that name"))).to_be_visible()
    await expect(teacher.get_by_role("button", name=re.compile("tied by name"))).to_be_visible()
    await push_now(teacher)

    await isla.get_by_role("link", name="My notebook").click()
    shelf = isla.get_by_role("navigation", name="Notebook")
    await expect(shelf.get_by_role("heading", name="ropes and boats")).to_be_visible()
    await expect(shelf.get_by_role("heading", name=SECTION, exact=True)).to_have_count(0)
    await expect(shelf.get_by_role("link", name=PAGE).last).to_be_visible()

    await open_notebook_page(isla, PAGE)
    await type_into(isla, ".page-body > p", " I can tie three.")
    await saved(isla)
    await teacher.get_by_role("button", name="Undo").click()
    moved = teacher.get_by_role("dialog").get_by_role("region", name=PAGE)
    await expect(moved.get_by_text("Whom you choose finds it in the drawer")).to_be_visible()
    await moved.get_by_role("checkbox", name="Isla").click()
    await teacher.get_by_role("button", name="Put them back").click()
    await expect(teacher.get_by_text("1 more was taken back too")).to_be_visible()
    await isla.get_by_role("link", name="My notebook").click()
    await expect(shelf.get_by_role("heading", name="My drawer")).to_be_visible()
    await expect(shelf.get_by_role("link", name="My bowline")).to_be_visible()
    await open_notebook_page(isla, PAGE)
    await expect(isla.get_by_text("I can tie three.")).to_be_visible()
