"""A merge explained: every block of the result with where it comes from, and the regions of its text.

For people who check the merge, beside a shell; the merge itself does not use it.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from red_thread.core.merge.page import merge_page
from red_thread.core.merge.result import Merged
from red_thread.core.merge.sides import Sides
from red_thread.core.merge.text import Reason, Settled, TextMerge
from red_thread.core.merge.three_way import ThreeWay
from red_thread.core.page.check import CheckedPage, check_page
from red_thread.core.page.kinds import GAP, KEPT, SPACE
from red_thread.core.page.nodes import Node, attributes_of, content_of, id_of, is_text_block, plain_text
from red_thread.core.page.tokens import Token, tokens_of, wording


@dataclass(frozen=True, slots=True)
class ExplainedRegion:
    """A stretch of text that a side changed: the wording on all three sides, what stands now, and why."""

    base: str
    master: str
    student: str
    result: str
    reason: Reason


@dataclass(frozen=True, slots=True)
class ExplainedBlock:
    """A block of the result or one that is gone from it. `depth`: how many blocks it stands in."""

    id: str
    kind: str
    depth: int
    what: str
    text: str
    regions: tuple[ExplainedRegion, ...] = ()


def explain_merge(base: Node, master: Node, student: Node) -> tuple[Merged, list[ExplainedBlock]]:
    """The merge of three pages and, in reading order, what became of every block; those that are gone come last.

    Raises NotAPage.
    """
    checked = check_page(base, "base")
    sides = Sides(checked, check_page(master, "master", checked), check_page(student, "student", checked))
    merged = merge_page(base, master, student)
    result = check_page(merged.page)
    explained = [_explained(block, depth, sides) for block, depth in _blocks(merged.page, 0)]
    gone = [page.node(i) for page in sides.pages for i in page.places if i not in result]
    unique = {id_of(node): node for node in gone}
    return merged, explained + [_gone(node, sides) for node in unique.values()]


def _blocks(node: Node, depth: int) -> Iterator[tuple[Node, int]]:
    for child in content_of(node):
        if attributes_of(child).get("id") and child["type"] != GAP:
            yield child, depth
            yield from _blocks(child, depth + 1)


def _explained(block: Node, depth: int, sides: Sides) -> ExplainedBlock:
    block_id = id_of(block)
    nodes = sides.nodes(block_id)
    regions: tuple[ExplainedRegion, ...] = ()
    if is_text_block(block) and nodes.master is not None and nodes.student is not None:
        regions = tuple(_regions(nodes, _in_space(block_id, sides.master)))
    return ExplainedBlock(
        block_id,
        block["type"],
        depth,
        _origin(block, nodes),
        plain_text(block) if is_text_block(block) else "",
        regions,
    )


def _origin(block: Node, nodes: ThreeWay[Node | None]) -> str:
    base, master, student = nodes
    if block["type"] == KEPT:
        return f"a knot: the student's wording of {attributes_of(block).get('from')}"
    if master is None and student is None:
        return "made by the merge"
    if base is None:
        return (
            "new from the master" if student is None else "the student's own" if master is None else "new from both"
        )
    if master is None:
        return "taken out by the master, stays for what the student wrote"
    if student is None:
        return "taken out by the student, comes back as the master changed it"
    changed = [name for name, side in (("master", master), ("student", student)) if side != base]
    return f"changed by {' and '.join(changed)}" if changed else "as it was"


def _gone(node: Node, sides: Sides) -> ExplainedBlock:
    block_id = id_of(node)
    takers = [name for name, page in (("master", sides.master), ("student", sides.student)) if block_id not in page]
    text = plain_text(node) if is_text_block(node) else ""
    return ExplainedBlock(block_id, node["type"], 0, f"gone, taken out by {' and '.join(takers)}", text)


def _in_space(block_id: str, page: CheckedPage) -> bool:
    return any(page.node(above)["type"] == SPACE for above in page.ancestors(block_id))


def _regions(nodes: ThreeWay[Node | None], in_space: bool) -> Iterator[ExplainedRegion]:
    words = nodes.each(lambda node: tokens_of(node) if node else list[Token]())
    for settled in TextMerge(words, student_stands=in_space).settle():
        yield _region(words.base, settled)


def _region(base: list[Token], settled: Settled) -> ExplainedRegion:
    return ExplainedRegion(
        wording(base[settled.start : settled.end]).strip(),
        wording(settled.master).strip(),
        wording(settled.student).strip(),
        " ".join(wording(piece).strip() for _, piece in settled.pieces if piece),
        settled.reason,
    )
