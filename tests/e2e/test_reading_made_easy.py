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


# Chromium without a head has no voices: two stand in, of which one would send the words away.
VOICES = """(own) => {
    window.spoken = [];
    window.SpeechSynthesisUtterance = class { constructor(words) { this.text = words; } };
    const voices = [{ lang: 'en-US', localService: false, name: 'far' }, { lang: 'en-GB', localService: own, name: 'near' }];
    const speak = (said) => {
        spoken.push([said.text, said.voice.name, [...CSS.highlights.get('read-aloud')].map(String).join()]);
        window.heard = () => said.onend();
    };
    const none = () => {};
    Object.defineProperty(window, 'speechSynthesis', { value: {
        getVoices: () => voices, speak, pause: none, resume: none, cancel: none, addEventListener: none } });
}"""


async def test_a_page_is_read_aloud_by_the_devices_own_voice_alone(person):
    isla = await person("Isla")
    await isla.add_init_script(f"({VOICES})(true)")
    await isla.reload()
    await isla.get_by_role("link", name="Moon diary").last.click()
    await isla.get_by_role("button", name="Read aloud").click()
    await expect(isla.get_by_text("Reading aloud …")).to_be_visible()
    await isla.evaluate("heard()")
    spoken = await isla.evaluate("spoken")
    assert len(spoken) == 2 and {voice for _, voice, _ in spoken} == {"near"}
    assert all(words == marked.strip() for words, _, marked in spoken), "what is heard is marked"
    body = " ".join((await isla.locator(".page-body").inner_text()).split())
    assert all(words in body for words, _, _ in spoken)
    await isla.get_by_role("button", name="Stop", exact=True).click()
    assert await isla.evaluate("CSS.highlights.size") == 0
    await isla.evaluate("heard()")
    assert len(await isla.evaluate("spoken")) == 2, "nothing more is said"


async def test_where_there_is_no_such_voice_nothing_is_said_and_that_is_told(person):
    isla = await person("Isla", PHONE)
    await isla.add_init_script(f"({VOICES})(false)")
    await isla.reload()
    await isla.get_by_role("link", name="Moon diary").last.click()
    await isla.get_by_role("button", name="Read aloud").click()
    await expect(isla.get_by_text("This device has no voice of its own.")).to_be_visible()
    assert await isla.evaluate("spoken") == []
