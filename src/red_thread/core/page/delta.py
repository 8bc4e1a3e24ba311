"""What one state of a page changed in the state before: few bytes for a burst of typing.

A delta names the page's blocks in order and brings only those that are new or different; a page keeps a
long history for little (see docs/editions-and-copies.md).
"""

from typing import Any

from red_thread.core.page.nodes import Node, content_of, id_of

Delta = dict[str, Any]


def make_delta(before: Node, after: Node) -> Delta:
    """The delta that turns `before` into `after`."""
    old = {id_of(block): block for block in content_of(before)}
    order = [id_of(block) for block in content_of(after)]
    delta: Delta = {"blocks": [b for b in content_of(after) if old.get(id_of(b)) != b]}
    if order != list(old):
        delta["order"] = order
    if after.get("attrs") != before.get("attrs"):
        delta["attrs"] = after.get("attrs") or {}
    return delta


def apply_delta(before: Node, delta: Delta) -> Node:
    """The state after, from the state before and its delta."""
    blocks = {id_of(block): block for block in content_of(before)}
    blocks |= {id_of(block): block for block in delta["blocks"]}
    order: list[str] = delta.get("order", [id_of(block) for block in content_of(before)])
    page: Node = {"type": "doc", "attrs": delta.get("attrs", before.get("attrs") or {})}
    if order:
        page["content"] = [blocks[block_id] for block_id in order]
    return page
