"""A student's notebook over a slow line: seconds, bytes and requests until one can write, cold and warm.

Beside each: the time that the same bytes take on that line alone, with one answer to wait for.
"""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from dataclasses import dataclass
from time import perf_counter
from typing import Any

from playwright.async_api import Browser, BrowserContext, CDPSession, Page

from bench.figures import Figure
from tests.e2e.running import PHONE, PLAIN, a_browser, chromium, running_application, walk_in

BYTES_A_SECOND = 50_000  # 400 kbit/s
WAIT = 0.1  # seconds for an answer to begin
SLOW = {"offline": False, "latency": WAIT * 1000, "downloadThroughput": BYTES_A_SECOND, "uploadThroughput": 25_000}
LIST, PAGE, WARM = 4_000.0, 6_000.0, 1_000.0  # milliseconds: what was promised
TITLE = "What pulls the sea"


@dataclass
class Wire:
    """What goes over the line: bytes as they are sent, packed, with their heads."""

    bytes: int = 0
    requests: int = 0

    def ended(self, event: dict[str, Any]) -> None:
        """One answer is there."""
        if event["encodedDataLength"] > 0:
            self.bytes += int(event["encodedDataLength"])
            self.requests += 1


async def measure() -> list[Figure]:
    # Plain http and a foreign name: no browser asks for Brotli there, so this is the slowest that schools have.
    with running_application() as address:
        async with chromium() as browser:
            plain = address.replace("127.0.0.1", PLAIN)
            signed_in = await a_browser(browser, plain, PHONE)
            page = await walk_in(signed_in, "Ada")
            there = await page.get_by_role("link", name=TITLE).last.get_attribute("href")
            figures: list[Figure] = []
            for name, path, shown, cold in (
                ("the list of a notebook", page.url.removeprefix(plain), "nav li", LIST),
                ("a page that one can write on", there, ".page-body[contenteditable=true]", PAGE),
            ):
                async with _first_visit(browser, signed_in) as (visit, line):
                    figures += await _opened(visit, line, f"{name}, cold", f"{plain}{path}", shown, cold)
                    figures += await _opened(visit, line, f"{name}, warm", f"{plain}{path}", shown, WARM)
            return figures


@asynccontextmanager
async def _first_visit(browser: Browser, signed_in: BrowserContext) -> AsyncIterator[tuple[Page, CDPSession]]:
    """A browser that has the session and nothing else, on a slow line."""
    cookies = await signed_in.cookies()
    context = await browser.new_context(viewport={"width": PHONE[0], "height": PHONE[1]})
    await context.add_cookies(cookies)  # type: ignore[arg-type]
    page = await context.new_page()
    line = await context.new_cdp_session(page)
    await line.send("Network.enable")
    await line.send("Network.emulateNetworkConditions", SLOW)
    yield page, line
    await context.close()


async def _opened(page: Page, line: CDPSession, name: str, address: str, shown: str, promised: float) -> list[Figure]:
    wire = Wire()
    line.on("Network.loadingFinished", wire.ended)
    await page.goto("about:blank")
    begun = perf_counter()
    await page.goto(address, wait_until="commit")
    await page.locator(shown).first.wait_for()
    took = (perf_counter() - begun) * 1000
    line.remove_listener("Network.loadingFinished", wire.ended)
    bare = wire.bytes / BYTES_A_SECOND * 1000 + WAIT * 1000
    what = f"{name} ({wire.bytes / 1000:.0f} kB, {wire.requests} requests)"
    alone = f"{name}, beside its bytes alone"
    return [Figure(what, took, promised, "ms", 1.0), Figure(alone, took, bare, "ms", None)]
