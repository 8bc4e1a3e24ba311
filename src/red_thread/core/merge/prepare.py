"""Before a merge: what the three pages must agree in.

One id that stands for blocks of kinds that cannot take each other's place is two blocks (R3): the student's gets
another id, and with it the base's, if that is of the student's kind. A gap is itself wherever the master moves it
(R10): its answer is put into the master's page before anything is compared.
"""

from collections.abc import Mapping
from typing import Any

from red_thread.core.merge.joined import with_paragraphs_joined
from red_thread.core.merge.kept import Knots
from red_thread.core.merge.retyped import without_what_does_not_fit
from red_thread.core.merge.sides import Sides
from red_thread.core.page.check import CheckedPage, check_page
from red_thread.core.page.fingerprint import short_name
from red_thread.core.page.kinds import GAP, alike
from red_thread.core.page.nodes import Node, attributes_of, content_of, walk, with_attributes, with_content


def prepare(
    base: CheckedPage, master: CheckedPage, student: CheckedPage, windows: bool = False
) -> tuple[Sides, Knots]:
    """The three pages as the rules look at them, and the first conflicts: answers that do not fit any more."""
    base, student = with_paragraphs_joined(base, master, student)
    renamed = _unlike(base, master, student)
    if renamed:
        mine = {old: new for new, old in renamed.items()}
        old_too = {i: mine[i] for i in mine if i in base and _kind(base, i) == _kind(student, i)}
        base = check_page(_renamed(base.page, old_too), "base", stored=True)
        student = check_page(_renamed(student.page, mine), "student", base, stored=True)
    knots = Knots((base, master, student), renamed, windows)
    fitting = without_what_does_not_fit(Sides(base, master, student), knots)
    if fitting is not student.page:
        student = check_page(fitting, "student", base, stored=True)
    answers = _answers_that_move(base, master, student)
    if answers:
        master = check_page(_answered(master.page, answers), "master", base, stored=True)
    return Sides(base, master, student, renamed, windows), knots


def _unlike(base: CheckedPage, master: CheckedPage, student: CheckedPage) -> dict[str, str]:
    """By the new id, what it was: blocks of the student's whose id stands for another kind on the master's page."""
    found: dict[str, str] = {}
    for block_id, place in student.places.items():
        other = master.places.get(block_id)
        if other is None or other.node is place.node or alike(other.node["type"], place.node["type"]):
            continue
        stem = f"{block_id}~{place.node['type']}"
        fresh = stem
        while fresh in base or fresh in master or fresh in student or fresh in found:
            fresh = f"{stem}.{short_name(fresh)}"
        found[fresh] = block_id
    return found


def _kind(page: CheckedPage, block_id: str) -> str:
    return page.node(block_id)["type"]


def _renamed(node: Node, names: Mapping[str, str]) -> Node:
    """The node with other ids for some blocks, all the way down; gaps keep theirs."""
    if not names:
        return node
    made = with_content(node, [_renamed(child, names) for child in content_of(node)]) if content_of(node) else node
    new = names.get(attributes_of(node).get("id", "")) if node["type"] != GAP else None
    return with_attributes(made, id=new) if new else made


def _answers_that_move(base: CheckedPage, master: CheckedPage, student: CheckedPage) -> dict[str, Any]:
    """The student's answers in gaps of blocks that the master has changed."""
    found: dict[str, Any] = {}
    for gap, holder in student.gaps.items():
        there = master.gaps.get(gap)
        if there is None:
            continue
        if there == holder and holder in base and master.node(holder) == base.node(holder):
            continue
        answer = _gap(student, gap).get("answer")
        before = _gap(base, gap).get("answer") if gap in base.gaps else ""
        theirs = _gap(master, gap).get("answer") or ""
        if answer and answer != before and theirs in ("", before, answer):
            found[gap] = answer
    return found


def _gap(page: CheckedPage, gap: str) -> dict[str, Any]:
    return next(
        attributes
        for node in content_of(page.node(page.gaps[gap]))
        if node["type"] == GAP and (attributes := attributes_of(node))["id"] == gap
    )


def _answered(node: Node, answers: Mapping[str, Any]) -> Node:
    if not any(below["type"] == GAP for below in walk(node)):
        return node
    if node["type"] == GAP:
        answer = answers.get(attributes_of(node)["id"])
        return with_attributes(node, answer=answer) if answer else node
    return with_content(node, [_answered(child, answers) for child in content_of(node)])
