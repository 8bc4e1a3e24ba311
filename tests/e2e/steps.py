"""What people do in the browser, in their words."""

import asyncio
import re

from playwright.async_api import Page, expect

# As long as any other step may take: a busy machine is slow, not wrong.
expect.set_options(timeout=30_000)


async def open_master_page(page: Page, title: str) -> None:
    await page.get_by_role("treeitem", name=re.compile(f"^{re.escape(title)}(,|$)")).first.click()
    await expect(page.get_by_label("Title of the page")).to_have_value(title)
    await expect(page.locator(".page-body")).to_be_visible()


async def open_notebook_page(page: Page, title: str) -> None:
    await page.get_by_role("navigation", name="Notebook").get_by_role("link", name=title).last.click()
    await expect(page.get_by_role("heading", name=title, level=1)).to_be_visible()
    await expect(page.locator(".page-body")).to_be_visible()


async def type_into(page: Page, selector: str, words: str) -> None:
    """Clicks into a place of the page and types at its end, at a pace that an editor can follow."""
    await page.locator(selector).first.click()
    await page.keyboard.press("End")
    await asyncio.sleep(0.05)
    await page.keyboard.type(words, delay=30)


_NOTHING_UNSAVED = "() => !Object.keys(localStorage).some((key) => key.startsWith('red-thread-unsaved/'))"


async def saved(page: Page) -> None:
    """Waits until the editor has nothing left to send: words stay in the browser until the server has them."""
    await page.wait_for_function(_NOTHING_UNSAVED)


async def push_now(page: Page) -> None:
    """Presses the push and waits until it is done."""
    await page.get_by_role("button", name=re.compile("^Push to")).click()
    await expect(page.get_by_text(re.compile("^Done: "))).to_be_visible()
