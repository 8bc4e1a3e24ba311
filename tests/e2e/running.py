"""The whole application as it runs for real: PostgreSQL, web, worker, the demo; and Debian's Chromium."""

import os
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import AsyncIterator, Iterator
from contextlib import asynccontextmanager, contextmanager

from playwright.async_api import Browser, BrowserContext, Page, async_playwright

from launcher.postgres import throwaway_cluster
from red_thread.settings import PROJECT

PLAIN = "notebooks.example"  # a name for this machine that browsers do not trust: a school's network on plain http
FLAGS = [
    *"--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking".split(),
    *"--disable-component-update --disable-sync".split(),
    f"--host-resolver-rules=MAP {PLAIN} 127.0.0.1",
]
WIDE, PHONE = (1280, 800), (390, 844)


@contextmanager
def running_application() -> Iterator[str]:
    """Starts all of it with the demo in a throwaway database; gives the address."""
    cluster = throwaway_cluster()
    cluster.ensure_database()
    door = socket.create_server(("127.0.0.1", 0), backlog=2048)
    address = f"http://127.0.0.1:{door.getsockname()[1]}"
    env = {
        **os.environ,
        "PYTHONPATH": str(PROJECT / "src"),
        "RED_THREAD_DATABASE_URL": cluster.url(),
        "RED_THREAD_PUBLIC_URL": address,
        "RED_THREAD_DEMO": "true",
        "RED_THREAD_ALLOWED_HOSTS": f"127.0.0.1,{PLAIN}",
        "RED_THREAD_SIGN_IN_TRIES": "1000/minute",
    }
    command = [sys.executable, "-m", "red_thread"]
    processes = []
    try:
        subprocess.run([*command, "prepare"], cwd=PROJECT, env=env, check=True)
        # Two answer at one address, as with `start --web 2`: what only one of them knew would be missed somewhere.
        for part in (*[["web", "--listening", str(door.fileno())]] * 2, ["worker"]):
            started = subprocess.Popen([*command, *part], cwd=PROJECT, env=env, pass_fds=[door.fileno()])
            processes.append(started)
        _wait_for(address)
        yield address
    finally:
        for process in processes:
            process.terminate()
        for process in processes:
            process.wait(60)
        door.close()
        cluster.remove()


def _wait_for(address: str) -> None:
    for _ in range(1200):
        try:
            with urllib.request.urlopen(f"{address}/health", timeout=2):
                return
        except OSError:
            time.sleep(0.1)
    raise RuntimeError("the application did not start")


@asynccontextmanager
async def chromium() -> AsyncIterator[Browser]:
    async with async_playwright() as playwright:
        browser = await playwright.chromium.launch(executable_path="/usr/bin/chromium", headless=True, args=FLAGS)
        yield browser
        await browser.close()


async def a_browser(
    browser: Browser, address: str, size: tuple[int, int] = WIDE, dark: bool = False
) -> BrowserContext:
    """A browser of its own, as one person has it; on a phone with touch."""
    context = await browser.new_context(
        base_url=address,
        viewport={"width": size[0], "height": size[1]},
        has_touch=size == PHONE,
        color_scheme="dark" if dark else "light",
    )
    context.set_default_timeout(30_000)
    return context


async def walk_in(context: BrowserContext, name: str) -> Page:
    """Opens the sign-in page and walks in as somebody of the demo."""
    page = await context.new_page()
    await page.goto("/sign-in")
    await page.get_by_role("button", name=name).click()
    await page.wait_for_url(lambda url: "/master/" in url or "/notebook/" in url)
    return page
