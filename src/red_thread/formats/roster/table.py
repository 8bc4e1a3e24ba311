"""The rows of a CSV, as forgiving as people's files need it."""

import csv
from collections.abc import Iterator
from dataclasses import dataclass
from statistics import median

from red_thread.formats.problems import Problem

_DELIMITERS = ",;\t|"
_LOOKED_AT = 30  # lines by which the delimiter is told
_LONGEST = 4  # lines that one cell may reach over
NOT_CLOSED = "a quotation mark is not closed; the line was read without it"


@dataclass(frozen=True, slots=True)
class Record:
    """One row: the line on which it begins, and its cells, without blanks around them."""

    line: int
    cells: list[str]

    def at(self, column: int) -> str:
        """A cell; empty where the row is shorter."""
        return self.cells[column].strip() if column < len(self.cells) else ""


def records(name: str, text: str, problems: list[Problem]) -> Iterator[Record]:
    """The rows that are not blank. A quotation mark that is never closed spoils its own line and no other."""
    lines = text.split("\n")
    delimiter = _told_delimiter(lines) or delimiter_of(lines)
    at = 1 if _told_delimiter(lines) else 0
    while at < len(lines):
        reach = _reach(lines, at, delimiter)
        if reach is None:
            problems.append(Problem(name, at + 1, NOT_CLOSED))
            cells, reach = lines[at].replace('"', "").split(delimiter), 1
        else:
            cells = next(csv.reader(["\n".join(lines[at : at + reach])], delimiter=delimiter), [])
        if any(cell.strip() for cell in cells):
            yield Record(at + 1, cells)
        at += reach


def _reach(lines: list[str], at: int, delimiter: str) -> int | None:
    """How many lines the row that begins here takes; None where its quotation mark is not closed soon.

    What stands between is a part of a cell, and no row by itself.
    """
    quotes, signs = 0, max(line.count(delimiter) for line in lines[at : at + _LONGEST])
    for reach, line in enumerate(lines[at : at + _LONGEST], 1):
        if reach > 1 and '"' not in line and signs and line.count(delimiter) == signs:
            return None
        quotes += line.count('"')
        if quotes % 2 == 0:
            return reach
    return None


def _told_delimiter(lines: list[str]) -> str | None:
    """Some spreadsheets write it into the first line: `sep=;`."""
    first = lines[0].strip().lower()
    return first[4] if first.startswith("sep=") and len(first) == 5 else None


def delimiter_of(lines: list[str]) -> str:
    """The sign that parts most lines into most cells; titles and notes above a table have none."""
    looked_at = [line for line in lines if line.strip()][:_LOOKED_AT]
    return max(_DELIMITERS, key=lambda sign: median([line.count(sign) for line in looked_at] or [0]))
