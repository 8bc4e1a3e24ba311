"""Kept blocks: the student's words, held where they would otherwise have had to go."""

from collections.abc import Sequence

from red_thread.core.merge.result import ConflictKind
from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.nodes import Node, attributes_of, content_of, paragraph, plain_text, with_content
from red_thread.core.page.tokens import needs_space

_WHY = {
    ConflictKind.TEXT: "both-changed",
    ConflictKind.TAKEN_OUT: "taken-out",
    ConflictKind.RETYPED: "retyped",
    ConflictKind.TITLE: "title",
}


def make_kept(source: str, kind: ConflictKind, blocks: Sequence[Node], taken: set[str]) -> Node:
    """A kept block with a copy of these blocks. Its ids depend on what it holds, and are new."""
    stem = f"kept~{short_name(source, _WHY[kind], list(blocks))}"
    kept_id, count = stem, 2
    while kept_id in taken:
        kept_id, count = f"{stem}.{count}", count + 1
    taken.add(kept_id)
    copied = [_copy(block, f"{kept_id}.{n}") for n, block in enumerate(blocks, 1)]
    return {
        "type": "kept",
        "attrs": {"id": kept_id, "from": source, "why": _WHY[kind]},
        "content": copied or [paragraph(f"{kept_id}.1")],
    }


def kept_title(title: str, taken: set[str]) -> Node:
    return make_kept("doc", ConflictKind.TITLE, [paragraph("title", title)], taken)


def _copy(node: Node, new_id: str) -> Node:
    """The node with new ids all the way down; a gap becomes the words of its answer."""
    if node["type"] in ("text", "hardBreak"):
        return node
    children = _without_gaps(content_of(node))
    copied = [_copy(child, f"{new_id}.{n}") for n, child in enumerate(children, 1)]
    return with_content({**node, "attrs": {**attributes_of(node), "id": new_id}}, copied)


def _without_gaps(children: Sequence[Node]) -> Sequence[Node]:
    """Gaps as the words in them, which do not run together with the words around."""
    if all(child["type"] != "gap" for child in children):
        return children
    said: list[Node] = []
    after_gap = False
    for child in children:
        is_gap = child["type"] == "gap"
        spoken: Node = {"type": "text", "text": plain_text(child)} if is_gap else child
        if is_gap and not spoken["text"]:
            continue
        if said and (is_gap or after_gap) and needs_space(said[-1].get("text", ""), spoken.get("text", "")):
            said.append({"type": "text", "text": " "})
        said.append(spoken)
        after_gap = is_gap
    return said
