"""A push from the button to the open page: plan, job in the queue, live progress, news to the student."""

import asyncio
import contextlib

import orjson
import psycopg
import uvicorn

from launcher.postgres import free_port
from red_thread.core.push import Audience
from red_thread.store.push.values import NewPush
from red_thread.web.app import create_app
from tests.school import School, to_classes


async def test_the_job_is_enqueued_with_the_push_or_not_at_all(teacher, school: School, database_url):
    tides = await school.add_page("a:x")
    request = {"master_id": school.master, "page_ids": [tides], "audience": to_classes(school.classes["9A"])}

    def waiting() -> int:
        with psycopg.connect(database_url) as connection:
            row = connection.execute("SELECT count(*) FROM procrastinate_jobs").fetchone()
            return row[0] if row else 0

    with contextlib.suppress(RuntimeError):
        async with school.database.begin() as unit:
            push_id = await unit.pushes.add(NewPush(school.master, 1, "push", {}, Audience(), []))
            await unit.queue.run_push(push_id, school.master)
            raise RuntimeError("a power cut before the commit")
    assert waiting() == 0
    assert (await teacher.post("/api/pushes", json=request)).status_code == 202
    assert waiting() == 1


async def test_the_queue_runs_what_was_pushed(teacher, school: School, jobs):
    tides = await school.add_page("a:x", "Tides today")
    request = {"master_id": school.master, "page_ids": [tides], "audience": to_classes(school.classes["9A"])}
    plan = (await teacher.post("/api/pushes/plan", json=request)).json()
    assert (plan["counts"], plan["changes_anything"]) == ({"placed": 3}, True)
    push = (await teacher.post("/api/pushes", json=request)).json()["id"]
    assert (await teacher.get(f"/api/pushes/{push}")).json()["push"]["status"] == "waiting"
    async with jobs.app.open_async():
        await jobs.app.run_worker_async(wait=False, install_signal_handlers=False)
    view = (await teacher.get(f"/api/pushes/{push}")).json()
    assert (view["push"]["status"], view["push"]["counts"], view["push"]["students_done"]) == (
        "done",
        {"placed": 3},
        3,
    )
    assert sorted(student["person_name"] for student in view["students"])[0] == "9A student 00"
    log = (await teacher.get(f"/api/masters/{school.master}/pushes")).json()
    assert [(entry["said"]["title"], entry["said"]["classes"]) for entry in log] == [("Tides today", ["9A"])]
    again = (await teacher.post("/api/pushes/plan", json=request)).json()
    assert (again["counts"], again["changes_anything"]) == ({"has-it": 3}, False)


class Served:
    """The application on a real port, for streams."""

    def __init__(self, app, port):
        self.server = uvicorn.Server(uvicorn.Config(app, port=port, log_level="error", lifespan="on"))
        self.app = app

    async def __aenter__(self):
        self.task = asyncio.create_task(self.server.serve())
        while not self.server.started:
            await asyncio.sleep(0.02)

    async def __aexit__(self, *error):
        self.app.state.news.closing.set()
        self.server.should_exit = True
        await self.task


async def events_of(lines, most):
    found = []
    async for line in lines:
        if line.startswith("event:"):
            found.append(line.removeprefix("event: "))
        if line.startswith("data:"):
            found[-1] = (found[-1], orjson.loads(line.removeprefix("data: ")))
        if len(found) >= most and isinstance(found[-1], tuple):
            return found
    return found


async def test_progress_and_news_come_live(teacher, student, school: School, settings, database, jobs):
    tides = await school.add_page("a:x", "Tides today")
    port = free_port()
    (notebook,) = (await student.get("/api/notebooks")).json()
    request = {"master_id": school.master, "page_ids": [tides], "audience": to_classes(school.classes["9A"])}
    push = (await teacher.post("/api/pushes", json=request)).json()["id"]
    import httpx

    async with (
        Served(create_app(settings, database.database), port),
        httpx.AsyncClient(base_url=f"http://127.0.0.1:{port}", timeout=60) as client,
    ):
        cookies = {c.name: c.value for c in teacher.client.cookies.jar}
        own = {c.name: c.value for c in student.client.cookies.jar}
        asked = client.build_request("GET", f"/api/pushes/{push}/events", headers={"cookie": _header(cookies)})
        heard = client.build_request(
            "GET", f"/api/notebooks/{notebook['id']}/events", headers={"cookie": _header(own)}
        )
        progress, news = await client.send(asked, stream=True), await client.send(heard, stream=True)
        told = asyncio.create_task(events_of(progress.aiter_lines(), 2))
        came = asyncio.create_task(events_of(news.aiter_lines(), 1))
        await asyncio.sleep(0.3)
        async with jobs.app.open_async():
            await jobs.app.run_worker_async(wait=False, install_signal_handlers=False)
        assert [data for _, data in await asyncio.wait_for(told, 60)] == [
            {"done": 0, "total": 3, "status": "waiting"},
            {"done": 3, "total": 3, "status": "done"},
        ]
        assert await asyncio.wait_for(came, 60) == [("news", {})]
        await progress.aclose()
        await news.aclose()


def _header(cookies):
    return "; ".join(f"{name}={value}" for name, value in cookies.items())
