"""What a push costs as the notebooks become ten times as many, twice: a new page, and a correction."""

from bench.district import District, district
from bench.figures import Figure, sized, timed
from bench.push import push
from bench.workers import correct

SIZES = (sized(1_000, 10), sized(10_000, 20), sized(100_000, 40))
WRITTEN = sized(100, 5)  # in each: what costs time are these, not the notebooks
_WRITE = f"""
    WITH written AS (
        UPDATE copy SET revision = 1, written_at = now() WHERE id IN (
            SELECT id FROM copy WHERE page_id = :page ORDER BY id LIMIT {WRITTEN}) RETURNING id, edition_id)
    INSERT INTO writing (copy_id, document)
    SELECT w.id, c.document FROM written w JOIN edition e ON e.id = w.edition_id
    JOIN content c ON c.fingerprint = e.fingerprint
"""


async def measure() -> list[Figure]:
    figures: list[Figure] = []
    before: tuple[float, float] | None = None
    for size in SIZES:
        async with district(size) as made:
            placed, corrected = await _placed(made), await _corrected(made)
        if before is not None:
            figures.append(Figure(f"one page to {size:,}, beside a tenth of them", placed, before[0], "ms", None))
            name = f"a correction to {size:,}, {WRITTEN} written on, beside a tenth"
            figures.append(Figure(name, corrected, before[1], "ms", None))
        before = placed, corrected
    return figures


async def _placed(made: District) -> float:
    first, second = await made.add_pages(2)
    await push(made, [first])
    await made.settle()
    return await timed(lambda _: push(made, [second]), 0)


async def _corrected(made: District) -> float:
    (page,) = await made.add_pages(1)
    await correct(made, page, 0)
    await push(made, [page])
    await made.run(_WRITE, page=page)
    await made.settle()
    await correct(made, page, 1)
    return await timed(lambda _: push(made, [page]), 0)
