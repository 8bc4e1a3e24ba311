"""The fuzzer itself: it finds what is broken, shrinks it, and is silent about what holds."""

from tests.properties.fuzz import broken_by
from tests.properties.laws import words


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
