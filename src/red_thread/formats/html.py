"""HTML into pages: what browsers and word processors save, cleaned to what a page can hold.

Nothing is run and nothing is fetched. What cannot be shown is left out and listed; its words stay where it has any.
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from typing import Any, TypeAlias

from lxml import html
from lxml.etree import LxmlError  # type: ignore[reportAttributeAccessIssue]
from lxml.html import defs

from red_thread.core.page.kinds import ALIGNS
from red_thread.core.page.nodes import Node
from red_thread.formats.encodings import encoding_of
from red_thread.formats.office_lists import Entry, is_numbered, is_sign, level_of, lists_of
from red_thread.formats.pages import Maker, ReadPage, leads_beside, stem_of, text_node
from red_thread.formats.pictures import FETCHES_NOTHING, is_elsewhere, picture_held_by
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.table_cells import Cell, fits, rectangular, with_widths
from red_thread.formats.tasks import BOX, begins_with_box, ticked, with_tasks

Mark: TypeAlias = dict[str, Any]
Element: TypeAlias = Any  # lxml ships no types

DEEPEST = 20  # frames and lists within each other; what is deeper is told flat
TAGS = {
    **dict.fromkeys(("b", "strong"), "bold"),
    **dict.fromkeys(("i", "em", "cite", "dfn", "var"), "italic"),
    **dict.fromkeys(("u", "ins"), "underline"),
    **dict.fromkeys(("s", "del", "strike"), "strike"),
    **dict.fromkeys(("code", "kbd", "samp", "tt"), "code"),
    "sub": "subscript",
    "sup": "superscript",
    "mark": "highlight",
}
_STYLES = (
    (re.compile(r"font-weight\s*:\s*(bold|[6-9]00)"), "bold"),
    (re.compile(r"font-style\s*:\s*italic"), "italic"),
    (re.compile(r"text-decoration[^;]*:[^;]*underline"), "underline"),
    (re.compile(r"text-decoration[^;]*:[^;]*line-through"), "strike"),
)
_ALIGN = re.compile(r"(?:^|;)\s*text-align\s*:\s*(center|right)\b")
_LEFT_OUT = frozenset("script style template iframe object embed applet audio video canvas svg math form".split())
_SILENT = frozenset("script style template head title meta link base".split())
# All that stands in a block of its own. Whatever else somebody writes, known or not, stands within a line.
_BLOCKS = frozenset(
    (
        "address article aside blockquote body caption center col colgroup dd details dialog dir div dl dt fieldset "
        "figcaption figure footer form frameset h1 h2 h3 h4 h5 h6 header hgroup hr html legend li main menu nav "
        "noframes ol option p pre search section select summary table tbody td textarea tfoot th thead tr ul"
    ).split()
)
KNOWN_TAGS = frozenset(defs.tags) | {"picture"}
_SAFE = re.compile(r"(https?:|mailto:)", re.IGNORECASE)
_BLANKS = re.compile(r"[ \t\r\n\f]+")
_SAYS = re.compile(rb"charset\s*=|encoding\s*=", re.IGNORECASE)


def read_html(name: str, body: bytes, title: str = "") -> ReadPage:
    """Reads one file. Raises Unreadable if nothing of it can be read."""
    parser = html.HTMLParser(encoding=_encoding(body), huge_tree=False, remove_comments=True, remove_pis=True)
    try:
        root = html.document_fromstring(body, parser=parser)
    except (LxmlError, ValueError) as error:
        raise Unreadable(name, "it is not HTML that can be read, or empty") from error
    if any("depth" in entry.message.lower() for entry in parser.error_log):  # what is deeper was left out, silently
        raise Unreadable(name, "it is nested too deeply")
    try:
        return _Reader(name, title or (root.findtext(".//title") or "").strip()).read(root)
    except RecursionError:
        raise Unreadable(name, "it is nested too deeply") from None


def _encoding(body: bytes) -> str | None:
    """UTF-8 where it can be that; else what the file says of itself, or what its letters make likely."""
    try:
        body.decode("utf-8-sig")
    except UnicodeDecodeError:
        return None if _SAYS.search(body[:2000]) or body[:2] in (b"\xff\xfe", b"\xfe\xff") else encoding_of(body)
    return "utf-8"


class _Reader:
    def __init__(self, name: str, title: str) -> None:
        self.name, self.title, self.maker = name, title, Maker()
        self.problems: dict[str, Problem] = {}
        self.links: list[str] = []
        self.pictures: list[str] = []
        self.embedded: dict[str, tuple[str, bytes]] = {}
        self.headed = False

    def read(self, root: Element) -> ReadPage:
        body = root.find("body")
        blocks = self._blocks(root if body is None else body, 0)
        page = self.maker.page(self.name, self.title or stem_of(self.name), blocks)
        return ReadPage(page, None, self.pictures, self.links, list(self.problems.values()), self.embedded)

    def _problem(self, words: str) -> None:
        self.problems.setdefault(words, Problem(self.name, 0, words))

    def _blocks(self, element: Element, depth: int) -> list[Node]:
        """What an element holds, runs of words between its blocks as paragraphs."""
        blocks: list[Node] = []
        words: list[Node] = []
        entries: list[Entry] = []
        for part in _parts(element):
            level = None if isinstance(part, str) else level_of(part)
            if level is not None:
                blocks += self._paragraph(words)
                words = []
                entries.append(Entry(level, is_numbered(part), self._entry(part)))
                continue
            if entries and not (isinstance(part, str) and not part.strip()):
                blocks += lists_of(entries, self.maker.made)
                entries = []
            if isinstance(part, str):
                words.append(text_node(_BLANKS.sub(" ", part)))
            elif _is_inline(part):
                words += self._inline(part, [])
            else:
                blocks = with_tasks([*blocks, *self._paragraph(words)], self._block(part, depth))
                words = []
        return [*blocks, *lists_of(entries, self.maker.made), *self._paragraph(words)]

    def _entry(self, element: Element) -> list[Node]:
        return self._paragraph(self._words(element)) or [self.maker.made("paragraph")]

    def _paragraph(self, words: Sequence[Node], kind: str = "paragraph", **attributes: Any) -> list[Node]:
        """The words as a paragraph, if there are any; pictures among them stand by themselves behind it."""
        text = _trimmed([part for part in words if part["type"] != "image"])
        made = [self.maker.made(kind, text, **attributes)] if text else []
        return [*made, *(part for part in words if part["type"] == "image")]

    def _block(self, element: Element, depth: int) -> list[Node]:
        tag = element.tag
        if tag in _LEFT_OUT and tag not in _SILENT and tag != "form":
            self._problem(f"{tag} cannot be shown on a page and was left out")
        if tag in _SILENT or tag in _LEFT_OUT - {"form"}:
            return []
        if handler := getattr(self, f"_{tag}", None):
            return handler(element, depth)
        return self._blocks(element, depth)

    def _heading(self, element: Element, depth: int) -> list[Node]:
        words = self._words(element)
        first = element.tag == "h1" and not self.headed
        self.headed |= first
        if first:
            self.title = "".join(part.get("text", "") for part in _trimmed(words)) or self.title
            return [part for part in words if part["type"] == "image"]
        level = min(max(int(element.tag[1]), 2), 4)
        return self._paragraph(words, "heading", level=level, **_aligned(element))

    def _p(self, element: Element, depth: int) -> list[Node]:
        if begins_with_box(element):
            return [self.maker.made("taskList", [self._item(element, depth, "taskItem", checked=ticked(element))])]
        made = self._blocks(element, depth)
        for block in made:
            if block["type"] == "paragraph":
                block["attrs"] |= _aligned(element)
        return made

    _h1 = _h2 = _h3 = _h4 = _h5 = _h6 = _heading

    def _pre(self, element: Element, depth: int) -> list[Node]:
        text = element.text_content().strip("\n")
        return [self.maker.made("codeBlock", [text_node(text)] if text else [])]

    def _hr(self, element: Element, depth: int) -> list[Node]:
        return [self.maker.made("horizontalRule")]

    def _blockquote(self, element: Element, depth: int) -> list[Node]:
        inside = self._blocks(element, depth + 1)
        return inside if depth >= DEEPEST or not inside else [self.maker.made("blockquote", inside)]

    def _aside(self, element: Element, depth: int) -> list[Node]:
        inside = self._blocks(element, depth + 1)
        return inside if depth >= DEEPEST or not inside else [self.maker.made("callout", inside)]

    def _dt(self, element: Element, depth: int) -> list[Node]:
        return self._paragraph(self._words(element, [{"type": "bold"}]))

    def _list(self, element: Element, depth: int) -> list[Node]:
        items = [part for part in _parts(element) if not isinstance(part, str) or part.strip()]
        if depth >= DEEPEST:
            return [block for item in items for block in self._loose(item, depth)]
        if items and all(ticked(item) is not None for item in items):
            made = [self._item(item, depth, "taskItem", checked=ticked(item)) for item in items]
            return [self.maker.made("taskList", made)]
        kind = "orderedList" if element.tag == "ol" else "bulletList"
        start = element.get("start") or ""
        counts = kind == "orderedList" and re.fullmatch(r"[2-9]|[1-9]\d{1,5}", start)
        numbered = {"start": int(start)} if counts else {}
        made = self._items(items, depth)
        return [self.maker.made(kind, made, **numbered)] if made else []

    _ul = _ol = _menu = _list

    def _items(self, items: Iterable[Any], depth: int) -> list[Node]:
        """Items; a list that stands among them, as word processors write it, belongs to the item before it."""
        made: list[Node] = []
        for item in items:
            if not isinstance(item, str) and item.tag in ("ul", "ol") and made:
                made[-1]["content"] = [*made[-1].get("content", ()), *self._list(item, depth + 1)]
            else:
                made.append(self._item(item, depth, "listItem"))
        return made

    def _item(self, item: Any, depth: int, kind: str, **attributes: Any) -> Node:
        holds = kind == "taskItem" and not isinstance(item, str)
        blocks = self._blocks(item, depth + 1) if holds else self._loose(item, depth + 1)
        if kind == "taskItem" and blocks and blocks[0].get("content"):
            first = blocks[0]["content"][0]
            if first["type"] == "text":
                first["text"] = BOX.sub("", first["text"]) or " "
        return self.maker.made(kind, blocks or [self.maker.made("paragraph")], **attributes)

    def _loose(self, part: Any, depth: int) -> list[Node]:
        """What stands where it does not belong, or in an item: words or an element, as blocks."""
        if isinstance(part, str):
            return self._paragraph([text_node(_BLANKS.sub(" ", part))])
        if _is_inline(part):
            return self._paragraph(self._inline(part, []))
        return self._blocks(part, depth) if part.tag == "li" else self._block(part, depth)

    def _table(self, element: Element, depth: int) -> list[Node]:
        rows = [[self._cell(cell, depth) for cell in row.iterchildren("td", "th")] for row in _rows(element)]
        captions = [block for part in _strays(element) for block in self._loose(part, depth)]
        if not fits(rows):
            self._problem("a table that is too large for a page was told as text")
            return [*captions, *(block for row in rows for cell in row for block in cell.blocks)]
        if not any(rows):
            return captions
        columns = [
            _width(column) for column in element.iterchildren("colgroup") for column in column.iterchildren("col")
        ]
        laid = with_widths(rectangular(rows), columns)
        made = [self.maker.made("tableRow", [self._made_cell(cell) for cell in row]) for row in laid]
        return [*captions, self.maker.made("table", made)]

    def _cell(self, cell: Element, depth: int) -> Cell:
        inside = self._blocks(cell, depth + 2)
        return Cell(inside, cell.tag == "th", _span(cell, "colspan"), _span(cell, "rowspan"), (_width(cell),))

    def _made_cell(self, cell: Cell) -> Node:
        spans = {name: n for name, n in (("colspan", cell.colspan), ("rowspan", cell.rowspan)) if n > 1}
        widths = {"colwidth": list(cell.widths)} if any(cell.widths) else {}
        kind = "tableHeader" if cell.header else "tableCell"
        return self.maker.made(kind, cell.blocks or [self.maker.made("paragraph")], **spans, **widths)

    def _words(self, element: Element, marks: Sequence[Mark] = ()) -> list[Node]:
        """All that an element holds as one line of words, blocks in it too."""
        words: list[Node] = []
        for part in _parts(element):
            if isinstance(part, str):
                words.append(text_node(_BLANKS.sub(" ", part), marks))
            elif part.tag not in _SILENT:
                apart = [] if _is_inline(part) else [text_node(" ", marks)]
                words += [*apart, *self._inline(part, list(marks)), *apart]
        return words

    def _inline(self, element: Element, marks: list[Mark]) -> list[Node]:
        if element.tag == "br":
            return [{"type": "hardBreak"}]
        if element.tag == "img":
            return self._img(element, 0)
        if element.tag in _LEFT_OUT:
            self._problem(f"{element.tag} cannot be shown on a page and was left out")
            return [text_node(_BLANKS.sub(" ", element.text_content()), marks)] if element.tag == "math" else []
        if element.tag == "rt":  # how the sign before it is read
            return [text_node("("), *self._words(element, marks), text_node(")")]
        if element.tag == "rp" or is_sign(element):
            return []
        return self._words(element, [*marks, *self._marks(element, marks)])

    def _marks(self, element: Element, have: Sequence[Mark]) -> Iterator[Mark]:
        names = {mark["type"] for mark in have}
        style = (element.get("style") or "").lower()
        found = [mark for pattern, mark in _STYLES if pattern.search(style)]
        if element.tag in TAGS and not (element.tag == "b" and "font-weight:normal" in style.replace(" ", "")):
            found.append(TAGS[element.tag])
        for name in dict.fromkeys(found):
            if name not in names:
                yield {"type": name}
        target = (element.get("href") or "").strip() if element.tag == "a" else ""
        beside = bool(target) and leads_beside(target)
        self.links += [target] if beside else []
        if "link" not in names and (beside or _SAFE.match(target)) and len(target) < 2000:
            yield {"type": "link", "attrs": {"href": target}}

    def _img(self, element: Element, depth: int) -> list[Node]:
        source, alt = (element.get("src") or "").strip(), _BLANKS.sub(" ", element.get("alt") or "").strip()[:2000]
        try:
            held = picture_held_by(source)
        except Unreadable as error:
            self._problem(f"a picture in it was left out: {error.why}")
            return []
        if held is None and is_elsewhere(source):
            self._problem(FETCHES_NOTHING)
            return []
        if held is None:
            self.pictures.append(source)
        else:
            source = f"embedded-{len(self.embedded) + 1}"
            self.embedded[source] = held
        return [self.maker.made("image", src=source, alt=alt)]


def _aligned(element: Element) -> dict[str, str]:
    """What it says of where its words stand, by its style or as old pages and word processors do."""
    found = _ALIGN.search((element.get("style") or "").lower())
    align = found[1] if found else (element.get("align") or "").lower()
    return {"align": align} if align in ALIGNS else {}


def _is_inline(element: Element) -> bool:
    """Whether it stands within a line: by its kind, and by what it holds."""
    kinds = (part.tag for part in element.iter() if isinstance(part.tag, str))
    return not any(tag in _BLOCKS or tag in _SILENT for tag in kinds)


def _parts(element: Element) -> Iterator[Any]:
    """Text and elements within an element, in order."""
    if element.text:
        yield element.text
    for child in element:
        # An arrow back from a footnote to its sign leads nowhere on paper, and says nothing.
        if isinstance(child.tag, str) and child.get("role") != "doc-backlink":
            yield child
        if child.tail:
            yield child.tail


def _trimmed(words: Sequence[Node]) -> list[Node]:
    """Blanks as a browser shows them: none at the ends or beside a break, one where several meet."""
    made: list[Node] = []
    blank = True
    for part in words:
        if part["type"] != "text":
            _cut_end(made)
            made.append(part)
            blank = True
            continue
        text = part["text"].lstrip(" ") if blank else part["text"]
        if text:
            made.append({**part, "text": text})
            blank = text.endswith(" ")
    while made and (made[-1]["type"] == "hardBreak" or not _cut_end(made)):
        made.pop()
    return made


def _cut_end(made: list[Node]) -> bool:
    """Takes a blank off the end; gives whether anything is left there."""
    if made and made[-1]["type"] == "text":
        text = made[-1]["text"].rstrip(" ")
        if not text:
            return False
        made[-1] = {**made[-1], "text": text}
    return True


def _rows(table: Element) -> Iterator[Element]:
    for part in table:
        if part.tag == "tr":
            yield part
        elif part.tag in ("thead", "tbody", "tfoot"):
            yield from part.iterchildren("tr")


def _strays(table: Element) -> Iterator[Any]:
    """What is in a table and in none of its cells: a caption, and what does not belong there."""
    for part in _parts(table):
        if isinstance(part, str):
            if part.strip():
                yield part
        elif part.tag in ("thead", "tbody", "tfoot", "tr"):
            yield from _strays(part)
        elif part.tag not in ("td", "th", "colgroup", "col"):
            yield part


def _span(cell: Element, name: str) -> int:
    found = re.fullmatch(r"\s*(\d{1,3})\s*", cell.get(name) or "")
    return max(int(found.group(1)), 1) if found else 1


def _width(element: Element) -> int:
    """Of a column or a cell, in pixels, as it is said; 0 if it is not."""
    style = re.search(r"(?:^|;)\s*width:\s*(\d{1,4})(?:\.\d+)?px", element.get("style") or "")
    found = style or re.fullmatch(r"\s*(\d{1,4})(?:\.\d+)?(?:px)?\s*", element.get("width") or "")
    return int(found.group(1)) if found else 0
