"""How far long work has come, for whoever started it and watches, through whichever process they ask."""

import asyncio
from collections.abc import AsyncIterator, Callable
from contextlib import asynccontextmanager, suppress
from typing import TypeAlias

from red_thread.store.database import NotNow, OneSchool
from red_thread.store.open_now import Doing, Progress

Tell: TypeAlias = Callable[[Doing, int, int], None]
UNWATCHED = "unwatched"
TOLD_EVERY = 0.25  # seconds: oftener nobody looks


@asynccontextmanager
async def watched(database: OneSchool, person_id: int, watch: str) -> AsyncIterator[Tell]:
    """While something is worked on; what is given tells how far it has come, under a key that its sender chose."""
    news = _News()
    if watch == UNWATCHED:
        yield news.tell
        return
    telling = asyncio.create_task(_tell_on(database, person_id, watch, news))
    try:
        yield news.tell
    finally:
        telling.cancel()
        with suppress(asyncio.CancelledError):
            await telling
        with suppress(NotNow):  # what was worked on is done all the same
            async with database.begin() as unit:
                await unit.open_now.end(person_id, watch)


class _News:
    """The newest state of the work, until it is written down."""

    def __init__(self) -> None:
        self.newest: Progress | None = None

    def tell(self, doing: Doing, done: int, of: int) -> None:
        self.newest = Progress(doing, done, of)


async def _tell_on(database: OneSchool, person_id: int, watch: str, news: _News) -> None:
    """In transactions of their own: that of the work is seen by nobody before its end."""
    while True:
        newest, news.newest = news.newest, None
        with suppress(NotNow):
            if newest is not None:
                async with database.begin() as unit:
                    await unit.open_now.tell(person_id, watch, newest)
        await asyncio.sleep(TOLD_EVERY)
