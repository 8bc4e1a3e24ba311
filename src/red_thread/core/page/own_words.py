"""How much of a page its student wrote."""

from collections import Counter
from collections.abc import Iterator

from red_thread.core.page.kinds import KINDS
from red_thread.core.page.nodes import Node, is_text_block, plain_text, walk
from red_thread.core.page.tokens import is_word, split_words, tokens_of


def own_words(page: Node, edition: Node) -> int:
    """The words of a page beyond those of the edition that it stands on, wherever they stand."""
    return (Counter(_words(page)) - Counter(_words(edition))).total()


def _words(page: Node) -> Iterator[str]:
    for node in walk(page):
        if is_text_block(node):
            yield from (token.key for token in tokens_of(node) if token.is_word)
        elif KINDS[node["type"]].words_in:
            yield from filter(is_word, split_words(plain_text(node)))
