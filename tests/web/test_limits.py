"""Whatever a file does to what reads it, it is said, and the server goes on."""

import asyncio
import os
import signal
import time
from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.aside import aside_from_others
from red_thread.actions.people.passwords import password_fits
from red_thread.formats.problems import Unreadable
from red_thread.reading import limits
from red_thread.web.turns import AT_ONCE, MOST_WAITING, SessionTurns, TooMany


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


def waits(name):
    time.sleep(60)


async def test_a_file_that_waits_for_ever_is_let_go(monkeypatch):
    monkeypatch.setattr(limits, "STILL", 2)
    with pytest.raises(Unreadable, match="nothing moved"):
        await limits.within_limits("odd.zip", waits, "odd.zip")


async def test_files_that_take_long_keep_nobody_from_signing_in(monkeypatch):
    monkeypatch.setattr(limits, "SECONDS", 2)
    files = [asyncio.create_task(limits.within_limits(f"{n}.zip", loops, f"{n}.zip")) for n in range(12)]
    await asyncio.sleep(0.2)
    assert not await aside_from_others(password_fits, "three long words", None)
    assert not any(file.done() for file in files), "it did not wait for them"
    for file in files:
        file.cancel()


async def test_more_requests_of_one_session_wait_and_others_do_not():
    turns, here, go = SessionTurns(), [], asyncio.Event()

    async def ask(session):
        async with turns.of(session):
            here.append(session)
            await go.wait()

    asked = [asyncio.create_task(ask("busy")) for _ in range(MOST_WAITING)]
    asked.append(asyncio.create_task(ask("other")))
    await asyncio.sleep(0)
    await asyncio.sleep(0)
    assert (here.count("busy"), here.count("other")) == (AT_ONCE, 1)
    with pytest.raises(TooMany):
        await ask("busy")
    go.set()
    await asyncio.gather(*asked)
    assert here.count("busy") == MOST_WAITING


async def test_a_minute_that_begins_forgets_nothing_of_the_last_seconds(school):
    begun = datetime(2026, 12, 1, 9, 0, 58, tzinfo=UTC)
    async with school.database.begin(begun) as unit:
        assert [await unit.turns.count("try") for _ in range(5)] == [1, 2, 3, 4, 5]
    for seconds, left in ((4, 5), (32, 3), (61, 1), (121, 0)):
        async with school.database.begin(begun + timedelta(seconds=seconds)) as unit:
            assert await unit.turns.counted("try") == left
