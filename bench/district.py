"""A large made-up district in a throwaway database, filled by set-based statements."""

from collections.abc import AsyncIterator, Awaitable, Callable
from contextlib import asynccontextmanager
from dataclasses import dataclass

import httpx
from sqlalchemy import text

from launcher.postgres import Cluster, throwaway_cluster
from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import add_page, add_section, blank_page
from red_thread.actions.people.sign_in import begin_session
from red_thread.main import make_database
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, OneSchool
from red_thread.store.schema import migrate
from red_thread.web.app import create_app

_PEOPLE = text("""
    WITH p AS (INSERT INTO person (name, kind, email)
               SELECT 'Student ' || lpad(g::text, 6, '0'), 'student', 's' || g || '@district.example'
               FROM generate_series(1, :students) g RETURNING id),
         e AS (INSERT INTO enrolment (class_id, person_id) SELECT :class, id FROM p)
    INSERT INTO notebook (class_id, person_id) SELECT :class, id FROM p
""")
_SECTIONS = text("""
    INSERT INTO notebook_section (notebook_id, section_id, name, order_key)
    SELECT n.id, s.id, s.name, s.order_key FROM notebook n, section s
    WHERE n.class_id = :class AND s.master_id = :master
""")


@dataclass
class District:
    """The database with one master, one section, another for the baselines' rows, and one class of many."""

    cluster: Cluster
    settings: Settings
    database: OneSchool
    teacher: Actor
    master: int
    section: int
    aside: int
    klass: int

    async def add_pages(self, count: int) -> list[int]:
        async with self.database.begin() as unit:
            return [
                await add_page(unit, self.teacher, self.section, blank_page(f"Page {n:03d}")) for n in range(count)
            ]

    async def edition_of(self, page: int) -> int:
        """The newest edition's id."""
        async with self.database.begin() as unit:
            return (await unit.editions.latest([page]))[page][0]

    async def run(self, statement: str, **values: object) -> None:
        async with self.database.begin() as unit:
            await unit.connection.execute(text(statement), values)

    @asynccontextmanager
    async def signed_in(self) -> AsyncIterator[Callable[[str], Awaitable[httpx.Response]]]:
        """The web application, asked by the teacher: addresses in, answers that are good out."""
        async with self.database.begin() as unit:
            teacher = await unit.people.person(self.teacher.person_id)
            assert teacher is not None
            token = (await begin_session(unit, teacher)).token
        transport = httpx.ASGITransport(create_app(self.settings, self.database.database))
        async with httpx.AsyncClient(transport=transport, base_url="http://localhost") as client:

            async def ask(address: str) -> httpx.Response:
                answer = await client.get(address, headers={"cookie": f"red_thread_session={token}"})
                assert answer.status_code == 200, answer.text
                return answer

            yield ask

    async def settle(self) -> None:
        """Statistics and visibility as a database that has run for a while has them."""
        async with self.database.database.engine.connect() as connection:
            owner = await connection.execution_options(isolation_level="AUTOCOMMIT")
            for statement in ("SET ROLE NONE", "VACUUM ANALYZE", "SET ROLE red_thread_school"):
                await owner.execute(text(statement))


@asynccontextmanager
async def district(students: int) -> AsyncIterator[District]:
    cluster = throwaway_cluster()
    try:
        cluster.ensure_database()
        settings = Settings(database_url=cluster.url())
        _migrate(settings)
        everywhere, _ = make_database(settings)
        database = everywhere.of(HOME_SCHOOL)
        async with database.begin() as unit:
            teacher = Actor(await unit.people.add_teacher("Tess", "tess@district.example", None), "teacher")
            master = await unit.masters.add_master("Shore Studies", teacher.person_id)
            section = await add_section(unit, teacher, master, "Tides")
            aside = await add_section(unit, teacher, master, "Baselines")
            klass = await unit.classes.find_or_add(master, "All", None)
            await unit.connection.execute(_PEOPLE, {"students": students, "class": klass})
            await unit.connection.execute(_SECTIONS, {"class": klass, "master": master})
        made = District(cluster, settings, database, teacher, master, section, aside, klass)
        await made.settle()
        yield made
        await everywhere.close()
    finally:
        cluster.remove()


def _migrate(settings: Settings) -> None:
    import os

    from red_thread.settings import load_settings

    os.environ["RED_THREAD_DATABASE_URL"] = settings.database_url
    load_settings.cache_clear()
    migrate()
