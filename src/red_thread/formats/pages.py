"""What a file that is read as a page comes to, whatever its format."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import PurePosixPath
from typing import Any, TypeAlias

from red_thread.core.outline.standing import ORDINARY, Standing
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.nodes import Node
from red_thread.formats.problems import Problem, Unreadable

LONGEST_TITLE = 200
# Hears how much is done, of how much.
Hear: TypeAlias = Callable[[int, int], None]


@dataclass(slots=True)
class ReadPage:
    """A page from a file.

    `links`: those of its addresses that lead to files beside it. `pictures`: the paths that its images name, as they
    stand in `src` for now; `embedded`: those that came within the file, by `src`, each clean already with its media
    type. `standing`: as the file says it.
    """

    document: Node
    tucked_under: str | None = None
    pictures: list[str] = field(default_factory=list)
    links: list[str] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)
    embedded: Mapping[str, tuple[str, bytes]] = field(default_factory=dict)
    standing: Standing = ORDINARY


def unheard(done: int, of: int) -> None:
    """Where nobody watches."""


class Maker:
    """Makes the nodes of one page and gives them ids as it goes."""

    def __init__(self) -> None:
        self.count = 0

    def new_id(self) -> str:
        """An id that no block of the page has."""
        self.count += 1
        return f"b{self.count}"

    def made(self, name: str, content: Sequence[Node] = (), **attributes: Any) -> Node:
        """A block with an id of its own."""
        node: Node = {"type": name, "attrs": {"id": self.new_id(), **attributes}}
        return {**node, "content": list(content)} if content else node

    def page(self, name: str, title: str, blocks: Sequence[Node], **settings: str) -> Node:
        """The whole, checked. Raises Unreadable."""
        title = title.strip()[:LONGEST_TITLE] or "Untitled"
        attributes = {"title": title, "writing": "everywhere", **settings}
        content = list(blocks) or [self.made("paragraph")]
        try:
            return check_page({"type": "doc", "attrs": attributes, "content": content}).page
        except NotAPage as error:
            raise Unreadable(name, error.why) from error


def text_node(text: str, marks: Sequence[dict[str, Any]] = ()) -> Node:
    """Text, with its marks if it has any."""
    node: Node = {"type": "text", "text": text}
    return {**node, "marks": list(marks)} if marks else node


def lines_of(text: str) -> list[Node]:
    """Text with its line ends as they are."""
    made: list[Node] = []
    for k, line in enumerate(text.split("\n")):
        made += [{"type": "hardBreak"}] if k else []
        made += [text_node(line)] if line else []
    return made


def stem_of(name: str) -> str:
    """A file's name as one would say it."""
    return PurePosixPath(name).stem.replace("-", " ").replace("_", " ").strip()


_BESIDE = re.compile(r"(?![a-zA-Z][\w+.-]*:|//)[^/#?]")


def leads_beside(address: str) -> bool:
    """Whether a link leads to a file beside the one that it is in, and not into the world or within its own page."""
    return _BESIDE.match(address) is not None
