"""Is this a page? One pass that refuses what is not, mends ids (R15) and finds every block by its id.

Refused: an unknown node or mark, wrong nesting, a wrong type of attribute, more than 32 levels below the
page, over a million bytes, lone surrogates. Mended: a block without an id or with one that stands twice gets a new
id, derived from what it holds and where it stands: the same page is always mended in the same way, and the same
block on an edition and on its copy gets the same id.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from operator import is_
from typing import Any, cast

import orjson

from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.kinds import BLOCKS, KINDS, MARKS, SPACE_KINDS, Content, Kind
from red_thread.core.page.nodes import Node, attributes_of

DEEPEST = 32
LARGEST = 1_000_000
_TEXT_BLOCKS = frozenset(name for name, kind in KINDS.items() if kind.content is Content.TEXT)


class NotAPage(Exception):
    """The {which} page is not a page: {why} (at {where})."""

    def __init__(self, which: str, where: str, why: str) -> None:
        self.which, self.where, self.why = which, where, why
        super().__init__(f"The {which} page is not a page: {why} (at {where}).")


@dataclass(slots=True)
class Place:
    """Where a block stands: its node, the id of what holds it, and the ids of the blocks that it holds."""

    node: Node
    parent: str
    kids: Sequence[str] = ()


@dataclass(slots=True)
class CheckedPage:
    """A page known to be one. `places` finds each block by id, in reading order, `"doc"` first.

    `plain`: the blocks with nothing in them that has an id of its own.
    """

    page: Node
    places: dict[str, Place] = field(default_factory=dict[str, "Place"])
    plain: dict[str, Node] = field(default_factory=dict[str, Node])

    def __contains__(self, block_id: str) -> bool:
        return block_id in self.places

    def node(self, block_id: str) -> Node:
        return self.places[block_id].node

    def kids(self, block_id: str) -> Sequence[str]:
        return self.places[block_id].kids

    def parent(self, block_id: str) -> str:
        return self.places[block_id].parent

    def ancestors(self, block_id: str) -> list[str]:
        """From the holder of the block up to `"doc"`."""
        found: list[str] = []
        while block_id != "doc":
            block_id = self.places[block_id].parent
            found.append(block_id)
        return found


def check_page(page: Any, which: str = "given", before: CheckedPage | None = None) -> CheckedPage:
    """Checks and indexes a page.

    page: the JSON of a page. which: how to name it in an error (`base`, `master`, `student`).
    before: a page that was checked before. A block that stands just so on it is not looked at again: both pages
    then have the very same node.
    Raises NotAPage.
    """
    if not isinstance(page, dict) or cast(Node, page).get("type") != "doc":
        raise NotAPage(which, "doc", "it does not begin with a doc")
    node = cast(Node, page)
    _check_size(node, which)
    return _Checker(which, before).run(node)


def _check_size(page: Node, which: str) -> None:
    try:
        size = len(orjson.dumps(page))
    except (TypeError, RecursionError) as error:
        why = (
            "it holds text with lone surrogates"
            if "surrogate" in str(error)
            else f"it cannot be written down, {error}"
        )
        raise NotAPage(which, "doc", why) from None
    if size > LARGEST:
        raise NotAPage(which, "doc", f"it takes {size} bytes, {LARGEST} at most")


class _Checker:
    """Every merge goes through here three times: the way of a page that is whole is kept short."""

    def __init__(self, which: str, before: CheckedPage | None) -> None:
        self.which = which
        self.known = before.plain if before else dict[str, Node]()
        self.gaps: set[str] = set()
        self.trail: list[tuple[str, str]] = []  # kind and id of the blocks around, put into words only when needed

    def run(self, page: Node) -> CheckedPage:
        self.page = page
        place = Place(page, "")
        checked = CheckedPage(page, {"doc": place})
        self.places, self.plain = checked.places, checked.plain
        self._attributes(page, KINDS["doc"])
        place.node = checked.page = self._holder(page, KINDS["doc"], place, "doc")
        return checked

    @cached_property
    def taken(self) -> set[str]:
        """Ids that a new one may not be; only a page that has to be mended needs to know."""
        return _all_ids(self.page)

    def where(self, *more: str) -> str:
        return " > ".join(["doc", *(f"{kind} {block_id}" for kind, block_id in self.trail), *more])

    def refuse(self, why: str, *where: str) -> NotAPage:
        return NotAPage(self.which, self.where(*where), why)

    def _holder(self, node: Node, kind: Kind, place: Place, own_id: str) -> Node:
        """Checks what a node holds; gives the node back, a new one only if something in it was mended."""
        content: Any = node.get("content")
        if not content or not isinstance(content, list):
            if content is not None and not isinstance(content, list):
                raise self.refuse(f"the content of {kind.name} is not a list")
            if kind.needs_one:
                raise self.refuse(f"an empty {kind.name}")
            return node
        if len(self.trail) > DEEPEST:
            raise self.refuse(f"it is deeper than {DEEPEST} levels")
        children = cast(list[Any], content)
        if kind.content is Content.BLOCKS:
            checked = self._blocks(children, node, kind, place, own_id)
        else:
            checked = [self._inline(child, kind) for child in children]
        return node if all(map(is_, checked, children)) else {**node, "content": checked}

    def _blocks(self, children: list[Any], holder: Node, kind: Kind, place: Place, own_id: str) -> list[Node]:
        kids: list[str] = []
        checked: list[Node] = []
        for child in children:
            whole = self._stands_elsewhere(child, kind, own_id) or self._just_words(child, kind, own_id)
            if whole:
                kids.append(whole)
                checked.append(child)
                continue
            node = self._node(child, kind)
            if kind.name == "space" and not _fits_space(holder, node["type"]):
                raise self._misplaced(node["type"], kind)
            checked.append(self._block(node, own_id, kids))
        place.kids = kids
        return checked

    def _stands_elsewhere(self, child: Any, kind: Kind, own_id: str) -> str | None:
        """Takes in a block that stands just so on the page that was checked before, and gives its id."""
        try:
            block_id: str = child["attrs"]["id"]
            found = self.known.get(block_id)
            if found is None or found != child or child["type"] not in kind.holds:
                return None
            if block_id in self.places or block_id in self.gaps:
                return None
        except (KeyError, TypeError):
            return None
        self.plain[block_id] = found
        self.places[block_id] = Place(found, own_id)
        return block_id

    def _just_words(self, child: Any, kind: Kind, own_id: str) -> str | None:
        """Takes in what most blocks are, text without marks or settings, in one go, and gives its id."""
        try:
            block_id, content = child["attrs"]["id"], child.get("content")
            if not (
                child["type"] in _TEXT_BLOCKS
                and child["type"] in kind.holds
                and len(child["attrs"]) == 1
                and type(block_id) is str
                and (content is None or _are_bare_texts(content))
            ):
                return None
        except (KeyError, TypeError, AttributeError):
            return None
        if not block_id or block_id in self.places or block_id in self.gaps or len(self.trail) >= DEEPEST:
            return None
        self.plain[block_id] = child
        self.places[block_id] = Place(child, own_id)
        return block_id

    def _node(self, child: Any, kind: Kind) -> Node:
        if not isinstance(child, dict):
            raise self.refuse("a node that is not an object")
        node = cast(Node, child)
        name = node.get("type")
        if not isinstance(name, str) or name not in kind.holds:
            raise self._misplaced(name, kind)
        return node

    def _misplaced(self, name: Any, kind: Kind) -> NotAPage:
        if not isinstance(name, str) or name not in KINDS:
            return self.refuse(f"an unknown kind of node, {name!r}")
        return self.refuse(f"a {name} cannot stand in a {kind.name}")

    def _block(self, node: Node, parent: str, siblings: list[str]) -> Node:
        kind = KINDS[node["type"]]
        self._attributes(node, kind)
        found = attributes_of(node).get("id")
        block_id = self._id(found, node, kind)
        if block_id != found:
            node = {**node, "attrs": {**attributes_of(node), "id": block_id}}
        own = self.places[block_id] = Place(node, parent)
        siblings.append(block_id)
        gaps = len(self.gaps)
        self.trail.append((kind.name, block_id))
        own.node = self._holder(node, kind, own, block_id)
        self.trail.pop()
        if not own.kids and len(self.gaps) == gaps:
            self.plain[block_id] = own.node
        return own.node

    def _id(self, found: Any, node: Node, kind: Kind) -> str:
        if isinstance(found, str) and found and found not in self.places and found not in self.gaps:
            return found
        if found is not None and not isinstance(found, str):
            raise self.refuse(f"an id that is not text, {found!r}", kind.name)
        stem = f"{found or 'new'}~{short_name(self.where(kind.name), node)}"
        fresh, count = stem, 2
        while fresh in self.taken:
            fresh, count = f"{stem}.{count}", count + 1
        self.taken.add(fresh)
        return fresh

    def _inline(self, child: Any, kind: Kind) -> Node:
        node = self._node(child, kind)
        name = node["type"]
        if name == "text" and not isinstance(node.get("text"), str):
            raise self.refuse("a text without text", name)
        marks: Any = node.get("marks")
        for mark in marks or ():
            if not isinstance(mark, dict) or cast(Node, mark).get("type") not in MARKS:
                raise self.refuse(f"an unknown mark, {mark!r}", name)
        return self._gap(node) if name == "gap" else node

    def _gap(self, node: Node) -> Node:
        self._attributes(node, KINDS["gap"])
        found = attributes_of(node).get("id")
        gap_id = self._id(found, node, KINDS["gap"])
        self.gaps.add(gap_id)
        return node if gap_id == found else {**node, "attrs": {**attributes_of(node), "id": gap_id}}

    def _attributes(self, node: Node, kind: Kind) -> None:
        attributes: Any = node.get("attrs")
        if attributes is not None and not isinstance(attributes, dict):
            raise self.refuse(f"the attributes of {kind.name} are not an object", kind.name)
        if not kind.types or not attributes:
            return
        known = cast(Mapping[str, Any], attributes)
        for name, types in kind.types.items():
            if name in known and not isinstance(known[name], types):
                raise self.refuse(f"{kind.name}.{name} cannot be {known[name]!r}", kind.name)
        if kind.name == "space" and known.get("kind", "lines") not in SPACE_KINDS:
            raise self.refuse(f"an unknown kind of space, {known['kind']!r}", kind.name)


def _are_bare_texts(content: Any) -> bool:
    """Whether this is a list of texts and nothing else, none with marks. May raise what looking at no text raises."""
    if type(content) is not list:
        return False
    for text in cast(list[Any], content):
        if text["type"] != "text" or type(text["text"]) is not str or len(text) > 2:
            return False
    return True


def _fits_space(holder: Node, name: str) -> bool:
    """A choice space holds options and any other space holds blocks; a copy may bring its words along."""
    return (name == "option") == (attributes_of(holder).get("kind") == "choice") or name in BLOCKS


def _all_ids(page: Node) -> set[str]:
    """Every id that stands anywhere, in a page that may not be one."""
    found: set[str] = set()
    waiting: list[Any] = [page]
    while waiting:
        node = waiting.pop()
        if not isinstance(node, dict):
            continue
        known = cast(Node, node)
        attributes, content = known.get("attrs"), known.get("content")
        if isinstance(attributes, dict):
            block_id = cast(Node, attributes).get("id")
            found |= {block_id} if isinstance(block_id, str) else set()
        waiting.extend(cast(list[Any], content) if isinstance(content, list) else ())
    return found


def holds(holder_kind: str, child_kind: str) -> bool:
    """Whether a kind of node may hold another."""
    kind = KINDS[holder_kind]
    return kind.content is Content.BLOCKS and child_kind in kind.holds
