"""Which blocks of a page that comes out of a file again are those of the page as it stands.

A file knows no ids. Blocks that say the same are the same, in their order, or moved; between them one is the other
if it is of the same kind and shares most of its words, or if it stands alone in the place of another. Copies that
students have written on are then corrected as if the teacher had typed the change.
"""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from red_thread.core.merge.sequence import Hunk, hunks, matches
from red_thread.core.page.kinds import GAP, alike
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    bytes_of,
    content_of,
    is_text_block,
    plain_text,
    walk,
    with_attributes,
    with_content,
)

_MOST_WORDS = 0.5  # of those that two blocks have, for one to be the other written anew


def with_ids_of(before: Node, anew: Node) -> Node:
    """`anew` under the ids of `before`; blocks that are new have ids that no block of `before` has."""
    return with_content(anew, _Ids.of(before).blocks(content_of(before), content_of(anew)))


@dataclass(slots=True)
class _Ids:
    """The ids that are given already."""

    given: set[str]
    count: int = 0

    @classmethod
    def of(cls, page: Node) -> "_Ids":
        return cls({node["attrs"]["id"] for node in walk(page) if _has_id(node)})

    def blocks(self, before: Sequence[Node], anew: Sequence[Node]) -> list[Node]:
        same = _same(before, anew)
        return [self._one(before[same[k]] if k in same else None, block) for k, block in enumerate(anew)]

    def _one(self, before: Node | None, anew: Node) -> Node:
        named = with_attributes(anew, id=before["attrs"]["id"] if before else self._new()) if _has_id(anew) else anew
        there = content_of(before) if before else ()
        if is_text_block(anew):
            return with_content(named, list(self._gaps(there, content_of(anew))))
        return with_content(named, self.blocks(there, content_of(anew)))

    def _gaps(self, before: Sequence[Node], anew: Sequence[Node]) -> Iterator[Node]:
        """One after another: a gap has no words of its own to be told by."""
        there = iter([node["attrs"]["id"] for node in before if node["type"] == GAP])
        for node in anew:
            yield with_attributes(node, id=next(there, None) or self._new()) if node["type"] == GAP else node

    def _new(self) -> str:
        while True:
            self.count += 1
            if f"n{self.count}" not in self.given:
                return f"n{self.count}"


def _has_id(node: Node) -> bool:
    return "id" in attributes_of(node)


def _same(before: Sequence[Node], anew: Sequence[Node]) -> dict[int, int]:
    """For blocks of `anew` the index of the one in `before` that it is."""
    here, there = [_said(block) for block in before], [_said(block) for block in anew]
    same = {b: a for a, b in matches(here, there)}
    for hunk in hunks(here, there):
        same |= _rewritten(before, anew, hunk)
    return same | _moved(here, there, same)


def _said(block: Node) -> str:
    attributes = attributes_of(block)
    named = attributes.get("prompt") or bytes_of(block) or ""
    return f"{block['type']} {named} {plain_text(block)}"


def _rewritten(before: Sequence[Node], anew: Sequence[Node], hunk: Hunk) -> dict[int, int]:
    found: dict[int, int] = {}
    left = list(range(hunk.base_from, hunk.base_to))
    alone = len(left) == 1 == hunk.side_to - hunk.side_from
    for k in range(hunk.side_from, hunk.side_to):
        one = next((a for a in left if _is_other(before[a], anew[k], alone)), None)
        if one is not None:
            found[k] = one
            left = [a for a in left if a > one]
    return found


def _is_other(before: Node, anew: Node, alone: bool) -> bool:
    if not alike(before["type"], anew["type"]):
        return False
    if alone:
        return True
    mine, theirs = Counter(_said(before).split()[1:]), Counter(_said(anew).split()[1:])
    return (mine & theirs).total() > _MOST_WORDS * max(mine.total(), theirs.total())


def _moved(here: Sequence[str], there: Sequence[str], same: dict[int, int]) -> dict[int, int]:
    """What says the same elsewhere, and is no other's already."""
    taken = set(same.values())
    free: dict[str, list[int]] = {}
    for a, said in enumerate(here):
        if a not in taken:
            free.setdefault(said, []).append(a)
    return {k: free[said].pop(0) for k, said in enumerate(there) if k not in same and free.get(said)}
