"""The queue, on the application's own PostgreSQL."""

from typing import Any

import structlog
from procrastinate import App, PsycopgConnector, RetryStrategy

from red_thread.actions.actor import HOUSE, Actor
from red_thread.actions.run_push import Transactions, run_push
from red_thread.actions.thin_histories import thin_histories

log = structlog.get_logger()


class Jobs:
    """The queue's application, its tasks, and how they are enqueued in somebody else's transaction."""

    def __init__(self, conninfo: str) -> None:
        self.app = App(connector=PsycopgConnector(conninfo=conninfo, min_size=1, max_size=4))
        self.transactions: Transactions | None = None
        retry = RetryStrategy(max_attempts=5, exponential_wait=2)
        self._push: Any = self.app.task(name="run_push", retry=retry)(self._run_push)

        every_night = self.app.periodic(cron="17 3 * * *")
        every_night(self.app.task(name="thin_histories", queueing_lock="thinning")(self._thin))

    async def defer_push(self, connection: Any, push_id: int) -> None:
        """Enqueues on a psycopg connection: the job is there if, and only if, its transaction is committed."""
        await self._push.configure(connection=connection, lock="pushes").defer_async(push_id=push_id)

    async def _run_push(self, push_id: int) -> None:
        if self.transactions is None:
            raise RuntimeError("the queue has no database to work on")
        async with self.transactions() as unit:
            push = await unit.pushes.get(push_id)
        if push is not None:
            await run_push(self.transactions, Actor(push.made_by, "teacher"), push_id)
            log.info("push done", push=push_id, students=len(push.notebook_ids))

    async def _thin(self, timestamp: int) -> None:
        if self.transactions is None:
            raise RuntimeError("the queue has no database to work on")
        log.info("histories thinned out", pages=await thin_histories(self.transactions, HOUSE))

    async def take_up_unfinished(self) -> None:
        """Pushes whose worker ended in the middle: each goes on where it was."""
        if self.transactions is None:
            raise RuntimeError("the queue has no database to work on")
        for job in await self.app.job_manager.get_stalled_jobs():
            await self.app.job_manager.retry_job(job)
