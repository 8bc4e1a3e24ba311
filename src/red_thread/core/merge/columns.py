"""Tables stay rectangular (R11).

A column is found through a row that the pages share: the cell of another row at the same index. That holds
while cells span one column; a row with wider cells is only filled up at its end, spans counted.
"""

from collections.abc import Callable

from red_thread.core.merge.sides import Sides
from red_thread.core.page.check import CheckedPage
from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.grid import Grid, grid_of, spans, spans_one
from red_thread.core.page.kinds import KINDS, TABLE, TABLE_CELL
from red_thread.core.page.nodes import (
    Node,
    content_of,
    id_of,
    paragraph,
    plain_text,
    walk,
    with_attributes,
    with_content,
)

Fresh = Callable[[str], str]


def columns_that_stay(sides: Sides) -> set[str]:
    """Cells of columns that the master took out and the student wrote in: they stay in every row."""
    tables = [i for i, place in sides.student.places.items() if place.node["type"] == TABLE and i in sides.master]
    stay: set[str] = set()
    for table in tables:
        joined = joined_away(sides, table)
        by_column: dict[int, list[str]] = {}
        for cell, at in grid_of(content_of(sides.student.node(table))).cells.items():
            by_column.setdefault(at.column, []).append(cell)
        for column in by_column.values():
            gone = [c for c in column if sides.taken_out_by_master(c) and sides.student.parent(c) in sides.master]
            gone = [cell for cell in gone if cell not in joined]
            if gone and any(_written(sides, cell) for cell in column if cell not in joined):
                stay.update(gone)
    return stay


def joined_away(sides: Sides, table: str) -> dict[str, str]:
    """Cells that are gone because the master joined them to another, each with that other one."""
    if table not in sides.base or table not in sides.master:
        return {}
    before, after = (grid_of(content_of(page.node(table))) for page in (sides.base, sides.master))
    rows = {row: index for index, row in enumerate(sides.master.kids(table))}
    return {
        cell: other
        for cell, at in before.cells.items()
        if cell not in sides.master
        and (row := rows.get(sides.base.parent(cell))) is not None
        and (other := after.covering(row, at.column)) is not None
        and other in sides.base
        and _grew(before, after, other)
    }


def _grew(before: Grid, after: Grid, cell: str) -> bool:
    was, now = before.cells.get(cell), after.cells[cell]
    return was is not None and (now.rows > was.rows or now.columns > was.columns)


def _written(sides: Sides, cell: str) -> bool:
    if sides.is_own(cell):
        return _holds_something(sides.student.node(cell))
    return sides.taken_out_by_master(cell) and sides.wrote_inside(cell)


def _holds_something(cell: Node) -> bool:
    """Whether there is a word in a cell, or anything that is to be seen without one."""
    return bool(plain_text(cell)) or any(KINDS[node["type"]].stands_wordless for node in walk(cell))


def make_rectangular(table: Node, sides: Sides, fresh: Fresh) -> Node:
    """Puts each cell of a merged table under its own column and fills the rows up. fresh: makes ids that are new."""
    before = [list(content_of(row)) for row in content_of(table)]
    rows, reference = before, _reference(table, sides)
    if reference is not None:
        rows = [
            _by_column(row, id_of(at), reference, sides, fresh)
            for row, at in zip(rows, content_of(table), strict=True)
        ]
    made = [with_content(at, row) for row, at in zip(rows, content_of(table), strict=True)]
    clipped = [_clipped(row, len(made) - index) for index, row in enumerate(made)]
    widths = grid_of(clipped).widths
    if rows == before and clipped == made and len(set(widths)) <= 1:
        return table
    widest = max(widths, default=0)
    filled = [
        with_content(row, [*content_of(row), *(_empty(id_of(row), n, fresh) for n in range(widest - width))])
        for row, width in zip(clipped, widths, strict=True)
    ]
    return with_content(table, filled)


def _clipped(row: Node, below: int) -> Node:
    """The row without spans that reach below the table. below: how many rows there are from this one on."""
    if all(spans(cell)[1] <= below for cell in content_of(row)):
        return row
    cells = [with_attributes(c, rowspan=min(spans(c)[1], below)) if spans(c)[1] > 1 else c for c in content_of(row)]
    return with_content(row, cells)


def _reference(table: Node, sides: Sides) -> Node | None:
    """A row that master and student share, whose cells span one column each on all sides."""
    for row in content_of(table):
        if id_of(row) not in sides.master or id_of(row) not in sides.student:
            continue
        everywhere = row, sides.master.node(id_of(row)), sides.student.node(id_of(row))
        if all(spans_one(cell) for side in everywhere for cell in content_of(side)):
            return row
    return None


def _by_column(cells: list[Node], row_id: str, reference: Node, sides: Sides, fresh: Fresh) -> list[Node]:
    """The cells of a row of one side only, each where the reference row has its column."""
    if (row_id in sides.master and row_id in sides.student) or not all(map(spans_one, cells)):
        return cells
    side = sides.student if row_id in sides.student else sides.master
    if id_of(reference) not in side:
        return cells
    return _lined_up(cells, row_id, reference, side, fresh)


def _lined_up(cells: list[Node], row_id: str, reference: Node, side: CheckedPage, fresh: Fresh) -> list[Node]:
    own = {id_of(cell): cell for cell in cells}
    index_of = {cell: k for k, cell in enumerate(side.kids(id_of(reference)))}
    order = side.kids(row_id)
    lined: list[Node] = []
    for column in content_of(reference):
        index = index_of.get(id_of(column), len(order))
        cell = own.pop(order[index], None) if index < len(order) else None
        lined.append(cell or _empty(row_id, id_of(column), fresh))
    return lined + [cell for cell in own.values() if _holds_something(cell)]


def _empty(row_id: str, column: object, fresh: Fresh) -> Node:
    cell_id = fresh(f"cell~{short_name(row_id, column)}")
    return {"type": TABLE_CELL, "attrs": {"id": cell_id}, "content": [paragraph(fresh(f"{cell_id}.p"))]}
