"""`./red-thread screenshots`: pictures of every main view, made from the demo as it is loaded fresh."""

import asyncio
import re
from collections.abc import Awaitable, Callable
from pathlib import Path

from playwright.async_api import Browser, Page

from red_thread.settings import PROJECT
from tests.e2e.running import PHONE, WIDE, a_browser, chromium, running_application, walk_in
from tests.e2e.steps import open_master_page, open_notebook_page, push_now

FOLDER = PROJECT / "docs" / "screenshots"
CHANGED = "The strandline after a storm"
KNOTTED = "What pulls the sea"
Shot = Callable[[Page], Awaitable[None]]


async def sign_in(page: Page) -> None:
    await page.goto("/sign-in")
    await page.get_by_role("button", name="Ada").wait_for()


async def master(page: Page) -> None:
    await open_master_page(page, CHANGED)
    await page.get_by_text("“paces” is now “metres”").wait_for()


async def writing(page: Page) -> None:
    await open_master_page(page, "The rule of twelfths")
    await page.locator(".page-body p").first.click()
    await page.get_by_role("button", name="Put in").click()


async def plan(page: Page) -> None:
    await master(page)
    await page.get_by_role("button", name="Push the change").click()
    await page.get_by_role("button", name=re.compile(r"^Push to \d+ students")).wait_for()


async def pull_back(page: Page) -> None:
    await master(page)
    await page.get_by_role("link", name="Pull it back").click()
    await page.get_by_role("button", name=re.compile("^Where a student has written")).click()


async def pushed(page: Page) -> None:
    await plan(page)
    await push_now(page)


async def view(page: Page, name: str) -> None:
    await page.get_by_role("link", name=name, exact=True).click()


async def pushes(page: Page) -> None:
    await view(page, "Pushes")


async def reach(page: Page) -> None:
    await view(page, "Reach")
    await page.locator("[data-cell]").first.wait_for()


async def classes(page: Page) -> None:
    await view(page, "Classes")


async def roster(page: Page) -> None:
    await classes(page)
    await page.get_by_role("button", name="Bring students in").click()
    await page.get_by_label(re.compile("^Name of the class")).fill("9D")
    rows = "name,email\nNoor Haddad,noor.h@saltmarsh.example\n,nobody@saltmarsh.example\nPia Berg,pia.b@saltmarsh.example\n"
    chosen = {"name": "9d.csv", "mimeType": "text/csv", "buffer": rows.encode()}
    await page.get_by_label("Roster file").set_input_files(chosen)
    await page.get_by_text("2 new").wait_for()


async def codes(page: Page) -> None:
    await roster(page)
    await page.get_by_role("button", name="Take 2 students in").click()
    await page.get_by_role("button", name="9D").click()
    await page.get_by_role("button", name=re.compile("^Make a sheet of sign-in codes")).click()
    await page.get_by_role("img", name=re.compile("^QR code")).first.wait_for()


async def look(page: Page) -> None:
    await reach(page)
    await page.locator("[data-cell]").nth(2).click()
    await page.locator(".page-body").wait_for()


async def notebook(page: Page) -> None:
    await open_notebook_page(page, CHANGED)


async def shelf(page: Page) -> None:
    await page.get_by_role("navigation", name="Notebook").wait_for()


async def knot(page: Page) -> None:
    await open_notebook_page(page, KNOTTED)
    await page.get_by_text("You had written").scroll_into_view_if_needed()


async def editions(page: Page) -> None:
    await master(page)
    await page.get_by_role("link", name="Compare the two").click()
    await page.locator(".differs").first.wait_for()


async def knots(page: Page) -> None:
    await open_master_page(page, KNOTTED)
    await page.get_by_role("link", name="See and untie").click()
    await page.get_by_role("group", name="Untie for all").wait_for()


async def past(page: Page) -> None:
    await open_notebook_page(page, KNOTTED)
    await page.get_by_role("button", name="How it came about").click()
    await page.get_by_role("button", name=re.compile("^You wrote")).first.click()
    await page.get_by_text(re.compile("^As it was on")).wait_for()


# name, who, size, dark, the way there; those that change something come last
SHOTS: list[tuple[str, str, tuple[int, int], bool, Shot]] = [
    ("sign-in", "", WIDE, False, sign_in),
    ("master", "Ngozi", WIDE, False, master),
    ("knots", "Ngozi", WIDE, False, knots),
    ("writing", "Ngozi", WIDE, False, writing),
    ("plan", "Ngozi", WIDE, False, plan),
    ("pull-back", "Ngozi", WIDE, False, pull_back),
    ("reach", "Ngozi", WIDE, False, reach),
    ("look", "Ngozi", WIDE, False, look),
    ("classes", "Ngozi", WIDE, False, classes),
    ("notebook", "Ada", WIDE, False, notebook),
    ("notebook-phone", "Ada", PHONE, False, shelf),
    ("page-phone", "Ada", PHONE, False, notebook),
    ("knot-phone-dark", "Chidi", PHONE, True, knot),
    ("editions", "Ngozi", WIDE, False, editions),
    ("past", "Chidi", WIDE, False, past),
    ("roster", "Ngozi", WIDE, False, roster),
    ("codes", "Ngozi", WIDE, False, codes),
    ("pushed", "Ngozi", WIDE, False, pushed),
    ("pushes", "Ngozi", WIDE, False, pushes),
]


async def come(browser: Browser, address: str, who: str, size: tuple[int, int], dark: bool) -> Page:
    context = await a_browser(browser, address, size, dark)
    if who != "Chidi":
        return await walk_in(context, who) if who else await context.new_page()
    page = await context.new_page()
    await page.goto("/sign-in")
    await page.get_by_label("E-mail").fill("chidi.eze@saltmarsh.example")
    await page.get_by_label("Password").fill("low tide at noon")
    await page.get_by_role("button", name="Sign in").click()
    return page


async def take(folder: Path = FOLDER) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with running_application() as address:
        async with chromium() as browser:
            for name, who, size, dark, way in SHOTS:
                page = await come(browser, address, who, size, dark)
                await way(page)
                await page.wait_for_timeout(900)
                await page.screenshot(path=folder / f"{name}.png")
                await page.context.close()
                print(f"docs/screenshots/{name}.png", flush=True)


if __name__ == "__main__":
    asyncio.run(take())
