"""The database and its transactions."""

from collections.abc import AsyncIterator, Awaitable, Callable
from contextlib import AbstractAsyncContextManager, asynccontextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import text
from sqlalchemy.exc import DataError, DBAPIError
from sqlalchemy.ext.asyncio import AsyncConnection, AsyncEngine, create_async_engine

from red_thread.store.classes.classes import ClassStore
from red_thread.store.classes.groups import GroupStore
from red_thread.store.master.masters import MasterStore
from red_thread.store.news import Notifier
from red_thread.store.notebook.notebooks import NotebookStore
from red_thread.store.people.people import PeopleStore
from red_thread.store.pictures import PictureStore
from red_thread.store.push.operations import OperationStore
from red_thread.store.push.pull_backs import PullBackStore
from red_thread.store.push.pushes import PushStore
from red_thread.store.reach.boards import BoardStore

FIRST_SCHOOL = 1
# One plan for an audience of one and of ten thousand is ten times too slow for one of them. Row security lets this
# role see the rows of one school, which is the first unless a transaction says otherwise.
_OPTIONS = f"-c plan_cache_mode=force_custom_plan -c role=red_thread_school -c red_thread.school={FIRST_SCHOOL}"
_SCHOOL = text("SELECT set_config('red_thread.school', id::text, true) FROM school WHERE id = :school")
_FORGET_FAILED = text("""
    DELETE FROM procrastinate_jobs
    WHERE task_name = 'run_push' AND status = 'failed' AND (args->>'push_id')::bigint = :push
""")
Defer = Callable[[Any, int, int, int], Awaitable[None]]


class NotStorable(Exception):
    """A number that is no id of anything, or text that PostgreSQL cannot hold."""


class JobQueue:
    """Enqueues on the transaction's own connection: no job without its rows, no rows without their job."""

    def __init__(self, connection: AsyncConnection, school: int, defer: Defer | None) -> None:
        self.connection, self.school, self.defer = connection, school, defer

    async def run_push(self, push_id: int, master_id: int) -> None:
        if self.defer is not None:
            raw = await self.connection.get_raw_connection()
            await self.defer(raw.driver_connection, self.school, push_id, master_id)

    async def forget_failed(self, push_id: int) -> None:
        """Takes out the jobs of a push that gave up, so that it counts its tries anew."""
        await self.connection.execute(_FORGET_FAILED, {"push": push_id})


class StoreUnit:
    """One transaction in one school, and all that can be asked in it."""

    def __init__(self, connection: AsyncConnection, now: datetime, school: int, defer: Defer | None) -> None:
        self.connection, self.now, self.school = connection, now, school
        self.people = PeopleStore(connection, now)
        self.masters = MasterStore(connection, now)
        self.classes = ClassStore(connection, now)
        self.groups = GroupStore(connection, now)
        self.notebooks = NotebookStore(connection, now)
        self.pushes = PushStore(connection, now)
        self.operations = OperationStore(connection, now)
        self.pull_backs = PullBackStore(connection, now)
        self.boards = BoardStore(connection)
        self.pictures = PictureStore(connection)
        self.news = Notifier(connection)
        self.queue = JobQueue(connection, school, defer)


class Database:
    """An engine, and transactions on it."""

    def __init__(self, url: str, pool_size: int = 10, defer: Defer | None = None) -> None:
        self.engine: AsyncEngine = create_async_engine(
            url,
            pool_size=pool_size,
            max_overflow=pool_size,
            connect_args={"options": _OPTIONS},
            # A connection that died with its database is not handed out; an error names no values of anybody's.
            pool_pre_ping=True,
            hide_parameters=True,
        )
        self.defer = defer

    @asynccontextmanager
    async def begin(self, now: datetime | None = None, school: int = FIRST_SCHOOL) -> AsyncIterator[StoreUnit]:
        """A transaction in a school, committed at the end and undone by any exception. Raises NotStorable."""
        try:
            async with self.engine.begin() as connection:
                if school != FIRST_SCHOOL:
                    school = await _enter(connection, school)
                yield StoreUnit(connection, now or datetime.now(UTC), school, self.defer)
        except DataError as error:
            raise NotStorable from error

    def of(self, school: int) -> "OneSchool":
        return OneSchool(self, school)

    async def schools(self) -> list[int]:
        """The ids of all schools."""
        async with self.engine.connect() as connection:
            return list(await connection.scalars(text("SELECT id FROM school ORDER BY id")))

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


async def _enter(connection: AsyncConnection, school: int) -> int:
    """The school that the transaction is in now: one that is not there is the first, so a wrong link harms nobody."""
    return school if await connection.scalar(_SCHOOL, {"school": school}) else FIRST_SCHOOL


@dataclass(frozen=True, slots=True)
class OneSchool:
    """A database whose transactions are all in one school."""

    database: Database
    school: int

    def begin(self, now: datetime | None = None) -> AbstractAsyncContextManager[StoreUnit]:
        """A transaction of this school: see `Database.begin`."""
        return self.database.begin(now, self.school)
