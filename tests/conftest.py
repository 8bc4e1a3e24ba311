"""A PostgreSQL for the tests, and a migrated database of its own for each of them."""

import itertools
import os
from collections.abc import AsyncIterator, Iterator

import psycopg
import pytest
from hypothesis import settings

from launcher.postgres import Cluster, throwaway_cluster
from red_thread.settings import load_settings
from red_thread.store.database import HOME_SCHOOL, Database, OneSchool
from red_thread.store.schema import migrate

# The tests are the same on every run; `./red-thread fuzz` is what goes looking for new ways to break a law.
settings.register_profile("the same each time", derandomize=True, print_blob=False, deadline=None)
settings.load_profile("the same each time")

_numbers = itertools.count(1)


@pytest.fixture(scope="session")
def cluster() -> Iterator[Cluster]:
    started = throwaway_cluster()
    yield started
    started.remove()


def run_sql(cluster: Cluster, statement: str) -> None:
    with psycopg.connect(cluster.url("postgres"), autocommit=True) as connection:
        connection.execute(statement)  # type: ignore[arg-type]


@pytest.fixture(scope="session")
def template(cluster: Cluster) -> str:
    """A migrated, empty database to copy from."""
    run_sql(cluster, "CREATE DATABASE template_red_thread")
    migrate_at(cluster.url("template_red_thread"))
    return "template_red_thread"


def migrate_at(url: str, revision: str = "head") -> None:
    os.environ["RED_THREAD_DATABASE_URL"] = url
    load_settings.cache_clear()
    migrate(revision)


@pytest.fixture
def database_url(cluster: Cluster, template: str) -> Iterator[str]:
    name = f"test_{next(_numbers)}"
    run_sql(cluster, f"CREATE DATABASE {name} TEMPLATE {template}")
    yield cluster.url(name)
    run_sql(cluster, f"DROP DATABASE {name} WITH (FORCE)")


@pytest.fixture
async def database(database_url: str) -> AsyncIterator[OneSchool]:
    made = Database(database_url.replace("postgresql:", "postgresql+psycopg:"), pool_size=5)
    yield made.of(HOME_SCHOOL)
    broken = (await made.health()).merge_defects
    await made.close()
    assert not broken, "a merge broke off, and would have been no more than a failed row"
