"""Whatever a file does to what reads it, it is said, and the server goes on."""

import asyncio
import os
import signal

import pytest

from red_thread.formats.problems import Unreadable
from red_thread.web import limits


def loops(name):
    while True:
        pass


def takes_all_memory(name):
    return len(bytearray(8 << 30))


def crashes(name):
    os.kill(os.getpid(), signal.SIGSEGV)


def refuses(name):
    raise Unreadable(name, "there is nothing in it")


@pytest.mark.parametrize(
    ("work", "why"),
    [
        (loops, "took longer"),
        (takes_all_memory, "could not be read"),
        (crashes, "could not"),
        (refuses, "nothing in"),
    ],
)
async def test_a_file_cannot_harm_who_reads_it(monkeypatch, work, why):
    if work is loops:
        monkeypatch.setattr(limits, "SECONDS", 1)
    beats = 0

    async def beat():
        nonlocal beats
        while True:
            beats += 1
            await asyncio.sleep(0.05)

    beating = asyncio.create_task(beat())
    with pytest.raises(Unreadable, match=why) as refused:
        await limits.within_limits("odd.zip", work, "odd.zip")
    beating.cancel()
    assert refused.value.name == "odd.zip"
    assert beats > 1, "others are answered meanwhile"


async def test_what_is_read_comes_back():
    assert await limits.within_limits("five", max, 3, 5) == 5


async def test_the_time_to_begin_is_not_the_files(monkeypatch):
    monkeypatch.setattr(limits, "SECONDS_TO_BEGIN", 0)
    with pytest.raises(Unreadable, match="too much else"):
        await limits.within_limits("five", max, 3, 5)
