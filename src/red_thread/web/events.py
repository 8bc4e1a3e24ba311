"""Live news: one connection listens to PostgreSQL, open pages hear of it by server-sent events."""

import asyncio
from collections import defaultdict
from collections.abc import AsyncIterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from typing import Any

import orjson
import psycopg
import structlog
from fastapi.sse import EventSourceResponse, format_sse_event

from red_thread.store.news import CHANNEL

log = structlog.get_logger()
KEEP_ALIVE = 20.0


class NewsHub:
    """Fans notifications out. A topic is `push:7`, `notebook:31`, `page:5`, or `display:2` for a master."""

    def __init__(self, conninfo: str) -> None:
        self.conninfo = conninfo
        self.closing = asyncio.Event()
        self.listening = asyncio.Event()
        self._ears: dict[str, set[_Ear]] = defaultdict(set)
        self._task: asyncio.Task[None] | None = None

    async def open(self) -> None:
        self._task = asyncio.create_task(self._listen())

    def end_streams(self) -> None:
        self.closing.set()
        self._tell_everyone()

    async def close(self) -> None:
        self.end_streams()
        if self._task:
            self._task.cancel()
            with suppress(asyncio.CancelledError):
                await self._task

    async def _listen(self) -> None:
        while not self.closing.is_set():
            try:
                connection = await psycopg.AsyncConnection.connect(self.conninfo, autocommit=True)
                async with connection:
                    await connection.execute(f"LISTEN {CHANNEL}")
                    self.listening.set()
                    self._tell_everyone()
                    async for notification in connection.notifies():
                        self._tell(notification.payload)
            except psycopg.Error as error:
                log.warning("news broke off, trying again", reason=str(error))
                await asyncio.sleep(1)

    def _tell(self, payload: str) -> None:
        for topic in _topics(orjson.loads(payload)):
            self.tell(topic)

    def tell(self, topic: str) -> None:
        """News of a topic, for those who listen in this process."""
        for ear in self._ears.get(topic, ()):
            ear.hear(topic)

    def _tell_everyone(self) -> None:
        """What happened while nobody listened is not known: every open page looks for itself."""
        for topic, ears in self._ears.items():
            for ear in ears:
                ear.hear(topic)

    @contextmanager
    def _ear(self, topics: Sequence[str]):  # noqa: ANN202
        ear = _Ear()
        for topic in topics:
            self._ears[topic].add(ear)
        try:
            yield ear
        finally:
            for topic in topics:
                self._ears[topic].discard(ear)
                if not self._ears[topic]:
                    del self._ears[topic]

    async def of(self, *topics: str) -> AsyncIterator[set[str]]:
        """Of which topics there is news: of all at once, of none now and then to keep the stream alive."""
        with self._ear(topics) as ear:
            yield set(topics)
            while not self.closing.is_set():
                with suppress(TimeoutError):
                    await asyncio.wait_for(ear.rings.wait(), KEEP_ALIVE)
                told = ear.listen()
                if not self.closing.is_set():
                    yield told


class _Ear:
    """What one open page has heard and not listened to yet."""

    def __init__(self) -> None:
        self.rings = asyncio.Event()
        self._heard: set[str] = set()

    def hear(self, topic: str) -> None:
        self._heard.add(topic)
        self.rings.set()

    def listen(self) -> set[str]:
        heard, self._heard = self._heard, set()
        self.rings.clear()
        return heard


def _topics(news: Mapping[str, Any]) -> list[str]:
    if "notebooks" in news:
        return [f"notebook:{number}" for number in news["notebooks"]]
    return [f"{kind}:{number}" for kind, number in news.items()]


def as_event(name: str, data: object) -> bytes:
    """One event as it goes over the wire; `data`: what JSON can say."""
    return format_sse_event(event=name, data_str=orjson.dumps(data).decode())


class EventStream(EventSourceResponse):
    """Events that nobody on the way keeps or holds back."""

    def __init__(self, events: AsyncIterator[bytes]) -> None:
        super().__init__(events, headers={"Cache-Control": "no-store", "X-Accel-Buffering": "no"})
