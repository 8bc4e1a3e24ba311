"""Is this a page? One pass that refuses what is not, mends ids (R15) and finds every block by its id.

Refused: an unknown node or mark, wrong nesting, whatever the table of kinds does not name (an attribute, content of
what holds nothing, a value that keeps not its rule), a span beyond its table, more than 32 levels below the page,
over a million bytes, lone surrogates, the null character.

Mended: a block without an id or with one that stands twice gets a new id, derived from what it holds and where it
stands: the same page is always mended in the same way, and the same block on an edition and on its copy gets the
same id.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from operator import is_
from typing import Any, cast

import orjson
import regex

from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.grid import span_beyond
from red_thread.core.page.kinds import (
    BLOCKS,
    DOC,
    GAP,
    HARD_BREAK,
    INLINE,
    KINDS,
    MARKS,
    OPTION,
    PAGE_ID,
    SPACE,
    TABLE,
    TEXT,
    Content,
    Kind,
)
from red_thread.core.page.nodes import Node, attributes_of
from red_thread.core.page.values import Rule

DEEPEST = 32
LARGEST = 1_000_000
ROOM = 4  # times as large and deep may be what was taken in before: kept blocks grow it
_NULL = regex.compile(rb"(?<!\\)(?:\\\\)*\\u0000")
_KEYS = frozenset({"type", "attrs", "content", "marks"})
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

    `plain`: the blocks with nothing in them that has an id of its own. `gaps`: the block that each gap stands in.
    """

    page: Node
    places: dict[str, Place] = field(default_factory=dict[str, "Place"])
    plain: dict[str, Node] = field(default_factory=dict[str, Node])
    gaps: dict[str, str] = field(default_factory=dict[str, str])

    def __contains__(self, block_id: str) -> bool:
        return block_id in self.places

    def node(self, block_id: str) -> Node:
        """The block of this id."""
        return self.places[block_id].node

    def kids(self, block_id: str) -> Sequence[str]:
        """The ids of the blocks right inside it."""
        return self.places[block_id].kids

    def parent(self, block_id: str) -> str:
        """The id of the block around it, `"doc"` at the top."""
        return self.places[block_id].parent

    def ancestors(self, block_id: str) -> list[str]:
        """From the holder of the block up to `"doc"`."""
        found: list[str] = []
        while block_id != PAGE_ID:
            block_id = self.places[block_id].parent
            found.append(block_id)
        return found


def check_page(
    page: Any, which: str = "given", before: CheckedPage | None = None, *, stored: bool = False
) -> CheckedPage:
    """Checks and indexes a page.

    page: the JSON of a page. which: how to name it in an error (`base`, `master`, `student`).
    stored: it does not come in but was taken in before; the limits of size and depth, which hold for what comes in,
    leave room for what merges kept in it since. Values kept the rules of their day and are not judged by today's.
    before: a page that was checked before. A block that stands just so on it is not looked at again: both pages
    then have the very same node.
    Raises NotAPage.
    """
    if not isinstance(page, dict) or cast(Node, page).get("type") != DOC:
        raise NotAPage(which, PAGE_ID, "it does not begin with a doc")
    node = cast(Node, page)
    room = ROOM if stored else 1
    _check_size(node, which, LARGEST * room)
    return _Checker(which, before, DEEPEST * room, stored).run(node)


def _check_size(page: Node, which: str, largest: int) -> None:
    try:
        written = orjson.dumps(page)
    except (TypeError, RecursionError) as error:
        if "surrogate" in str(error):
            raise NotAPage(which, _where_unwritable(page), "it holds text with lone surrogates") from None
        raise NotAPage(which, PAGE_ID, f"it cannot be written down, {error}") from None
    if len(written) > largest:
        raise NotAPage(which, PAGE_ID, f"it takes {len(written)} bytes, {largest} at most")
    if b"\\u0000" in written and _NULL.search(written):
        raise NotAPage(which, PAGE_ID, "it holds a null character")


def _where_unwritable(page: Node) -> str:
    """The way to the first node that cannot be written down by itself."""
    waiting: list[tuple[Any, str]] = [(page, PAGE_ID)]
    while waiting:
        node, where = waiting.pop()
        if not isinstance(node, dict):
            return where
        known = cast(Node, node)
        children: Any = known.get("content")
        try:
            orjson.dumps({key: value for key, value in known.items() if key != "content"})
        except (TypeError, RecursionError):
            return where
        if isinstance(children, list):
            waiting += [(child, f"{where} > {_called(child)}") for child in reversed(cast(list[Any], children))]
    return PAGE_ID


def _called(node: Any) -> str:
    if not isinstance(node, dict):
        return "a node"
    known = cast(Node, node)
    attributes: Any = known.get("attrs")
    block_id: Any = cast(Node, attributes).get("id") if isinstance(attributes, dict) else None
    return f"{known.get('type')} {block_id}" if isinstance(block_id, str) else str(known.get("type"))


class _Checker:
    """Every merge goes through here three times: the way of a page that is whole is kept short."""

    def __init__(self, which: str, before: CheckedPage | None, deepest: int, stored: bool) -> None:
        self.which, self.deepest, self.stored = which, deepest, stored
        self.known = before.plain if before else dict[str, Node]()
        self.trail: list[tuple[str, str]] = []  # kind and id of the blocks around, put into words only when needed

    def run(self, page: Node) -> CheckedPage:
        self.page = page
        place = Place(page, "")
        checked = CheckedPage(page, {PAGE_ID: place})
        self.places, self.plain, self.gaps = checked.places, checked.plain, checked.gaps
        self._attributes(page, KINDS[DOC])
        place.node = checked.page = self._holder(page, KINDS[DOC], place, PAGE_ID)
        return checked

    @cached_property
    def taken(self) -> set[str]:
        """Ids that a new one may not be; only a page that has to be mended needs to know."""
        return _all_ids(self.page)

    def where(self, *more: str) -> str:
        return " > ".join([PAGE_ID, *(f"{kind} {block_id}" for kind, block_id in self.trail), *more])

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
        if len(self.trail) > self.deepest:
            raise self.refuse(f"it is deeper than {self.deepest} levels")
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
                checked.append(self.places[whole].node)  # what merely equals it, as 1 does true, is not let in
                continue
            node = self._node(child, kind)
            if kind.name == SPACE and not fits_space(holder, node["type"]):
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
                and len(child) == (3 if "content" in child else 2)
                and type(block_id) is str
                and (content is None or _are_bare_texts(content))
            ):
                return None
        except (KeyError, TypeError, AttributeError):
            return None
        if not block_id or block_id in self.places or block_id in self.gaps or len(self.trail) >= self.deepest:
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
        for key, value in node.items():
            if key not in _KEYS and not (key == "text" and name == TEXT):
                raise self.refuse(f"a {name} has no {key!r}", name)
            if key == "marks" and value and name not in INLINE:
                raise self.refuse(f"a {name} has no marks", name)
        if node.get("content") and KINDS[name].content is Content.NOTHING:
            raise self.refuse(f"a {name} holds nothing", name)
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
        if kind.name == TABLE and (why := span_beyond(own.node)):
            raise self.refuse(why)
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
        if name == TEXT and (not isinstance(node.get("text"), str) or not node["text"]):
            raise self.refuse("a text without text", name)
        marks: Any = node.get("marks")
        if marks:
            self._marks(marks, name)
        if name == GAP:
            return self._gap(node)
        if node.get("attrs"):
            self._attributes(node, KINDS[name])
        return node

    def _marks(self, marks: Any, name: str) -> None:
        if not isinstance(marks, list):
            raise self.refuse("marks that are not a list", name)
        for mark in cast(list[Any], marks):
            told = cast(Node, mark) if isinstance(mark, dict) else dict[str, Any]()
            known: Any = told.get("type")
            if not isinstance(known, str) or known not in MARKS:
                raise self.refuse(f"an unknown mark, {repr(cast(Any, mark))[:80]}", name)
            if not told.keys() <= {"type", "attrs"}:
                raise self.refuse(f"a {known} mark with more than its attributes", name)
            self._values(known, told.get("attrs"), MARKS[known])

    def _gap(self, node: Node) -> Node:
        self._attributes(node, KINDS[GAP])
        found = attributes_of(node).get("id")
        gap_id = self._id(found, node, KINDS[GAP])
        self.gaps[gap_id] = self.trail[-1][1]
        return node if gap_id == found else {**node, "attrs": {**attributes_of(node), "id": gap_id}}

    def _attributes(self, node: Node, kind: Kind) -> None:
        self._values(kind.name, node.get("attrs"), kind.attributes, has_id=kind.name not in _NAMELESS)

    def _values(self, owner: str, attributes: Any, rules: Mapping[str, Rule], has_id: bool = False) -> None:
        if attributes is None:
            return
        if not isinstance(attributes, dict):
            raise self.refuse(f"the attributes of {owner} are not an object", owner)
        for name, value in cast(Mapping[str, Any], attributes).items():
            rule = rules.get(name)
            if rule is None:
                if not (has_id and name == "id"):
                    raise self.refuse(f"a {owner} has no attribute {name!r}", owner)
            elif not self.stored and not rule(value):
                raise self.refuse(f"{owner}.{name} cannot be {repr(value)[:80]}", owner)


_NAMELESS = frozenset({DOC, TEXT, HARD_BREAK})


def _are_bare_texts(content: Any) -> bool:
    """Whether this is a list of texts and nothing else, none with marks. May raise what looking at no text raises."""
    if type(content) is not list:
        return False
    for text in cast(list[Any], content):
        if text["type"] != TEXT or type(text["text"]) is not str or not text["text"] or len(text) > 2:
            return False
    return True


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


def fits_space(holder: Node, name: str) -> bool:
    """A choice space holds options and any other space holds blocks; a copy may bring its words along."""
    return (name == OPTION) == (attributes_of(holder).get("kind") == "choice") or name in BLOCKS


def holds(holder_kind: str, child_kind: str) -> bool:
    """Whether a kind of node may hold another."""
    kind = KINDS[holder_kind]
    return kind.content is Content.BLOCKS and child_kind in kind.holds
