"""The fuzzer itself: it finds what is broken, shrinks it, and is silent about what holds."""

import pytest

from tests.properties.fuzz import broken_by, broken_by_prose, broken_by_wild
from tests.properties.laws import words
from tests.properties.prose import TOUCHING


@pytest.mark.parametrize("start", range(4))
def test_wild_pages_keep_the_laws(start):
    assert broken_by_wild(500, start) is None


@pytest.mark.parametrize("start", range(2))
def test_prose_and_code_keep_theirs(start):
    assert broken_by_prose(300, start) is None


def test_sentences_that_touch_are_found():
    """What the law of prose looks for is found where it is."""

    def runs_together(base, master, student):
        assert not TOUCHING.search("It waits.The end."), "sentences touch"

    found = broken_by_prose(1, 0, runs_together)
    assert found is not None and "sentences touch" in found[0]


def test_what_is_broken_by_wild_pages_is_found_and_shrunk():
    def nobody_moves(base, master, student):
        assert [block["attrs"]["id"] for block in base.get("content", [])] == [
            block["attrs"]["id"] for block in master.get("content", [])
        ], "the teacher moved something"

    found = broken_by_wild(200, 0, nobody_moves)
    assert found is not None
    why, (_, _, student) = found
    assert "the teacher moved something" in why
    assert not student.get("content"), "the student's page has nothing to do with it"


def test_what_holds_is_not_reported():
    assert broken_by(60, 1) is None


def test_what_is_broken_is_found_and_shrunk():
    def nobody_says_tide(base, master, student):
        assert "tide" not in words(student), "the student said tide"

    found = broken_by(300, 1, nobody_says_tide)
    assert found is not None
    why, (_, _, student) = found
    assert "the student said tide" in why
    assert len(words(student)) <= 3, "hardly anything is left that is not needed"
