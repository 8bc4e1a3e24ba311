"""The database and its transactions."""

from collections.abc import AsyncIterator, Awaitable, Callable
from contextlib import asynccontextmanager
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import text
from sqlalchemy.exc import DataError, DBAPIError
from sqlalchemy.ext.asyncio import AsyncConnection, AsyncEngine, create_async_engine

from red_thread.store.classes.classes import ClassStore
from red_thread.store.master.masters import MasterStore
from red_thread.store.news import Notifier
from red_thread.store.notebook.notebooks import NotebookStore
from red_thread.store.people.people import PeopleStore
from red_thread.store.pictures import PictureStore
from red_thread.store.push.operations import OperationStore
from red_thread.store.push.pull_backs import PullBackStore
from red_thread.store.push.pushes import PushStore
from red_thread.store.reach.boards import BoardStore

# One plan for an audience of one and of ten thousand is ten times too slow for one of them.
_PLAN_EACH_TIME = "-c plan_cache_mode=force_custom_plan"
_FORGET_FAILED = text("""
    DELETE FROM procrastinate_jobs
    WHERE task_name = 'run_push' AND status = 'failed' AND (args->>'push_id')::bigint = :push
""")
Defer = Callable[[Any, int, int], Awaitable[None]]


class NotStorable(Exception):
    """A number that is no id of anything, or text that PostgreSQL cannot hold."""


class JobQueue:
    """Enqueues on the transaction's own connection: no job without its rows, no rows without their job."""

    def __init__(self, connection: AsyncConnection, defer: Defer | None) -> None:
        self.connection, self.defer = connection, defer

    async def run_push(self, push_id: int, master_id: int) -> None:
        if self.defer is not None:
            raw = await self.connection.get_raw_connection()
            await self.defer(raw.driver_connection, push_id, master_id)

    async def forget_failed(self, push_id: int) -> None:
        """Takes out the jobs of a push that gave up, so that it counts its tries anew."""
        await self.connection.execute(_FORGET_FAILED, {"push": push_id})


class StoreUnit:
    """One transaction, and all that can be asked in it."""

    def __init__(self, connection: AsyncConnection, now: datetime, defer: Defer | None) -> None:
        self.connection, self.now = connection, now
        self.people = PeopleStore(connection, now)
        self.masters = MasterStore(connection, now)
        self.classes = ClassStore(connection, now)
        self.notebooks = NotebookStore(connection, now)
        self.pushes = PushStore(connection, now)
        self.operations = OperationStore(connection, now)
        self.pull_backs = PullBackStore(connection, now)
        self.boards = BoardStore(connection)
        self.pictures = PictureStore(connection)
        self.news = Notifier(connection)
        self.queue = JobQueue(connection, defer)


class Database:
    """An engine, and transactions on it."""

    def __init__(self, url: str, pool_size: int = 10, defer: Defer | None = None) -> None:
        self.engine: AsyncEngine = create_async_engine(
            url,
            pool_size=pool_size,
            max_overflow=pool_size,
            connect_args={"options": _PLAN_EACH_TIME},
            # A connection that died with its database is not handed out; an error names no values of anybody's.
            pool_pre_ping=True,
            hide_parameters=True,
        )
        self.defer = defer

    @asynccontextmanager
    async def begin(self, now: datetime | None = None) -> AsyncIterator[StoreUnit]:
        """A transaction, committed at the end and undone by any exception. Raises NotStorable."""
        try:
            async with self.engine.begin() as connection:
                yield StoreUnit(connection, now or datetime.now(UTC), self.defer)
        except DataError as error:
            raise NotStorable from error

    async def is_up(self) -> bool:
        try:
            async with self.engine.connect() as connection:
                return (await connection.scalar(text("SELECT 1"))) == 1
        except (DBAPIError, OSError):
            return False

    async def has_worker(self) -> bool:
        """Whether a worker of the queue was alive within the last half minute."""
        alive = "SELECT EXISTS (SELECT FROM procrastinate_workers WHERE last_heartbeat > now() - interval '30 s')"
        async with self.engine.connect() as connection:
            return bool(await connection.scalar(text(alive)))

    async def close(self) -> None:
        await self.engine.dispose()
