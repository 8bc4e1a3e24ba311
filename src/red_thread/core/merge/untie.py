"""Untying a knot: of the two wordings that a merge kept, one stands, or both do.

A knot is a `kept` block and the block that it comes from, if that is still there. What stands afterwards is a
page like any other: the student's words are theirs from then on, and a later edition merges with them.
"""

from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.page.kinds import DOC, KEPT
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    content_of,
    is_text_block,
    paragraph,
    plain_text,
    title_of,
    walk,
    with_attributes,
    with_content,
)


class Untying(StrEnum):
    """Whose wording is to stand."""

    STUDENTS = "students"
    TEACHERS = "teachers"
    BOTH = "both"


@dataclass(frozen=True, slots=True)
class Knot:
    """`id`: the kept block. `source`: the block that it comes from, `"doc"` for the title. `why`: as in the rules.

    `teacher`, `student`: both wordings as plain text; the teacher's is empty where the block is gone.
    """

    id: str
    source: str
    why: str
    teacher: str
    student: str


def knots_of(page: Node) -> dict[str, Knot]:
    """The knots of a checked page by the ids of their kept blocks, in reading order."""
    blocks = {attributes_of(node).get("id"): node for node in walk(page)}
    return {
        attributes_of(node)["id"]: _knot(page, node, blocks.get(attributes_of(node).get("from")))
        for node in walk(page)
        if node["type"] == KEPT
    }


def _knot(page: Node, kept: Node, source: Node | None) -> Knot:
    attributes = attributes_of(kept)
    why = attributes.get("why", "both-changed")
    teacher = title_of(page) if why == "title" else plain_text(source) if source else ""
    return Knot(attributes["id"], attributes.get("from", ""), why, teacher, plain_text(kept))


def untie(page: Node, kept_id: str, how: Untying) -> Node:
    """The page with one knot less; the page as it is if it has no such knot.

    Where the student's wording is to stand and no single block of text is there for it to stand in, it stands
    as the student's own blocks in the place of the knot.
    """
    kept = next((node for node in walk(page) if attributes_of(node).get("id") == kept_id), None)
    if kept is None or kept["type"] != KEPT:
        return page
    source: str = attributes_of(kept).get("from", "")
    if how is Untying.STUDENTS and attributes_of(kept).get("why") == "title":
        return with_attributes(_rebuilt(page, {kept_id: []}), title=plain_text(kept))
    if how is Untying.STUDENTS and (standing := _standing_for(page, source, kept)):
        return _rebuilt(page, {kept_id: [], source: [standing]})
    return _rebuilt(page, {kept_id: [] if how is Untying.TEACHERS else list(content_of(kept))})


def without_knots(page: Node) -> Node:
    """The page with both wordings of every knot standing one behind the other."""
    for kept_id in knots_of(page):
        page = untie(page, kept_id, Untying.BOTH)
    return page


def _standing_for(page: Node, source: str, kept: Node) -> Node | None:
    """The block that the kept wording comes from, with that wording, if both are single blocks of text."""
    block = next((node for node in walk(page) if attributes_of(node).get("id") == source), None)
    wording = content_of(kept)
    if block is None or len(wording) != 1 or not is_text_block(block) or block["type"] != wording[0]["type"]:
        return None
    return with_content(block, content_of(wording[0]))


def _rebuilt(node: Node, instead: dict[str, list[Node]]) -> Node:
    """The node with other blocks in place of some; what may not be empty gets an empty paragraph."""
    if not any(attributes_of(below).get("id") in instead for below in walk(node)):
        return node
    content: list[Node] = []
    for child in content_of(node):
        content += instead.get(attributes_of(child).get("id", ""), [_rebuilt(child, instead)])
    if not content and node["type"] != DOC:
        content = [paragraph(f"{next(iter(instead))}.p")]
    return with_content(node, content)
