"""What one state of a page changed in the state before: few bytes for a burst of typing.

A delta names the page's blocks in order if that changed, brings those that are new, and of one that differs only
the stretch of its JSON that does; a page keeps a long history for little (see docs/editions-and-copies.md).
"""

from typing import Any

import orjson

from red_thread.core.page.fingerprint import canonical
from red_thread.core.page.kinds import DOC
from red_thread.core.page.nodes import Node, content_of, id_of

Delta = dict[str, Any]
Splice = tuple[int, int, str]  # from which character, how many go, what comes instead


def make_delta(before: Node, after: Node) -> Delta:
    """The delta that turns `before` into `after`."""
    old = {id_of(block): block for block in content_of(before)}
    order = [id_of(block) for block in content_of(after)]
    delta: Delta = {"blocks": []}
    for block in content_of(after):
        known = old.get(id_of(block))
        if known is None:
            delta["blocks"].append(block)
        elif known != block:
            delta.setdefault("splices", {})[id_of(block)] = _splice(_text(known), _text(block))
    if order != list(old):
        delta["order"] = order
    if after.get("attrs") != before.get("attrs"):
        delta["attrs"] = after.get("attrs") or {}
    return delta


def apply_delta(before: Node, delta: Delta) -> Node:
    """The state after, from the state before and its delta."""
    blocks = {id_of(block): block for block in content_of(before)}
    for block_id, splice in delta.get("splices", {}).items():
        blocks[block_id] = orjson.loads(_spliced(_text(blocks[block_id]), splice))
    blocks |= {id_of(block): block for block in delta["blocks"]}
    order: list[str] = delta.get("order", [id_of(block) for block in content_of(before)])
    page: Node = {"type": DOC, "attrs": delta.get("attrs", before.get("attrs") or {})}
    if order:
        page["content"] = [blocks[block_id] for block_id in order]
    return page


def _text(block: Node) -> str:
    return canonical(block).decode()


def _splice(old: str, new: str) -> Splice:
    start = _alike(old, new)
    end = _alike(old[start:][::-1], new[start:][::-1])
    return start, len(old) - start - end, new[start : len(new) - end]


def _alike(one: str, other: str) -> int:
    """How many characters both begin with, found by halving."""
    low, high = 0, min(len(one), len(other))
    while low < high:
        middle = (low + high + 1) // 2
        if one[low:middle] == other[low:middle]:
            low = middle
        else:
            high = middle - 1
    return low


def _spliced(old: str, splice: Splice) -> str:
    start, gone, new = splice
    return old[:start] + new + old[start + gone :]
