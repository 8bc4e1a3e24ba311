"""How much of a page its student wrote."""

from collections import Counter
from collections.abc import Iterator

from red_thread.core.page.nodes import Node, attributes_of, walk
from red_thread.core.page.tokens import is_word, split_words


def own_words(page: Node, edition: Node) -> int:
    """The words of a page beyond those of the edition that it stands on, wherever they stand."""
    return (Counter(_words(page)) - Counter(_words(edition))).total()


def _words(page: Node) -> Iterator[str]:
    for node in walk(page):
        text = node["text"] if node["type"] == "text" else attributes_of(node).get("answer") or ""
        yield from filter(is_word, split_words(text))
