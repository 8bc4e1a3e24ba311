"""Which blocks of a page are its student's own hand."""

from collections.abc import Iterator

from red_thread.core.page.kinds import DOC
from red_thread.core.page.nodes import Node, attributes_of, content_of, is_text_block, plain_text, walk


def own_blocks(page: Node, edition: Node) -> frozenset[str]:
    """The ids of the outermost blocks that the edition does not have, or has with other words.

    What was taken out of a block, and nothing put in, leaves it the teacher's.
    """
    given = {_id(node): plain_text(node) if is_text_block(node) else None for node in walk(edition) if _id(node)}
    return frozenset(_own(page, given))


def tied_blocks(page: Node, edition: Node) -> frozenset[str]:
    """The ids of the blocks right on the page that come from the edition."""
    given = {_id(node) for node in walk(edition)}
    return frozenset(_id(block) for block in content_of(page) if _id(block) in given)


def _own(node: Node, given: dict[str, str | None]) -> Iterator[str]:
    for block in content_of(node):
        block_id = _id(block)
        if not block_id:
            continue
        words = plain_text(block) if is_text_block(block) else None
        if block_id not in given or (words and words.strip() and words != given[block_id]):
            yield block_id
        else:
            yield from _own(block, given)


def _id(node: Node) -> str:
    return "" if node["type"] == DOC else attributes_of(node).get("id") or ""
