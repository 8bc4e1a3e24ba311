"""Merging a block's kind and attributes, one by one (R9, R10): whose each is stands in the table of kinds."""

from typing import Any

import regex

from red_thread.core.merge.three_way import ThreeWay
from red_thread.core.page.kinds import KINDS, SPACE, Content
from red_thread.core.page.nodes import Node, attributes_of

_MISSING: Any = object()


def merge_attributes(nodes: ThreeWay[Node | None], *, last_stands: bool = False) -> Node:
    """A node of the merged kind with the merged attributes and nothing in it; at least one side is there.

    A student's attribute is the student's as soon as the student changed it. A teacher's attribute that only
    the student changed stands, except the settings of a space. What both changed is the teacher's, or the student's
    where `last_stands`.
    """
    base, master, student = nodes
    if master is None or student is None:
        return _bare(master or student or {})
    source = student if base and _may_turn_into(base, master, student) else master
    kind = KINDS[source["type"]]
    attributes = nodes.each(lambda node: attributes_of(node or {}))
    names = {**attributes.master, **attributes.student}
    merged: dict[str, Any] = {}
    for name in names:
        base_value, master_value, student_value = (side.get(name, _MISSING) for side in attributes)
        is_students = last_stands or name in kind.students
        value = _merge_one(base_value, master_value, student_value, is_students, settings=kind.name == SPACE)
        if value is not _MISSING and (name == "id" or name in kind.attributes):
            merged[name] = value
    return {**_bare(source), "attrs": merged}


def _merge_one(base: Any, master: Any, student: Any, is_students: bool, settings: bool) -> Any:
    if is_students:
        return master if student == base else student
    return master if settings or master != base else student


def _may_turn_into(base: Node, master: Node, student: Node) -> bool:
    """Only the student changed the kind, into one that merges in the same way."""
    return (
        master["type"] == base["type"] != student["type"]
        and KINDS[student["type"]].content is KINDS[master["type"]].content is Content.TEXT
    )


def _bare(node: Node) -> Node:
    return {key: value for key, value in node.items() if key != "content"}


_NUMBER = regex.compile(r"\s*[-+−]?\d+([.,]\d+)?\s*")


def fits(space_kind: str, words: str, has_things: bool) -> bool:
    """Whether an answer may stay when its space becomes one of this kind.

    words: what is written in it. has_things: whether there is a photo, a drawing or a pin of the student's in it.
    """
    if has_things:
        return space_kind in ("photo", "sketch") and not words.strip()
    if not words.strip() or space_kind == "lines":
        return True
    return space_kind == "number" and bool(_NUMBER.fullmatch(words))


def merge_drawings(merged: Node, base: Node, saved: Node, typed: Node) -> Node:
    """A space in which two windows drew: what either put in is there (R16)."""
    attributes = dict(attributes_of(merged))
    for name in KINDS[SPACE].students:
        before, here, there = (_things(node, name) for node in (base, typed, saved))
        added = [thing for thing in there if thing not in before and thing not in here]
        if added:
            attributes[name] = [*here, *added]
    return {**merged, "attrs": attributes}


def _things(node: Node, name: str) -> list[Any]:
    return attributes_of(node).get(name) or []
