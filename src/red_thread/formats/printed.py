"""Pages as one HTML file that needs nothing else, to be printed, with place left to write.

Every kind of node that has no writer here shows what it holds.
"""

import base64
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from html import escape
from pathlib import Path
from typing import Any
from unicodedata import bidirectional

from ziamath.zmath import Latex

from red_thread.core.page.kinds import ALIGNS, WIDEST
from red_thread.core.page.nodes import Node, attributes_of, bytes_of, content_of, plain_text, title_of
from red_thread.core.page.sheet import sheet_of

_STYLE = Path(__file__).with_name("printed.css")
LINES, MOST_LINES = 4, 60  # to write on, where a page does not say how many
_PAD = "0 0 1000 563"  # the field of a drawing, in the thousandths in which strokes tell their points
_PAPERS = ("ruled", "squared", "dotted")
_MARKS = {
    "bold": "b",
    "italic": "i",
    "underline": "u",
    "strike": "s",
    "code": "code",
    "subscript": "sub",
    "superscript": "sup",
}
_HOLDERS = {
    "blockquote": "<blockquote>{}</blockquote>",
    "term": "<div class='term'>{}</div>",
    "kept": "<div class='kept'><small>kept from before</small>{}</div>",
    "listItem": "<li>{}</li>",
    "bulletList": "<ul>{}</ul>",
    "taskList": "<ul class='tasks'>{}</ul>",
    "tableRow": "<tr>{}</tr>",
    "codeBlock": "<pre>{}</pre>",
    "horizontalRule": "<hr>",
    "hardBreak": "<br>",
}
# What stands nowhere but within another kind: nothing can be put around it.
_WITHIN = frozenset({"tableRow", "tableCell", "tableHeader", "listItem", "taskItem"})


@dataclass(frozen=True, slots=True)
class PrintedPage:
    """A page to print. `holders`: the names of its dividers and, last, its section. `tied`, `own`: blocks with a red
    line beside them, the teacher's, and with a blue one, the student's hand.
    """

    holders: tuple[str, ...]
    document: Node
    tied: frozenset[str] = frozenset()
    own: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Print:
    """What is printed. `pictures`: by the `src` that pages name, media type and bytes. `answers`: what stands in
    places to answer is printed too; else they are empty, to be written in.
    """

    title: str
    pages: Sequence[PrintedPage]
    pictures: Mapping[str, tuple[str, bytes]] = field(default_factory=dict[str, tuple[str, bytes]])
    answers: bool = False


def write_html(printed: Print) -> bytes:
    """One file with its style and its pictures in it; each page begins a sheet of the size that it asks for."""
    sizes = {sheet_of(page.document) for page in printed.pages}
    sheets = {sheet: f"sheet{k}" for k, sheet in enumerate(sorted(size for size in sizes if size))}
    styles = "".join(f"@page {name} {{ size: {wide}mm {high}mm }}" for (wide, high), name in sheets.items())
    styles += "".join(f".{name} {{ page: {name} }}" for name in sheets.values())
    writer = _Writer(printed)
    body = "".join(writer.article(page, sheets.get(sheet_of(page.document) or (0, 0), "")) for page in printed.pages)
    head = (
        "<meta charset='utf-8'><meta name='viewport' content='width=device-width'>"
        f"<title>{escape(printed.title)}</title><style>{_STYLE.read_text()}{styles}</style>"
    )
    return f"<!doctype html><html lang='en'><head>{head}</head><body>{body}</body></html>".encode()


class _Writer:
    def __init__(self, printed: Print) -> None:
        self.printed = printed
        self._lines: dict[str, str] = {}
        self._by_kind: dict[str, Callable[[Node], str]] = {
            "text": _text,
            "paragraph": lambda node: f"<p{_align(node)}>{self.inside(node)}</p>",
            "heading": self._heading,
            "callout": self._note,
            "formula": _formula,
            "image": self._image,
            "recording": _recording,
            "orderedList": self._ordered,
            "taskItem": lambda node: f"<li>{_box(node, 'checked')}<div>{self.inside(node)}</div></li>",
            "option": self._option,
            "table": lambda node: f"<table{_crowded(node)}>{_columns(node)}{self.inside(node)}</table>",
            "tableHeader": lambda node: self._cell(node, "th"),
            "tableCell": lambda node: self._cell(node, "td"),
            "space": self._space,
            "gap": self._gap,
        }

    def article(self, page: PrintedPage, sheet: str) -> str:
        path = f"<p class='path'>{escape(' · '.join(page.holders))}</p>" if page.holders else ""
        named = title_of(page.document)
        turned = " style='direction:rtl;text-align:right'" if _from_the_right(named) else ""
        title = f"<h1{turned}>{escape(named)}</h1>"
        self._lines = {**dict.fromkeys(page.tied, "tied"), **dict.fromkeys(page.own, "own")}
        paper = attributes_of(page.document).get("paper")
        on = f" class='{paper}'" if paper in _PAPERS else ""
        return f"<article class='{sheet}'>{path}{title}<div{on}>{self.inside(page.document)}</div></article>"

    def inside(self, node: Node) -> str:
        return "".join(map(self.written, content_of(node)))

    def written(self, node: Node) -> str:
        writer = self._by_kind.get(node["type"])
        shown = writer(node) if writer else _HOLDERS.get(node["type"], "<div>{}</div>").format(self.inside(node))
        line = self._lines.get(attributes_of(node).get("id") or "")
        return f"<div class='{line}'>{shown}</div>" if line and node["type"] not in _WITHIN else shown

    def _heading(self, node: Node) -> str:
        level = min(max(int(attributes_of(node).get("level", 2)), 2), 6)
        return f"<h{level}{_align(node)}>{self.inside(node)}</h{level}>"

    def _note(self, node: Node) -> str:
        head = _NOTES.get(attributes_of(node).get("tone") or "", "")
        return f"<div class='callout'>{head}{self.inside(node)}</div>"

    def _image(self, node: Node) -> str:
        said = attributes_of(node)
        data = self._data(said.get("src"))
        alt = escape(said.get("alt") or "")
        if data is None:
            return f"<p>[{alt or 'a picture'}]</p>"
        caption = f"<figcaption>{escape(said['title'])}</figcaption>" if said.get("title") else ""
        return f"<figure><img src='{data}' alt='{alt}'{_width(said.get('width'))}>{caption}</figure>"

    def _data(self, fingerprint: str | None) -> str | None:
        """A picture as an address by itself."""
        picture = self.printed.pictures.get(fingerprint or "")
        return f"data:{picture[0]};base64,{base64.b64encode(picture[1]).decode()}" if picture else None

    def _under(self, fingerprint: str | None) -> str:
        """The picture on which one draws."""
        data = self._data(fingerprint)
        return f"<image href='{data}' width='1000' height='563'/>" if data else ""

    def _ordered(self, node: Node) -> str:
        start = _number(attributes_of(node), "start")
        # What sets the PDF goes by the counter alone.
        counts = f" style='counter-reset:list-item {int(attributes_of(node)['start']) - 1}'" if start else ""
        return f"<ol{start}{counts}>{self.inside(node)}</ol>"

    def _cell(self, node: Node, tag: str) -> str:
        said = attributes_of(node)
        return f"<{tag}{_number(said, 'colspan')}{_number(said, 'rowspan')}>{self.inside(node)}</{tag}>"

    def _option(self, node: Node) -> str:
        box = _box(node if self.printed.answers else {"type": "option"}, "picked")
        return f"<div class='option'>{box}<div>{self.inside(node)}</div></div>"

    def _gap(self, node: Node) -> str:
        answer = attributes_of(node).get("answer") if self.printed.answers else ""
        return f"<span class='gap'>{escape(answer or '') or '&nbsp;'}</span>"

    def _space(self, node: Node) -> str:
        said = attributes_of(node)
        prompt = f"<p class='prompt'>{escape(said['prompt'])}</p>" if said.get("prompt") else ""
        return f"<div class='space'>{prompt}{self._room(node, said)}</div>"

    def _room(self, node: Node, said: Mapping[str, Any]) -> str:
        """What stands in a place to answer, or room for it."""
        kind = said.get("kind", "lines")
        if kind == "choice":
            return self.inside(node)
        strokes = said.get("strokes") if self.printed.answers else None
        answered = self.printed.answers and (plain_text(node).strip() or _has_picture(node))
        inside = self.inside(node) if answered else ""
        if kind == "number":
            room = inside or "<span class='blank'>&nbsp;</span>"
            return f"<div class='number'>{room} <span>{escape(str(said.get('unit') or ''))}</span></div>"
        if kind == "sketch" or strokes:
            drawn = self._under(said.get("over")) + _strokes(strokes or [])
            return f"<div class='frame'><svg viewBox='{_PAD}'>{drawn}</svg></div>{inside}"
        if kind == "photo":
            return inside or "<div class='frame photo'></div>"
        return inside or "<div class='line'></div>" * _lines(said.get("lines"))


_NOTES = {"care": "<b class='head'>Take care</b>", "idea": "<b class='head'>A thought</b>"}


def _crowded(table: Node) -> str:
    """Many columns are set in smaller letters, so that all of them are on the sheet."""
    columns = sum(int(attributes_of(cell).get("colspan") or 1) for cell in content_of(content_of(table)[0]))
    size = next((name for most, name in ((7, ""), (14, "crowded"), (WIDEST, "packed")) if columns <= most), "packed")
    return f" class='{size}'" if size else ""


def _columns(table: Node) -> str:
    """How wide its columns are, as its first row says."""
    widths: list[float] = []
    for cell in content_of(content_of(table)[0]):
        said = attributes_of(cell)
        across = int(said.get("colspan") or 1)
        widths += [float(width or 0) for width in [*(said.get("colwidth") or []), *[0] * across][:across]]
    if not any(widths):
        return ""
    columns = "".join(f"<col style='width:{width:.0f}px'>" if width > 0 else "<col>" for width in widths)
    return f"<colgroup>{columns}</colgroup>"


def _align(node: Node) -> str:
    """Where the words of a block stand: as it says, and from the side where its script begins."""
    align, styles = attributes_of(node).get("align"), list[str]()
    if _from_the_right(plain_text(node)):
        styles = ["direction:rtl", "text-align:right"]
    if align in ALIGNS:
        styles.append(f"text-align:{align}")
    return f" style='{';'.join(styles)}'" if styles else ""


def _from_the_right(words: str) -> bool:
    """By the first letter that has a direction, as browsers tell it."""
    return next((side in ("R", "AL") for side in map(bidirectional, words) if side in ("L", "R", "AL")), False)


def _text(node: Node) -> str:
    written = escape(node["text"])
    for mark in node.get("marks", []):
        written = _marked(written, mark["type"], attributes_of(mark))
    return written


def _marked(written: str, name: str, said: Mapping[str, Any]) -> str:
    colour = escape(str(said.get("color") or ""))
    if tag := _MARKS.get(name):
        return f"<{tag}>{written}</{tag}>"
    if name == "link":
        return f"<a href='{escape(str(said.get('href') or ''))}'>{written}</a>"
    if name == "highlight":
        style = f" style='background:{colour}'" if colour else ""
        return f"<mark{style}>{written}</mark>"
    return f"<span style='color:{colour}'>{written}</span>" if colour else written


def _formula(node: Node) -> str:
    """Drawn where its LaTeX can be read, else as it is written."""
    source = plain_text(node)
    try:
        drawn = Latex(source, size=16).svg()
    except Exception:  # of many kinds, for whatever a teacher may type
        drawn = f"<code>{escape(source)}</code>"
    return f"<div class='formula'>{drawn}</div>"


def _box(node: Node, name: str) -> str:
    on = " on" if attributes_of(node).get(name) else ""
    return f"<span class='box{on}{' round' if node['type'] == 'option' else ''}'></span>"


def _number(said: Mapping[str, Any], name: str, written: str = "") -> str:
    """An attribute that is a number, if it is set."""
    value = said.get(name)
    return f" {written or name}='{value:g}'" if isinstance(value, int | float) and value else ""


def _width(said: Any) -> str:
    """In points of the screen, or as a part of the page's width."""
    found = re.fullmatch(r"\d{1,4}%?", str(said))
    return f" width='{found.group()}'" if found else ""


def _lines(said: Any) -> int:
    try:
        return min(max(int(said), 1), MOST_LINES)
    except (TypeError, ValueError, OverflowError):
        return LINES


def _recording(node: Node) -> str:
    said = attributes_of(node)
    to_be = "seen" if said.get("medium") == "film" else "heard"
    return f"<p class='recording'>[To be {to_be} in the notebook: {escape(said.get('alt') or 'a recording')}]</p>"


def _has_picture(node: Node) -> bool:
    return any(bytes_of(child) is not None or _has_picture(child) for child in content_of(node))


def _strokes(strokes: Sequence[Any]) -> str:
    return "".join(_path(stroke) for stroke in strokes)


def _path(stroke: Any) -> str:
    """A stroke in its ink and width, where it says them."""
    said: Mapping[str, Any] = stroke if isinstance(stroke, dict) else {}
    ink = escape(str(said.get("ink") or ""))
    return f"<path class='{ink}' d='M{'L'.join(_points(stroke))}'{_number(said, 'width', 'stroke-width')}/>"


def _points(stroke: Any) -> list[str]:
    """The points of a stroke, however whoever drew it wrote them down."""
    listed: list[Any] = stroke if isinstance(stroke, list) else stroke.get("points", [])
    if all(isinstance(value, int | float) for value in listed):
        return [f"{x} {y}" for x, y in zip(listed[::2], listed[1::2], strict=False)]
    pairs = ((point[0], point[1]) if isinstance(point, list) else (point["x"], point["y"]) for point in listed)
    return [f"{x} {y}" for x, y in pairs]
