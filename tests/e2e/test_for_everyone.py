"""Every main view without serious findings of axe, in light and dark, wide and on a phone."""

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
    ("Ngozi", "/master/1/page/8/editions/1/0", WIDE),
    ("Ngozi", "/master/1/page/1/knots", WIDE),
    ("Ada", None, WIDE),
    ("Ada", None, PHONE),
    ("Ada", "page", WIDE),
    ("Ada", "page", PHONE),
]


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
    if view == "page":
        await page.get_by_role("link", name="What pulls the sea").last.click()
    elif view:
        await page.goto(view)
    await page.wait_for_load_state("networkidle" if not who else "load")
    await page.wait_for_timeout(900)
    assert await serious(page) == []
    assert problems == []
    width = await page.evaluate("document.documentElement.scrollWidth")
    assert width <= size[0], "the view is wider than the screen"
    await context.close()
