"""Pulling back, planned: facts in, a plan out."""

import pytest

from red_thread.core.page.own_words import own_words
from red_thread.core.push import HeldCopies, PullBackFacts, Written, WrittenPages, plan_pull_back
from tests.notation import page

GIVEN = "a:one six | q=space[ p: ]"


def written(notebook, student, put_away=False):
    return Written(1, notebook, 100 + notebook, 49, 3, put_away, page(GIVEN), page(student))


FACTS = PullBackFacts(
    page_ids=(1,),
    audience=(1, 2, 3, 4, 5, 6),
    untouched=(HeldCopies(1, 49, False, (1,)), HeldCopies(1, 48, True, (2, 3))),
    written=(
        written(4, "a:one six | q=space[ p:three little words ]"),
        written(5, "a:one six | q=space[ p:word ]", put_away=True),
    ),
)


@pytest.mark.parametrize(
    ("choice", "expected"),
    [
        (
            WrittenPages.DRAWER,
            {
                (1,): ("gone", "Not opened"),
                (2, 3): ("gone", "Opened"),
                (4,): ("in-drawer", ""),
                (5,): ("not-there", "In their drawer already"),
                (6,): ("not-there", ""),
            },
        ),
        (
            WrittenPages.TEACHER,
            {
                (1,): ("gone", "Not opened"),
                (2, 3): ("gone", "Opened"),
                (4, 5): ("kept", ""),
                (6,): ("not-there", ""),
            },
        ),
    ],
)
def test_untouched_copies_go_and_written_ones_as_the_teacher_chooses(choice, expected):
    plan = plan_pull_back(FACTS, choice)
    assert {row.notebook_ids: (row.outcome, row.reason) for row in plan.rows} == expected
    assert plan.words == {(1, 4): 3, (1, 5): 1}
    assert plan.changes_anything


def test_where_nobody_has_the_page_nothing_changes():
    plan = plan_pull_back(PullBackFacts((1, 2), (7,), (), ()), WrittenPages.DRAWER)
    assert [(row.page_id, row.outcome) for row in plan.rows] == [(1, "not-there"), (2, "not-there")]
    assert not plan.changes_anything


@pytest.mark.parametrize(
    ("student", "words"),
    [
        (GIVEN, 0),
        ("q=space[ p: ] | a:one six", 0),
        ("a:one", 0),
        ("a:one six six | q=space[ p:don't stop, 潮汐 ]", 5),
    ],
)
def test_a_students_own_words_are_those_beyond_the_edition(student, words):
    assert own_words(page(student), page(GIVEN)) == words
