"""The board of 200 students and 150 pages among a million copies, and a notebook of 300 pages."""

import httpx
from sqlalchemy import text

from bench.district import District, district
from bench.figures import Figure, in_turn, sized
from red_thread.actions.people.sign_in import NewSession, begin_session
from red_thread.core.push import audience_of
from red_thread.store.notebook.notebooks import CONTENTS
from red_thread.store.unit import Unit
from red_thread.web.app import create_app

COPIES, PAGES, STUDENTS = sized(1_000_000, 1_000), sized(150, 10), sized(200, 20)
RUNS = sized(15, 1)
_FILL = """
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key, revision, answered, opened_at)
    SELECT s.notebook_id, s.id, e.page_id, e.id, 'a0' || lpad(e.page_id::text, 5, '0'),
           (random() < .3)::int, (random() * 3)::int, CASE WHEN random() < .7 THEN now() END
    FROM edition e JOIN page p ON p.id = e.page_id JOIN notebook_section s ON s.section_id = p.section_id
    WHERE e.page_id = ANY(:pages) AND s.notebook_id = ANY(:notebooks) ORDER BY e.id, s.id
"""
_EDITIONS = """
    INSERT INTO edition (page_id, number, title, fingerprint, answerable, made_by)
    SELECT p.id, 1, p.title, p.fingerprint, 3, 1 FROM page p WHERE p.id = ANY(:pages)
"""
_CONTENT = "INSERT INTO content SELECT DISTINCT fingerprint, document FROM page ON CONFLICT DO NOTHING"
_TO_SMALL = "UPDATE notebook SET class_id = :small WHERE id = ANY(:some)"
_ENROL_SMALL = """
    UPDATE enrolment SET class_id = :small
    WHERE person_id IN (SELECT person_id FROM notebook WHERE class_id = :small)
"""
# The least that any board has to do: read the class's copies and put their cells into arrays.
_BARE = text("""
    SELECT c.notebook_id, array_agg(c.page_id),
           array_agg(1 + (c.revision > 0)::int + (c.edition_id <> c.page_id)::int * 8 + c.answered * 32)
    FROM notebook n JOIN copy c ON c.notebook_id = n.id
    WHERE n.class_id = :class AND c.page_id = ANY(:pages) AND c.ordinal = 0 GROUP BY 1
""")
_BARE_SHELF = text(CONTENTS)


async def measure() -> list[Figure]:
    async with district(COPIES // PAGES) as made:
        pages = await made.add_pages(300)
        await _fill(made, pages)
        return await _measured(made, pages)


async def _fill(made: District, pages: list[int]) -> None:
    async with made.database.begin() as unit:
        everyone = await unit.audiences.find(made.master, audience_of([made.klass]))
    await made.run("UPDATE page SET section_id = :aside WHERE id = ANY(:rest)", aside=made.aside, rest=pages[PAGES:])
    await made.run(_CONTENT)
    await made.run(_EDITIONS, pages=pages)
    await made.run(_FILL, pages=pages[:PAGES], notebooks=everyone)
    await made.run(_FILL, pages=pages[PAGES:], notebooks=everyone[:1])
    async with made.database.begin() as unit:
        small = await unit.classes.find_or_add(made.master, "One", None)
    await made.run(_TO_SMALL, small=small, some=everyone[:STUDENTS])
    await made.run(_ENROL_SMALL, small=small)
    made.klass = small
    await made.settle()


async def _signed_in(unit: Unit, person_id: int) -> NewSession:
    person = await unit.people.person(person_id)
    assert person is not None
    return await begin_session(unit, person)


async def _measured(made: District, pages: list[int]) -> list[Figure]:
    app = create_app(made.settings, made.database.database)
    async with made.database.begin() as unit:
        session = await _signed_in(unit, made.teacher.person_id)
        notebook = (await unit.audiences.find(made.master, audience_of([made.klass])))[0]
        found = await unit.notebooks.get(notebook)
        assert found is not None
        student = await _signed_in(unit, found.person_id)
    sizes: list[int] = []
    transport = httpx.ASGITransport(app)
    async with httpx.AsyncClient(transport=transport, base_url="http://localhost") as client:

        async def ask(address: str, token: str) -> None:
            answer = await client.get(address, headers={"cookie": f"red_thread_session={token}"})
            assert answer.status_code == 200, answer.text
            sizes.append(len(answer.content))

        async def board(number: int) -> None:
            await ask(f"/api/classes/{made.klass}/reach?section_id={made.section}", session.token)

        async def bare_board(number: int) -> None:
            async with made.database.begin() as unit:
                (await unit.connection.execute(_BARE, {"pages": pages[:PAGES], "class": made.klass})).all()

        async def shelf(number: int) -> None:
            await ask(f"/api/notebooks/{notebook}", student.token)

        async def bare_shelf(number: int) -> None:
            async with made.database.begin() as unit:
                (await unit.connection.execute(_BARE_SHELF, {"notebook": notebook})).all()

        board_times = await in_turn(board, bare_board, RUNS)
        size = max(sizes) / 1024
        shelf_times = await in_turn(shelf, bare_shelf, RUNS)
    return [
        Figure("reach, 200 students x 150 pages of a million copies", *board_times, "ms", 1.5),
        Figure("the size of that answer", size, 512, "kB", 1.0),
        Figure("a notebook of 300 pages", *shelf_times, "ms", 2.0),
    ]
