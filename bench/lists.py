"""Reading lists: the log of 200 pushes to 10,000 each, and a master of 1,000 pages."""

from sqlalchemy import text

from bench.district import District, district
from bench.figures import Figure, in_turn, sized
from red_thread.core.push import audience_of

STUDENTS, PUSHES, PAGES = sized(10_000, 40), sized(200, 4), sized(1_000, 10)
RUNS = sized(15, 1)
_PUSHES = """
    WITH made AS (
        INSERT INTO push (master_id, made_by, made_at, kind, status, students, students_done)
        SELECT :master, 1, now(), 'push', 'done', :students, :students FROM generate_series(1, :pushes) RETURNING id
    ), pages AS (
        INSERT INTO push_page SELECT m.id, k, e.page_id, e.id FROM made m
        CROSS JOIN (SELECT id, page_id, row_number() OVER (ORDER BY id) AS k FROM edition LIMIT 20) e
    ), whom AS (
        INSERT INTO push_whom SELECT id, 'class', :class FROM made
    ), batches AS (
        INSERT INTO push_batch SELECT id, 0, :students, CAST(:notebooks AS bigint[]) FROM made
    )
    INSERT INTO push_outcome (push_id, page_id, outcome, reason, notebook_ids, students)
    SELECT m.id, e.page_id, 'placed', '', CAST(:notebooks AS bigint[]), :students
    FROM made m CROSS JOIN (SELECT page_id FROM edition ORDER BY id LIMIT 3) e
"""
_EDITIONS = """
    INSERT INTO edition (page_id, number, title, fingerprint, answerable, made_by)
    SELECT p.id, 1, p.title, p.fingerprint, 3, 1 FROM page p
"""
_CONTENT = "INSERT INTO content SELECT DISTINCT fingerprint, document FROM page ON CONFLICT DO NOTHING"
# The least that each has to do: read its own rows.
_BARE_LOG = text("SELECT * FROM push WHERE master_id = :master ORDER BY id DESC LIMIT 200")
_BARE_MASTER = text("""
    SELECT p.id, p.section_id, p.parent_id, p.title, p.order_key, e.number
    FROM page p JOIN section s ON s.id = p.section_id LEFT JOIN edition e ON e.page_id = p.id
    WHERE s.master_id = :master ORDER BY p.order_key
""")


async def measure() -> list[Figure]:
    async with district(STUDENTS) as made:
        await made.add_pages(PAGES)
        async with made.database.begin() as unit:
            everyone = await unit.audiences.find(made.master, audience_of([made.klass]))
        await made.run(_CONTENT)
        await made.run(_EDITIONS)
        notebooks = "{" + ",".join(map(str, everyone)) + "}"
        values = {"students": STUDENTS, "pushes": PUSHES, "class": made.klass, "notebooks": notebooks}
        await made.run(_PUSHES, master=made.master, **values)
        await made.settle()
        return await _measured(made)


async def _measured(made: District) -> list[Figure]:
    async with made.signed_in() as ask:

        async def log(number: int) -> None:
            await ask(f"/api/masters/{made.master}/pushes")

        async def master(number: int) -> None:
            await ask(f"/api/masters/{made.master}")

        async def bare(statement: object) -> None:
            async with made.database.begin() as unit:
                (await unit.connection.execute(statement, {"master": made.master})).all()  # type: ignore[call-overload]

        log_times = await in_turn(log, lambda number: bare(_BARE_LOG), RUNS)
        master_times = await in_turn(master, lambda number: bare(_BARE_MASTER), RUNS)
    return [
        Figure("the log of 200 pushes to 10,000, beside its bare rows", *log_times, "ms", 20.0),
        Figure("a master of 1,000 pages, beside its bare rows", *master_times, "ms", 8.0),
    ]
