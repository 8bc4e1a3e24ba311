"""Tables stay rectangular (R11).

A column is found through a row that the pages share: the cell of another row at the same index. That holds
while cells span one column; a table with wider cells is only filled up at the ends of its rows.
"""

from red_thread.core.merge.sides import Sides
from red_thread.core.page.check import CheckedPage
from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    content_of,
    id_of,
    paragraph,
    plain_text,
    with_content,
)


def columns_that_stay(sides: Sides) -> set[str]:
    """Cells of columns that the master took out and the student wrote in: they stay in every row."""
    tables = [i for i, place in sides.student.places.items() if place.node["type"] == "table" and i in sides.master]
    stay: set[str] = set()
    for table in tables:
        rows = [sides.student.kids(row) for row in sides.student.kids(table)]
        for index in range(max(map(len, rows), default=0)):
            column = [row[index] for row in rows if index < len(row)]
            gone = [c for c in column if sides.taken_out_by_master(c) and sides.student.parent(c) in sides.master]
            if gone and any(_written(sides, cell) for cell in column):
                stay.update(gone)
    return stay


def _written(sides: Sides, cell: str) -> bool:
    if sides.is_own(cell):
        return bool(plain_text(sides.student.node(cell)))
    return sides.taken_out_by_master(cell) and sides.wrote_inside(cell)


def make_rectangular(table: Node, sides: Sides) -> Node:
    """Puts each cell of a merged table under its own column and fills the rows up."""
    before = [list(content_of(row)) for row in content_of(table)]
    rows, reference = before, _reference(table, sides)
    if reference is not None:
        rows = [_by_column(row, id_of(at), reference, sides) for row, at in zip(rows, content_of(table), strict=True)]
    if rows == before and len(set(map(_width, rows))) <= 1:
        return table
    widest = max(map(_width, rows))
    filled = [
        with_content(at, row + [_empty(id_of(at), n) for n in range(widest - _width(row))])
        for row, at in zip(rows, content_of(table), strict=True)
    ]
    return with_content(table, filled)


def _reference(table: Node, sides: Sides) -> Node | None:
    """A row that master and student share and whose cells span one column each."""
    for row in content_of(table):
        known = id_of(row) in sides.master and id_of(row) in sides.student
        if known and all(map(spans_one, content_of(row))):
            return row
    return None


def _by_column(cells: list[Node], row_id: str, reference: Node, sides: Sides) -> list[Node]:
    """The cells of a row of one side only, each where the reference row has its column."""
    if (row_id in sides.master and row_id in sides.student) or not all(map(spans_one, cells)):
        return cells
    side = sides.student if row_id in sides.student else sides.master
    if id_of(reference) not in side:
        return cells
    return _lined_up(cells, row_id, reference, side)


def _lined_up(cells: list[Node], row_id: str, reference: Node, side: CheckedPage) -> list[Node]:
    own = {id_of(cell): cell for cell in cells}
    index_of = {cell: k for k, cell in enumerate(side.kids(id_of(reference)))}
    order = side.kids(row_id)
    lined: list[Node] = []
    for column in content_of(reference):
        index = index_of.get(id_of(column), len(order))
        cell = own.pop(order[index], None) if index < len(order) else None
        lined.append(cell or _empty(row_id, id_of(column)))
    return lined + [cell for cell in own.values() if plain_text(cell)]


def spans_one(cell: Node) -> bool:
    """Whether a cell is one column wide and one row high."""
    return all(attributes_of(cell).get(name) in (1, None) for name in ("colspan", "rowspan"))


def _width(cells: list[Node]) -> int:
    return sum(attributes_of(cell).get("colspan") or 1 for cell in cells)


def _empty(row_id: str, column: object) -> Node:
    cell_id = f"cell~{short_name(row_id, column)}"
    return {"type": "tableCell", "attrs": {"id": cell_id}, "content": [paragraph(f"{cell_id}.p")]}
