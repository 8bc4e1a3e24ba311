"""Live news: one connection listens to PostgreSQL, open pages hear of it by server-sent events."""

import asyncio
from collections import defaultdict
from collections.abc import AsyncIterator
from contextlib import contextmanager, suppress

import orjson
import psycopg
import structlog

from red_thread.store.news import CHANNEL

log = structlog.get_logger()
KEEP_ALIVE = 20.0


class NewsHub:
    """Fans notifications out. A topic is `push:7` or `notebook:31`."""

    def __init__(self, conninfo: str) -> None:
        self.conninfo = conninfo
        self.closing = asyncio.Event()
        self._ears: dict[str, set[asyncio.Event]] = defaultdict(set)
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
                    self._tell_everyone()
                    async for notification in connection.notifies():
                        self._tell(notification.payload)
            except psycopg.Error as error:
                log.warning("news broke off, trying again", reason=str(error))
                await asyncio.sleep(1)

    def _tell(self, payload: str) -> None:
        news = orjson.loads(payload)
        topics = [f"push:{news['push']}"] if "push" in news else [f"notebook:{n}" for n in news["notebooks"]]
        for topic in topics:
            for ear in self._ears.get(topic, ()):
                ear.set()

    def _tell_everyone(self) -> None:
        """What happened while nobody listened is not known: every open page looks for itself."""
        for ears in self._ears.values():
            for ear in ears:
                ear.set()

    @contextmanager
    def _ear(self, topic: str):  # noqa: ANN202
        ear = asyncio.Event()
        self._ears[topic].add(ear)
        try:
            yield ear
        finally:
            self._ears[topic].discard(ear)
            if not self._ears[topic]:
                del self._ears[topic]

    async def of(self, topic: str) -> AsyncIterator[bool]:
        """True at once and for each news of the topic, False now and then to keep the stream alive."""
        with self._ear(topic) as ear:
            yield True
            while not self.closing.is_set():
                with suppress(TimeoutError):
                    await asyncio.wait_for(ear.wait(), KEEP_ALIVE)
                told = ear.is_set()
                ear.clear()
                if not self.closing.is_set():
                    yield told


def as_event(name: str, data: object) -> bytes:
    return b"event: " + name.encode() + b"\ndata: " + orjson.dumps(data) + b"\n\n"


COMMENT = b": still here\n\n"
EVENT_HEADERS = {"Cache-Control": "no-store", "X-Accel-Buffering": "no"}
