"""The database and its transactions."""

from collections.abc import AsyncIterator
from contextlib import AbstractAsyncContextManager, asynccontextmanager
from dataclasses import dataclass
from datetime import UTC, datetime

import psycopg
from sqlalchemy import text
from sqlalchemy.exc import DataError, DBAPIError, IntegrityError, InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from sqlalchemy.ext.asyncio import AsyncEngine, create_async_engine

from red_thread.store.documents import NotStorable
from red_thread.store.unit import Defer, Unit

# The school of an address, or of a command, that names none. No transaction takes it by itself.
HOME_SCHOOL = 1
# One plan for an audience of one and of ten thousand is ten times too slow for one of them. Row security lets this
# role see the rows of one school, the one that each transaction says first of all.
_OPTIONS = " ".join(
    f"-c {setting}"
    for setting in (
        "plan_cache_mode=force_custom_plan",
        "jit=off",
        "role=red_thread_school",
        # A part that lives and does not go on holds up nobody for long: who waits says so, what rests is ended.
        "lock_timeout=15s",
        "idle_in_transaction_session_timeout=120s",
    )
)
# A line that is cut without a word is noticed within seconds.
_LINE = {"keepalives_idle": 15, "keepalives_interval": 5, "keepalives_count": 3, "connect_timeout": 5}
_POOL_WAIT = 5  # seconds for a connection, then it is said that there is too much to do
_ENTER = text("SELECT set_config('red_thread.school', id::text, true) FROM school WHERE id = :school")

_HEALTH = text("""
    SELECT EXISTS (SELECT FROM procrastinate_workers WHERE last_heartbeat > now() - interval '30 s'),
        count_merge_defects()
""")


class NoSuchSchool(Exception):
    """The school that a transaction was to be in is not there."""


class NotNow(Exception):
    """The database is not to be had just now: it starts anew, or others hold for long what is needed."""


class SameMoment(Exception):
    """Somebody else did what this transaction does, or took away what it needs, between its look and its writing.

    It says the constraint that stood in the way, and no value: those are somebody's.
    """


@dataclass(frozen=True, slots=True)
class Health:
    """What runs: the database, and whether a worker was heard of lately; how many merges broke off in thirty days."""

    database: bool = False
    worker: bool = False
    merge_defects: int = 0


class Database:
    """An engine, and transactions on it."""

    def __init__(self, url: str, pool_size: int = 10, defer: Defer | None = None) -> None:
        self.engine: AsyncEngine = create_async_engine(
            url,
            pool_size=pool_size,
            max_overflow=pool_size,
            pool_timeout=_POOL_WAIT,
            connect_args={"options": _OPTIONS, **_LINE},
            # A connection that died with its database is not handed out; an error names no values of anybody's.
            pool_pre_ping=True,
            hide_parameters=True,
        )
        self.defer = defer

    @asynccontextmanager
    async def begin_in(self, school: int, now: datetime | None = None) -> AsyncIterator[Unit]:
        """A transaction in a school, committed at the end and undone by any exception.

        Raises NoSuchSchool, NotStorable, NotNow, SameMoment.
        """
        try:
            async with self.engine.begin() as connection:
                if not await connection.scalar(_ENTER, {"school": school}):
                    raise NoSuchSchool(school)
                yield Unit(connection, now or datetime.now(UTC), school, self.defer)
        except DataError as error:
            raise NotStorable from error
        except IntegrityError as error:
            if isinstance(error.orig, psycopg.errors.UniqueViolation | psycopg.errors.ForeignKeyViolation):
                raise SameMoment(error.orig.diag.constraint_name) from error
            raise
        except (OperationalError, InterfaceError, PoolTimeout, psycopg.OperationalError) as error:
            raise NotNow from error
        except DBAPIError as error:
            if error.connection_invalidated:
                raise NotNow from error
            raise

    def of(self, school: int) -> "OneSchool":
        """The database as one school sees it."""
        return OneSchool(self, school)

    async def schools(self) -> list[int]:
        """The ids of all schools."""
        async with self.engine.connect() as connection:
            return list(await connection.scalars(text("SELECT id FROM school ORDER BY id")))

    async def health(self) -> Health:
        """What runs, in all schools; of a database that does not answer, nothing."""
        try:
            async with self.engine.connect() as connection:
                return Health(True, *(await connection.execute(_HEALTH)).one())
        except (DBAPIError, OSError, PoolTimeout):
            return Health()

    async def close(self) -> None:
        """Closes all connections."""
        await self.engine.dispose()


@dataclass(frozen=True, slots=True)
class OneSchool:
    """A database whose transactions are all in one school."""

    database: Database
    school: int

    def begin(self, now: datetime | None = None) -> AbstractAsyncContextManager[Unit]:
        """A transaction of this school: see `Database.begin_in`."""
        return self.database.begin_in(self.school, now)
