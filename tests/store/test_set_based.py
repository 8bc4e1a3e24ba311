"""What the tables are laid out for: pushes stay one statement, refreshes stay on their block."""

from collections.abc import Awaitable

from sqlalchemy import event, text

from red_thread.actions.push.catch_up import look_at_lacking, set_catching_up
from red_thread.store.database import OneSchool
from tests.school import School, found_school


async def statements_in(database: OneSchool, act: Awaitable[object]) -> int:
    """How many statements it takes."""
    seen: list[str] = []

    def note(connection, cursor, statement, *rest):
        seen.append(statement)

    event.listen(database.database.engine.sync_engine, "before_cursor_execute", note)
    await act
    event.remove(database.database.engine.sync_engine, "before_cursor_execute", note)
    return len(seen)


async def statements_of(database: OneSchool, students: int) -> tuple[int, int]:
    """How many statements placing and refreshing take for a class of this size."""
    school = await found_school(database, f"school-of-{students}")
    await school.add_class("9A", students)
    tides = await school.add_page("a:one")
    placing = await statements_in(database, school.push([tides], "9A"))
    await school.rewrite(tides, "a:two")
    return placing, await statements_in(database, school.push([tides], "9A"))


async def test_a_push_takes_as_many_statements_for_many_as_for_few(database: OneSchool):
    assert await statements_of(database, 2) == await statements_of(database, 60)


async def test_many_pages_take_as_many_statements_as_few_to_place_and_to_undo(database: OneSchool):
    counts: list[tuple[int, int]] = []
    for pages in (5, 60):
        school = await found_school(database, f"school-of-{pages}-pages")
        await school.add_class("9A", 3)
        ids = [await school.add_page(f"a:{number}", f"Page {number}") for number in range(pages)]
        push = await school.start(ids, "9A")
        placing = await statements_in(database, school.finish())
        counts.append((placing, await statements_in(database, school.undo(push))))
    assert counts[0] == counts[1]


async def test_who_lacks_what_takes_as_many_statements_where_each_lacks_something_else(database: OneSchool):
    async def look(school: School) -> None:
        async with school.database.begin() as unit:
            _, groups = await look_at_lacking(unit, school.teacher, school.classes["9A"])
        assert len(groups) == len(school.students) - 1

    counts: list[int] = []
    for newcomers in (2, 12):
        school = await found_school(database, f"school-of-{newcomers}-newcomers")
        await school.add_class("9A", 1)
        async with school.database.begin() as unit:
            await set_catching_up(unit, school.teacher, school.classes["9A"], on=False)
        pages = [await school.add_page("a:x", f"Page {number}") for number in range(newcomers)]
        await school.push(pages, "9A")
        _, *others = await school.add_class("9A", 1 + newcomers)
        for page, student in zip(pages, others, strict=True):
            await school.push([page], singles=[student])
        counts.append(await statements_in(database, look(school)))
    assert counts[0] == counts[1]


async def test_refreshing_stays_on_the_block(database: OneSchool):
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


async def test_an_untouched_copy_is_a_row_and_nothing_else(database: OneSchool):
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
