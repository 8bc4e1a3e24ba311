"""Every main view, wide and on a phone: no serious findings of axe, one heading with the focus, room for a thumb."""

import pytest
from axe_playwright_python.async_playwright import Axe
from playwright.async_api import Page

from tests.e2e.running import PHONE, WIDE, a_browser, walk_in

VIEWS = [
    ("", "/sign-in", WIDE),
    ("", "/code", PHONE),
    ("Ngozi", "/master/1/page/1", WIDE),
    ("Ngozi", "/master/1/push?pages=1.2", WIDE),
    ("Ngozi", "/master/1/pull-back?pages=1", WIDE),
    ("Ngozi", "/master/1/pushes", WIDE),
    ("Ngozi", "/master/1/pushes/1", WIDE),
    ("Ngozi", "/master/1/reach", WIDE),
    ("Ngozi", "/master/1/classes", WIDE),
    ("Ngozi", "/master/1/look/2", WIDE),
    ("Ngozi", "/master/1/page/11/editions/1/0", WIDE),
    ("Ngozi", "/master/1/page/1/knots", WIDE),
    ("Ada", None, WIDE),
    ("Ada", None, PHONE),
    ("Ada", "arrange", WIDE),
    ("Ada", "arrange", PHONE),
    ("Ada", "page", WIDE),
    ("Ada", "page", PHONE),
]


async def open_view(page: Page, view: str | None) -> None:
    if view == "page":
        await page.get_by_role("link", name="What pulls the sea").last.click()
    elif view == "arrange":
        await page.get_by_role("button", name="Arrange").click()
        await page.get_by_role("option").nth(1).click()
    elif view:
        await page.goto(view)
    await page.locator("h1:visible").wait_for()


async def serious(page: Page) -> list[str]:
    found = await Axe().run(page)
    return [
        f"{one['id']}: {one['nodes'][0]['html'][:160]}"
        for one in found.response["violations"]
        if one["impact"] in ("serious", "critical")
    ]


@pytest.mark.parametrize("dark", [False, True], ids=["light", "dark"])
@pytest.mark.parametrize(("who", "view", "size"), VIEWS)
async def test_a_view_has_no_serious_findings(browser, address, who, view, size, dark):
    context = await a_browser(browser, address, size, dark)
    page = await walk_in(context, who) if who else await context.new_page()
    problems: list[str] = []
    page.on("pageerror", lambda error: problems.append(str(error)))
    await open_view(page, view)
    await page.wait_for_timeout(900)
    assert await serious(page) == []
    assert problems == []
    width = await page.evaluate("document.documentElement.scrollWidth")
    assert width <= size[0], "the view is wider than the screen"
    await context.close()


_ONE_OF_EACH = """() => {
    const seen = (name) => [...document.querySelectorAll(name)].filter((part) => part.checkVisibility()).length;
    return [seen('main'), seen('h1'), document.activeElement?.tagName];
}"""
#: What is pressed and is smaller than a thumb. A link within words is as tall as its line; stitches are woven.
_TOO_SMALL = """() => [...document.querySelectorAll('button, [role=button], a[href], input, textarea, select, summary')]
    .filter((part) => part.checkVisibility() && !part.matches('p a, .sr-only, .woven, .option-pick'))
    .map((part) => [part, (part.closest('label') ?? part).getBoundingClientRect()])
    .filter(([, { width, height }]) => width && height && (width < 43.5 || height < 43.5))
    .map(([part, { width, height }]) =>
        `${part.ariaLabel || part.innerText || part.outerHTML.slice(0, 80)}: ${width} x ${height}`)
"""


@pytest.mark.parametrize(("who", "view"), sorted({(who, view or "") for who, view, _ in VIEWS if view != "arrange"}))
async def test_a_view_has_one_heading_with_the_focus_and_room_for_a_thumb(person, who, view):
    page = await person(who, PHONE)
    await open_view(page, view)
    await page.locator("h1:focus").wait_for()
    await page.wait_for_timeout(900)
    assert await page.evaluate(_ONE_OF_EACH) == [1, 1, "H1"]
    assert await page.evaluate(_TOO_SMALL) == []
