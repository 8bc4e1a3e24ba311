"""Kept blocks and the records of conflicts: words, held where they would otherwise have had to go."""

from collections.abc import Mapping, Sequence

from red_thread.core.merge.gaps import gaps_as_words
from red_thread.core.merge.result import Conflict, ConflictKind
from red_thread.core.page.check import CheckedPage
from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.kinds import HARD_BREAK, KEPT, TEXT
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    content_of,
    id_of,
    paragraph,
    plain_text,
    walk,
    with_content,
)

_WHY = {
    ConflictKind.TEXT: "both-changed",
    ConflictKind.ANSWER: "other-window",
    ConflictKind.TAKEN_OUT: "taken-out",
    ConflictKind.RETYPED: "retyped",
    ConflictKind.TITLE: "title",
}


class Knots:
    """The conflicts of one merge of base, master and student.

    `renamed`: what a block was called before it had to get another id. `windows`: it is of two windows of one student
    (R16).
    """

    def __init__(self, pages: Sequence[CheckedPage], renamed: Mapping[str, str], windows: bool) -> None:
        self.renamed, self.windows = renamed, windows
        self.conflicts: list[Conflict] = []
        student = pages[-1]
        self.taken = {block_id for page in pages for block_id in (*page.places, *page.gaps)}
        # What all ids begin with, up to their first dot: what is kept gets ids that begin so with its own.
        self.heads = {block_id.partition(".")[0] for block_id in self.taken}
        self.there = {
            (attributes_of(place.node).get("from"), plain_text(place.node)): block_id
            for block_id, place in student.places.items()
            if place.node["type"] == KEPT
        }

    def record(self, block_id: str, kind: ConflictKind, master: str, student: str, kept: str | None = None) -> None:
        """Records a conflict. master, student: the wording of the whole block on either side."""
        self.conflicts.append(Conflict(self.renamed.get(block_id, block_id), kind, master, student, kept))

    def keep(
        self, block_id: str, kind: ConflictKind, blocks: Sequence[Node], master: str, student: str
    ) -> list[Node]:
        """Records a conflict and gives the kept block that holds these blocks.

        Nothing where the student has a knot of the same block with the same words already (R14).
        """
        source = self.renamed.get(block_id, block_id)
        why = "other-window" if self.windows else _WHY[kind]
        words = "\n".join(filter(None, map(plain_text, blocks)))
        there = self.there.get((source, words)) if words else None
        if there is not None:
            self.record(block_id, kind, master, student, there)
            return []
        kept = self._made(source, why, blocks)
        self.record(block_id, kind, master, student, id_of(kept))
        return [kept]

    def _made(self, source: str, why: str, blocks: Sequence[Node]) -> Node:
        """A kept block with a copy of these blocks. Its ids depend on what it holds, and are new."""
        stem = f"kept~{short_name(source, why, list(blocks))}"
        kept_id, count = stem, 2
        while kept_id in self.heads:
            kept_id, count = f"{stem}-{count}", count + 1
        copied = [_copy(block, f"{kept_id}.{n}") for n, block in enumerate(blocks, 1)]
        made: Node = {
            "type": KEPT,
            "attrs": {"id": kept_id, "from": source, "why": why},
            "content": copied or [paragraph(f"{kept_id}.1")],
        }
        self.taken.update(attributes_of(node).get("id", "") for node in walk(made))
        self.heads.add(kept_id)
        return made

    def fresh(self, stem: str) -> str:
        """An id that no block has, the same for the same merge."""
        while stem in self.taken:
            stem += "+"
        self.taken.add(stem)
        self.heads.add(stem.partition(".")[0])
        return stem


def _copy(node: Node, new_id: str) -> Node:
    """The node with new ids all the way down; a gap becomes the words of its answer."""
    if node["type"] in (TEXT, HARD_BREAK):
        return node
    children = gaps_as_words(content_of(node))
    copied = [_copy(child, f"{new_id}.{n}") for n, child in enumerate(children, 1)]
    return with_content({**node, "attrs": {**attributes_of(node), "id": new_id}}, copied)
