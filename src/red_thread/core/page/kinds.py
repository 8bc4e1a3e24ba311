"""The one table of node kinds: what each holds, whose each attribute is, how its content merges, how it is called.

A new kind of block is one new entry here and its look in the editor; `./red-thread client` carries the table there.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import Enum
from typing import Any

from red_thread.core.page.values import (
    WIDEST,
    Rule,
    are_pins,
    are_strokes,
    are_widths,
    is_address,
    is_colour,
    is_flag,
    is_language,
    is_name,
    is_plain,
    is_size,
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


class Unit(Enum):
    """What a merge of text never mixes: of two changes to one of them it is a conflict."""

    WORD = "words, and the signs between them"
    LINE = "whole lines, with their indentation"
    ALL = "all of it"


@dataclass(frozen=True, slots=True)
class Kind:
    """One kind of node, and all that the rules ask of it.

    `holds`: the names it may hold; `ANY_BLOCK` stands for every kind that `is_block`. `needs_one`: it may not be
    empty. `refills`: one that a merge leaves empty gets an empty paragraph; others that may not be empty go with
    what they held. `students`: the attributes that are the student's; all others are the teacher's. `attributes`:
    all there may be beside the id, each with the rule for its value. `family`: kinds of one family can take each
    other's place and keep what they hold. `noun`: one of it and several, for what is said of a change. `said`: for
    an attribute that changes by hand, what is said when it is set and when it is gone. `words_in`: the attribute
    whose text is words. `asks`: a place to answer. `stands_wordless`: it is something to see without any word in
    it. `names_bytes`: the attribute that is the fingerprint of what is seen or heard. `unit`: of what is text, that
    which a merge never mixes.
    """

    name: str
    content: Content
    holds: frozenset[str] = frozenset()
    is_block: bool = False
    needs_one: bool = False
    refills: bool = False
    students: frozenset[str] = frozenset()
    attributes: Mapping[str, Rule] = field(default_factory=dict[str, Rule])
    family: str = ""
    noun: tuple[str, str] = ("part", "parts")
    said: Mapping[str, tuple[str, str]] = field(default_factory=dict[str, tuple[str, str]])
    words_in: str = ""
    asks: bool = False
    stands_wordless: bool = False
    names_bytes: str = ""
    unit: Unit = Unit.WORD


# Kinds of which the rules say something of their own, or that a merge makes. All others are just entries below.
DOC, PARAGRAPH, TEXT, HARD_BREAK, IMAGE = "doc", "paragraph", "text", "hardBreak", "image"
SPACE, OPTION, GAP, KEPT = "space", "option", "gap", "kept"
TABLE, TABLE_ROW, TABLE_CELL = "table", "tableRow", "tableCell"

PAGE_ID = "doc"  # by which the page itself goes, where blocks go by their ids
ANY_BLOCK = "block"
INLINE = frozenset({TEXT, HARD_BREAK, GAP})
SPACE_KINDS = frozenset({"lines", "number", "choice", "photo", "sketch"})
KEPT_WHY = ("both-changed", "taken-out", "retyped", "title", "other-window")
WRITING = ("everywhere", "spaces")
TONES = ("care", "idea")  # of a framed note; one without is a plain one
MEDIA = ("sound", "film")
_RELATIONS = ("noopener", "noreferrer", "nofollow", "noopener noreferrer", "noopener noreferrer nofollow")
ALIGNS = ("center", "right")  # of words; those without begin where the line begins

_text, _name, _flag = maybe(is_text), maybe(is_name), maybe(is_flag)
_nothing = maybe(one_of())  # no person's words ever name a style of ours
MARKS: Mapping[str, Mapping[str, Rule]] = {
    **{name: {} for name in ("bold", "italic", "underline", "strike", "code", "subscript", "superscript")},
    "link": {
        "href": maybe(is_address),
        "target": maybe(one_of("_blank", "_self")),
        "rel": maybe(one_of(*_RELATIONS)),
        "class": _nothing,
        "title": _text,
    },
    "highlight": {"color": maybe(is_colour)},
    "textStyle": {"color": maybe(is_colour)},
}
NEEDED_BY_MARK = {"link": "href", "textStyle": "color"}  # without which a mark says nothing
LONGEST_TITLE = 300
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
    "over": maybe(is_address),  # a picture, to draw on
    **{name: maybe(is_plain) for name in ("unit", "min", "max", "step", "lines", "several", "width", "height")},
}
_ALIGNED = {"align": maybe(one_of(*ALIGNS))}
_PICTURE = {
    "src": is_address,
    "alt": _text,
    "title": _text,
    "width": maybe(is_size),
    "height": maybe(is_size),
}


def _holder(name: str, *holds: str, **more: Any) -> Kind:
    return Kind(name, Content.BLOCKS, frozenset(holds or {ANY_BLOCK}), needs_one=name != DOC, **more)


def _words(name: str, noun: str, holds: frozenset[str] = INLINE, **more: Any) -> Kind:
    return Kind(name, Content.TEXT, holds, is_block=True, family="words", noun=(noun, f"{noun}s"), **more)


def _list(name: str, item: str, **more: Any) -> Kind:
    return _holder(name, item, is_block=True, family="list", noun=("list", "lists"), **more)


_ENTRIES = (
    _holder(DOC, attributes=_PAGE),
    _holder(
        "callout",
        is_block=True,
        family="frame",
        noun=("framed note", "framed notes"),
        attributes={"tone": maybe(one_of(*TONES))},
    ),
    _holder("term", is_block=True, family="frame", noun=("term", "terms")),
    _holder("blockquote", is_block=True, family="frame", noun=("quotation", "quotations")),
    _holder(KEPT, is_block=True, noun=("knot", "knots"), attributes={"from": is_text, "why": one_of(*KEPT_WHY)}),
    _holder("listItem", family="item", noun=("list item", "list items")),
    _holder(
        "taskItem",
        family="item",
        noun=("task", "tasks"),
        students=frozenset({"checked"}),
        attributes={"checked": _flag},
        said={"checked": ("a task is ticked", "a tick is gone")},
    ),
    _holder("tableHeader", refills=True, family="cell", attributes=_CELL),
    _holder(TABLE_CELL, refills=True, family="cell", attributes=_CELL),
    _holder(
        OPTION,
        refills=True,
        noun=("choice", "choices"),
        students=frozenset({"picked"}),
        attributes={"picked": _flag},
        said={"picked": ("a choice is picked", "a choice is not picked any more")},
    ),
    _holder(
        SPACE,
        ANY_BLOCK,
        OPTION,
        is_block=True,
        refills=True,
        asks=True,
        stands_wordless=True,
        noun=("place to answer", "places to answer"),
        students=frozenset({"pins", "strokes"}),
        names_bytes="over",
        attributes=_SPACE,
        said={
            "strokes": ("a drawing changed", "a drawing is gone"),
            "pins": ("pins changed", "pins are gone"),
            "over": ("another picture to draw on", "no picture to draw on any more"),
        },
    ),
    _list("bulletList", "listItem"),
    _list("orderedList", "listItem", attributes={"start": maybe(is_whole(-1_000_000, 1_000_000)), "type": _name}),
    _list("taskList", "taskItem"),
    _holder(TABLE, TABLE_ROW, is_block=True, noun=("table", "tables")),
    _holder(TABLE_ROW, "tableHeader", TABLE_CELL, noun=("table row", "table rows")),
    _words(PARAGRAPH, "paragraph", attributes=_ALIGNED),
    _words("heading", "heading", attributes={"level": is_whole(1, 6), **_ALIGNED}),
    _words(
        "codeBlock",
        "code block",
        frozenset({TEXT}),
        attributes={"language": maybe(is_language)},
        unit=Unit.LINE,
    ),
    _words("formula", "formula", frozenset({TEXT}), unit=Unit.ALL),
    Kind(
        IMAGE,
        Content.NOTHING,
        is_block=True,
        stands_wordless=True,
        names_bytes="src",
        words_in="alt",
        noun=("picture", "pictures"),
        attributes=_PICTURE,
        said={"alt": ("a picture has another name", "a picture has no name any more")},
    ),
    Kind(
        "recording",
        Content.NOTHING,
        is_block=True,
        stands_wordless=True,
        names_bytes="src",
        words_in="alt",
        noun=("recording", "recordings"),
        attributes={"src": is_address, "alt": _text, "medium": one_of(*MEDIA)},
        said={"alt": ("a recording has another name", "a recording has no name any more")},
    ),
    Kind(
        "horizontalRule", Content.NOTHING, is_block=True, stands_wordless=True, noun=("line across", "lines across")
    ),
    Kind(
        GAP,
        Content.NOTHING,
        asks=True,
        words_in="answer",
        students=frozenset({"answer"}),
        attributes={"answer": _text},
    ),
    Kind(HARD_BREAK, Content.NOTHING),
    Kind(TEXT, Content.NOTHING),
)

BLOCKS = frozenset(kind.name for kind in _ENTRIES if kind.is_block)
KINDS: Mapping[str, Kind] = {
    kind.name: replace(kind, holds=kind.holds - {ANY_BLOCK} | BLOCKS) if ANY_BLOCK in kind.holds else kind
    for kind in _ENTRIES
}
NAME_BYTES = {kind.name: kind.names_bytes for kind in _ENTRIES if kind.names_bytes}
PLACES = frozenset(kind.name for kind in _ENTRIES if kind.asks)


def alike(one: str, other: str) -> bool:
    """Whether a block of the one kind can become one of the other and keep what it holds."""
    family = KINDS[one].family
    return one == other or (bool(family) and family == KINDS[other].family)
