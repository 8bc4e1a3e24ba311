"""What the tables are laid out for: pushes stay one statement, refreshes stay on their block."""

from sqlalchemy import event, text

from red_thread.store.database import Database
from tests.school import found_school


async def statements_of(database: Database, students: int) -> tuple[int, int]:
    """How many statements placing and refreshing take for a class of this size."""
    school = await found_school(database, f"school-of-{students}")
    await school.add_class("9A", students)
    tides = await school.add_page("a:one")
    counts = []
    for _ in range(2):
        seen: list[str] = []

        def note(connection, cursor, statement, *rest, seen=seen):
            seen.append(statement)

        event.listen(database.engine.sync_engine, "before_cursor_execute", note)
        await school.push([tides], "9A")
        event.remove(database.engine.sync_engine, "before_cursor_execute", note)
        counts.append(len(seen))
        await school.rewrite(tides, "a:two")
    return counts[0], counts[1]


async def test_a_push_takes_as_many_statements_for_many_as_for_few(database: Database):
    assert await statements_of(database, 2) == await statements_of(database, 60)


async def test_refreshing_stays_on_the_block(database: Database):
    school = await found_school(database)
    await school.add_class("9A", 200)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:two")
    await school.push([tides], "9A")
    async with database.begin() as unit:
        await unit.connection.execute(text("SELECT pg_stat_force_next_flush()"))
    async with database.begin() as unit:
        found = await unit.connection.execute(
            text("SELECT n_tup_upd, n_tup_hot_upd FROM pg_stat_user_tables WHERE relname = 'copy'")
        )
        updated, on_block = found.one()
    assert updated == 200
    assert on_block >= 0.9 * updated


async def test_an_untouched_copy_is_a_row_and_nothing_else(database: Database):
    school = await found_school(database)
    await school.add_class("9A", 50)
    tides = await school.add_page(f"a:{'long ' * 2000}")
    await school.push([tides], "9A")
    async with database.begin() as unit:
        counts = [
            (await unit.connection.execute(text(f"SELECT count(*) FROM {table}"))).scalar_one()
            for table in ("copy", "writing", "writing_state", "content")
        ]
    assert counts == [50, 0, 0, 1]
