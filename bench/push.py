"""Placing and refreshing in 10,000 notebooks, the worker's memory, and the way to an open page."""

import asyncio
import re
import subprocess
import sys
import time
from contextlib import aclosing
from pathlib import Path
from statistics import median, quantiles

import orjson
import psycopg
from sqlalchemy import select, text
from sqlalchemy.ext.asyncio import AsyncSession

from bench.district import District, district
from bench.figures import Figure, in_turn, sized, timed
from launcher.place import environment
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from red_thread.core.page.nodes import with_attributes
from red_thread.core.push import Refresh, audience_of
from red_thread.jobs.queue import Jobs
from red_thread.store import tables as t
from red_thread.store.database import HOME_SCHOOL, Database
from red_thread.web.events import NewsHub

STUDENTS = sized(10_000, 40)
RUNS = sized(7, 1)
FEW = sized(4, 2)  # runs of what takes long
_DIFFER = "UPDATE copy SET order_key = 'a0' || lpad(notebook_id::text, 6, '0') || 'V' WHERE page_id = :page"
_BARE_INSERT = text("""
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key)
    SELECT s.notebook_id, s.id, :page, :edition, 'a0' || lpad(CAST(:page AS text), 6, '0') || 'V'
    FROM notebook_section s WHERE s.section_id = :section
""")
_BARE_UPDATE = text(
    "UPDATE copy SET edition_id = edition_id + 1000000 WHERE page_id = :page AND notebook_id = ANY(:all)"
)


async def measure() -> list[Figure]:
    async with district(STUDENTS) as made:
        figures = await _placing(made)
        figures += await _refreshing(made)
        figures.append(await _all_different(made))
        figures.append(await _memory(made))
        figures += await _to_the_open_page(made)
    return figures


async def push(made: District, page_ids: list[int]) -> None:
    request = PushRequest(made.master, tuple(page_ids), audience_of([made.klass]))
    async with made.database.begin() as unit:
        push_id = await start_push(unit, made.teacher, request)
    await run_push(made.database.begin, made.teacher, push_id)


async def _placing(made: District) -> list[Figure]:
    pages = await made.add_pages(2 * (RUNS + 1) + 2)
    quiet = Database(made.settings.sqlalchemy_url).of(HOME_SCHOOL)
    made.database = quiet

    async def ours(number: int) -> None:
        await push(made, [pages[number]])

    async def bare(number: int) -> None:
        values = {"page": pages[RUNS + 1 + number], "edition": 1, "section": made.aside}
        async with quiet.begin() as unit:
            await unit.connection.execute(_BARE_INSERT, values)

    async def by_objects(number: int) -> None:
        async with quiet.begin() as unit, AsyncSession(unit.connection) as session, session.begin():
            wanted = select(t.NotebookSection).where(t.NotebookSection.section_id == made.aside)
            sections = (await session.scalars(wanted)).all()
            session.add_all(
                t.Copy(
                    notebook_id=s.notebook_id,
                    notebook_section_id=s.id,
                    page_id=pages[-1 - number],
                    edition_id=1,
                    order_key=f"a0{pages[-1 - number]:06d}V",
                )
                for s in sections
            )

    # Days lie between two pushes: PostgreSQL has tidied up meanwhile.
    mine, baseline = await in_turn(ours, bare, RUNS, before=made.settle)
    objects = await timed(by_objects, 0)
    return [
        Figure("place one page in 10,000 notebooks, the whole action", mine, baseline, "ms", 1.5),
        Figure("the same through ORM objects", objects, baseline, "ms", None),
    ]


async def _refreshing(made: District) -> list[Figure]:
    tied, stepped, bare_page = await made.add_pages(3)
    await push(made, [tied, stepped, bare_page])
    await made.settle()
    async with made.database.begin() as unit:
        everyone = await unit.audiences.find(made.master, audience_of([made.klass]))

    async def ours(number: int) -> None:
        async with made.database.begin() as unit:
            page = await unit.pages.get(tied)
            assert page is not None
            document = with_attributes(page.document, title=f"Page, changed {number}")
            await save_master_page(unit, made.teacher, tied, document, page.revision)
        began = time.perf_counter()
        await push(made, [tied])
        whole.append((time.perf_counter() - began) * 1000)

    async def bare(number: int) -> None:
        async with made.database.begin() as unit:
            await unit.connection.execute(_BARE_UPDATE, {"page": bare_page, "all": everyone})

    async def refresh(number: int) -> None:
        operation = Refresh(stepped, tuple(everyone), editions[number], editions[number + 1])
        async with made.database.begin() as unit:
            await unit.operations.run([operation], 0)

    whole: list[float] = []
    editions = [await made.edition_of(stepped) + number for number in range(RUNS + 2)]
    await in_turn(ours, bare, RUNS)
    step, baseline = await in_turn(refresh, bare, RUNS)
    return [
        Figure("refresh 10,000 untouched copies", step, baseline, "ms", 1.3),
        Figure("the whole push that does so: facts, plan, rows, log", median(whole[1:]), baseline, "ms", None),
    ]


async def _all_different(made: District) -> Figure:
    """Three pages into notebooks of which no two hold the same, beside notebooks that are all alike."""
    first, *pages = await made.add_pages(1 + 6 * FEW)
    await push(made, [first])

    async def three(number: int) -> None:
        await push(made, pages[3 * number : 3 * number + 3])

    times: list[float] = []
    for number in range(2 * FEW):
        if number == FEW:  # order keys of their own: the first page stands elsewhere in every notebook
            await made.run(_DIFFER, page=first)
        await made.settle()
        times.append(await timed(three, number))
    alike, different = median(times[1:FEW]), median(times[FEW:])
    return Figure("three pages to 10,000 that all differ, beside as many alike", different, alike, "ms", 3.0)


async def _memory(made: District) -> Figure:
    """The most that a worker held while it pushed to everyone through the queue."""
    pages = await made.add_pages(3)
    jobs = Jobs(made.settings.database_url)
    queued = Database(made.settings.sqlalchemy_url, defer=jobs.defer).of(HOME_SCHOOL)
    async with queued.begin() as unit:
        request = PushRequest(made.master, tuple(pages), audience_of([made.klass]))
        push_id = await start_push(unit, made.teacher, request)
    env = environment(RED_THREAD_DATABASE_URL=made.settings.database_url)
    worker = subprocess.Popen([sys.executable, "-m", "red_thread", "worker"], env=env)
    try:
        while True:
            await asyncio.sleep(0.1)
            async with queued.begin() as unit:
                push = await unit.pushes.get(push_id)
            if push is not None and push.status == "done":
                break
        status = Path(f"/proc/{worker.pid}/status").read_text()
    finally:
        worker.terminate()
        worker.wait(20)
        await queued.database.close()
    found = re.search(r"VmHWM:\s+(\d+) kB", status)
    assert found is not None
    return Figure("the worker's memory while it pushes to 10,000 notebooks", int(found[1]) / 1024, 300, "MB", 1.0)


async def _to_the_open_page(made: District) -> list[Figure]:
    """From the button to the event that a student's open page hears, beside a bare commit and NOTIFY."""
    jobs = Jobs(made.settings.database_url)
    queued = Database(made.settings.sqlalchemy_url, defer=jobs.defer).of(HOME_SCHOOL)
    jobs.database = queued.database
    async with queued.begin() as unit:
        notebook = (await unit.audiences.find(made.master, audience_of([made.klass])))[0]
    pages = await made.add_pages(41)
    hub = NewsHub(made.settings.database_url)
    await hub.open()
    ours: list[float] = []
    async with jobs.app.open_async():
        worker = asyncio.create_task(jobs.app.run_worker_async(install_signal_handlers=False))
        heard = hub.of(f"notebook:{notebook}")
        await anext(heard)
        await asyncio.sleep(0.5)
        for page in pages:
            began = time.perf_counter()
            async with queued.begin() as unit:
                await start_push(
                    unit, made.teacher, PushRequest(made.master, (page,), audience_of(notebooks=[notebook]))
                )
            await anext(heard)
            ours.append((time.perf_counter() - began) * 1000)
        worker.cancel()
        await asyncio.gather(worker, return_exceptions=True)
    await hub.close()
    await queued.database.close()
    baseline = await _bare_notify(made)
    return [
        Figure("from the push to a student's open page, median", median(ours[1:]), median(baseline), "ms", None),
        Figure("from the push to a student's open page, p95", _p95(ours[1:]), _p95(baseline), "ms", None),
    ]


def _p95(times: list[float]) -> float:
    return quantiles(times, n=20)[-1]


async def _bare_notify(made: District) -> list[float]:
    times: list[float] = []
    listener = await psycopg.AsyncConnection.connect(made.settings.database_url, autocommit=True)
    speaker = await psycopg.AsyncConnection.connect(made.settings.database_url, autocommit=True)
    async with listener, speaker:
        await listener.execute("LISTEN bench")
        payload = orjson.dumps({"notebooks": [1]}).decode()
        async with aclosing(listener.notifies()) as told:
            for _ in range(40):
                began = time.perf_counter()
                await speaker.execute("SELECT pg_notify('bench', %s)", (payload,))
                await anext(told)
                times.append((time.perf_counter() - began) * 1000)
    return times
