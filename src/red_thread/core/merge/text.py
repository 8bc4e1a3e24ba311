"""Merging the words of one text block (R5, R6, R9, R10, R12).

Both sides are compared with the base, which gives hunks: a stretch of base and what stands there now. Hunks
that touch each other, or a sentence that one side wrote anew, are gathered into one region (`regions`); all others
stand apart, and both sides' changes go in. Within a region the rules decide who stands. Marks, and the blanks
behind words, are merged apart from words, token by token (`marks`).
"""

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import takewhile

from red_thread.core.merge.marks import answer_of, merge_blank, merge_token
from red_thread.core.merge.regions import Region, gathered, regions_of
from red_thread.core.merge.sentences import is_inside
from red_thread.core.merge.sequence import Hunk, hunks
from red_thread.core.merge.sliding import slid
from red_thread.core.merge.three_way import ThreeWay
from red_thread.core.page.kinds import GAP, Unit
from red_thread.core.page.tokens import LINE_BREAK, ONE_BLANK, Blank, Token, needs_space, wording

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
    GROWN = "two windows: the one goes on where the other stopped"
    SAME_WORDS = "both say the same, one of them in a gap"
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


class TextMerge:
    """One three-way merge of tokens.

    `student_stands`: whose wording stands where both changed (R9). `gaps`: those that the master still has, here or
    in another block, so that their answers are not lost where they go (R10).
    `windows`: both are of one student (R16). `unit`: what is never mixed; lines and wholes are no sentences.
    """

    def __init__(
        self,
        sides: ThreeWay[Tokens],
        student_stands: bool = False,
        gaps: Collection[str] = (),
        windows: bool = False,
        unit: Unit = Unit.WORD,
    ) -> None:
        self.base, self.master, self.student = sides
        self.student_stands, self.gaps, self.windows = student_stands, gaps, windows
        self.conflicted, self.unit = False, unit
        base, master, student = sides.each(lambda tokens: [token.key for token in tokens])
        self.by_master = slid(hunks(base, master), self.base, self.master)
        self.by_student = slid(hunks(base, student), self.base, self.student)
        self.at_master = _aligned(len(base), self.by_master)
        self.at_student = _aligned(len(base), self.by_student)
        self.ends_blank = any(side and side[-1].behind for side in (self.master, self.student))
        self.master = _with_blank_of_base(self.base, self.master, self.at_master)
        self.student = _with_blank_of_base(self.base, self.student, self.at_student)

    def run(self) -> MergedText:
        """The merged text, as nodes."""
        result = _Joined(LINE_BREAK if self.unit is Unit.LINE else ONE_BLANK)
        done = 0
        for settled in self.settle():
            result.add(self._unchanged(done, settled.start))
            for n, (_, piece) in enumerate(settled.pieces):
                result.add(piece, apart=any(before for _, before in settled.pieces[:n]))
            done = settled.end
        result.add(self._unchanged(done, len(self.base)))
        return MergedText(result.end(self.ends_blank), self.conflicted)

    def settle(self) -> Iterator[Settled]:
        """Every region in order, each with its decision; knows in the end whether any was a conflict."""
        sides = self.base, self.by_master, self.master, self.by_student, self.student
        for region in regions_of(*sides) if self.unit is Unit.WORD else gathered(self.by_master, self.by_student):
            yield self._settle(region)

    def _unchanged(self, start: int, end: int) -> Tokens:
        """Words that stand on all sides; only their marks and answers merge."""
        return [
            merge_token(self.base[k], self.master[self.at_master[k]], self.student[self.at_student[k]])
            for k in range(start, end)
        ]

    def _settle(self, region: Region) -> Settled:
        by_master = self._side(region, region.master, self.master, self.at_master)
        by_student = self._side(region, region.student, self.student, self.at_student)
        reason = self._reason(region, by_master, by_student)
        master, student = ("master", by_master), ("student", by_student)
        pieces: tuple[Piece, ...] = (master,)
        if reason in (Reason.STUDENT, Reason.SAME) or (reason is Reason.CONFLICT and self.student_stands):
            pieces = (student,)
        elif reason is Reason.GROWN:
            pieces = (max(master, student, key=lambda piece: len(piece[1])),)
        elif reason is Reason.INSERTED:
            shared = self._before_the_masters(region, by_master, by_student)
            pieces = (
                ("student", by_student[:shared]),
                ("master", by_master[shared if self.windows else 0 :]),
                ("student", by_student[shared:]),
            )
        elif reason is Reason.TAKEN_OUT:
            pieces = (("master", self._left_by_both(region)),)
        self.conflicted = self.conflicted or reason is Reason.CONFLICT
        pieces = tuple((writer, self._with_blank(region, by_master, by_student, piece)) for writer, piece in pieces)
        return Settled(region.base_from, region.base_to, by_master, by_student, pieces, reason)

    def _before_the_masters(self, region: Region, by_master: Tokens, by_student: Tokens) -> int:
        """How many of the words that a student put in stand before the master's at that place.

        Of two windows, those that both have; inside a sentence all, for they stay with the word that they follow.
        """
        if self.windows:
            return _shared(by_master, by_student)
        inside = self.unit is Unit.WORD and is_inside(self.base, region.base_from)
        return len(by_student) if inside else 0

    def _with_blank(self, region: Region, by_master: Tokens, by_student: Tokens, piece: Tokens) -> Tokens:
        """The blank behind a region stands by itself: whoever changed it has it."""
        if not (region.base_to > region.base_from and by_master and by_student and piece):
            return piece
        behind = merge_blank(self.base[region.base_to - 1].behind, by_master[-1].behind, by_student[-1].behind)
        return [*piece[:-1], replace(piece[-1], behind=behind)]

    def _reason(self, region: Region, by_master: Tokens, by_student: Tokens) -> Reason:
        if not region.student:
            return Reason.CONFLICT if self._loses_an_answer(region) else Reason.MASTER
        if not region.master:
            return Reason.STUDENT
        if [t.key for t in by_master] == [t.key for t in by_student]:
            return Reason.SAME
        if wording(by_master).strip() == wording(by_student).strip():
            return Reason.SAME_WORDS
        if self.windows and _shared(by_master, by_student) == min(len(by_master), len(by_student)) > 0:
            return Reason.GROWN
        return Reason.INSERTED if region.base_from == region.base_to else self._both_changed(region)

    def _both_changed(self, region: Region) -> Reason:
        master_wrote = any(_writes(hunk, self.master) for hunk in region.master)
        # A mark of punctuation set among words that the master took out goes with them.
        writes = _writes if master_wrote else _writes_words
        if self._loses_an_answer(region) or any(writes(hunk, self.student) for hunk in region.student):
            return Reason.CONFLICT
        return Reason.OVER_DELETION if master_wrote else Reason.TAKEN_OUT

    def _left_by_both(self, region: Region) -> Tokens:
        """Both only took words out: what neither took out is left."""
        gone = {k for hunk in region.master + region.student for k in range(hunk.base_from, hunk.base_to)}
        return [self.base[k] for k in range(region.base_from, region.base_to) if k not in gone]

    def _side(self, region: Region, own: list[Hunk], side: Tokens, at: dict[int, int]) -> Tokens:
        """What a side has in a region; it may have left it alone."""
        start, end = region.base_from, region.base_to
        first = own[0].side_from - (own[0].base_from - start) if own else at.get(start, 0)
        last = own[-1].side_to + (end - own[-1].base_to) if own else first + end - start
        other_at = self.at_student if at is self.at_master else self.at_master
        other = self.student if at is self.at_master else self.master
        came_from = {at[k]: k for k in range(start, end) if k in at}
        return [self._with_other_marks(side[k], came_from.get(k), other_at, other) for k in range(first, last)]

    def _with_other_marks(self, token: Token, k: int | None, other_at: dict[int, int], other: Tokens) -> Token:
        """A token that a region left alone still takes the other side's marks and answer, but not its blank."""
        if k is None or k not in other_at:
            return token
        there = other[other_at[k]]
        sides = (token, there) if other is self.student else (there, token)
        return replace(merge_token(self.base[k], *sides), behind=token.behind)

    def _loses_an_answer(self, region: Region) -> bool:
        """A gap that the master took out with an answer in it is a place that both changed."""
        for k in range(region.base_from, region.base_to):
            if k in self.at_master or self.base[k].node["type"] != GAP or k not in self.at_student:
                continue
            gap = self.student[self.at_student[k]]
            if gap.node["attrs"]["id"] not in self.gaps and answer_of(gap) not in ("", answer_of(self.base[k])):
                return True
        return False


def _shared(one: Tokens, other: Tokens) -> int:
    """How many words two stretches begin with alike."""
    return sum(1 for _ in takewhile(lambda pair: pair[0].key == pair[1].key, zip(one, other, strict=False)))


def _writes(hunk: Hunk, side: Tokens) -> bool:
    return any(not token.is_blank for token in side[hunk.side_from : hunk.side_to])


def _writes_words(hunk: Hunk, side: Tokens) -> bool:
    return any(token.is_word or not token.is_text for token in side[hunk.side_from : hunk.side_to])


def wrote_in_text(base: Tokens, student: Tokens, elsewhere: Collection[str] = ()) -> bool:
    """Whether the student's tokens hold a word or an answer that the base has not.

    elsewhere: gaps that the master still has: their answers go with them.
    """
    found = hunks([t.key for t in base], [t.key for t in student])
    answers = {t.key: answer_of(t) for t in base}
    answered = any(
        answer_of(t) not in ("", answers.get(t.key, "")) and t.node["attrs"]["id"] not in elsewhere for t in student
    )
    return answered or any(_writes_words(hunk, student) for hunk in found)


def _aligned(length: int, changed: list[Hunk]) -> dict[int, int]:
    """Where each word of base that a side still has stands on that side."""
    at: dict[int, int] = {}
    k = shift = 0
    for hunk in [*changed, Hunk(length, length, 0, 0)]:
        at.update((i, i + shift) for i in range(k, hunk.base_from))
        k, shift = hunk.base_to, hunk.side_to - hunk.base_to
    return at


def _with_blank_of_base(base: Tokens, side: Tokens, at: dict[int, int]) -> Tokens:
    """A blank that went with the words behind it, the last ones of the block, is no change of a blank."""
    last = len(side) - 1
    if last < 0 or side[last].behind:
        return side
    k = next((k for k, there in at.items() if there == last), None)
    if k is None or not base[k].behind:
        return side
    return [*side[:-1], replace(side[-1], behind=base[k].behind)]


class _Joined:
    """Puts pieces one behind the other, and a blank where words would run together."""

    def __init__(self, blank: Blank) -> None:
        self.tokens: Tokens = []
        self.blank = blank

    def add(self, piece: Tokens, apart: bool = False) -> None:
        """apart: whether a blank has to stand before the piece in any case."""
        if not piece:
            return
        last = self.tokens[-1] if self.tokens else None
        if last and not last.behind and not last.is_blank and (apart or _run_together(last, piece[0])):
            self.tokens[-1] = replace(last, behind=self.blank)
        elif last and last.behind and not apart and piece[0].glued and not piece[0].is_word and piece[0].is_text:
            self.tokens[-1] = replace(last, behind=())
        self.tokens.extend(piece)

    def end(self, ends_blank: bool) -> Tokens:
        """What was put together; ends_blank: whether a side ends with a blank."""
        if self.tokens and self.tokens[-1].behind and not ends_blank:
            self.tokens[-1] = replace(self.tokens[-1], behind=())
        return self.tokens


def _run_together(left: Token, right: Token) -> bool:
    return left.is_text and right.is_text and needs_space(left.key, right.key)
