"""The web application on a real database, asked in process."""

from collections.abc import AsyncIterator
from dataclasses import dataclass
from typing import Any

import httpx
import pytest

from red_thread.actions.people.passwords import hash_password
from red_thread.jobs.queue import Jobs
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, Database, OneSchool
from red_thread.web.app import create_app
from tests.school import School, found_school

PASSWORD = "three long words"


@dataclass
class Visitor:
    """Somebody with a browser: keeps the cookie, sends the proof along."""

    client: httpx.AsyncClient
    proof: str = ""

    async def ask(self, method: str, address: str, **more: Any) -> httpx.Response:
        headers = {"X-Red-Thread-Proof": self.proof, **more.pop("headers", {})}
        return await self.client.request(method, address, headers=headers, **more)

    async def get(self, address: str) -> httpx.Response:
        return await self.ask("GET", address)

    async def post(self, address: str, **more: Any) -> httpx.Response:
        return await self.ask("POST", address, **more)

    async def sign_in(self, name: str, password: str = PASSWORD) -> httpx.Response:
        response = await self.post("/api/session", json={"name": name, "password": password})
        self.proof = response.json().get("proof", "")
        return response


@pytest.fixture
def settings(database_url: str, tmp_path: Any) -> Settings:
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text("<!doctype html><title>Red Thread</title>")
    return Settings(
        database_url=database_url,
        public_url="http://red-thread.test",
        front_end=tmp_path,
        upload_limit=200_000,
        master_upload_limit=400_000,
        sign_in_tries="5/minute",
    )


@pytest.fixture
async def jobs(database_url: str) -> Jobs:
    return Jobs(database_url)


@pytest.fixture
async def database(settings: Settings, jobs: Jobs) -> AsyncIterator[OneSchool]:
    made = Database(settings.sqlalchemy_url, pool_size=5, defer=jobs.defer)
    jobs.database = made
    yield made.of(HOME_SCHOOL)
    await made.close()


@pytest.fixture
async def school(database: OneSchool) -> School:
    made = await found_school(database)
    await made.add_class("9A", 3)
    async with database.begin() as unit:
        for person_id in (made.teacher.person_id, *(s.person_id for s in made.students.values())):
            await unit.people.set_password(person_id, hash_password(PASSWORD))
    return made


@pytest.fixture
async def visitor(settings: Settings, database: OneSchool) -> AsyncIterator[Any]:
    """Makes visitors, each with a browser of their own."""
    app = create_app(settings, database.database)
    opened: list[httpx.AsyncClient] = []

    async def make(name: str = "", password: str = PASSWORD) -> Visitor:
        transport = httpx.ASGITransport(app, raise_app_exceptions=False)
        opened.append(httpx.AsyncClient(transport=transport, base_url="http://red-thread.test"))
        made = Visitor(opened[-1])
        if name:
            assert (await made.sign_in(name, password)).status_code == 200
        return made

    yield make
    for client in opened:
        await client.aclose()


@pytest.fixture
async def teacher(visitor: Any, school: School) -> Visitor:
    return await visitor("tess@school.example")


@pytest.fixture
async def student(visitor: Any, school: School) -> Visitor:
    return await visitor("9a.0@school.example")


@pytest.fixture
async def harbour(database: OneSchool, school: School) -> School:
    """A second school with a class, whose teacher has the same address as the first one's."""
    async with database.begin() as unit:
        await unit.schools.begin_another("Harbour School")
    made = await found_school(database.database.of(2))
    await made.add_class("3B", 2)
    async with made.database.begin() as unit:
        await unit.people.rename(made.teacher.person_id, "Ida")
        await unit.people.set_password(made.teacher.person_id, hash_password(PASSWORD))
    return made
