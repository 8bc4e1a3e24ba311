"""Larger letters, wider lines and a tint of one's own: at once, on every device, and gone with who signs out."""

import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE


async def size_of_letters(page: Page) -> float:
    return float(await page.locator(".page-body p").first.evaluate("(p) => parseFloat(getComputedStyle(p).fontSize)"))


async def test_what_one_chooses_is_seen_at_once_and_on_ones_phone(person):
    isla = await person("Isla")
    await isla.get_by_role("link", name="Moon diary").last.click()
    await expect(isla.locator(".page-body p").first).to_be_visible()
    usual = await size_of_letters(isla)
    await isla.get_by_role("button", name=re.compile(": settings")).first.click()
    await isla.get_by_role("menuitem", name="How I read").click()
    for choice in ("150 %", "widest", "made for dyslexic readers", "sky"):
        await isla.get_by_role("button", name=choice, exact=True).click()
    await expect(isla.get_by_role("button", name="sky", exact=True)).to_have_attribute("aria-pressed", "true")
    assert abs(await size_of_letters(isla) / usual - 1.5) < 0.02
    phone = await person("Isla", PHONE)
    await phone.get_by_role("link", name="Moon diary").last.click()
    await expect(phone.locator("html")).to_have_attribute("data-own-tint", "sky")
    assert abs(await size_of_letters(phone) / usual - 1.5) < 0.02
    assert await phone.evaluate("document.documentElement.scrollWidth") <= PHONE[0], "nothing is wider than the phone"
    await phone.get_by_role("link", name="My notebook").click()
    await phone.get_by_role("button", name=re.compile(": settings")).first.click()
    await phone.get_by_role("menuitem", name="Sign out").click()
    await phone.wait_for_url("**/sign-in")
    await expect(phone.locator("html")).to_have_attribute("data-own-tint", "none")
