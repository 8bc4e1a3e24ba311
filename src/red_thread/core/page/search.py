"""What of a page can be found by its words."""

from red_thread.core.page.nodes import Node, attributes_of, plain_text, walk


def words_of_page(page: Node) -> str:
    """All that one reads on it: its text, what its pictures show, what its places to answer ask."""
    asked = (str(attributes_of(node).get("prompt") or "") for node in walk(page))
    return "\n".join([plain_text(page), *filter(None, asked)])
