"""The schema: from empty, with data, and the same as the tables say."""

from pathlib import Path

import orjson
import psycopg
from alembic import command
from alembic.config import Config
from procrastinate.schema import SchemaManager

from red_thread.actions.actor import Actor
from red_thread.actions.push.look_at_pushes import look_at_pushes
from red_thread.actions.push.plan_push import PushRequest, preview_push
from red_thread.actions.push.undo import undo_push
from red_thread.core.page.search import words_of_page
from red_thread.core.push import audience_of
from red_thread.store.database import HOME_SCHOOL, Database
from red_thread.store.schema import MIGRATIONS
from tests.conftest import migrate_at, run_sql

FIRST_RELEASE = Path(__file__).with_name("first_release.sql")
# Filled by the actions of its day: pushes, corrections, answers, two pull-backs, codes, a picture.
SECOND_RELEASE = Path(__file__).with_name("second_release.sql")
WORDS = "SELECT copy_id, document FROM writing UNION ALL SELECT copy_id, whole FROM writing_state ORDER BY 1, 2"


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


async def test_the_second_release_with_rows_of_every_table_comes_up_to_date(cluster):
    """Every word is there; pushes say what was asked; pull-backs of before are undone as those of today."""
    run_sql(cluster, "CREATE DATABASE from_second")
    url = cluster.url("from_second")
    migrate_at(url, "0006")
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute("SET session_replication_role = replica; " + SECOND_RELEASE.read_text())  # type: ignore[arg-type]
        words = connection.execute(WORDS).fetchall()
    migrate_at(url)
    with psycopg.connect(url) as connection:
        assert connection.execute(WORDS).fetchall() == words
        pages = connection.execute("SELECT document, words FROM page").fetchall()
        assert pages
        for document, found in pages:
            assert set(words_of_page(orjson.loads(document)).split()) == set(found.split())
    database = Database(url.replace("postgresql:", "postgresql+psycopg:"))
    teacher = Actor(1, "teacher")
    async with database.begin_in(HOME_SCHOOL) as unit:
        pushes = await look_at_pushes(unit, teacher, 1)
        told = [(p.push.id, p.push.kind, p.said.title, p.said.pages, p.said.classes) for p in pushes]
        assert told == [
            (4, "pull-back", "Dunes", 1, ["9A"]),
            (3, "pull-back", "Wind", 1, ["9A"]),
            (2, "push", "Tides", 2, ["9A"]),
            (1, "push", "Tides", 3, ["9A", "9B"]),
        ]
        assert [(p.push.students, p.push.students_done) for p in pushes] == [(4, 4), (4, 4), (4, 4), (6, 6)]
    async with database.begin_in(HOME_SCHOOL) as unit:
        assert [(await undo_push(unit, teacher, number)).back for number in (4, 3)] == [4, 4]
        request = PushRequest(1, (1, 2, 3), audience_of([1, 2]))
        counts = (await preview_push(unit, teacher, request)).plan.counts
    assert {outcome.value: n for outcome, n in counts.items()} == {"refreshed": 4, "has-it": 14}
    await database.close()
    run_sql(cluster, "DROP DATABASE from_second WITH (FORCE)")


def test_nothing_goes_because_something_else_does(cluster, database_url):
    """Whatever is referred to cannot be deleted: leaving, erasing and ending are actions, never a cascade."""
    migrate_at(database_url)
    with psycopg.connect(database_url) as connection:
        found = connection.execute("""
            SELECT conrelid::regclass::text, conname FROM pg_constraint
            WHERE contype = 'f' AND confdeltype IN ('c', 'n', 'd') AND conrelid::regclass::text NOT LIKE 'procrastinate%'
        """).fetchall()
    assert found == []


def test_the_queue_has_the_tables_that_its_installed_version_wants():
    """Its schema is a file of ours. If this fails, the package is newer: a migration of ours has to follow it."""
    ours = (MIGRATIONS / "queue_schema.sql").read_text().split("\n", 1)[1]
    assert ours == SchemaManager.get_schema()
