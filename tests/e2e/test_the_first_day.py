"""The first day of a school: from an empty folder to a pupil's first answer on a phone, in twelve actions at most."""

import re
import shutil
import tempfile
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

import pytest
from playwright.async_api import Browser, Page, expect

from tests.e2e.running import PHONE, WIDE, a_browser, chromium
from tests.e2e.steps import saved, type_into
from tests.launcher.test_start import started

pytestmark = pytest.mark.xdist_group("start")


class Counted:
    """A person at a browser whose actions are counted: what they press, and what they fill a form with as one."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    async def press(self, name: str | re.Pattern[str], role: str = "button") -> None:
        self.actions += 1
        await self.page.get_by_role(role, name=name).first.click()  # type: ignore[arg-type]

    async def fill(self, **fields: str) -> None:
        self.actions += 1
        for label, words in fields.items():
            await self.page.get_by_label(re.compile(label.replace("_", " "))).fill(words)


@asynccontextmanager
async def an_empty_school() -> AsyncIterator[tuple[Browser, str, str]]:
    """A browser, the address of an application without anybody in it, and the address at which it begins."""
    data = Path(tempfile.mkdtemp(prefix="red-thread-first-", dir="/var/tmp"))
    data.chmod(0o755)
    try:
        with started("--data", str(data), "--no-demo") as (address, said):
            first = re.search(r"\S+/begin\?code=\S+", said)
            assert first, said
            assert "saltmarsh" not in said, "the console names nobody of the demo"
            async with chromium() as browser:
                yield browser, address, first.group()
    finally:
        shutil.rmtree(data)


async def test_from_nothing_to_a_pupils_first_answer():
    async with an_empty_school() as (browser, address, first):
        teacher, phone = [
            Counted(await (await a_browser(browser, address, size)).new_page()) for size in (WIDE, PHONE)
        ]
        await _begin(teacher, first)
        code = await _bring_in(teacher)
        await _give_a_page(teacher)
        await _answer(phone, f"{address}/code?code={code}")
        assert teacher.actions + phone.actions <= 12


async def test_from_nothing_to_three_classes_with_notebooks():
    async with an_empty_school() as (browser, address, first):
        teacher = Counted(await (await a_browser(browser, address)).new_page())
        await _begin(teacher, first)
        teacher.actions += 1  # to the classes, by their link
        for name, names in (("9A", "Ada Nwosu\nBen Okri"), ("9B", "Cem Kaya"), ("9C", "Dua Haq\nEli Roth")):
            await _take_in(teacher, name, names)
        for name, students in (("9A", 2), ("9B", 1), ("9C", 2)):
            await expect(teacher.page.get_by_role("button", name=f"{name} {students}")).to_be_visible()
        assert teacher.actions <= 16


async def _begin(teacher: Counted, address: str) -> None:
    await teacher.page.goto(address)
    await teacher.fill(
        Your_name="Tess Tan", A_password="three long words", The_school="Saltmarsh", The_course="Shores"
    )
    await teacher.press("Begin")
    await expect(teacher.page.get_by_text("No class yet.")).to_be_visible()
    await teacher.page.goto(address)
    await expect(teacher.page.get_by_text("This school has begun already")).to_be_visible()
    await teacher.page.goto(address.split("/begin", maxsplit=1)[0])
    await teacher.page.get_by_role("link", name="Classes").click()


async def _take_in(teacher: Counted, name: str, names: str) -> None:
    await teacher.press("Bring students in")
    await teacher.fill(Name_of_the_class=name, Names=names)
    await teacher.press("Look at the plan")
    await teacher.press(re.compile("^Take .* in$"))


async def _bring_in(teacher: Counted) -> str:
    await _take_in(teacher, "9A", "Ada Nwosu\nBen Okri")
    await teacher.press(re.compile("^Make a sheet of sign-in codes for 2"))
    slip = teacher.page.get_by_role("listitem").filter(has_text="Ada Nwosu")
    await expect(slip.get_by_text("ada.nwosu")).to_be_visible()
    return await slip.locator(".font-mono").inner_text()


async def _give_a_page(teacher: Counted) -> None:
    page = teacher.page
    await page.get_by_role("link", name="Master").click()
    await teacher.press("New page")
    await page.get_by_label(re.compile("^Its name")).fill("Tides today")
    await page.keyboard.press("Enter")
    await expect(page.get_by_label("Title of the page")).to_have_value("Tides today")
    await type_into(page, ".page-body p", "When does the sea fall?")
    await saved(page)
    await teacher.press("Push this page")
    await teacher.press("Push to 2 students")
    await expect(page.get_by_text(re.compile("^Done: 2 students of 2. Everyone has it."))).to_be_visible()


async def _answer(phone: Counted, address: str) -> None:
    page = phone.page
    await page.goto(address)
    await page.get_by_label(re.compile("^Choose a password")).fill("salt and wind")
    await phone.press("Open my notebook")
    await page.get_by_role("link", name="Tides today").first.click()
    await type_into(page, ".page-body p", " At noon.")
    await saved(page)
