"""Who else has a master page open, and what a colleague saved, told while it happens."""

import asyncio
from collections.abc import AsyncIterator
from contextlib import aclosing
from datetime import UTC, datetime, timedelta

import orjson
import pytest
from fastapi.sse import KEEPALIVE_COMMENT

from red_thread.store.database import OneSchool
from red_thread.web.events import NewsHub
from red_thread.web.presence import Stay
from red_thread.web.routes.master.presence import _events
from tests.school import School


async def listening(database_url: str) -> AsyncIterator[NewsHub]:
    made = NewsHub(database_url)
    await made.open()
    await made.listening.wait()
    yield made
    await made.close()


# Two web processes, each with what it hears.
hub = pytest.fixture(listening, name="hub")
other_hub = pytest.fixture(listening, name="other_hub")


def read(event: bytes) -> list[tuple[str, object]]:
    """The events in a piece of the stream, by name, with their data."""
    events = [part.split(b"\n") for part in event.split(b"\n\n") if part and part + b"\n\n" != KEEPALIVE_COMMENT]
    return [
        (name.removeprefix(b"event: ").decode(), orjson.loads(data.removeprefix(b"data: "))) for name, data in events
    ]


async def hear(stream) -> list[tuple[str, object]]:
    """The next events that are any."""
    while True:
        found = read(await asyncio.wait_for(anext(stream), 30))
        if found:
            return found


async def opened(hub: NewsHub, database: OneSchool, page_id: int, person_id: int):
    return _events(hub.of(f"page:{page_id}", f"here:{page_id}"), Stay(database, page_id, person_id))


@pytest.fixture
async def colleagues(school: School) -> tuple[int, int]:
    async with school.database.begin() as unit:
        return school.teacher.person_id, await unit.people.add_teacher("Jonas", "jonas@school.example", None)


async def others(database: OneSchool, page_id: int, person_id: int) -> list[str]:
    async with database.begin() as unit:
        return await unit.open_now.others(page_id, person_id)


async def test_colleagues_see_each_other_come_and_go_each_once_through_any_process(
    hub: NewsHub, other_hub: NewsHub, school: School, colleagues: tuple[int, int]
):
    tess_id, jonas_id = colleagues
    database = school.database
    async with aclosing(await opened(hub, database, 5, tess_id)) as tess:
        assert read(await anext(tess)) == []
        async with aclosing(await opened(other_hub, database, 5, jonas_id)) as jonas:
            assert await hear(jonas) == [("here", ["Tess Teacher"])]
            assert await hear(tess) == [("here", ["Jonas"])]
            async with aclosing(await opened(hub, database, 5, jonas_id)) as again:
                assert await hear(again) == [("here", ["Tess Teacher"])]
                assert await others(database, 5, tess_id) == ["Jonas"]
            assert await others(database, 5, tess_id) == ["Jonas"]
        assert await hear(tess) == [("here", [])]
    assert await others(database, 6, tess_id) == []


async def test_who_was_on_a_process_that_ended_is_forgotten(school: School, colleagues: tuple[int, int]):
    tess_id, jonas_id = colleagues
    async with school.database.begin() as unit:
        await unit.open_now.stay(5, "a window", jonas_id)
    for seconds, seen in ((50, ["Jonas"]), (70, [])):
        async with school.database.begin(datetime.now(UTC) + timedelta(seconds=seconds)) as unit:
            assert await unit.open_now.others(5, tess_id) == seen


async def test_a_save_is_told_to_who_has_the_page_open_and_to_no_other(hub: NewsHub, school: School):
    ebb, other = await school.add_page("a:Ebb", "Ebb"), await school.add_page("a:Flow", "Flow")
    stay = Stay(school.database, ebb, school.teacher.person_id)
    async with aclosing(_events(hub.of(f"page:{ebb}"), stay)) as tess:
        await anext(tess)
        await school.rewrite(other, "a:Flow and ebb", "Flow")
        await school.rewrite(ebb, "a:Ebb and flow", "Ebb")
        assert await hear(tess) == [("changed", {})]
