"""What of a page can be found by its words."""

from red_thread.core.page.nodes import Node, attributes_of, plain_text, walk

MOST = 160_000  # characters: PostgreSQL's index of a text holds a megabyte at most


def words_of_page(page: Node) -> str:
    """What one reads on it, as far as it is looked through: text, what pictures show, what places to answer ask."""
    asked = (str(attributes_of(node).get("prompt") or "") for node in walk(page))
    return "\n".join([plain_text(page), *filter(None, asked)])[:MOST]
