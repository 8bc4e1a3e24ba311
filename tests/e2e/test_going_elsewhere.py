"""What is begun on a page ends on that page, wherever its student goes meanwhile; and nothing breaks on the way."""

import asyncio

from playwright.async_api import expect

from tests.e2e.running import PHONE
from tests.e2e.steps import saved

TITLE, OTHER = "Moon diary", "What pulls the sea"


async def test_one_leaves_with_the_caret_in_the_page(person):
    """The editor is taken off the screen while it has the focus: `person` fails on any error in the window."""
    ada = await person("Ada", PHONE)
    for words in ("A thin moon. ", "No moon. "):
        await ada.get_by_role("link", name=TITLE).first.click()
        await ada.locator(".page-body[contenteditable=true]").click()
        await ada.keyboard.press("Control+End")
        await asyncio.sleep(0.05)  # at a pace that an editor can follow
        await ada.keyboard.type(words, delay=30)
        await ada.go_back()
        await expect(ada.locator("nav").first).to_be_visible()
    await ada.get_by_role("link", name=TITLE).first.click()
    for words in ("A thin moon.", "No moon."):
        await expect(ada.locator(".page-body")).to_contain_text(words)
    await saved(ada)


async def test_undo_from_another_page_brings_back_the_page_that_was_put_away(person):
    ada = await person("Ada")
    await ada.get_by_role("link", name=TITLE).first.click()
    await ada.get_by_role("button", name="Put away").click()
    await expect(ada.get_by_text("The page is in your drawer")).to_be_visible()
    await ada.get_by_role("link", name=OTHER).last.click()
    await expect(ada.get_by_role("button", name="Put away")).to_be_visible()
    await ada.get_by_text("Undo", exact=True).click()
    await expect(ada.locator("nav").get_by_role("link", name=TITLE)).to_have_count(1)
    await expect(ada.get_by_role("button", name="Put away")).to_be_visible()
