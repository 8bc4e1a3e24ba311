"""Makes three pages that break a law as small as they can be and still break it."""

import copy
from collections.abc import Callable, Iterator
from typing import Any

Node = dict[str, Any]
Pages = tuple[Node, Node, Node]


def shrunk(pages: Pages, breaks: Callable[[Pages], bool]) -> Pages:
    """The pages without every block, word and mark that is not needed for `breaks` to hold."""
    smaller = True
    while smaller:
        smaller = False
        for candidate in _smaller(pages):
            if candidate != pages and breaks(candidate):
                pages, smaller = candidate, True
                break
    return pages


def _smaller(pages: Pages) -> Iterator[Pages]:
    ids = {node["attrs"]["id"] for page in pages for node in _walk(page) if node.get("attrs", {}).get("id")}
    for block_id in sorted(ids):
        yield _each(pages, lambda page, gone=block_id: _without(page, gone))
        for k in range(3):
            parts = list(pages)
            parts[k] = _without(copy.deepcopy(pages[k]), block_id)
            yield parts[0], parts[1], parts[2]
    for k, page in enumerate(pages):
        for path, node in enumerate(_walk(page)):
            if node["type"] == "text" and " " in node["text"].strip():
                for text in (node["text"].split(" ", 1)[1].strip(), node["text"].rsplit(" ", 1)[0].strip()):
                    made = copy.deepcopy(pages)
                    list(_walk(made[k]))[path]["text"] = text or "x"
                    yield made


def _each(pages: Pages, change: Callable[[Node], Node]) -> Pages:
    base, master, student = (change(copy.deepcopy(page)) for page in pages)
    return base, master, student


def _walk(node: Node) -> Iterator[Node]:
    yield node
    for child in node.get("content", []):
        yield from _walk(child)


def _without(page: Node, block_id: str) -> Node:
    """Without the block; what it leaves empty goes too."""
    for node in _walk(page):
        if "content" in node:
            node["content"] = [child for child in node["content"] if child.get("attrs", {}).get("id") != block_id]
            if not node["content"]:
                del node["content"]
    return page
