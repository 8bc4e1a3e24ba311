"""A page cut loose and tied again, a page of one's own, and a push that says where: in the browser."""

import re

from playwright.async_api import expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, push_now, saved, type_into

PAGE = "Wind and ripples"


async def test_a_page_stays_with_its_students_cut_loose_and_is_tied_again(person):
    teacher, ada = await person("Ngozi"), await person("Ada")
    await open_master_page(teacher, PAGE)
    await teacher.get_by_role("link", name="Pull it back").click()
    await teacher.get_by_role("button", name=re.compile("^Where a student has written")).click()
    await teacher.get_by_role("radio", name=re.compile("^It stays with them, cut loose")).click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_role("button", name=re.compile("cut loose.*theirs from now on"))).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Pull back from")).click()
    await expect(teacher.get_by_text("it is a page of their own now")).to_be_visible()

    await open_notebook_page(ada, PAGE)
    await expect(ada.get_by_text("Your teacher cut this page loose")).to_be_visible()
    await type_into(ada, ".page-body > p", " Ripples under my feet.")
    await saved(ada)

    await teacher.get_by_role("button", name="Back to the page").click()
    await teacher.get_by_role("button", name="Push it to more").click()
    await teacher.get_by_role("button", name=re.compile("cut loose: tie them again")).click()
    await expect(teacher.get_by_role("button", name=re.compile("tied again.*it follows your page"))).to_be_visible()
    await push_now(teacher)
    await expect(ada.get_by_text("Your teacher’s page and yours")).to_be_visible()
    await expect(ada.get_by_text("Ripples under my feet.")).to_be_visible()


async def test_a_student_begins_a_page_names_it_and_puts_it_away(person):
    yara = await person("Yara", PHONE)
    await yara.get_by_role("button", name="A page of my own").click()
    await yara.get_by_label("What is your page called?").fill("Shells I found")
    await yara.keyboard.press("Enter")
    await expect(yara.get_by_text("A page of your own.")).to_be_visible()
    await type_into(yara, ".page-body p", "A whelk.")
    await saved(yara)
    await yara.get_by_label("Title of the page").fill("Shells of the north shore")
    await saved(yara)
    await yara.get_by_role("button", name="Put away").click()
    await expect(yara.get_by_text("The page is in your drawer")).to_be_visible()
    await yara.get_by_role("link", name="My notebook").click()
    await expect(yara.get_by_role("heading", name="My drawer")).to_be_visible()
    await open_notebook_page(yara, "Shells of the north shore")
    await yara.get_by_role("button", name="Bring it back").click()
    await expect(yara.get_by_text("A whelk.")).to_be_visible()

    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("button", name="9B").click()
    await teacher.get_by_role("link", name="Yara Costa").click()
    await expect(teacher.get_by_role("heading", name="Yara Costa’s notebook")).to_be_visible()
    await teacher.get_by_role("link", name=re.compile("^Shells of the north shore.*their own")).click()
    await expect(teacher.get_by_text("A whelk.")).to_be_visible()
    await teacher.get_by_role("link", name="All of Yara’s notebook").click()
    await expect(teacher.get_by_role("heading", name="Yara Costa’s notebook")).to_be_visible()


async def test_a_push_says_into_which_section_where_and_as_what(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, PAGE)
    await teacher.get_by_role("link", name="Pull it back").wait_for()
    await teacher.goto(re.sub("/page/.*", "/push?pages=", teacher.url) + teacher.url.rsplit("/", 1)[-1])
    await teacher.get_by_role("button", name=re.compile("^Place:")).click()
    await teacher.get_by_role("radio", name=re.compile("^At the start")).click()
    await teacher.keyboard.press("Escape")
    await teacher.get_by_role("button", name=re.compile("^Whoever has it:")).click()
    await teacher.get_by_role("radio", name=re.compile("^gets a second one")).click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_text("beside the one they have")).to_be_visible()
    await teacher.reload()
    await expect(teacher.get_by_role("button", name="Place: at the start")).to_be_visible()
    await expect(teacher.get_by_role("button", name="Whoever has it: gets a second one beside it")).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    await teacher.get_by_role("button", name="Nobody", exact=True).click()
    await teacher.get_by_role("checkbox", name=re.compile("^Ada Nwosu")).first.click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_role("button", name="Push to 1 student")).to_be_enabled()
    await push_now(teacher)
    await expect(teacher.get_by_text("at the start, as a second copy")).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Undo")).click()
    await teacher.get_by_role("button", name=re.compile("^Put (them|it) back")).click()
    await expect(teacher.get_by_text(re.compile("^Undone"))).to_be_visible()
