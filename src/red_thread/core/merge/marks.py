"""Merging a word that stands on all three sides (R10, R12): its marks, a gap's answer, the blank behind it."""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import replace
from itertools import accumulate, pairwise

from red_thread.core.page.kinds import GAP, TEXT
from red_thread.core.page.nodes import Node, attributes_of, with_attributes
from red_thread.core.page.tokens import Blank, Mark, Token, blank_text, in_parts, marks_of


def merge_token(base: Token, master: Token, student: Token) -> Token:
    """One word that stands on all three sides: marks, a gap's answer, the blank behind it merge by themselves."""
    node, behind = master.node, merge_blank(base.behind, master.behind, student.behind)
    if node["type"] == TEXT:
        if base.parts == student.parts and marks_of(base.node) == marks_of(student.node):
            return master if behind == master.behind else replace(master, behind=behind)
        if base.parts or master.parts or student.parts:
            return replace(_merge_within(base, master, student), behind=behind, glued=master.glued)
    if node["type"] == GAP and answer_of(student) != answer_of(base):
        node = with_attributes(node, answer=attributes_of(student.node).get("answer"))
    merged = merge_marks(marks_of(base.node), marks_of(master.node), marks_of(student.node))
    bare: Node = {key: value for key, value in node.items() if key != "marks"}
    return Token(base.key, {**bare, "marks": merged} if merged else bare, (), behind, master.glued)


def _merge_within(base: Token, master: Token, student: Token) -> Token:
    """A word whose marks change inside it on some side: piece by piece."""
    sides = base, master, student
    ends = sorted({end for token in sides for end in _ends(token)})
    parts: list[Node] = []
    for start, end in pairwise([0, *ends]):
        marks = merge_marks(*(_marks_at(token, start) for token in sides))
        text: Node = {"type": TEXT, "text": base.key[start:end]}
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


def merge_blank(base: Blank, master: Blank, student: Blank) -> Blank:
    """Who changed the blank has it; where one took it away with the word behind it, the other's stands."""
    if student in (base, master):
        return master
    if base == master:
        return student
    if blank_text(master) != blank_text(student):
        return master or student
    if len(base) == len(master) == len(student) == 1:
        merged = merge_marks(marks_of(base[0]), marks_of(master[0]), marks_of(student[0]))
        bare: Node = {"type": TEXT, "text": master[0]["text"]}
        return ({**bare, "marks": merged} if merged else bare,)
    return master


def answer_of(token: Token) -> str:
    """What stands in a gap; nothing for any other token."""
    return attributes_of(token.node).get("answer") or "" if token.node["type"] == GAP else ""
