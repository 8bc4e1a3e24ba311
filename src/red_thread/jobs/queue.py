"""The queue, on the application's own PostgreSQL."""

import asyncio
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Any

import psycopg
import structlog
from procrastinate import App, JobContext, PsycopgConnector, RetryStrategy
from procrastinate.exceptions import ConnectorException
from procrastinate.worker import Worker
from sqlalchemy.exc import DBAPIError

from red_thread.actions.actor import HOUSE
from red_thread.actions.notebook.let_go import let_go
from red_thread.actions.notebook.thin_histories import thin_histories
from red_thread.actions.push.run_push import help_push, run_push
from red_thread.actions.push.take_up_pushes import take_up_pushes
from red_thread.store.database import Database, NotNow, OneSchool
from red_thread.store.unit import Task

log = structlog.get_logger()
_MINE = "SELECT id FROM procrastinate_jobs WHERE status = 'doing' AND worker_id = %(worker)s"
HEARTBEAT, DEAD_AFTER, LOOKS_EVERY, POLLS_EVERY = 3.0, 12.0, 5.0, 0.3  # seconds


class Jobs:
    """The queue's application, its tasks, and how they are enqueued in somebody else's transaction."""

    def __init__(self, conninfo: str) -> None:
        self.app = App(connector=PsycopgConnector(conninfo=conninfo, min_size=1, max_size=4))
        self.database: Database | None = None
        self._worker: Worker | None = None
        self._running: set[int | None] = set()
        self._idle: set[int] = set()
        # Every few seconds for a minute and more: a database that is away for a while must not make a push wait long
        # when it is back, nor give up.
        retry = RetryStrategy(max_attempts=25, wait=3)
        self._tasks: dict[str, Any] = {
            "run_push": self.app.task(name="run_push", retry=retry, pass_context=True)(self._run_push),
            "help_push": self.app.task(name="help_push", pass_context=True)(self._help_push),
        }

        every_night = self.app.periodic(cron="17 3 * * *")
        every_night(self.app.task(name="thin_histories", queueing_lock="thinning")(self._thin))

    async def defer(self, connection: Any, school: int, task: Task) -> None:
        """Enqueues on a psycopg connection: the job is there if, and only if, its transaction is committed."""
        configured = self._tasks[task.name].configure(connection=connection, lock=task.lock)
        await configured.defer_async(push_id=task.push_id, school=school)

    def _of(self, school: int) -> OneSchool:
        if self.database is None:
            raise RuntimeError("the queue has no database to work on")
        return self.database.of(school)

    async def _schools(self) -> list[OneSchool]:
        return [self._of(school) for school in await self.database.schools()] if self.database else []

    async def _run_push(self, context: JobContext, push_id: int, school: int) -> None:
        with self._counted(context):
            await run_push(self._of(school).begin, HOUSE, push_id)
        async with self._of(school).begin() as unit:
            for defect in await unit.defects.of_push(push_id):
                copy = {"page": defect.page_id, "notebook": defect.notebook_id}
                log.error("a merge broke off", push=push_id, at=defect.broke_off_at, **copy)
        log.info("push done", push=push_id)

    async def _help_push(self, context: JobContext, push_id: int, school: int) -> None:
        with self._counted(context):
            await help_push(self._of(school).begin, HOUSE, push_id)

    @contextmanager
    def _counted(self, context: JobContext) -> Iterator[None]:
        """One of the jobs that this worker runs now."""
        self._running.add(context.job.id)
        try:
            yield
        finally:
            self._running.discard(context.job.id)

    async def work(self) -> None:
        """Runs jobs until it is told to stop, and looks after the pushes meanwhile."""
        self._worker = Worker(
            self.app,
            concurrency=2,
            # What waits behind a lock is looked for by polling alone: a teacher's ten pushes in a row must not take
            # ten times the queue's usual five seconds.
            fetch_job_polling_interval=POLLS_EVERY,
            delete_jobs="successful",
            shutdown_graceful_timeout=5,
            update_heartbeat_interval=HEARTBEAT,
            stalled_worker_timeout=DEAD_AFTER,
        )
        looking_after = asyncio.create_task(self.look_after_pushes())
        await self._worker.run()
        looking_after.cancel()

    async def _thin(self, timestamp: int) -> None:
        pages = [await thin_histories(school.begin, HOUSE) for school in await self._schools()]
        gone = [await let_go(school.begin, HOUSE) for school in await self._schools()]
        log.info("histories thinned out", pages=sum(pages), thrown_away=sum(gone))

    async def look_after_pushes(self) -> None:
        """Every few seconds, as long as the worker lives: what is unfinished and has no living job is taken up."""
        while True:
            try:
                await self.take_up_unfinished()
            except (psycopg.Error, DBAPIError, NotNow, ConnectorException, OSError) as error:
                log.warning("pushes could not be looked after", kind=type(error).__name__)
            await asyncio.sleep(LOOKS_EVERY)

    async def take_up_unfinished(self) -> None:
        """Jobs whose worker ended in the middle go back into the queue; pushes without a job get one."""
        stalled = list(await self.app.job_manager.get_stalled_jobs(seconds_since_heartbeat=DEAD_AFTER))
        lost = [*(job.id for job in stalled if job.id is not None), *await self._forgotten()]
        for job_id in lost:
            await self.app.job_manager.retry_job_by_id_async(job_id, retry_at=datetime.now(UTC))
        for school in await self._schools():
            async with school.begin() as unit:
                taken, failed = await take_up_pushes(unit, HOUSE)
            if lost or taken or failed:
                log.warning("pushes taken up", jobs=len(lost), pushes=taken, failed=failed, school=school.school)

    async def _forgotten(self) -> list[int]:
        """Jobs that are this living worker's, and that it does not run: found so twice, some seconds apart.

        Where the database dies just as a job is fetched, or ends, the queue counts it as running for as long as the
        worker lives, and everything with its lock waits behind it.
        """
        if self._worker is None or self._worker.worker_id is None:
            return []
        found = await self.app.connector.execute_query_all_async(_MINE, worker=self._worker.worker_id)
        idle = {row["id"] for row in found} - self._running
        forgotten, self._idle = sorted(idle & self._idle), idle
        return forgotten
