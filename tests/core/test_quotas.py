"""Quotas: what would pass them, and what is said before."""

import pytest

from red_thread.core.quotas import USUAL, Kept, Whose, filling, would_pass

MOST = Kept(1000, 10, 100)


@pytest.mark.parametrize(
    ("used", "more", "passed"),
    [
        (Kept(), Kept(1000, 10, 100), None),
        (Kept(999, 0, 0), Kept(1, 1, 0), None),
        (Kept(1000, 0, 0), Kept(1, 1, 0), "bytes"),
        (Kept(0, 10, 0), Kept(1, 1, 0), "pictures"),
        (Kept(0, 0, 100), Kept(pages=1), "pages"),
        # What is over already, since less is allowed now, harms nothing else.
        (Kept(5000, 50, 99), Kept(pages=1), None),
        (Kept(5000, 50, 99), Kept(), None),
    ],
)
def test_no_more_fits_than_is_allowed(used: Kept, more: Kept, passed: str | None):
    assert would_pass(used, more, MOST) == passed


@pytest.mark.parametrize(
    ("used", "said"),
    [
        (Kept(), []),
        (Kept(899, 8, 89), []),
        (Kept(900, 9, 90), ["bytes", "pictures", "pages"]),
        (Kept(0, 12, 0), ["pictures"]),
    ],
)
def test_nine_tenths_are_told(used: Kept, said: list[str]):
    assert filling(used, MOST) == said


def test_a_student_has_less_than_a_course_and_a_course_less_than_the_school():
    student, course, school = (USUAL[whose] for whose in (Whose.STUDENT, Whose.COURSE, Whose.SCHOOL))
    assert student.bytes < course.bytes < school.bytes and student.pages < course.pages < school.pages
