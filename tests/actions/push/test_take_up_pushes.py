"""Pushes that nobody works on: taken up, or said to have given up, and tried again; on the real queue."""

from collections.abc import AsyncIterator
from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest
from procrastinate.worker import Worker

from red_thread.actions.actor import HOUSE
from red_thread.actions.push.control_push import go_on
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.take_up_pushes import take_up_pushes
from red_thread.actions.refusals import NotAllowed, NotFound
from red_thread.jobs.queue import Jobs
from red_thread.store.database import HOME_SCHOOL, Database
from tests.school import School, found_school


@pytest.fixture
async def queued(database_url) -> AsyncIterator[School]:
    jobs = Jobs(database_url)
    queued = Database(database_url.replace("postgresql:", "postgresql+psycopg:"), pool_size=3, defer=jobs.defer)
    school = await found_school(queued.of(HOME_SCHOOL))
    yield school
    await queued.close()


async def jobs_of(school: School, push_id: int) -> list[str]:
    async with school.database.begin() as unit:
        found = await unit.connection.exec_driver_sql(
            f"SELECT status::text FROM procrastinate_jobs WHERE (args->>'push_id')::bigint = {push_id} ORDER BY id"
        )
        return list(found.scalars())


async def change_jobs(school: School, statement: str) -> None:
    async with school.database.begin() as unit:
        await unit.connection.exec_driver_sql(statement)


async def begun(school: School) -> int:
    await school.add_class("9A", 2)
    tides = await school.add_page("a:x")
    async with school.database.begin(datetime.now(UTC) - timedelta(minutes=1)) as unit:
        return await start_push(unit, school.teacher, school.request([tides], "9A"))


async def test_a_push_without_a_job_gets_one(queued: School):
    """As after a database was restored: the push is there, the queue is empty."""
    push_id = await begun(queued)
    await change_jobs(queued, "DELETE FROM procrastinate_jobs")
    async with queued.database.begin() as unit:
        assert await take_up_pushes(unit, HOUSE) == ([push_id], [])
    async with queued.database.begin() as unit:
        assert await take_up_pushes(unit, HOUSE) == ([], []), "one job is enough"
        with pytest.raises(NotAllowed):
            await take_up_pushes(unit, queued.teacher)
    assert await jobs_of(queued, push_id) == ["todo"]
    await run_push(queued.database.begin, HOUSE, push_id)
    assert await queued.counts(push_id) == {"placed": 2}


async def test_a_push_that_gave_up_says_so_and_is_tried_again_for_the_rest(queued: School):
    push_id = await begun(queued)
    await change_jobs(queued, "UPDATE procrastinate_jobs SET status = 'failed'")
    async with queued.database.begin() as unit:
        assert await take_up_pushes(unit, HOUSE) == ([], [push_id])
        failed = await unit.pushes.get(push_id)
        assert failed is not None and failed.status == "failed" and failed.problem
    await run_push(queued.database.begin, HOUSE, push_id)
    assert await queued.counts(push_id) == {}, "one that gave up is not run behind anybody's back"
    async with queued.database.begin() as unit:
        await go_on(unit, queued.teacher, push_id)
    assert await jobs_of(queued, push_id) == ["todo"]
    await run_push(queued.database.begin, HOUSE, push_id)
    assert await queued.counts(push_id) == {"placed": 2}


async def test_the_pushes_of_one_course_wait_for_no_others(queued: School):
    first = await begun(queued)
    other = await found_school(queued.database, "other")
    other_push = await begun(other)
    async with queued.database.begin() as unit:
        found = await unit.connection.exec_driver_sql("SELECT DISTINCT lock FROM procrastinate_jobs")
        locks = set(found.scalars())
    assert locks == {f"master:{queued.master}", f"master:{other.master}"}
    assert first != other_push


async def test_a_job_that_a_living_worker_forgot_is_taken_up(queued: School, database_url):
    """As where the database dies just as a job is fetched or ends: it counts as running, and nobody runs it."""
    push_id = await begun(queued)
    jobs = Jobs(database_url)
    jobs.database = queued.database.database
    async with jobs.app.open_async():
        jobs._worker = Worker(jobs.app)
        jobs._worker.worker_id = await jobs.app.job_manager.register_worker()
        mine = f"status = 'doing', worker_id = {jobs._worker.worker_id}"
        await change_jobs(queued, f"UPDATE procrastinate_jobs SET {mine}")
        await jobs.take_up_unfinished()
        assert await jobs_of(queued, push_id) == ["doing"], "it may just have been fetched"
        await jobs.take_up_unfinished()
        assert await jobs_of(queued, push_id) == ["todo"]


async def test_a_push_made_again_says_which_failed_and_of_no_other_course(school: School):
    (ada,) = await school.add_class("9A", 1)
    page = await school.add_page("a:x")
    first = await school.start([page], "9A")
    again = await school.start([page], "", [ada], again_of=first)
    async with school.database.begin() as unit:
        found = await unit.pushes.get(again)
        assert found is not None and found.again_of == first
        other = await unit.masters.add_master("Another", school.teacher.person_id)
        request = replace(school.request([page], "", [ada]), master_id=other, again_of=first)
        with pytest.raises(NotFound):
            await start_push(unit, school.teacher, request)
        for made_up in (first + 900, -1):
            with pytest.raises(NotFound):
                await start_push(unit, school.teacher, school.request([page], "9A", again_of=made_up))
