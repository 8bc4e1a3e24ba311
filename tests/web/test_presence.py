"""Who else has a master page open, and what a colleague saved, told while it happens."""

import asyncio
from contextlib import aclosing

import orjson
import pytest

from red_thread.web.events import COMMENT, NewsHub
from red_thread.web.presence import Presence
from red_thread.web.routes.master.presence import _events
from tests.school import School


@pytest.fixture
async def hub(database_url: str):
    opened = NewsHub(database_url)
    await opened.open()
    await opened.listening.wait()
    yield opened
    await opened.close()


def read(event: bytes) -> list[tuple[str, object]]:
    """The events in a piece of the stream, by name, with their data."""
    told = [one.split(b"\n") for one in event.split(b"\n\n") if one and one + b"\n\n" != COMMENT]
    return [
        (name.removeprefix(b"event: ").decode(), orjson.loads(data.removeprefix(b"data: "))) for name, data in told
    ]


async def hear(stream) -> list[tuple[str, object]]:
    """The next events that are any."""
    while True:
        found = read(await asyncio.wait_for(anext(stream), 30))
        if found:
            return found


async def test_colleagues_see_each_other_come_and_go_each_once(hub: NewsHub):
    presence = Presence(hub)
    async with aclosing(_events(hub.of("page:5", "here:5"), presence, 5, (1, "Tess"))) as tess:
        assert read(await anext(tess)) == []
        async with aclosing(_events(hub.of("page:5", "here:5"), presence, 5, (2, "Jonas"))) as jonas:
            assert await hear(jonas) == [("here", ["Tess"])]
            assert await hear(tess) == [("here", ["Jonas"])]
            async with aclosing(_events(hub.of("page:5", "here:5"), presence, 5, (2, "Jonas"))) as again:
                assert await hear(again) == [("here", ["Tess"])]
                assert presence.others(5, 1) == ["Jonas"]
            assert presence.others(5, 1) == ["Jonas"]
        assert await hear(tess) == [("here", [])]
    assert presence.others(5, 9) == []


async def test_a_save_is_told_to_who_has_the_page_open_and_to_no_other(hub: NewsHub, school: School):
    ebb, other = await school.add_page("a:Ebb", "Ebb"), await school.add_page("a:Flow", "Flow")
    presence = Presence(hub)
    async with aclosing(_events(hub.of(f"page:{ebb}"), presence, ebb, (1, "Tess"))) as tess:
        await anext(tess)
        await school.rewrite(other, "a:Flow and ebb", "Flow")
        await school.rewrite(ebb, "a:Ebb and flow", "Ebb")
        assert await hear(tess) == [("changed", {})]
