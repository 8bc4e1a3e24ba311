"""Gaps that cannot stay gaps: one stands once in a page (R14), where the master has it; a kept block holds none."""

from collections import Counter
from collections.abc import Container, Mapping, Sequence

from red_thread.core.page.check import CheckedPage
from red_thread.core.page.kinds import GAP, TEXT
from red_thread.core.page.nodes import Node, attributes_of, content_of, is_text_block, plain_text, walk, with_content
from red_thread.core.page.tokens import needs_space


def each_gap_once(page: Node, master: CheckedPage) -> Node:
    """The page with every gap once; where it stood besides, its answer stands as words."""
    gaps = [(node, holder) for holder in walk(page) for node in content_of(holder) if node["type"] == GAP]
    counted = Counter(attributes_of(gap)["id"] for gap, _ in gaps)
    if len(counted) == len(gaps):
        return page
    stays: dict[str, str] = {}
    for gap, holder in gaps:
        gap_id, holder_id = attributes_of(gap)["id"], attributes_of(holder)["id"]
        if gap_id not in stays or master.gaps.get(gap_id) == holder_id:
            stays[gap_id] = holder_id
    return _without_others(page, stays, set())


def _without_others(node: Node, stays: Mapping[str, str], seen: set[str]) -> Node:
    if not content_of(node):
        return node
    if not is_text_block(node):
        return with_content(node, [_without_others(child, stays, seen) for child in content_of(node)])
    gone: set[int] = set()
    for k, child in enumerate(content_of(node)):
        gap_id = attributes_of(child).get("id") if child["type"] == GAP else None
        if gap_id is None:
            continue
        if stays[gap_id] != attributes_of(node)["id"] or gap_id in seen:
            gone.add(k)
        seen.add(gap_id)
    return with_content(node, gaps_as_words(content_of(node), gone))


def gaps_as_words(children: Sequence[Node], gone: Container[int] | None = None) -> Sequence[Node]:
    """Gaps as the words in them, which do not run together with the words around.

    gone: the places of those that become words; all if it is not given.
    """
    if all(child["type"] != GAP for child in children):
        return children
    said: list[Node] = []
    after_gap = False
    for k, child in enumerate(children):
        goes = child["type"] == GAP and (gone is None or k in gone)
        spoken: Node = {"type": TEXT, "text": plain_text(child)} if goes else child
        if goes and not spoken["text"]:
            after_gap = True
            continue
        if said and (goes or after_gap) and needs_space(said[-1].get("text", ""), spoken.get("text", "")):
            said.append({"type": TEXT, "text": " "})
        said.append(spoken)
        after_gap = goes
    return said
