"""In a real browser: the outline of 1,000 pages, and from a key to what is painted on a page of 300 blocks."""

import asyncio
import base64
import http.server
import io
import subprocess
import tempfile
import threading
import zipfile
from collections.abc import AsyncIterator, Iterator
from contextlib import asynccontextmanager, contextmanager
from functools import partial
from statistics import median, quantiles
from typing import Any

from playwright.async_api import Browser, Page

from bench.figures import Figure, sized
from launcher.place import PROJECT
from tests.e2e.running import a_browser, chromium, running_application, walk_in
from tests.e2e.steps import open_master_page

PAGES, BLOCKS, KEYS, RUNS = sized(1_000, 40), sized(300, 10), sized(80, 8), sized(5, 1)
FRAME = 1000 / 60
LONG = "A long page"
_WORDS = "The sea falls twice a day, and what it leaves behind can be read like a line of writing."

_BRING = """async ([master, zip]) => {
    const { proof } = await (await fetch('/api/session')).json();
    const body = new FormData();
    body.append('file', new File([Uint8Array.from(atob(zip), (c) => c.charCodeAt(0))], 'pages.zip'));
    const sent = { method: 'POST', body, headers: { 'X-Red-Thread-Proof': proof } };
    return (await fetch(`/api/masters/${master}/pages`, sent)).status;
}"""
# From when its address is gone to until every row can be found and the first of them has been laid out.
_OUTLINE = """async (rows) => {
    while (document.querySelectorAll('[role=treeitem]').length < rows) await new Promise(requestAnimationFrame);
    document.body.getBoundingClientRect();
    return performance.now();
}"""
_LIST = """async (master) => {
    const begun = performance.now();
    const { pages } = await (await fetch(`/api/masters/${master}`)).json();
    const list = document.createElement('ul');
    for (const page of pages) list.append(Object.assign(document.createElement('li'), { textContent: page.title }));
    document.body.replaceChildren(list);
    document.body.getBoundingClientRect();
    return performance.now() - begun;
}"""
# A message that is sent in a frame comes when that frame has been painted.
_LISTEN = """() => {
    window.painted = [];
    addEventListener('keydown', () => {
        const begun = performance.now();
        requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => window.painted.push(performance.now() - begun);
            port2.postMessage(0);
        });
    }, true);
}"""


async def measure() -> list[Figure]:
    with running_application() as address:
        async with chromium() as browser:
            page = await walk_in(await a_browser(browser, address), "Ngozi")
            await page.get_by_role("treeitem").first.wait_for()
            master = page.url.split("/master/")[1].split("/")[0]
            assert await page.evaluate(_BRING, [master, _zip()]) == 200
            return [*await _outline(page, f"{address}/master/{master}", master), await _keys(browser, page)]


def _zip() -> str:
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as archive:
        for number in range(PAGES):
            archive.writestr(f"{number % 20:02} Part/{number:04} Page.md", f"# Page {number}\n\n{_WORDS}\n")
        archive.writestr("99 Long/1 Long.md", f"# {LONG}\n\n" + "\n\n".join([_WORDS] * BLOCKS) + "\n")
    return base64.b64encode(made.getvalue()).decode()


async def _outline(page: Page, address: str, master: str) -> list[Figure]:
    ours: list[float] = []
    bare: list[float] = []
    for _ in range(RUNS):
        await page.goto(address)
        ours.append(await page.evaluate(_OUTLINE, PAGES))
        bare.append(await page.evaluate(_LIST, master))
    await page.goto(address)
    return [Figure("the outline of 1,000 pages, beside their bare list", median(ours), median(bare), "ms", None)]


async def _keys(browser: Browser, page: Page) -> Figure:
    await open_master_page(page, LONG)
    blocks = page.locator(".page-body p")
    await blocks.nth(BLOCKS - 1).wait_for()
    text = "".join([f"<p>{_WORDS}</p>"] * BLOCKS)
    # In turn and several times: one in twenty of eighty keys is four, and whatever else the machine does hits some.
    async with _bare_editor(browser, text) as bare:
        both = [(await _typed(page, ".page-body p"), await _typed(bare, "#page p")) for _ in range(RUNS)]
    ours, theirs = (median(times) for times in zip(*both, strict=True))
    return Figure("from key to paint, 300 blocks, p95 beside the bare library's", ours, theirs, "ms", 1.3)


async def _typed(page: Page, where: str) -> float:
    """The time that all but one in twenty keys stay under."""
    await page.locator(where).nth(BLOCKS // 2).click()
    await page.keyboard.type("warm ", delay=40)
    await page.evaluate(_LISTEN)
    await page.keyboard.type("tide " * (KEYS // 5), delay=40)
    await asyncio.sleep(0.5)
    return quantiles(await page.evaluate("window.painted"), n=20)[-1]


@asynccontextmanager
async def _bare_editor(browser: Browser, content: str) -> AsyncIterator[Page]:
    with tempfile.TemporaryDirectory() as folder, _served(folder) as address:
        build = ["npx", "vite", "build", "bare", "--outDir", folder, "--logLevel", "error"]
        subprocess.run(build, cwd=PROJECT / "frontend", check=True)
        context = await a_browser(browser, address)
        page = await context.new_page()
        await page.goto(address)
        await page.evaluate("(content) => void window.begin(content)", content)
        yield page
        await context.close()


@contextmanager
def _served(folder: str) -> Iterator[str]:
    class Quiet(http.server.SimpleHTTPRequestHandler):
        def log_message(self, *said: Any) -> None:
            """Not a word."""

    server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), partial(Quiet, directory=folder))
    threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        yield f"http://127.0.0.1:{server.server_port}"
    finally:
        server.shutdown()
