"""Spreadsheets into pages: each sheet that is seen becomes a page with one table, of values and not of formulas."""

import io
from collections.abc import Iterator, Sequence
from datetime import date, datetime, time, timedelta
from html import escape
from typing import Any

from python_calamine import CalamineError, CalamineWorkbook, PasswordError, SheetTypeEnum, SheetVisibleEnum

from red_thread.core.page.kinds import WIDEST
from red_thread.formats.html import read_html
from red_thread.formats.pages import ReadPage, stem_of
from red_thread.formats.problems import Problem, Unreadable

MOST_CELLS = 4000  # of one page, which has an end
_NOT_SEEN = "the sheet {name} is hidden, and was left out"
_TOO_LARGE = (
    "the sheet {name} has {rows} rows and {columns} columns; the first {most} rows and {widest} columns came in"
)
_EMPTY = "the sheet {name} is empty"


def read_sheets(name: str, body: bytes) -> list[ReadPage]:
    """Reads XLSX, XLS, XLSB or ODS. Raises Unreadable for what is none, is locked, or holds nothing."""
    try:
        book = CalamineWorkbook.from_filelike(io.BytesIO(body))
        sheets = [
            (sheet, _rows(book, sheet.name)) for sheet in book.sheets_metadata if sheet.typ == SheetTypeEnum.WorkSheet
        ]
    except PasswordError:
        raise Unreadable(name, "it is locked with a password") from None
    except (CalamineError, ValueError, OSError) as error:
        raise Unreadable(name, "it is not a spreadsheet that can be read") from error
    problems = [
        Problem(name, 0, (_EMPTY if seen else _NOT_SEEN).format(name=sheet.name))
        for sheet, rows in sheets
        if not (seen := sheet.visible == SheetVisibleEnum.Visible) or not rows
    ]
    shown = [(sheet.name, rows) for sheet, rows in sheets if sheet.visible == SheetVisibleEnum.Visible and rows]
    if not shown:
        raise Unreadable(name, problems[0].reason if problems else "there is no sheet in it")
    pages = [_page(name, sheet if len(shown) > 1 else stem_of(name), rows) for sheet, rows in shown]
    pages[0].problems += problems
    return pages


def _rows(book: CalamineWorkbook, sheet: str) -> list[list[str]]:
    """The words of all cells, without the rows and columns at the ends in which there is nothing."""
    rows = [[_words(value) for value in row] for row in book.get_sheet_by_name(sheet).to_python(skip_empty_area=True)]
    while rows and not any(rows[-1]):
        rows.pop()
    width = max((k + 1 for row in rows for k, value in enumerate(row) if value), default=0)
    return [row[:width] for row in rows]


def _words(value: Any) -> str:
    """A value as one reads it in a sheet."""
    match value:
        case bool():
            return "yes" if value else "no"
        case float():
            return f"{value:.10g}"
        case datetime():
            return f"{value:%Y-%m-%d %H:%M}" if value.time() != time() else f"{value:%Y-%m-%d}"
        case date() | timedelta():
            return str(value)
        case time():
            return f"{value:%H:%M}"
        case _:
            return str(value)


def _page(name: str, title: str, rows: Sequence[Sequence[str]]) -> ReadPage:
    page = read_html(name, "".join(_table(rows)).encode(), title)
    most = _most_rows(rows)
    if len(rows) > most or len(rows[0]) > WIDEST:
        size = {"rows": len(rows), "columns": len(rows[0]), "most": most, "widest": min(len(rows[0]), WIDEST)}
        page.problems.append(Problem(name, 0, _TOO_LARGE.format(name=title, **size)))
    return page


def _most_rows(rows: Sequence[Sequence[str]]) -> int:
    return MOST_CELLS // min(max(len(rows[0]), 1), WIDEST)


def _table(rows: Sequence[Sequence[str]]) -> Iterator[str]:
    """As HTML. A first row that is full of words, and has others below it, is the heading."""
    heads = len(rows) > 1 and all(value and not _is_number(value) for value in rows[0])
    yield "<table>"
    for k, row in enumerate(rows[: _most_rows(rows)]):
        cell = "th" if heads and k == 0 else "td"
        yield "<tr>" + "".join(f"<{cell}>{_lines(value)}</{cell}>" for value in row[:WIDEST]) + "</tr>"
    yield "</table>"


def _lines(value: str) -> str:
    return escape(value).replace("\n", "<br>")


def _is_number(value: str) -> bool:
    try:
        float(value.replace(",", "."))
    except ValueError:
        return False
    return True
