"""The grid of a table: which columns and rows each cell takes, spans counted."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from red_thread.core.page.nodes import Node, attributes_of, content_of, id_of


@dataclass(frozen=True, slots=True)
class CellPlace:
    """Where a cell stands: its first row and column, and how many of each it takes."""

    row: int
    column: int
    rows: int
    columns: int


@dataclass(slots=True)
class Grid:
    """`cells`: the place of each cell by id. `widths`: how many columns each row takes, spans from above too."""

    cells: dict[str, CellPlace] = field(default_factory=dict[str, CellPlace])
    widths: list[int] = field(default_factory=list[int])

    def covering(self, row: int, column: int) -> str | None:
        """The cell that takes this place."""
        for cell, at in self.cells.items():
            if at.row <= row < at.row + at.rows and at.column <= column < at.column + at.columns:
                return cell
        return None


def grid_of(rows: Sequence[Node]) -> Grid:
    """The grid of these rows of a checked table. A cell that reaches below the last row ends with it."""
    grid = Grid()
    reaching: dict[int, int] = {}  # by column: how many more rows a cell from above takes
    for index, row in enumerate(rows):
        column, below = 0, dict[int, int]()
        for cell in content_of(row):
            while reaching.get(column):
                column += 1
            across, down = spans(cell)
            down = min(down, len(rows) - index)
            grid.cells[id_of(cell)] = CellPlace(index, column, down, across)
            below.update({column + k: down for k in range(across)})
            column += across
        taken = [*below, *(k for k, left in reaching.items() if left)]
        grid.widths.append(max(taken, default=-1) + 1)
        merged = {**{k: left for k, left in reaching.items() if left}, **below}
        reaching = {k: left - 1 for k, left in merged.items() if left > 1}
    return grid


def spans(cell: Node) -> tuple[int, int]:
    """How many columns and rows a cell takes."""
    attributes = attributes_of(cell)
    return attributes.get("colspan") or 1, attributes.get("rowspan") or 1


def spans_one(cell: Node) -> bool:
    """Whether a cell is one column wide and one row high."""
    return spans(cell) == (1, 1)


def span_beyond(table: Node) -> str:
    """Says which span reaches beyond the table; nothing if none does."""
    rows = content_of(table)
    if all(spans_one(cell) for row in rows for cell in content_of(row)):
        return ""
    for index, row in enumerate(rows):
        if any(spans(cell)[1] > len(rows) - index for cell in content_of(row)):
            return "a cell that reaches below its table"
    widths = grid_of(rows).widths
    for index, row in enumerate(rows):
        others = widths[:index] + widths[index + 1 :]
        wide = any(spans(cell)[0] > 1 for cell in content_of(row))
        if wide and others and widths[index] > max(others):
            return "a cell that reaches beyond the columns of its table"
    return ""
