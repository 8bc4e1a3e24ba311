"""News between transactions and open pages, on the real LISTEN and NOTIFY."""

import asyncio
from collections.abc import AsyncIterator

import psycopg
import pytest

from red_thread.store.database import OneSchool
from red_thread.web.events import NewsHub


@pytest.fixture
async def hub(database_url: str) -> AsyncIterator[NewsHub]:
    made = NewsHub(database_url)
    await made.open()
    await made.listening.wait()
    yield made
    await made.close()


async def hears(stream: AsyncIterator[bool], within: float = 30) -> bool:
    try:
        return await asyncio.wait_for(anext(stream), within)
    except TimeoutError:
        return False


async def test_a_page_hears_of_its_own_notebook_and_of_no_other(hub: NewsHub, database: OneSchool):
    mine, other = hub.of("notebook:7"), hub.of("notebook:8")
    assert await hears(mine)
    assert await hears(other)
    async with database.begin() as unit:
        await unit.news.of_notebooks([*range(600, 1300), 7])
    assert await hears(mine)
    assert not await hears(other, 0.4)


async def test_nothing_is_heard_of_what_was_not_committed(hub: NewsHub, database: OneSchool):
    mine = hub.of("push:3")
    assert await hears(mine)
    with pytest.raises(RuntimeError):
        async with database.begin() as unit:
            await unit.news.of_push(3, [])
            raise RuntimeError
    assert not await hears(mine, 0.4)


async def test_after_the_connection_broke_every_page_looks_for_itself(hub: NewsHub, database_url: str):
    mine = hub.of("notebook:7")
    assert await hears(mine)
    async with await psycopg.AsyncConnection.connect(database_url, autocommit=True) as other:
        await other.execute(
            "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN%' AND pid <> pg_backend_pid()"
        )
    assert await hears(mine)


async def test_streams_end_when_the_application_does(database_url: str):
    hub = NewsHub(database_url)
    await hub.open()
    await hub.listening.wait()
    stream = hub.of("notebook:7")
    assert await hears(stream)
    waiting = asyncio.ensure_future(anext(stream, "ended"))
    await asyncio.sleep(0.1)
    await hub.close()
    assert await asyncio.wait_for(waiting, 30) == "ended"
