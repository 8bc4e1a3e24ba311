"""Tables as others write them, made rectangular: rows as wide as the widest, no cell reaching out of it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from red_thread.core.page.nodes import Node

WIDEST, LONGEST = 60, 2000
LEAST, MOST = 48, 640  # of a column, as the editor makes them
FARTHEST = 1000  # a table: what is wider was set for another page than ours


@dataclass(frozen=True, slots=True)
class Cell:
    """A cell with what it holds, and over how many columns and rows it reaches.

    `widths`: of its columns in pixels; 0: as wide as there is room.
    """

    blocks: list[Node]
    header: bool = False
    colspan: int = 1
    rowspan: int = 1
    widths: tuple[int, ...] = ()


def fits(rows: Sequence[Sequence[Cell]]) -> bool:
    """Whether they are a table that a page can hold."""
    return len(rows) <= LONGEST and _width(rows) <= WIDEST


def rectangular(rows: Sequence[Sequence[Cell]]) -> list[list[Cell]]:
    """The same cells; spans are cut where they leave the table, and empty cells fill what is missing."""
    rows = [row for row in rows if row]
    width = _width(rows)
    made: list[list[Cell]] = []
    covered: dict[int, int] = {}  # by column: for how many rows more a cell from above reaches into it
    for row in rows:
        made.append(_filled(row, width, covered, len(rows) - len(made)))
        covered = {column: left - 1 for column, left in covered.items() if left > 1}
    return made or [[Cell([])]]


def with_widths(rows: Sequence[Sequence[Cell]], columns: Sequence[int]) -> list[list[Cell]]:
    """The same cells; those of the first row tell the widths of all, from the columns' own or from theirs.

    Those of a table that is far wider than a page are as if they had not been said.
    """
    first, at = list[Cell](), 0
    for cell in rows[0]:
        own = cell.widths if cell.colspan == 1 else ()
        said = (*(columns[at : at + cell.colspan] or own), *[0] * cell.colspan)[: cell.colspan]
        first.append(replace(cell, widths=tuple(width and min(max(width, LEAST), MOST) for width in said)))
        at += cell.colspan
    if sum(width for cell in first for width in cell.widths) > FARTHEST:
        first = [replace(cell, widths=()) for cell in first]
    return [first, *([replace(cell, widths=()) for cell in row] for row in rows[1:])]


def _width(rows: Sequence[Sequence[Cell]]) -> int:
    """How many columns there are, cells laid out as a browser does it."""
    covered: dict[int, int] = {}
    width = 1
    for row in rows:
        at = 0
        for cell in row:
            while covered.get(at):
                at += 1
            covered |= dict.fromkeys(range(at, at + cell.colspan), cell.rowspan)
            at += cell.colspan
        width = max(width, at)
        covered = {column: left - 1 for column, left in covered.items() if left > 1}
        if width > WIDEST:
            break
    return width


def _filled(row: Sequence[Cell], width: int, covered: dict[int, int], rows_left: int) -> list[Cell]:
    cells, at, made = list(row), 0, list[Cell]()
    while at < width:
        if covered.get(at):
            at += 1
            continue
        cell = cells.pop(0) if cells else Cell([])
        free = next((k for k in range(at, at + cell.colspan) if covered.get(k) or k >= width), at + cell.colspan)
        cell = replace(cell, colspan=free - at, rowspan=min(cell.rowspan, rows_left))
        made.append(cell)
        covered |= dict.fromkeys(range(at, free), cell.rowspan)
        at = free
    return made
