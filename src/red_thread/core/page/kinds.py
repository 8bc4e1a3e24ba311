"""The one table of node kinds: what each holds, whose each attribute is, how its content merges.

A new kind of block is one new entry here (and its look in the editor).
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import Enum

from red_thread.core.page.values import (
    WIDEST,
    Rule,
    are_pins,
    are_strokes,
    are_widths,
    is_address,
    is_colour,
    is_flag,
    is_name,
    is_plain,
    is_text,
    is_whole,
    maybe,
    one_of,
)


class Content(Enum):
    """How the content of a kind merges."""

    BLOCKS = "by the ids of what it holds"
    TEXT = "word by word"
    NOTHING = "it holds nothing"


@dataclass(frozen=True, slots=True)
class Kind:
    """One kind of node.

    `holds`: the names it may hold. `needs_one`: it may not be empty. `refills`: one that a merge leaves empty gets an
    empty paragraph; others that may not be empty go with what they held. `students`: the attributes that are the
    student's; all others are the teacher's. `attributes`: all there may be beside the id, each with the rule for its
    value. `family`: kinds of one family can take each other's place and keep what they hold.
    """

    name: str
    content: Content
    holds: frozenset[str] = frozenset()
    needs_one: bool = False
    refills: bool = False
    students: frozenset[str] = frozenset()
    attributes: Mapping[str, Rule] = field(default_factory=dict[str, Rule])
    family: str = ""


BLOCKS = frozenset(
    "paragraph heading codeBlock bulletList orderedList taskList table blockquote callout space image "
    "horizontalRule kept".split()
)
INLINE = frozenset({"text", "hardBreak", "gap"})
SPACE_KINDS = frozenset({"lines", "number", "choice", "photo", "sketch"})
KEPT_WHY = ("both-changed", "taken-out", "retyped", "title", "other-window")
WRITING = ("everywhere", "spaces")

_text, _name, _flag = maybe(is_text), maybe(is_name), maybe(is_flag)
MARKS: Mapping[str, Mapping[str, Rule]] = {
    **{name: {} for name in ("bold", "italic", "underline", "strike", "code", "subscript", "superscript")},
    "link": {"href": maybe(is_address), "target": _name, "rel": _name, "class": _name, "title": _text},
    "highlight": {"color": maybe(is_colour)},
    "textStyle": {"color": maybe(is_colour)},
}
_PAGE = {"title": is_text, "paper": _name, "orientation": _name, "tint": _name, "writing": maybe(one_of(*WRITING))}
_CELL = {
    "colspan": maybe(is_whole(1, WIDEST)),
    "rowspan": maybe(is_whole(1, 10_000)),
    "colwidth": maybe(are_widths),
    "align": _name,
}
_SPACE = {
    "prompt": is_text,
    "kind": one_of(*sorted(SPACE_KINDS)),
    "pins": maybe(are_pins),
    "strokes": maybe(are_strokes),
    **{name: maybe(is_plain) for name in ("unit", "min", "max", "step", "lines", "several", "width", "height")},
}
_PICTURE = {
    "src": is_address,
    "alt": _text,
    "title": _text,
    "width": maybe(is_plain),
    "height": maybe(is_plain),
}


def _holder(name: str, holds: frozenset[str] = BLOCKS, **more: object) -> Kind:
    return Kind(name, Content.BLOCKS, holds, needs_one=name != "doc", **more)  # type: ignore[arg-type]


def _words(name: str, holds: frozenset[str] = INLINE, **more: object) -> Kind:
    return Kind(name, Content.TEXT, holds, family="words", **more)  # type: ignore[arg-type]


def _list(name: str, item: str, **more: object) -> Kind:
    return _holder(name, frozenset({item}), family="list", **more)


KINDS: Mapping[str, Kind] = {
    kind.name: kind
    for kind in (
        _holder("doc", attributes=_PAGE),
        _holder("callout", family="frame"),
        _holder("blockquote", family="frame"),
        _holder("kept", attributes={"from": is_text, "why": one_of(*KEPT_WHY)}),
        _holder("listItem", family="item"),
        _holder("taskItem", family="item", students=frozenset({"checked"}), attributes={"checked": _flag}),
        _holder("tableHeader", refills=True, family="cell", attributes=_CELL),
        _holder("tableCell", refills=True, family="cell", attributes=_CELL),
        _holder("option", refills=True, students=frozenset({"picked"}), attributes={"picked": _flag}),
        _holder(
            "space", BLOCKS | {"option"}, refills=True, students=frozenset({"pins", "strokes"}), attributes=_SPACE
        ),
        _list("bulletList", "listItem"),
        _list("orderedList", "listItem", attributes={"start": maybe(is_whole(-1_000_000, 1_000_000)), "type": _name}),
        _list("taskList", "taskItem"),
        _holder("table", frozenset({"tableRow"})),
        _holder("tableRow", frozenset({"tableHeader", "tableCell"})),
        _words("paragraph"),
        _words("heading", attributes={"level": is_whole(1, 6)}),
        _words("codeBlock", frozenset({"text"}), attributes={"language": _name}),
        Kind("image", Content.NOTHING, attributes=_PICTURE),
        Kind("horizontalRule", Content.NOTHING),
        Kind("gap", Content.NOTHING, students=frozenset({"answer"}), attributes={"answer": _text}),
        Kind("hardBreak", Content.NOTHING),
        Kind("text", Content.NOTHING),
    )
}


def alike(one: str, other: str) -> bool:
    """Whether a block of the one kind can become one of the other and keep what it holds."""
    family = KINDS[one].family
    return one == other or (bool(family) and family == KINDS[other].family)
