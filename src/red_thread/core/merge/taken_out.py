"""Rows and columns of a table that the student took out (R11): they come back only for changed or new words.

One that comes back comes whole, headings and all; one that does not stays out with what is new but empty in it.
Columns are told apart only where every cell spans one.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field

from red_thread.core.merge.sides import Sides
from red_thread.core.page.grid import spans_one
from red_thread.core.page.kinds import KINDS, TABLE
from red_thread.core.page.nodes import is_text_block, plain_text
from red_thread.core.page.tokens import tokens_of


@dataclass(slots=True)
class TakenOut:
    """Rows and cells of the master that stay out, and cells that come back whole."""

    stay_out: set[str] = field(default_factory=set[str])
    come_back: set[str] = field(default_factory=set[str])


def taken_out_of_tables(sides: Sides) -> TakenOut:
    """Decides for every row and column of the tables that all three pages have."""
    found = TakenOut()
    for table, place in sides.master.places.items():
        if place.node["type"] == TABLE and table in sides.base and table in sides.student:
            _decide(sides, table, found)
    return found


def _decide(sides: Sides, table: str, found: TakenOut) -> None:
    rows = sides.master.kids(table)
    gone = [row for row in rows if row in sides.base and row not in sides.student]
    found.stay_out.update(row for row in gone if not _has_news(sides, row))
    for column in _columns(sides, [row for row in rows if row not in found.stay_out]):
        known = [cell for row, cell in column if row in sides.student and cell in sides.base]
        if known and not any(cell in sides.student for cell in known):
            cells = [cell for _, cell in column]
            comes_back = any(_has_news(sides, cell) for cell in cells)
            (found.come_back if comes_back else found.stay_out).update(cells)


def _columns(sides: Sides, rows: list[str]) -> Iterator[list[tuple[str, str]]]:
    """The columns, each with its cells and their rows; none where cells span more than one or rows differ."""
    cells = [sides.master.kids(row) for row in rows]
    if len({len(row) for row in cells}) != 1:
        return
    if not all(spans_one(sides.master.node(cell)) for row in cells for cell in row):
        return
    for index in range(len(cells[0])):
        yield [(row, row_cells[index]) for row, row_cells in zip(rows, cells, strict=True)]


def _has_news(sides: Sides, block_id: str) -> bool:
    return _is_news(sides, block_id) or any(_has_news(sides, kid) for kid in sides.master.kids(block_id))


def _is_news(sides: Sides, block_id: str) -> bool:
    """Whether the block itself brings words, or something that is no text at all."""
    node = sides.master.node(block_id)
    if block_id not in sides.base:
        return bool(plain_text(node).strip()) if is_text_block(node) else KINDS[node["type"]].stands_wordless
    if block_id in sides.student:
        return sides.master.parent(block_id) != sides.base.parent(block_id)
    before = sides.base.node(block_id)
    if is_text_block(node) and is_text_block(before):
        return [token.key for token in tokens_of(node)] != [token.key for token in tokens_of(before)]
    return plain_text(node) != plain_text(before) if KINDS[node["type"]].words_in else False
