"""The one table of node kinds: what each holds, whose each attribute is, how its content merges.

A new kind of block is one new entry here (and its look in the editor).
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import Enum


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
    student's; all others are the teacher's. `types`: the attributes whose values are checked.
    """

    name: str
    content: Content
    holds: frozenset[str] = frozenset()
    needs_one: bool = False
    refills: bool = False
    students: frozenset[str] = frozenset()
    types: Mapping[str, tuple[type, ...]] = field(default_factory=dict[str, tuple[type, ...]])


BLOCKS = frozenset(
    "paragraph heading codeBlock bulletList orderedList taskList table blockquote callout space image "
    "horizontalRule kept".split()
)
INLINE = frozenset({"text", "hardBreak", "gap"})
MARKS = frozenset("bold italic underline strike code link highlight subscript superscript textStyle".split())
SPACE_KINDS = frozenset({"lines", "number", "choice", "photo", "sketch"})
_LEVEL: Mapping[str, tuple[type, ...]] = {"level": (int,)}
_SPAN: Mapping[str, tuple[type, ...]] = {"colspan": (int, type(None)), "rowspan": (int, type(None))}


def _holder(name: str, holds: frozenset[str] = BLOCKS, **more: object) -> Kind:
    return Kind(name, Content.BLOCKS, holds, needs_one=name != "doc", **more)  # type: ignore[arg-type]


def _words(name: str, holds: frozenset[str] = INLINE, **more: object) -> Kind:
    return Kind(name, Content.TEXT, holds, **more)  # type: ignore[arg-type]


KINDS: Mapping[str, Kind] = {
    kind.name: kind
    for kind in (
        _holder("doc", types={"title": (str,), "writing": (str,), "paper": (str,)}),
        _holder("callout"),
        _holder("blockquote"),
        _holder("kept", types={"from": (str,), "why": (str,)}),
        _holder("listItem", refills=True),
        _holder("taskItem", refills=True, students=frozenset({"checked"}), types={"checked": (bool, type(None))}),
        _holder("tableHeader", refills=True, types=_SPAN),
        _holder("tableCell", refills=True, types=_SPAN),
        _holder("option", refills=True, students=frozenset({"picked"}), types={"picked": (bool, type(None))}),
        _holder(
            "space",
            BLOCKS | {"option"},
            refills=True,
            students=frozenset({"pins", "strokes"}),
            types={"prompt": (str,), "kind": (str,), "pins": (list,), "strokes": (list,)},
        ),
        _holder("bulletList", frozenset({"listItem"})),
        _holder("orderedList", frozenset({"listItem"})),
        _holder("taskList", frozenset({"taskItem"})),
        _holder("table", frozenset({"tableRow"})),
        _holder("tableRow", frozenset({"tableHeader", "tableCell"})),
        _words("paragraph"),
        _words("heading", types=_LEVEL),
        _words("codeBlock", frozenset({"text"})),
        Kind("image", Content.NOTHING, types={"src": (str,), "alt": (str, type(None))}),
        Kind("horizontalRule", Content.NOTHING),
        Kind("gap", Content.NOTHING, students=frozenset({"answer"}), types={"answer": (str, type(None))}),
        Kind("hardBreak", Content.NOTHING),
        Kind("text", Content.NOTHING),
    )
}
