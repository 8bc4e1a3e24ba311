"""Where the words of a page lead."""

from collections.abc import Callable, Iterator, Sequence
from typing import Any

from red_thread.core.page.nodes import Node, attributes_of, content_of, with_content

LINK = "link"


def with_links(node: Node, lead: Callable[[str], str | None]) -> Node:
    """The node with each link leading where `lead` says by its address; None leaves the words without the link."""
    changed = {**node, "marks": list(_led(node["marks"], lead))} if node.get("marks") else node
    if not changed.get("marks", True):
        changed = {name: value for name, value in changed.items() if name != "marks"}
    inside = content_of(node)
    return with_content(changed, [with_links(child, lead) for child in inside]) if inside else changed


def _led(marks: Sequence[dict[str, Any]], lead: Callable[[str], str | None]) -> Iterator[dict[str, Any]]:
    for mark in marks:
        if mark["type"] != LINK:
            yield mark
        elif (address := lead(attributes_of(mark)["href"])) is not None:
            yield {**mark, "attrs": {**attributes_of(mark), "href": address}}
