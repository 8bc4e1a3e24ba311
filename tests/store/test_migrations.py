"""The schema: from empty, with data, and the same as the tables say."""

from pathlib import Path

import psycopg
from alembic import command
from alembic.config import Config

from red_thread.store.schema import MIGRATIONS
from tests.conftest import migrate_at, run_sql

FIRST_RELEASE = Path(__file__).with_name("first_release.sql")


def config() -> Config:
    made = Config()
    made.set_main_option("script_location", str(MIGRATIONS))
    made.set_main_option("path_separator", "os")
    return made


def test_the_tables_are_what_the_migrations_make(cluster, database_url):
    migrate_at(database_url)
    command.check(config())


def test_migrating_again_changes_nothing(cluster, database_url):
    migrate_at(database_url)
    migrate_at(database_url)


def test_the_first_release_with_data_comes_up_to_date(cluster):
    """Rows that the first release wrote are still there, and still tied, after all later migrations."""
    run_sql(cluster, "CREATE DATABASE from_first")
    url = cluster.url("from_first")
    migrate_at(url, "0001")
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute(FIRST_RELEASE.read_text())  # type: ignore[arg-type]
    migrate_at(url)
    with psycopg.connect(url) as connection:
        found = connection.execute(
            """SELECT p.name, m.name, e.number, c.revision, w.document FROM copy c
               JOIN writing w ON w.copy_id = c.id JOIN edition e ON e.id = c.edition_id
               JOIN notebook n ON n.id = c.notebook_id JOIN person p ON p.id = n.person_id
               JOIN class k ON k.id = n.class_id JOIN master m ON m.id = k.master_id"""
        ).fetchall()
    assert found == [("Ada", "Shore Studies", 1, 1, '{"type":"doc"}')]
    run_sql(cluster, "DROP DATABASE from_first WITH (FORCE)")
