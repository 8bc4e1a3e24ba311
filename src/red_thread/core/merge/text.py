"""Merging the words of one text block (R5, R6, R9, R10, R12).

Both sides are compared with the base, which gives hunks: a stretch of base and what stands there now. Hunks
of the two sides that share a word of base, or where one wrote strictly inside what the other took out, are
gathered into one region; all others stand apart, and both sides' changes go in. Within a region the rules
decide who stands. Marks are merged apart from words, token by token.
"""

from bisect import bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import accumulate, pairwise

from red_thread.core.merge.sequence import Hunk, hunks
from red_thread.core.page.nodes import Node, attributes_of, with_attributes
from red_thread.core.page.tokens import Mark, Token, in_parts, marks_of, needs_space

Tokens = list[Token]


@dataclass(frozen=True, slots=True)
class MergedText:
    """`tokens` of the merged block; `conflicted` when both changed the same words."""

    tokens: Tokens
    conflicted: bool


class Reason(StrEnum):
    """Why a region became what it is."""

    MASTER = "only the master changed it"
    STUDENT = "only the student changed it"
    SAME = "both made the same of it"
    INSERTED = "both put words in here"
    TAKEN_OUT = "both only took words out"
    OVER_DELETION = "the student only took words out"
    CONFLICT = "both changed the same words"


Piece = tuple[str, Tokens]  # whose, `master` or `student`, and what


@dataclass(frozen=True, slots=True)
class Settled:
    """A region of the text, `base[start:end]`, that a side changed: what it became, and why."""

    start: int
    end: int
    master: Tokens
    student: Tokens
    pieces: tuple[Piece, ...]
    reason: Reason


@dataclass(slots=True)
class _Region:
    """A stretch of base that only one side changed, or both."""

    base_from: int
    base_to: int
    master: list[Hunk]
    student: list[Hunk]


class TextMerge:
    """One three-way merge of tokens. `student_stands`: whose wording stands where both changed (R9)."""

    def __init__(self, base: Tokens, master: Tokens, student: Tokens, student_stands: bool = False) -> None:
        self.base, self.master, self.student = base, master, student
        self.student_stands = student_stands
        self.conflicted = False
        keys = [token.key for token in base]
        self.by_master = hunks(keys, [token.key for token in master])
        self.by_student = hunks(keys, [token.key for token in student])
        self.at_master = _aligned(len(base), self.by_master)
        self.at_student = _aligned(len(base), self.by_student)

    def run(self) -> MergedText:
        result = _Joined()
        done = 0
        for settled in self.settle():
            result.add(self._unchanged(done, settled.start))
            for writer, piece in settled.pieces:
                result.add(piece, writer)
            done = settled.end
        result.add(self._unchanged(done, len(self.base)))
        return MergedText(result.tokens, self.conflicted)

    def settle(self) -> Iterator[Settled]:
        """Every region in order, each with its decision; knows in the end whether any was a conflict."""
        for region in _regions(self.by_master, self.by_student):
            if region.master:
                self._watch_gaps(region)
            yield self._settle(region)

    def _unchanged(self, start: int, end: int) -> Tokens:
        """Words that stand on all sides; only their marks and answers merge."""
        return [
            merge_token(self.base[k], self.master[self.at_master[k]], self.student[self.at_student[k]])
            for k in range(start, end)
        ]

    def _settle(self, region: _Region) -> Settled:
        by_master = self._side(region, region.master, self.master, self.at_master)
        by_student = self._side(region, region.student, self.student, self.at_student)
        reason = self._reason(region, by_master, by_student)
        ours, theirs = ("master", by_master), ("student", by_student)
        pieces: tuple[Piece, ...] = (ours,)
        if reason in (Reason.STUDENT, Reason.SAME) or (reason is Reason.CONFLICT and self.student_stands):
            pieces = (theirs,)
        elif reason is Reason.INSERTED:
            pieces = (ours, theirs)
        elif reason is Reason.TAKEN_OUT:
            pieces = (("master", self._left_by_both(region)),)
        self.conflicted = self.conflicted or reason is Reason.CONFLICT
        return Settled(region.base_from, region.base_to, by_master, by_student, pieces, reason)

    def _reason(self, region: _Region, by_master: Tokens, by_student: Tokens) -> Reason:
        if not region.student:
            return Reason.MASTER
        if not region.master:
            return Reason.STUDENT
        if [t.key for t in by_master] == [t.key for t in by_student]:
            return Reason.SAME
        if region.base_from == region.base_to:
            return Reason.INSERTED
        master_wrote = any(_writes(hunk, self.master) for hunk in region.master)
        # A mark of punctuation set among words that the master took out goes with them.
        writes = _writes if master_wrote else _writes_words
        if any(writes(hunk, self.student) for hunk in region.student):
            return Reason.CONFLICT
        return Reason.OVER_DELETION if master_wrote else Reason.TAKEN_OUT

    def _left_by_both(self, region: _Region) -> Tokens:
        """Both only took words out: what neither took out is left."""
        gone = {k for hunk in region.master + region.student for k in range(hunk.base_from, hunk.base_to)}
        return [self.base[k] for k in range(region.base_from, region.base_to) if k not in gone]

    def _side(self, region: _Region, own: list[Hunk], side: Tokens, at: dict[int, int]) -> Tokens:
        """What a side has in a region; it may have left it alone."""
        start, end = region.base_from, region.base_to
        first = own[0].side_from - (own[0].base_from - start) if own else at.get(start, 0)
        last = own[-1].side_to + (end - own[-1].base_to) if own else first + end - start
        other_at = self.at_student if at is self.at_master else self.at_master
        other = self.student if at is self.at_master else self.master
        came_from = {at[k]: k for k in range(start, end) if k in at}
        return [self._with_other_marks(side[k], came_from.get(k), other_at, other) for k in range(first, last)]

    def _with_other_marks(self, token: Token, k: int | None, other_at: dict[int, int], other: Tokens) -> Token:
        """A token that a region left alone still takes the other side's marks and answer."""
        if k is None or k not in other_at:
            return token
        if other is self.student:
            return merge_token(self.base[k], token, other[other_at[k]])
        return merge_token(self.base[k], other[other_at[k]], token)

    def _watch_gaps(self, region: _Region) -> None:
        """A gap that the master took out with an answer in it is a place that both changed."""
        for k in range(region.base_from, region.base_to):
            if k in self.at_master or self.base[k].node["type"] != "gap" or k not in self.at_student:
                continue
            if _answer(self.student[self.at_student[k]]) not in ("", _answer(self.base[k])):
                self.conflicted = True


def wrote_in_text(base: Tokens, student: Tokens) -> bool:
    """Whether the student's tokens hold a word or an answer that the base has not."""
    found = hunks([t.key for t in base], [t.key for t in student])
    answers = {t.key: _answer(t) for t in base}
    answered = any(_answer(t) not in ("", answers.get(t.key, "")) for t in student)
    return answered or any(_writes_words(hunk, student) for hunk in found)


def merge_token(base: Token, master: Token, student: Token) -> Token:
    """One word that stands on all three sides: its marks, and a gap's answer, merge by themselves."""
    node = master.node
    if node["type"] == "text":
        if base.parts == student.parts and marks_of(base.node) == marks_of(student.node):
            return master
        if base.parts or master.parts or student.parts:
            return _merge_within(base, master, student)
    if node["type"] == "gap" and _answer(student) != _answer(base):
        node = with_attributes(node, answer=attributes_of(student.node).get("answer"))
    merged = merge_marks(marks_of(base.node), marks_of(master.node), marks_of(student.node))
    bare: Node = {key: value for key, value in node.items() if key != "marks"}
    return Token(base.key, {**bare, "marks": merged} if merged else bare)


def _merge_within(base: Token, master: Token, student: Token) -> Token:
    """A word whose marks change inside it on some side: piece by piece."""
    sides = base, master, student
    ends = sorted({end for token in sides for end in _ends(token)})
    parts: list[Node] = []
    for start, end in pairwise([0, *ends]):
        marks = merge_marks(*(_marks_at(token, start) for token in sides))
        text: Node = {"type": "text", "text": base.key[start:end]}
        parts.append({**text, "marks": marks} if marks else text)
    return in_parts(base.key, parts)


def _ends(token: Token) -> list[int]:
    """Where the pieces of a word end."""
    return list(accumulate(len(part["text"]) for part in token.parts)) or [len(token.key)]


def _marks_at(token: Token, at: int) -> Sequence[Mark]:
    """The marks of the letter that stands there."""
    if not token.parts:
        return marks_of(token.node)
    return marks_of(token.parts[bisect_right(_ends(token), at)])


def merge_marks(base: Sequence[Mark], master: Sequence[Mark], student: Sequence[Mark]) -> list[Mark]:
    """Marks that either side added are added, marks that either took away are gone; one of each type.

    Where both set the same type differently, the student's highlight lives (R12), of others the master's.
    """
    by_type: dict[str, Mark] = {}
    for mark in [*student, *master]:
        taken_away = mark in base and not (mark in master and mark in student)
        students_own = mark["type"] == "highlight" and mark["type"] in by_type
        if not taken_away and not students_own:
            by_type[mark["type"]] = mark
    return list(by_type.values())


def _answer(token: Token) -> str:
    return attributes_of(token.node).get("answer") or "" if token.node["type"] == "gap" else ""


def _writes(hunk: Hunk, side: Tokens) -> bool:
    return any(not token.is_blank for token in side[hunk.side_from : hunk.side_to])


def _writes_words(hunk: Hunk, side: Tokens) -> bool:
    return any(token.is_word or not token.is_text for token in side[hunk.side_from : hunk.side_to])


def _aligned(length: int, changed: list[Hunk]) -> dict[int, int]:
    """Where each word of base that a side still has stands on that side."""
    at: dict[int, int] = {}
    k = shift = 0
    for hunk in [*changed, Hunk(length, length, 0, 0)]:
        at.update((i, i + shift) for i in range(k, hunk.base_from))
        k, shift = hunk.base_to, hunk.side_to - hunk.base_to
    return at


def _regions(by_master: list[Hunk], by_student: list[Hunk]) -> list[_Region]:
    """Gathers the hunks of both sides, those that touch the same words together."""
    regions: list[_Region] = []
    marked = [(hunk, True) for hunk in by_master] + [(hunk, False) for hunk in by_student]
    for hunk, is_master in sorted(marked, key=lambda h: (h[0].base_from, h[0].base_to, not h[1])):
        if not regions or not _meets(regions[-1], hunk, is_master):
            regions.append(_Region(hunk.base_from, hunk.base_to, [], []))
        region = regions[-1]
        region.base_to = max(region.base_to, hunk.base_to)
        (region.master if is_master else region.student).append(hunk)
    return regions


def _meets(region: _Region, hunk: Hunk, is_master: bool) -> bool:
    """Same words, strictly among them, or two insertions at one place."""
    if hunk.base_from < region.base_to:
        return hunk.base_to > hunk.base_from or hunk.base_from > region.base_from
    both_insert = region.base_from == region.base_to == hunk.base_from == hunk.base_to
    return both_insert and not (region.master if is_master else region.student)


class _Joined:
    """Puts pieces one behind the other, and a space where words of two hands would run together."""

    def __init__(self) -> None:
        self.tokens: Tokens = []
        self.hands: set[str] = set()

    def add(self, piece: Tokens, writer: str = "both") -> None:
        self.hands.add(writer)
        if not piece:
            return
        if self.tokens and {"master", "student"} <= self.hands and _run_together(self.tokens[-1], piece[0]):
            self.tokens.append(Token(" ", {"type": "text", "text": " "}))
        self.tokens.extend(piece)
        self.hands = {writer}


def _run_together(left: Token, right: Token) -> bool:
    return left.is_text and right.is_text and needs_space(left.key, right.key)
