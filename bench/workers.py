"""A large push shared by two workers, beside the same push done by one; and its undoing beside the push."""

import asyncio
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from statistics import median

from bench.district import District, district
from bench.figures import Figure, sized
from launcher.place import environment
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.undo import undo_push
from red_thread.core.page.nodes import with_attributes
from red_thread.core.push import audience_of
from red_thread.jobs.queue import Jobs
from red_thread.store.database import HOME_SCHOOL, Database, OneSchool

STUDENTS, WRITTEN, BLOCKS = sized(10_000, 40), sized(2_000, 10), sized(50, 5)
RUNS = sized(3, 1)
_PAUSE = 6.0  # seconds: until workers that have begun look for jobs
_OWN = '{"type":"paragraph","attrs":{"id":"own"},"content":[{"type":"text","text":"What I saw today."}]}'
_WRITE = f"""
    WITH written AS (
        UPDATE copy SET revision = 1, written_at = now() WHERE id IN (
            SELECT id FROM copy WHERE page_id = :page AND revision = 0 ORDER BY id % 5, id LIMIT {WRITTEN})
        RETURNING id, edition_id, notebook_id),
    kept AS (INSERT INTO writing (copy_id, document)
        SELECT w.id, regexp_replace(c.document, '"content":\\[', '"content":[{_OWN},')
        FROM written w JOIN edition e ON e.id = w.edition_id JOIN content c ON c.fingerprint = e.fingerprint
        RETURNING copy_id, document)
    INSERT INTO writing_state (copy_id, revision, made_at, made_by, cause, edition_id, whole)
    SELECT k.copy_id, 1, now(), n.person_id, 'student', w.edition_id, k.document
    FROM kept k JOIN written w ON w.id = k.copy_id JOIN notebook n ON n.id = w.notebook_id
"""


async def measure() -> list[Figure]:
    async with district(STUDENTS) as made:
        (page,) = await made.add_pages(1)
        await correct(made, page, 0)
        jobs = Jobs(made.settings.database_url)
        queued = Database(made.settings.sqlalchemy_url, defer=jobs.defer).of(HOME_SCHOOL)
        with _workers(made, 1):
            await _pushed(made, queued, page)
            await made.run(_WRITE, page=page)
            await made.settle()
            alone = [await _corrected(made, queued, page, number) for number in range(1, RUNS + 1)]
        undone = await _undone(made, page)
        with _workers(made, 2):
            await _corrected(made, queued, page, 90)
            shared = [await _corrected(made, queued, page, number) for number in range(100, 100 + RUNS)]
        await queued.database.close()
    one, two = median(alone), median(shared)
    return [
        Figure("one worker's push to 10,000, 2,000 written on, beside two", one, two, "ms", None),
        Figure("two workers at it, beside one (goal: 1 / 1.6)", two, one, "ms", 1 / 1.6),
        Figure("undoing it, beside the push by one worker", undone, one, "ms", 1.0),
    ]


@contextmanager
def _workers(made: District, count: int) -> Iterator[None]:
    env = environment(RED_THREAD_DATABASE_URL=made.settings.database_url)
    command = [sys.executable, "-m", "red_thread", "worker"]
    started = [subprocess.Popen(command, env=env) for _ in range(count)]
    time.sleep(_PAUSE)
    try:
        yield
    finally:
        for worker in started:
            worker.terminate()
        for worker in started:
            worker.wait(20)


async def correct(made: District, page_id: int, number: int) -> None:
    """The page in another state: every tenth of its blocks says which."""
    async with made.database.begin() as unit:
        page = await unit.pages.get(page_id)
        assert page is not None
        blocks = [
            {
                "type": "paragraph",
                "attrs": {"id": f"b{k}"},
                "content": [{"type": "text", "text": f"Look at the pool, state {number if k % 10 == 0 else 0}."}],
            }
            for k in range(BLOCKS)
        ]
        document = {**with_attributes(page.document, title=f"Page, state {number}"), "content": blocks}
        await save_master_page(unit, made.teacher, page_id, document, page.revision)


async def _pushed(made: District, queued: OneSchool, page: int) -> float:
    began = time.perf_counter()
    async with queued.begin() as unit:
        push_id = await start_push(unit, made.teacher, PushRequest(made.master, (page,), audience_of([made.klass])))
    while True:
        await asyncio.sleep(0.05)
        async with queued.begin() as unit:
            push = await unit.pushes.get(push_id)
        if push is not None and push.status == "done":
            return (time.perf_counter() - began) * 1000


async def _corrected(made: District, queued: OneSchool, page: int, number: int) -> float:
    await correct(made, page, number)
    return await _pushed(made, queued, page)


async def _undone(made: District, page: int) -> float:
    """The last push of the page, undone."""
    async with made.database.begin() as unit:
        last = (await unit.pushes.newest(made.master))[0]
        began = time.perf_counter()
        undone = await undo_push(unit, made.teacher, last)
    assert undone.back == STUDENTS, undone
    return (time.perf_counter() - began) * 1000
