"""Schools beside each other: every row is of one, and nobody of another sees or touches it, whatever they ask for."""

import psycopg
import pytest
from sqlalchemy import text
from sqlalchemy.exc import DBAPIError

from red_thread.store.database import NoSuchSchool, OneSchool, SameMoment
from red_thread.store.tables import OfSchool, Table
from tests.conftest import migrate_at
from tests.school import School, found_school

OTHERS = 2
TABLES = sorted(set(Table.metadata.tables) - {"setting", "school"})


@pytest.fixture
async def school(database: OneSchool) -> School:
    """A school in which something was pushed and written; and another beside it, with a teacher."""
    made = await found_school(database)
    [student] = await made.add_class("9A", 1)
    page = await made.add_page("a:Tides")
    await made.push([page], "9A")
    await made.write(student, page, "a:Tides rise")
    async with database.begin() as unit:
        assert await unit.schools.begin_another("Harbour School") == OTHERS
        await unit.people.add_teacher("Ida", "tess@school.example", None)
    return made


def test_every_table_is_of_a_school_and_locked(cluster, database_url):
    migrate_at(database_url)
    with psycopg.connect(database_url) as connection:
        locked = connection.execute("""
            SELECT c.relname, a.attname
            FROM pg_class c JOIN pg_policy p ON p.polrelid = c.oid AND p.polname = 'own_school'
            JOIN pg_index i ON i.indrelid = c.oid AND i.indisprimary
            JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = i.indkey[0] WHERE c.relrowsecurity
        """).fetchall()
        right = connection.execute("SELECT has_table_privilege('red_thread_school', 'alembic_version', 'SELECT')")
        assert right.fetchone() == (False,)
    assert sorted(locked) == sorted([*((name, "school_id") for name in TABLES), ("school", "id")])
    assert {mapper.local_table.name for mapper in Table.registry.mappers if issubclass(mapper.class_, OfSchool)} == {
        *TABLES
    }


async def test_nothing_of_a_school_is_seen_or_touched_from_another(database, school):
    async with database.begin() as unit:
        filled = [
            name for name in TABLES if await unit.connection.scalar(text(f"SELECT EXISTS (SELECT FROM {name})"))
        ]
    assert {"person", "master", "page", "edition", "content", "copy", "writing", "push", "push_outcome"} <= {*filled}
    async with database.database.begin_in(OTHERS) as unit:
        for name in filled:
            seen = await unit.connection.scalars(text(f"SELECT DISTINCT school_id FROM {name}"))
            assert {*seen} <= {OTHERS}, name
            assert (await unit.connection.execute(text(f"UPDATE {name} SET school_id = {OTHERS}"))).rowcount < 2
        assert (await unit.connection.execute(text("DELETE FROM writing"))).rowcount == 0
    async with database.begin() as unit:
        assert (
            await unit.connection.scalar(text("SELECT count(*) FROM writing WHERE document LIKE '%Tides rise%'")) == 1
        )


async def test_no_row_goes_over_into_another_school(database, school):
    with pytest.raises(DBAPIError, match="row-level security"):
        async with database.database.begin_in(OTHERS) as unit:
            await unit.connection.execute(text("UPDATE person SET school_id = 1"))


async def test_a_reference_into_another_school_is_none(database, school):
    with pytest.raises(SameMoment, match="master_teacher_person_id_fkey"):
        async with database.database.begin_in(OTHERS) as unit:
            await unit.masters.add_master("Stolen", school.teacher.person_id)


async def test_one_address_may_be_of_somebody_in_each(database, school):
    for number, name in ((1, "Tess Teacher"), (OTHERS, "Ida")):
        async with database.database.begin_in(number) as unit:
            found = await unit.people.by_email("tess@school.example")
            assert found is not None
            assert found.name == name


@pytest.mark.parametrize(
    "statement", ["SELECT count(*) FROM person", "INSERT INTO master (name) VALUES ('Nobody''s')"]
)
async def test_without_a_school_every_statement_fails(database, school, statement):
    for settled_before in (False, True):
        with pytest.raises(DBAPIError, match=r"red_thread\.school|invalid input syntax"):
            async with database.database.engine.begin() as connection:
                if settled_before:
                    await connection.execute(text("SELECT set_config('red_thread.school', '', true)"))
                await connection.execute(text(statement))


async def test_a_school_that_is_not_there_is_no_other(database, school):
    with pytest.raises(NoSuchSchool, match="9"):
        async with database.database.begin_in(9):
            pass
