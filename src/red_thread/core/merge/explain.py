"""A merge explained: every block of the result with where it comes from, and the regions of its text.

For people who check the merge, beside a shell; the merge itself does not use it.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from red_thread.core.merge.page import merge_page
from red_thread.core.merge.result import Merged
from red_thread.core.merge.text import Reason, Settled, TextMerge
from red_thread.core.page.check import CheckedPage, check_page
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
    began = check_page(base, "base")
    taught, written = check_page(master, "master", began), check_page(student, "student", began)
    merged = merge_page(base, master, student)
    result = check_page(merged.page)
    explained = [_explained(block, depth, began, taught, written) for block, depth in _blocks(merged.page, 0)]
    gone = [page.node(i) for page in (began, taught, written) for i in page.places if i not in result]
    unique = {id_of(node): node for node in gone}
    return merged, explained + [_gone(node, taught, written) for node in unique.values()]


def _blocks(node: Node, depth: int) -> Iterator[tuple[Node, int]]:
    for child in content_of(node):
        if attributes_of(child).get("id") and child["type"] != "gap":
            yield child, depth
            yield from _blocks(child, depth + 1)


def _explained(
    block: Node, depth: int, base: CheckedPage, master: CheckedPage, student: CheckedPage
) -> ExplainedBlock:
    block_id = id_of(block)
    sides = [page.node(block_id) if block_id in page else None for page in (base, master, student)]
    regions: tuple[ExplainedRegion, ...] = ()
    if is_text_block(block) and sides[1] is not None and sides[2] is not None:
        regions = tuple(_regions(sides[0], sides[1], sides[2], _in_space(block_id, master)))
    return ExplainedBlock(
        block_id,
        block["type"],
        depth,
        _origin(block, *sides),
        plain_text(block) if is_text_block(block) else "",
        regions,
    )


def _origin(block: Node, base: Node | None, master: Node | None, student: Node | None) -> str:
    if block["type"] == "kept":
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


def _gone(node: Node, master: CheckedPage, student: CheckedPage) -> ExplainedBlock:
    block_id = id_of(node)
    takers = [name for name, page in (("master", master), ("student", student)) if block_id not in page]
    text = plain_text(node) if is_text_block(node) else ""
    return ExplainedBlock(block_id, node["type"], 0, f"gone, taken out by {' and '.join(takers)}", text)


def _in_space(block_id: str, page: CheckedPage) -> bool:
    return any(page.node(above)["type"] == "space" for above in page.ancestors(block_id))


def _regions(base: Node | None, master: Node, student: Node, in_space: bool) -> Iterator[ExplainedRegion]:
    began = tokens_of(base) if base is not None else list[Token]()
    merging = TextMerge(began, tokens_of(master), tokens_of(student), student_stands=in_space)
    for settled in merging.settle():
        yield _region(began, settled)


def _region(base: list[Token], settled: Settled) -> ExplainedRegion:
    return ExplainedRegion(
        wording(base[settled.start : settled.end]).strip(),
        wording(settled.master).strip(),
        wording(settled.student).strip(),
        " ".join(wording(piece).strip() for _, piece in settled.pieces if piece),
        settled.reason,
    )
