"""A page as it comes in from a window: checked, and mended where something on it can stand on no page.

What somebody wrote is never refused for what came along with it: a colour that is none, a kind that nobody knows, a
sign with twenty thousand accents. What offends is left out, the words stay, and what was left out is told.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, cast

import regex

from red_thread.core.page.check import DEEPEST, NotAPage, check_page, fits_space
from red_thread.core.page.grid import spans_one
from red_thread.core.page.kinds import (
    DOC,
    INLINE,
    KINDS,
    LONGEST_TITLE,
    MARKS,
    NEEDED_BY_MARK,
    PARAGRAPH,
    TEXT,
    Content,
    Kind,
)
from red_thread.core.page.nodes import Node, attributes_of, content_of, walk
from red_thread.core.page.values import LONGEST, Rule

MOST_SIGNS = 16  # of what joins to one letter: more of it than any script needs only slows down who reads it
_JOINED = regex.compile(rf"((?:\p{{M}}|\u200d){{{MOST_SIGNS}}})(?:\p{{M}}|\u200d)+")
_UNWRITABLE = regex.compile(r"[\x00\ud800-\udfff]")
_SPANS = frozenset({"colspan", "rowspan"})


@dataclass(frozen=True, slots=True)
class TakenIn:
    """`page`: a page that is one. `left_out`: what could not stay, in words, each once."""

    page: Node
    left_out: tuple[str, ...] = ()


def take_in(page: Any) -> TakenIn:
    """The page, ids mended (R15), without what cannot be on one. Raises NotAPage where nothing can be made of it."""
    try:
        checked = check_page(page).page
    except NotAPage:
        if not isinstance(page, dict) or cast(Node, page).get("type") != DOC:
            raise
        return _mended(cast(Node, page))
    return _mended(checked) if _overdone(checked) else TakenIn(checked)


def _mended(page: Node) -> TakenIn:
    mender = _Mender()
    made = mender.page(page)
    try:
        checked = check_page(made).page
    except NotAPage:
        mender.left_out["cells that reach beyond their table"] = None
        checked = check_page(_without_spans(made)).page
    return TakenIn(checked, tuple(mender.left_out))


def _overdone(page: Node) -> bool:
    """Whether it holds what the check lets pass and no reader can be shown: kept cheap, for every save asks."""
    if len(attributes_of(page).get("title") or "") > LONGEST_TITLE:
        return True
    return any(_too_much(node) for node in walk(page) if node["type"] == TEXT)


def _too_much(text: Node) -> bool:
    marks = text.get("marks") or ()
    if len(marks) > 1 and len({mark["type"] for mark in marks}) < len(marks):
        return True
    return not text["text"].isascii() and _JOINED.search(text["text"]) is not None


def _without_spans(node: Node) -> Node:
    if not content_of(node):
        return node
    content = [_without_spans(child) for child in content_of(node)]
    if not all(map(spans_one, content)):
        content = [_bare(cell) for cell in content]
    return {**node, "content": content}


def _bare(cell: Node) -> Node:
    return {**cell, "attrs": {name: value for name, value in attributes_of(cell).items() if name not in _SPANS}}


@dataclass(slots=True)
class _Mender:
    """Goes through a page that may hold anything, and makes of each node what its holder may hold."""

    left_out: dict[str, None] = field(default_factory=dict[str, None])

    def page(self, page: Node) -> Node:
        attrs = self._attributes(DOC, page.get("attrs"), KINDS[DOC].attributes)
        attrs.pop("id", None)
        if len(attrs.get("title") or "") > LONGEST_TITLE:
            attrs["title"] = attrs["title"][:LONGEST_TITLE]
            self._leave("the end of a title that was too long")
        content = list(self._blocks(page, KINDS[DOC], 1))
        made: Node = {"type": DOC, "attrs": attrs}
        return {**made, "content": content} if content else made

    def _leave(self, words: str) -> None:
        self.left_out[words] = None

    def _blocks(self, holder: Node, kind: Kind, depth: int) -> Iterator[Node]:
        """What a holder of blocks may keep of what stands in it; words that stand bare become paragraphs."""
        bare: list[Node] = []
        for child in _children(holder):
            if _kind_name(child) in INLINE:
                bare.append(child)
                continue
            yield from self._bare_words(bare, kind)
            bare = []
            yield from self._block(child, holder, kind, depth)
        yield from self._bare_words(bare, kind)

    def _bare_words(self, words: list[Node], kind: Kind) -> Iterator[Node]:
        content = list(self._inline({"content": words}, KINDS[PARAGRAPH])) if words else []
        if content:
            yield self._wrapped({"type": PARAGRAPH, "content": content}, kind)

    def _block(self, child: Node, holder: Node, kind: Kind, depth: int) -> Iterator[Node]:
        name = _kind_name(child)
        if name in KINDS and depth <= DEEPEST:
            made = self._made(child, KINDS[name], depth)
            fits = name in kind.holds and (kind.name not in _PICKY or fits_space(holder, name))
            if made is not None and (fits or KINDS[name].is_block):
                yield made if fits else self._wrapped(made, kind)
                if KINDS[name].content is not Content.NOTHING:
                    return
        else:
            self._leave("what this version of Red Thread does not know" if name not in KINDS else "a frame too many")
        if depth <= 2 * DEEPEST:
            yield from self._blocks(child, kind, depth)
        elif words := _words_in(child):
            yield self._wrapped({"type": PARAGRAPH, "content": [{"type": TEXT, "text": words}]}, kind)

    def _wrapped(self, block: Node, kind: Kind) -> Node:
        """A block in as many items, rows or cells as the holder needs around it."""
        if block["type"] in kind.holds:
            return block
        inner = KINDS[min(kind.holds)]
        return {"type": inner.name, "content": [self._wrapped(block, inner)]}

    def _made(self, node: Node, kind: Kind, depth: int) -> Node | None:
        made: Node = {"type": kind.name}
        attrs = self._attributes(kind.name, node.get("attrs"), kind.attributes)
        if attrs:
            made["attrs"] = attrs
        if kind.content is Content.NOTHING:
            return made
        inner = {**node, "attrs": attrs}
        blocks = kind.content is Content.BLOCKS
        content = list(self._blocks(inner, kind, depth + 1) if blocks else self._inline(inner, kind))
        if not content and kind.needs_one:
            if PARAGRAPH not in kind.holds:
                return None
            content = [{"type": PARAGRAPH}]
        return {**made, "content": content} if content else made

    def _inline(self, holder: Node, kind: Kind) -> Iterator[Node]:
        for child in _children(holder):
            name = _kind_name(child)
            if name == TEXT:
                yield from self._text(child.get("text"), child.get("marks"))
            elif name in kind.holds:
                made: Node = {"type": name}
                attrs = self._attributes(name, child.get("attrs"), KINDS[name].attributes)
                yield {**made, "attrs": attrs} if attrs else made
            yield from self._text(_words_in({**child, "text": None} if name == TEXT else child), None)

    def _text(self, text: Any, marks: Any) -> Iterator[Node]:
        words = _writable(text) if isinstance(text, str) else ""
        if words != text:
            self._leave("signs that cannot be written")
        if not words:
            return
        made: Node = {"type": TEXT, "text": words}
        kept = list(self._marks(marks)) if isinstance(marks, list) else []
        yield {**made, "marks": kept} if kept else made

    def _marks(self, marks: Any) -> Iterator[Node]:
        seen: set[str] = set()
        for mark in cast(list[Any], marks):
            name = _kind_name(mark)
            if name not in MARKS or name in seen:
                self._leave("a look that words cannot have")
                continue
            attrs = self._attributes(name, cast(Node, mark).get("attrs"), MARKS[name])
            if (needed := NEEDED_BY_MARK.get(name)) and not attrs.get(needed):
                continue  # a link that leads nowhere, a colour that is none: the words are plain
            seen.add(name)
            yield {"type": name, "attrs": attrs} if attrs else {"type": name}

    def _attributes(self, owner: str, attributes: Any, rules: Mapping[str, Rule]) -> dict[str, Any]:
        given = cast(Node, attributes) if isinstance(attributes, dict) else dict[str, Any]()
        kept: dict[str, Any] = {}
        block_id = given.get("id")
        if isinstance(block_id, str) and _writable(block_id) == block_id and owner not in MARKS:
            kept["id"] = block_id
        for name, rule in rules.items():
            if name not in given:
                continue
            value = _shortened(given[name])
            if _written(rule, value):
                kept[name] = value
            elif given[name] not in (None, ""):
                self._leave(_SAID.get(name, "a setting that a page cannot have"))
        return kept


_PICKY = frozenset(kind.name for kind in KINDS.values() if kind.asks)
_SAID = {
    "color": "a colour that is none",
    "href": "a link that leads nowhere",
    "strokes": "lines that could not be drawn",
    "src": "a picture from elsewhere",
}


def _written(rule: Rule, value: Any) -> bool:
    try:
        return rule(value)
    except (TypeError, ValueError, OverflowError):
        return False


def _shortened(value: Any) -> Any:
    return _writable(value)[:LONGEST] if isinstance(value, str) else value


def _writable(text: str) -> str:
    return text if text.isascii() and "\x00" not in text else _JOINED.sub(r"\1", _UNWRITABLE.sub("", text))


def _children(node: Node) -> list[Node]:
    content: Any = node.get("content")
    children = cast(list[Any], content) if isinstance(content, list) else []
    return [child for child in children if isinstance(child, dict)]


def _kind_name(node: Any) -> str:
    name: Any = cast(Node, node).get("type") if isinstance(node, dict) else None
    return name if isinstance(name, str) else ""


def _words_in(node: Node) -> str:
    """All text below a node of any kind, however deep, joined by blanks."""
    words: list[str] = []
    waiting: list[Node] = [node]
    while waiting:
        here = waiting.pop()
        text: Any = here.get("text")
        if isinstance(text, str) and text.strip():
            words.append(_writable(text))
        waiting += reversed(_children(here))
    return " ".join(words)
