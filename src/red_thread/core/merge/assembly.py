"""Puts the merged page together from the decisions about each block: attributes, words, answers, kept blocks."""

from typing import Any

from red_thread.core.merge.attributes import merge_attributes, merge_drawings
from red_thread.core.merge.changes import describe_arrivals
from red_thread.core.merge.columns import make_rectangular
from red_thread.core.merge.gaps import each_gap_once
from red_thread.core.merge.kept import Knots
from red_thread.core.merge.marks import answer_of
from red_thread.core.merge.placing import Placing
from red_thread.core.merge.presence import Presence, find_presence
from red_thread.core.merge.result import ConflictKind, Merged, Outcome
from red_thread.core.merge.retyped import to_keep
from red_thread.core.merge.sides import Sides
from red_thread.core.merge.text import TextMerge
from red_thread.core.page.kinds import DOC, GAP, KINDS, OPTION, PAGE_ID, SPACE, TABLE, TEXT, Content
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    content_of,
    id_of,
    is_text_block,
    paragraph,
    plain_text,
    walk,
    with_attributes,
    with_content,
)
from red_thread.core.page.tokens import Token, inline_of, tokens_of


class Assembly:
    """Puts the result together from the decisions about each block."""

    def __init__(self, sides: Sides, knots: Knots) -> None:
        self.sides, self.knots, self.windows = sides, knots, knots.windows
        self.presence: Presence = find_presence(sides, self.windows)
        self.placing = Placing(sides, self.presence)
        self.gaps = frozenset(sides.master.gaps)

    def run(self) -> Merged:
        """The merged nodes, in order."""
        attributes, title_conflict = self._page_attributes()
        blocks = [*title_conflict, *self._blocks(PAGE_ID, in_space=self.windows)]
        page = each_gap_once(with_content({"type": DOC, "attrs": attributes}, blocks), self.sides.master)
        if self.windows:
            page = with_content(page, [*content_of(page), *self._answers_unseen(page)])
        outcome = Outcome.CONFLICTED if self.knots.conflicts else Outcome.MERGED
        notes = describe_arrivals(self.sides.base, self.sides.master, self.presence.came_back)
        return Merged(page, outcome, tuple(self.knots.conflicts), notes)

    def _page_attributes(self) -> tuple[dict[str, Any], list[Node]]:
        """R13: the page's attributes are the teacher's; a title that only the student changed stands."""
        base, master, student = (
            attributes_of(page.page) for page in (self.sides.base, self.sides.master, self.sides.student)
        )
        titles = base.get("title"), master.get("title"), student.get("title")
        if titles[1] == titles[0] and titles[2] is not None:
            return {**master, "title": titles[2]}, []
        if titles[2] in (titles[0], titles[1], None, ""):
            return dict(master), []
        stands, kept = (titles[2], titles[1]) if self.windows else (titles[1], titles[2])
        words = titles[1] or "", titles[2]
        knot = self.knots.keep(PAGE_ID, ConflictKind.TITLE, [paragraph("title", kept or "")], *words)
        return {**master, "title": stands}, knot

    def _blocks(self, holder: str, in_space: bool) -> list[Node]:
        found: list[Node] = []
        for block_id in self.placing.kids.get(holder, ()):
            if block_id in self.presence.held:
                found.extend(self._held(block_id))
            else:
                found.extend(self._block(block_id, in_space))
        return found

    def _held(self, block_id: str) -> list[Node]:
        """R7: the kept block in the place of one that the master took out."""
        student = self.sides.student.node(block_id)
        blocks = to_keep(self.sides, student) if student["type"] == SPACE else [student]
        blocks = [block for block in blocks if id_of(block) not in self.sides.master]
        return self.knots.keep(block_id, ConflictKind.TAKEN_OUT, blocks, "", plain_text(student))

    def _block(self, block_id: str, in_space: bool) -> list[Node]:
        """A block of the result, and the kept block behind it if there is one."""
        untouched = self._by_reference(block_id)
        if untouched is not None:
            return [untouched]
        node = self._merged_attributes(block_id)
        if is_text_block(node):
            return self._text(block_id, node, in_space)
        if block_id in self.presence.answers:
            self.knots.record(block_id, ConflictKind.ANSWER, "", plain_text(self.sides.student.node(block_id)))
        if not KINDS[node["type"]].holds:
            return self._leaf(block_id, with_content(node, []), in_space)
        return self._container(block_id, node, in_space)

    def _leaf(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        """A block that holds nothing. What a picture or a recording is called is words: R6 and R9 hold for it too."""
        sides, words_in = self.sides, KINDS[node["type"]].words_in
        if not words_in or block_id not in sides.master or block_id not in sides.student:
            return [node]
        base = plain_text(sides.base.node(block_id)) if block_id in sides.base else ""
        master, student = plain_text(sides.master.node(block_id)), sides.student.node(block_id)
        words = plain_text(student)
        if words in ("", base, master) or master == base:
            return [node]
        if self.windows:
            other = self.knots.keep(block_id, ConflictKind.TEXT, [sides.master.node(block_id)], master, words)
            return [with_attributes(node, **{words_in: words}), *other]
        if in_space:
            self.knots.record(block_id, ConflictKind.ANSWER, master, words)
            return [with_attributes(node, **{words_in: words})]
        return [node, *self.knots.keep(block_id, ConflictKind.TEXT, [student], master, words)]

    def _by_reference(self, block_id: str) -> Node | None:
        """A block that holds no blocks and that one side at most has changed: it goes in as it is."""
        base, master, student = self.sides.nodes(block_id)
        if base is None or master is None or student is None:
            return None
        if base is master is student:
            return student
        if KINDS[master["type"]].content is Content.BLOCKS or master["type"] != student["type"]:
            return None
        if student in (base, master):
            return master
        return student if master is base or master == base else None

    def _container(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        content = self._blocks(block_id, in_space or node["type"] == SPACE)
        if node["type"] == SPACE and attributes_of(node).get("kind") != "choice":
            content = _without_options(content)
        if not content and KINDS[node["type"]].refills:
            content = [paragraph(self.knots.fresh(f"{block_id}.p"))]
        if not content:
            return []
        made = with_content(node, [_as_part_of(node, block) for block in content])
        if node["type"] == TABLE:
            made = make_rectangular(made, self.sides, self.knots.fresh)
        return [made]

    def _merged_attributes(self, block_id: str) -> Node:
        """The block's kind and attributes, without what it holds."""
        nodes = self.sides.nodes(block_id)
        merged = merge_attributes(nodes, last_stands=self.windows)
        base, master, student = nodes
        if self.windows and base and master and student and merged["type"] == SPACE:
            return merge_drawings(merged, base, master, student)
        return merged

    def _text(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        sides = self.sides
        if block_id not in sides.student:
            return [sides.master.node(block_id)]
        student = sides.student.node(block_id)
        if block_id not in sides.master:
            if block_id in self.presence.answers:
                self.knots.record(block_id, ConflictKind.ANSWER, "", plain_text(student))
            return [student]
        master = sides.master.node(block_id)
        words = sides.nodes(block_id).each(lambda node: tokens_of(node) if node else list[Token]())
        unit = KINDS[node["type"]].unit
        merged = TextMerge(words, in_space, self.gaps, self.windows, unit).run()
        left_out = self._answered_gaps_left_out(merged.tokens, words.master, words.student) if in_space else ()
        tokens = [*merged.tokens, *left_out]
        made = with_content(node, _allowed(node, inline_of(tokens)))
        wordings = plain_text(master), plain_text(student)
        conflicted = merged.conflicted or (self.windows and _both_answered(words.base, words.master, words.student))
        if not conflicted or wordings[0] == wordings[1]:
            return [made]
        if self.windows:
            return [made, *self.knots.keep(block_id, ConflictKind.TEXT, [master], *wordings)]
        if in_space:
            self.knots.record(block_id, ConflictKind.ANSWER, *wordings)
            return [made]
        return [made, *self.knots.keep(block_id, ConflictKind.TEXT, [student], *wordings)]

    def _answers_unseen(self, page: Node) -> list[Node]:
        """What was typed last into a gap that the other window moved and filled otherwise: kept at the end (R16)."""
        seen = {
            attributes_of(node)["id"]: attributes_of(node).get("answer") for node in walk(page) if node["type"] == GAP
        }
        found: dict[str, Node] = {}
        for gap, holder in self.sides.student.gaps.items():
            block = self.sides.student.node(holder)
            answer = next(answer_of(token) for token in tokens_of(block) if token.key == f"\0gap {gap}")
            if answer and answer != seen.get(gap) and answer not in plain_text(page):
                found[holder] = block
        return [
            kept
            for holder, block in found.items()
            for kept in self.knots.keep(holder, ConflictKind.TEXT, [block], "", plain_text(block))
        ]

    def _answered_gaps_left_out(self, now: list[Token], master: list[Token], student: list[Token]) -> list[Token]:
        """Gaps with the student's answers that the master moved into what the student wrote anew (R9, R10)."""
        there = {token.key for token in (*now, *student)}
        return [token for token in master if answer_of(token) and token.key not in there]


def _both_answered(base: list[Token], master: list[Token], student: list[Token]) -> bool:
    """Whether two windows filled the same gap with different words."""
    before = {token.key: answer_of(token) for token in base}
    there = {token.key: answer_of(token) for token in master}
    return any(
        answer_of(token) != there[token.key] != before.get(token.key, "") and there[token.key]
        for token in student
        if token.key in there and not token.is_text
    )


def _as_part_of(holder: Node, block: Node) -> Node:
    """An item that came into a list of another kind becomes one of its items."""
    holds = KINDS[holder["type"]].holds
    if KINDS[holder["type"]].family != "list" or block["type"] in holds:
        return block
    name = next(iter(holds))
    known = {"id", *KINDS[name].attributes}
    attributes = {key: value for key, value in attributes_of(block).items() if key in known}
    if "checked" in known:
        attributes.setdefault("checked", False)
    return {**block, "type": name, "attrs": attributes}


def _without_options(content: list[Node]) -> list[Node]:
    """What stands in a space that is no choice any more: the words of the options that were picked or written in."""
    return [block for node in content for block in (content_of(node) if node["type"] == OPTION else [node])]


def _allowed(node: Node, inline: list[Node]) -> list[Node]:
    """What a text block may hold; in a code block a gap or a break becomes its words."""
    allowed = KINDS[node["type"]].holds
    return [n if n["type"] in allowed else {"type": TEXT, "text": plain_text(n) or " "} for n in inline]
