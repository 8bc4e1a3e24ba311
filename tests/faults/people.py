"""Who writes and pushes meanwhile: browsers as the front end drives them, in so far as words depend on it."""

import asyncio
import random
import re
import secrets
from dataclasses import dataclass, field
from typing import Any

import httpx

PAUSE = 0.4  # seconds until a browser tries again


class Refused(Exception):
    """The application answered that it will not; nothing of what is done here may be refused."""


@dataclass
class Browser:
    """Somebody's browser, at the end of a line. Asks again until it is answered."""

    address: str
    client: httpx.AsyncClient = field(init=False)
    proof: str = ""
    unanswered: int = 0

    def __post_init__(self) -> None:
        one_each = httpx.Limits(max_keepalive_connections=0)
        self.client = httpx.AsyncClient(base_url=self.address, limits=one_each, timeout=20)

    async def once(self, method: str, path: str, body: Any = None) -> Any:
        """One try: what was answered, or None if nobody did."""
        headers = {"X-Red-Thread-Proof": self.proof}
        try:
            answer = await self.client.request(method, f"/api{path}", json=body, headers=headers)
            if answer.status_code < 400:
                return answer.json() if answer.content else {}
        except (httpx.HTTPError, ValueError):
            self.unanswered += 1
            return None
        if answer.status_code < 500:
            raise Refused(f"{method} {path}: {answer.status_code} {answer.text[:300]}")
        self.unanswered += 1
        return None

    async def ask(self, method: str, path: str, body: Any = None) -> Any:
        while (answer := await self.once(method, path, body)) is None:
            await asyncio.sleep(PAUSE)
        return answer


@dataclass
class Window:
    """One page open in one window, as the front end keeps it: words stay in it until they are acknowledged.

    `path`: where the page is read and saved. `name`: of the paragraph that it writes, and of its words.
    """

    browser: Browser
    path: str
    name: str
    chance: random.Random
    typed: int = 0
    acknowledged: int = 0

    def __post_init__(self) -> None:
        self._open_anew()

    def _open_anew(self) -> None:
        self.window, self.save_number, self.dirty = secrets.token_hex(8), 0, False

    async def load(self) -> None:
        found = await self.browser.ask("GET", self.path)
        found = found.get("page", found)
        self.document, self.revision = found["document"], found["revision"]
        self.edition = found.get("edition_id")

    def type(self) -> None:
        """One more word, at the end of its own paragraph."""
        word = f"{self.name}n{self.typed}"
        self.typed += 1
        content = self.document["content"]
        own = next((block for block in content if block["attrs"]["id"] == self.name), None)
        said = f"{words_in(own)} {word}".strip() if own else word
        block = {"type": "paragraph", "attrs": {"id": self.name}, "content": [{"type": "text", "text": said}]}
        self.document = {
            **self.document,
            "content": [block if other is own else other for other in content] + ([] if own else [block]),
        }
        self.dirty = True

    async def write(self, until: asyncio.Event) -> None:
        """Types and saves, closes and opens again, until it is told to stop; then saves what is left."""
        saving = asyncio.create_task(self._keep_saving(until))
        while not until.is_set():
            await asyncio.sleep(self.chance.uniform(0.05, 0.8))
            if not saving.done() and self.chance.random() < 0.03:
                saving.cancel()
                await asyncio.gather(saving, return_exceptions=True)
                await self._closed_and_opened()
                saving = asyncio.create_task(self._keep_saving(until))
            self.type()
        await saving
        await self._keep_saving(until)

    async def _keep_saving(self, until: asyncio.Event) -> None:
        while not until.is_set() or self.dirty:
            if self.dirty:
                await self._save()
            await asyncio.sleep(self.chance.uniform(0.1, 0.4))

    async def _save(self) -> None:
        self.save_number += 1
        words, self.dirty = self.typed, False
        saved = await self.browser.once("PUT", self.path, self._body(self.save_number))
        if saved is None:
            self.dirty = True
            return
        self.acknowledged = max(self.acknowledged, words)
        page = saved.get("page", saved)
        self.edition = page.get("edition_id", self.edition)
        if self.dirty:
            self.revision = saved["sent_revision"]
            return
        self.revision = page["revision"]
        self.document = page["document"] or self.document

    def _body(self, save: int) -> dict[str, Any]:
        began = {"revision": self.revision, "window": self.window, "window_save": save}
        if self.edition is not None:
            began["edition_id"] = self.edition
        return {"document": self.document, **began}

    async def _closed_and_opened(self) -> None:
        """A window is closed in the middle; the next one sends what it left, as that would have sent it."""
        left, words = self._body(self.save_number + 1), self.typed
        await self.browser.ask("PUT", self.path, left)
        self.acknowledged = max(self.acknowledged, words)
        self._open_anew()
        await self.load()


@dataclass
class Teacher:
    """Pushes what stands on the page, again and again. `pushes`: each that was acknowledged, with how much it held."""

    browser: Browser
    window: Window
    request: dict[str, Any]
    pushes: dict[int, int] = field(default_factory=dict)

    async def push(self, until: asyncio.Event) -> None:
        while not until.is_set():
            await asyncio.sleep(self.window.chance.uniform(1, 4))
            held = self.window.acknowledged
            answer = await self.browser.ask("POST", "/pushes", self.request)
            self.pushes[answer["id"]] = held


def words_in(node: Any) -> str:
    """All words below a node, blocks apart."""
    if "text" in node:
        return node["text"]
    inner = [words_in(child) for child in node.get("content", ())]
    inline = any("text" in child for child in node.get("content", ()))
    return ("" if inline else " ").join(inner)


def counted(document: Any) -> dict[str, int]:
    """How often each made-up word stands in a page."""
    found: dict[str, int] = {}
    for word in re.findall(r"\w+", words_in(document)):
        found[word] = found.get(word, 0) + 1
    return found
