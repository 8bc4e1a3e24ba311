"""One running application for all end-to-end tests, a fresh browser for each person in each."""

from collections.abc import AsyncIterator, Iterator
from typing import Any

import pytest
from playwright.async_api import Browser, BrowserContext, Page

from tests.e2e.running import WIDE, a_browser, chromium, running_application, walk_in


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    for item in items:
        if "e2e" in item.path.parts:
            item.add_marker(pytest.mark.xdist_group("e2e"))


@pytest.fixture(scope="session")
def address() -> Iterator[str]:
    with running_application() as found:
        yield found


@pytest.fixture(scope="session")
async def browser() -> AsyncIterator[Browser]:
    async with chromium() as opened:
        yield opened


@pytest.fixture
async def person(browser: Browser, address: str) -> AsyncIterator[Any]:
    """`await person("Ada")` is a page in which Ada has walked in; with no name, a browser of nobody yet."""
    contexts: list[BrowserContext] = []
    broken: list[str] = []

    async def come(name: str = "", size: tuple[int, int] = WIDE) -> Page:
        contexts.append(await a_browser(browser, address, size))
        contexts[-1].on("weberror", lambda error: broken.append(str(error.error)))
        return await walk_in(contexts[-1], name) if name else await contexts[-1].new_page()

    yield come
    for context in contexts:
        await context.close()
    assert not broken, "something broke in a window, whatever was to be seen there"
