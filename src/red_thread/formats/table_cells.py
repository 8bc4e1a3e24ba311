"""Tables as others write them, made rectangular: rows as wide as the widest, no cell reaching out of it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from red_thread.core.page.nodes import Node

WIDEST, LONGEST = 60, 2000


@dataclass(frozen=True, slots=True)
class Cell:
    """A cell with what it holds, and over how many columns and rows it reaches."""

    blocks: list[Node]
    header: bool = False
    colspan: int = 1
    rowspan: int = 1


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
