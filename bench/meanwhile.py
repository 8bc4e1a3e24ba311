"""How soon a page opens while the same server plans, reads files and signs people in."""

import asyncio
import subprocess
import sys
from collections.abc import AsyncIterator, Awaitable, Callable
from contextlib import asynccontextmanager, suppress
from statistics import median
from typing import Any

import httpx

from bench.district import District, district
from bench.figures import Figure, sized, timed
from bench.push import push
from launcher.place import environment
from launcher.postgres import free_port
from red_thread.actions.people.sign_in import begin_session
from red_thread.core.push import audience_of

WRITTEN = sized(3_000, 30)
SOON = 200  # milliseconds
LEAST = sized(40, 2)  # pages opened beside each kind of work
_WRITE = """
    WITH written AS (UPDATE copy SET revision = 1, written_at = now() WHERE page_id = :page RETURNING id, edition_id)
    INSERT INTO writing (copy_id, document)
    SELECT w.id, replace(c.document, '"content":[', '"content":[{"type":"paragraph","attrs":{"id":"own"},'
        || '"content":[{"type":"text","text":"What I saw at the shore today, and why I think so."}]},')
    FROM written w JOIN edition e ON e.id = w.edition_id JOIN content c ON c.fingerprint = e.fingerprint
"""


async def measure() -> list[Figure]:
    async with district(WRITTEN) as made:
        (page,) = await made.add_pages(1)
        await push(made, [page])
        await made.run(_WRITE, page=page)
        await made.settle()
        async with _served(made) as client:
            return await _beside_all(made, client, page)


@asynccontextmanager
async def _served(made: District) -> AsyncIterator[httpx.AsyncClient]:
    """The web as it runs, in a process of its own."""
    port = free_port()
    env = environment(
        RED_THREAD_DATABASE_URL=made.settings.database_url, RED_THREAD_PUBLIC_URL=f"http://127.0.0.1:{port}"
    )
    web = subprocess.Popen([sys.executable, "-m", "red_thread", "web", "--port", str(port)], env=env)
    try:
        async with httpx.AsyncClient(base_url=f"http://127.0.0.1:{port}", timeout=120) as client:
            while not await _answers(client):
                await asyncio.sleep(0.1)
            yield client
    finally:
        web.terminate()
        web.wait(20)


async def _answers(client: httpx.AsyncClient) -> bool:
    with suppress(httpx.HTTPError):
        return (await client.get("/health")).status_code == 200
    return False


async def _beside_all(made: District, client: httpx.AsyncClient, page: int) -> list[Figure]:
    async with made.database.begin() as unit:
        teacher = await unit.people.person(made.teacher.person_id)
        notebook = await unit.notebooks.get((await unit.audiences.find(made.master, audience_of([made.klass])))[0])
        assert teacher is not None and notebook is not None
        student = await unit.people.person(notebook.person_id)
        copy_id = await unit.notebooks.copy_of_page(notebook.id, page)
        assert student is not None
        session = await begin_session(unit, teacher)
        token = (await begin_session(unit, student)).token
    own = {"cookie": f"red_thread_session={session.token}", "X-Red-Thread-Proof": session.proof}

    async def opens(number: int) -> None:
        answer = await client.get(f"/api/copies/{copy_id}", headers={"cookie": f"red_thread_session={token}"})
        assert answer.status_code == 200, answer.text

    async def plans() -> None:
        body = {
            "master_id": made.master,
            "page_ids": [page],
            "audience": {"selectors": [{"kind": "class", "ids": [made.klass]}]},
            "written": "drawer",
        }
        await _asked(client.post("/api/pull-backs/plan", json=body, headers=own))

    async def rosters() -> None:
        names = "\n".join(f"New {number:05d}" for number in range(WRITTEN))
        form = {"names": (None, names), "class_name": (None, "Next year")}
        await _asked(client.post(f"/api/masters/{made.master}/roster/plan", files=form, headers=own))

    async def signs_in() -> None:
        await asyncio.gather(
            *(client.post("/api/session", json={"name": f"s{n}@nowhere.example", "password": "x"}) for n in range(26))
        )

    alone = [await timed(opens, number) for number in range(LEAST)]
    figures = [Figure("a page opens, nothing else going on (median)", median(alone), SOON, "ms", None)]
    for name, work in (
        ("a pull-back of 3,000 written copies is planned", plans),
        ("a roster of 3,000 names is planned", rosters),
        ("a class of 26 signs in at once", signs_in),
    ):
        figures.append(Figure(f"the slowest page while {name}", await _slowest(opens, work), SOON, "ms", 1.0))
    return figures


async def _asked(asking: Awaitable[httpx.Response]) -> None:
    answer = await asking
    assert answer.status_code < 400, answer.text


async def _slowest(opens: Callable[[int], Awaitable[Any]], work: Callable[[], Awaitable[None]]) -> float:
    """The slowest of at least forty pages that were opened while work of this kind went on all the time."""
    times: list[float] = []
    while len(times) < LEAST:
        working = asyncio.ensure_future(work())
        while not working.done():
            times.append(await timed(opens, 0))
            await asyncio.sleep(0.01)
        await working
    return max(times)
