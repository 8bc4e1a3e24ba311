"""Untying knots: whose wording stands."""

import pytest

from red_thread.core.merge import Untying, knots_of, merge_page, untie
from red_thread.core.page.check import check_page
from tests.notation import page, show

BASE = "a:one two | b:end"
# what master and student made of it, and what stands: the student's, the teacher's, both
KNOTS = [
    (
        "a:one TWO | b:end",
        "a:one zwei | b:end",
        "a:one zwei | b:end",
        "a:one TWO | b:end",
        "a:one TWO | :one zwei | b:end",
    ),
    ("b:end", "a:one two too | b:end", ":one two too | b:end", "b:end", ":one two too | b:end"),
    (
        "n=note[ a:one TWO ] | b:end",
        "a:one *zwei* | b:end",
        "n=note[ a:one *zwei* ] | b:end",
        "n=note[ a:one TWO ] | b:end",
        "n=note[ a:one TWO | :one *zwei* ] | b:end",
    ),
]


def without_made_ids(text):
    import re

    return re.sub(r"kept~[\w.]+:", ":", text)


@pytest.mark.parametrize(("master", "student", *(how.value for how in Untying)), KNOTS)
def test_whose_wording_stands(master, student, students, teachers, both):
    knotted = merge_page(page(BASE), page(master), page(student)).page
    (knot,) = knots_of(knotted)
    for how, wanted in zip(Untying, (students, teachers, both), strict=True):
        untied = untie(knotted, knot, how)
        assert without_made_ids(show(untied)) == wanted
        assert check_page(untied).page == untied, "it has to be mended"
        assert not knots_of(untied)


def test_a_cell_that_held_only_a_knot_is_left_empty():
    table = "t=table[ r1=row[ c1=cell[ x:1 ] ] | r2=row[ c2=cell[ y:2 ] ] ]"
    gone = "t=table[ r1=row[ c1=cell[ x:1 ] ] ]"
    mine = table.replace("y:2", "y:2 and mine")
    knotted = merge_page(page(table), page(gone), page(mine)).page
    (knot,) = knots_of(knotted)
    assert without_made_ids(show(untie(knotted, knot, Untying.TEACHERS))).endswith("r2=row[ c2=cell[ : ] ] ]")


def test_a_title_of_both():
    knotted = merge_page(page("a:x", "Old"), page("a:x", "Theirs"), page("a:x", "Mine")).page
    (knot,) = knots_of(knotted).values()
    assert (knot.teacher, knot.student) == ("Theirs", "Mine")
    assert untie(knotted, knot.id, Untying.STUDENTS)["attrs"]["title"] == "Mine"
    assert untie(knotted, knot.id, Untying.TEACHERS)["attrs"]["title"] == "Theirs"


def test_both_wordings_of_a_knot_are_told():
    knotted = merge_page(page(BASE), page("a:one TWO | b:end"), page("a:one zwei | b:end")).page
    (knot,) = knots_of(knotted).values()
    assert (knot.source, knot.why, knot.teacher, knot.student) == ("a", "both-changed", "one TWO", "one zwei")


def test_what_is_no_knot_stays_as_it_is():
    plain = page(BASE)
    assert untie(plain, "a", Untying.TEACHERS) is plain
    assert untie(plain, "nowhere", Untying.TEACHERS) is plain
