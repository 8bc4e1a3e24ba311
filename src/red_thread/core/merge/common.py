"""What two states of a page have in common: the base to merge them from where the true one is gone.

Merged from it, whatever either has stands: nothing counts as taken out by anybody, and what both have stands once.
"""

from red_thread.core.merge.sequence import matches
from red_thread.core.page.check import CheckedPage, check_page
from red_thread.core.page.nodes import Node, content_of, id_of, is_text_block, with_content
from red_thread.core.page.tokens import inline_of, tokens_of


def common_page(one: Node, other: Node) -> Node:
    """The blocks that both have, as `one` has them, with the words that both have. Raises NotAPage."""
    known = check_page(other, stored=True)
    mine = check_page(one, stored=True).page
    return with_content(mine, _shared(mine, known))


def _shared(holder: Node, other: CheckedPage) -> list[Node]:
    found: list[Node] = []
    for block in content_of(holder):
        there = other.places.get(id_of(block))
        if there is None or there.node["type"] != block["type"]:
            continue
        if is_text_block(block):
            found.append(with_content(block, _shared_words(block, there.node)))
        elif not content_of(block):
            found.append(block)
        elif inside := _shared(block, other):
            found.append(with_content(block, inside))
    return found


def _shared_words(block: Node, there: Node) -> list[Node]:
    here = tokens_of(block)
    pairs = matches([token.key for token in here], [token.key for token in tokens_of(there)])
    return inline_of(here[k] for k, _ in pairs)
