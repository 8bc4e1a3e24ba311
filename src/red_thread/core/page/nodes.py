"""Reading a page's nodes. A node is ProseMirror JSON in a dictionary that nobody changes in place."""

from collections.abc import Iterator, Sequence
from typing import Any, TypeAlias

from red_thread.core.page.kinds import DOC, HARD_BREAK, KINDS, NAME_BYTES, PAGE_ID, PARAGRAPH, TEXT, Content

Node: TypeAlias = dict[str, Any]
NOTHING: Sequence[Node] = ()
EMPTY_PAGE: Node = {"type": DOC}  # what a page of a student's own stands on


def content_of(node: Node) -> Sequence[Node]:
    """What a node holds; an empty list is the same as none."""
    return node.get("content") or NOTHING


def attributes_of(node: Node) -> dict[str, Any]:
    """The attributes of a node; empty if it has none."""
    return node.get("attrs") or {}


def id_of(node: Node) -> str:
    """The id of a checked block, `"doc"` for the page itself."""
    return PAGE_ID if node["type"] == DOC else node["attrs"]["id"]


def with_content(node: Node, content: Sequence[Node]) -> Node:
    """The same node holding other content."""
    bare = {key: value for key, value in node.items() if key != "content"}
    return {**bare, "content": list(content)} if content else bare


def with_attributes(node: Node, **attributes: Any) -> Node:
    """The node with these attributes set; it is not changed itself."""
    return {**node, "attrs": {**attributes_of(node), **attributes}}


def walk(node: Node) -> Iterator[Node]:
    """The node and all below it, in reading order."""
    yield node
    for child in content_of(node):
        yield from walk(child)


def is_text_block(node: Node) -> bool:
    """Whether text stands right inside it."""
    return KINDS[node["type"]].content is Content.TEXT


def plain_text(node: Node) -> str:
    """The words of a node as one would read them aloud: text, gap answers, picture descriptions.

    Blocks are set apart by a line break.
    """
    kind = node["type"]
    if kind == TEXT:
        return node["text"]
    if words_in := KINDS[kind].words_in:
        return attributes_of(node).get(words_in) or ""
    if kind == HARD_BREAK:
        return "\n"
    glue = "" if is_text_block(node) else "\n"
    return glue.join(filter(None, map(plain_text, content_of(node))))


def bytes_of(node: Node) -> str | None:
    """The fingerprint of the picture or recording that a node names, empty if its frame is; None if it names none."""
    name = NAME_BYTES.get(node["type"])
    return attributes_of(node).get(name) if name else None


def with_bytes(node: Node, fingerprint: str | None) -> Node:
    """A node that names another picture or recording, or none."""
    return with_attributes(node, **{NAME_BYTES[node["type"]]: fingerprint})


def bytes_on(page: Node) -> list[str]:
    """The fingerprints of its pictures and recordings, in reading order; empty where a frame is empty."""
    return [found for found in map(bytes_of, walk(page)) if found is not None]


def title_of(page: Node) -> str:
    """The title of a page, "Untitled" if it has none."""
    return attributes_of(page).get("title") or "Untitled"


def paragraph(block_id: str, text: str = "") -> Node:
    """A plain paragraph."""
    made: Node = {"type": PARAGRAPH, "attrs": {"id": block_id}}
    return with_content(made, [{"type": TEXT, "text": text}] if text else [])
