"""Lists as word processors save them as HTML: paragraphs whose style says on which level of a list they stand."""

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from red_thread.core.page.nodes import Node

_LEVEL = re.compile(r"mso-list:\s*l\d+\s+level([1-9])")
_SIGN = re.compile(r"mso-list:\s*ignore", re.IGNORECASE)
_NUMBER = re.compile(r"\s*(\d{1,6}|[a-zA-Z]|[ivxlIVXL]+)[.)]")

Made = Callable[[str, Sequence[Node]], Node]


@dataclass(frozen=True, slots=True)
class Entry:
    """One paragraph of a list. `level`: 1 for the outermost; `numbered`: whether a number stands before it."""

    level: int
    numbered: bool
    blocks: Sequence[Node]


def level_of(element: Any) -> int | None:
    """The level on which a paragraph stands; None where it stands in no list."""
    found = _LEVEL.search((element.get("style") or "").lower()) if element.tag in ("p", "div") else None
    return int(found[1]) if found else None


def is_sign(element: Any) -> bool:
    """Whether an element is the dot or number before an entry, which the list draws by itself."""
    return bool(_SIGN.search(element.get("style") or ""))


def is_numbered(element: Any) -> bool:
    """Whether a number stands before an entry, and no dot."""
    sign = next((part for part in element.iter() if isinstance(part.tag, str) and is_sign(part)), None)
    return sign is not None and bool(_NUMBER.match(sign.text_content()))


def lists_of(entries: Sequence[Entry], made: Made) -> list[Node]:
    """The entries as lists, those of deeper levels within the entry above them."""
    lists: list[Node] = []
    at = 0
    while at < len(entries):
        node, at = _list(entries, at, made)
        lists.append(node)
    return lists


def _list(entries: Sequence[Entry], at: int, made: Made) -> tuple[Node, int]:
    first = entries[at]
    items: list[Node] = []
    while at < len(entries) and entries[at].level >= first.level:
        entry = entries[at]
        if entry.level > first.level:
            node, at = _list(entries, at, made)
            items[-1] = {**items[-1], "content": [*items[-1].get("content", ()), node]}
        elif entry.numbered != first.numbered:
            break
        else:
            items.append(made("listItem", entry.blocks))
            at += 1
    return made("orderedList" if first.numbered else "bulletList", items), at
