"""What differs between two states of a page, in plain words: for "changed since", the plan and "what is new"."""

from collections import Counter
from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass
from typing import Any, Literal

from red_thread.core.merge.sequence import hunks
from red_thread.core.page.check import CheckedPage, check_page
from red_thread.core.page.kinds import GAP, KINDS, PAGE_ID, SPACE
from red_thread.core.page.nodes import Node, attributes_of, content_of, is_text_block, plain_text, title_of
from red_thread.core.page.tokens import tokens_of, wording

_SHORT = 48


@dataclass(frozen=True, slots=True)
class Change:
    """One difference. `id`: the block, `"doc"` for the page's settings. `words`: how to say it."""

    id: str
    kind: Literal["new", "changed", "gone", "moved"]
    words: str


def changes(base: Any, page: Any) -> list[Change]:
    """Every difference between two pages (JSON), in reading order of the newer one. Raises NotAPage."""
    before = check_page(base, "base")
    after = check_page(page, "given", before)
    return [
        *_of_page(before, after),
        *(_in_words(*found) for found in _new_and_changed(before, after)),
        *_gone(before, after),
        *_moved(before, after),
    ]


def describe_arrivals(before: CheckedPage, after: CheckedPage, came_back: Collection[str] = ()) -> tuple[str, ...]:
    """Short notes on what arrived: `("2 paragraphs are new", "1 paragraph came back")`."""
    found = list(_new_and_changed(before, after))
    fresh = [block_id for block_id, old, _ in found if old is None]
    changed = [block_id for block_id, old, _ in found if old is not None and block_id not in came_back]
    said = [
        _count(after, fresh, "is new", "are new"),
        _count(after, changed, "changed", "changed"),
        _count(after, _outermost(after, came_back), "came back", "came back"),
    ]
    return tuple(note for notes in said for note in notes)


def _count(page: CheckedPage, ids: Iterable[str], one: str, many: str) -> list[str]:
    names = Counter(KINDS[page.node(i)["type"]].noun for i in ids)
    return [f"{n} {plural if n > 1 else single} {many if n > 1 else one}" for (single, plural), n in names.items()]


def _of_page(before: CheckedPage, after: CheckedPage) -> list[Change]:
    old, new = title_of(before.page), title_of(after.page)
    found = [Change(PAGE_ID, "changed", f"the title is now “{new}”")] if old != new else []
    if {**attributes_of(before.page), "title": 0} != {**attributes_of(after.page), "title": 0}:
        found.append(Change(PAGE_ID, "changed", "the page's settings"))
    return found


def _new_and_changed(before: CheckedPage, after: CheckedPage) -> Iterator[tuple[str, Node | None, Node]]:
    """The blocks that are new or differ in themselves: the id, as it was (if it was), as it is."""
    for block_id, place in after.places.items():
        if block_id == PAGE_ID:
            continue
        if block_id not in before.places:
            if not _within_new(before, after, block_id):
                yield block_id, None, place.node
        elif _differ(old := before.places[block_id].node, place.node):
            yield block_id, old, place.node


def _differ(old: Node, new: Node) -> bool:
    """Whether a block differs in itself, not in the blocks that it holds."""
    if old is new:
        return False
    if old["type"] != new["type"] or attributes_of(old) != attributes_of(new):
        return True
    return is_text_block(new) and content_of(old) != content_of(new)


def _within_new(before: CheckedPage, after: CheckedPage, block_id: str) -> bool:
    parent = after.parent(block_id)
    return parent != PAGE_ID and parent not in before


def _gone(before: CheckedPage, after: CheckedPage) -> list[Change]:
    ids = [i for i in before.places if i not in after]
    return [Change(i, "gone", f"a {_name(before.node(i))} is gone") for i in _outermost(before, ids)]


def _outermost(page: CheckedPage, ids: Collection[str]) -> list[str]:
    chosen = set(ids)
    return [i for i in ids if page.parent(i) not in chosen]


def _moved(before: CheckedPage, after: CheckedPage) -> list[Change]:
    found: list[Change] = []
    for block_id, place in after.places.items():
        if block_id not in before:
            continue
        mine = [i for i in place.kids if i in before]
        stayed = [i for i in mine if before.parent(i) == block_id]
        found += [Change(i, "moved", f"a {_name(after.node(i))} moved") for i in mine if i not in stayed]
        old = [i for i in before.kids(block_id) if i in stayed]
        if old != stayed:
            found.append(Change(block_id, "moved", "the order"))
    return found


def _name(node: Node) -> str:
    return KINDS[node["type"]].noun[0]


def _in_words(block_id: str, old: Node | None, new: Node) -> Change:
    if old is None:
        return Change(block_id, "new", f"a new {_name(new)}")
    return Change(block_id, "changed", _difference(old, new))


def _difference(old: Node, new: Node) -> str:
    """How to say what changed in the block itself."""
    if old["type"] != new["type"]:
        return f"a {_name(old)} is now a {_name(new)}"
    if is_text_block(new):
        return _wording_changed(old, new)
    if new["type"] == SPACE and attributes_of(old).get("prompt") != attributes_of(new).get("prompt"):
        return f"a question is now “{_short(attributes_of(new).get('prompt') or '')}”"
    for attribute, words in KINDS[new["type"]].said.items():
        if attributes_of(old).get(attribute) != attributes_of(new).get(attribute):
            return words[0] if attributes_of(new).get(attribute) else words[1]
    return f"the settings of a {_name(new)}"


def _wording_changed(old: Node, new: Node) -> str:
    before, after = tokens_of(old), tokens_of(new)
    found = hunks([t.key for t in before], [t.key for t in after])
    if not found and _answers(old) != _answers(new):
        return (
            f"“{_short(', '.join(filter(None, _answers(new))))}” is in a gap"
            if any(_answers(new))
            else "a gap is empty"
        )
    if not found:
        return f"the look of a {_name(new)}"
    if len(found) > 1:
        return f"{len(found)} changes in “{_short(plain_text(new))}”"
    hunk = found[0]
    was = wording(before[hunk.base_from : hunk.base_to]).strip()
    now = wording(after[hunk.side_from : hunk.side_to]).strip()
    if was and now:
        return f"“{_short(was)}” is now “{_short(now)}”"
    if now:
        return f"“{_short(now)}” is new"
    return f"“{_short(was)}” is gone" if was else "a space between words"


def _answers(block: Node) -> list[str]:
    return [attributes_of(node).get("answer") or "" for node in content_of(block) if node["type"] == GAP]


def _short(text: str) -> str:
    text = " ".join(text.split())
    return text if len(text) <= _SHORT else text[: _SHORT - 1].rstrip() + "…"
