"""A student arranges their notebook: by drag, by thumb, by key; takes it back; and the teacher says how far."""

import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page


def rows(page: Page, section: str):
    return page.get_by_role("listbox", name=section).get_by_role("option")


async def arrange(page: Page) -> None:
    await page.get_by_role("button", name="Arrange").click()
    await expect(page.get_by_role("listbox").first).to_be_visible()


async def titles(page: Page, section: str) -> list[str]:
    return [words.split("\n")[0] for words in await rows(page, section).all_inner_texts()]


async def test_a_page_is_dragged_and_taken_back_by_key(person):
    isla = await person("Isla")
    await arrange(isla)
    before = await titles(isla, "Tides")
    grip = await rows(isla, "Tides").first.get_by_role("presentation").bounding_box()
    onto = await rows(isla, "Tides").nth(2).bounding_box()
    assert grip and onto
    await isla.mouse.move(grip["x"] + 8, grip["y"] + 8)
    await isla.mouse.down()
    await isla.mouse.move(onto["x"] + 40, onto["y"] + 20, steps=8)
    await isla.mouse.up()
    await expect(isla.get_by_text(f"“{before[0]}” moved.")).to_be_visible()
    moved = await titles(isla, "Tides")
    assert moved != before and sorted(moved) == sorted(before)
    await isla.keyboard.press("Control+z")
    await expect(rows(isla, "Tides").first).to_contain_text(before[0])
    await isla.keyboard.press("Control+Shift+z")
    await expect(rows(isla, "Tides").first).not_to_contain_text(before[0])
    await isla.keyboard.press("Control+z")
    await expect(rows(isla, "Tides").first).to_contain_text(before[0])


async def test_a_page_goes_by_keys_alone_and_stays_in_hand(person):
    isla = await person("Isla")
    await isla.get_by_role("button", name="Arrange").focus()
    await isla.keyboard.press("Enter")
    await expect(rows(isla, "Tides").first).to_be_visible()
    before = await titles(isla, "Tides")
    await rows(isla, "Tides").first.focus()
    await isla.keyboard.press("Alt+ArrowDown")
    await expect(isla.get_by_text(f"“{before[0]}” moved.")).to_be_visible()
    await expect(isla.locator("[role=option]:focus")).to_contain_text(before[0])
    await isla.keyboard.press("Control+z")
    await expect(rows(isla, "Tides").first).to_contain_text(before[0])
    await isla.keyboard.press("Escape")
    await expect(isla.get_by_role("button", name="Arrange")).to_be_visible()


async def test_several_go_to_a_section_of_ones_own_by_thumb(person):
    isla = await person("Isla", PHONE)
    await isla.get_by_role("button", name="A page of my own").click()
    await isla.get_by_label("What is your page called?").fill("Shells")
    await isla.get_by_label("In which section?").select_option("new")
    await isla.get_by_label("What is the section called?").fill("By the sea")
    await isla.get_by_role("button", name="Begin it").click()
    await expect(isla.get_by_label("Title of the page")).to_have_value("Shells")
    await isla.get_by_role("link", name="My notebook").click()
    await arrange(isla)
    chosen = (await titles(isla, "Tides"))[-1]
    await rows(isla, "Tides").last.click()
    await isla.get_by_label("Move to a section").select_option(label="By the sea")
    await expect(rows(isla, "By the sea")).to_have_count(2)
    await expect(rows(isla, "By the sea").last).to_contain_text("moved by you")
    await rows(isla, "By the sea").last.click()
    await isla.get_by_role("button", name="Back to where my teacher has it").click()
    await expect(rows(isla, "Tides").last).to_contain_text(chosen)
    await isla.get_by_label("Name of the section “By the sea”").fill("At sea")
    await isla.keyboard.press("Enter")
    await expect(isla.get_by_text("“By the sea” is called “At sea” now.")).to_be_visible()
    await isla.get_by_role("button", name="Put “At sea” away").click()
    await expect(isla.get_by_role("listbox", name="At sea")).to_have_count(0)
    await rows(isla, "My drawer").filter(has_text="Shells").click()
    await isla.get_by_role("button", name="Throw away").click()
    await expect(rows(isla, "My drawer").filter(has_text="Shells")).to_contain_text("goes for good on")
    await isla.get_by_role("button", name="Done").click()


async def test_a_copy_of_what_is_on_display_is_taken_in_one_action(person):
    isla = await person("Isla")
    await isla.get_by_role("link", name=re.compile("Words of the shore")).click()
    await isla.get_by_role("button", name="Take a copy to write on").click()
    await isla.get_by_role("link", name="It is in your notebook").click()
    await expect(isla.get_by_text("Your teacher’s page and yours")).to_be_visible()


async def test_the_teacher_keeps_a_section_in_order(person):
    ngozi, isla = await person("Ngozi"), await person("Isla")
    await open_master_page(ngozi, "Moon diary")
    await ngozi.get_by_label("What students may arrange").first.click()
    await ngozi.get_by_role("radio", name=re.compile("arrange nothing")).click()
    await expect(ngozi.get_by_text("In “Tides” students may arrange nothing.")).to_be_visible()
    await isla.reload()
    await arrange(isla)
    await expect(isla.get_by_text("your teacher keeps its order")).to_be_visible()
    await expect(rows(isla, "Tides").first.get_by_role("presentation")).to_have_count(0)
    await ngozi.get_by_text("Undo", exact=True).click()
    await isla.reload()
    await arrange(isla)
    await expect(rows(isla, "Tides").first.get_by_role("presentation")).to_be_visible()


async def test_a_page_that_is_ready_is_read_as_it_was_then(person):
    isla, ngozi = await person("Isla"), await person("Ngozi")
    await isla.get_by_role("link", name="The rule of twelfths").last.click()
    await isla.locator(".page-body[contenteditable=true] .space [role=group]").first.click()
    await isla.keyboard.type("Slow, fast, slow. ", delay=30)
    await isla.get_by_role("button", name="This is ready to be read").click()
    await expect(isla.get_by_text("Ready to be read since")).to_be_visible()
    await ngozi.goto("/master/1/look/" + isla.url.rsplit("/", 1)[1])
    await ngozi.get_by_role("button", name="Read it as it was then").click()
    await expect(ngozi.locator(".page-body:visible")).to_contain_text("Slow, fast, slow.")
    await expect(isla.get_by_text("Your teacher read it on")).to_be_visible()
    await expect(isla.get_by_role("button", name="Not ready after all")).to_have_count(0)
