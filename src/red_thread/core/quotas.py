"""How much a school, a course and a student may keep, and what is said before that is met."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

GIGABYTE = 10**9


class Whose(StrEnum):
    """Who has a quota: the whole school, each course of it, each student of it."""

    SCHOOL = "school"
    COURSE = "course"
    STUDENT = "student"


@dataclass(frozen=True, slots=True)
class Kept:
    """How much is kept, or may be: bytes of pictures and recordings, how many of them, and pages.

    Of a school: all. Of a course: what is in its master. Of a student: what they put in, and pages of their own.
    """

    bytes: int = 0
    pictures: int = 0
    pages: int = 0


#: More than anybody needs who teaches, less than harms the others. Who looks after the school says otherwise.
USUAL: Mapping[Whose, Kept] = {
    Whose.SCHOOL: Kept(200 * GIGABYTE, 500_000, 2_000_000),
    Whose.COURSE: Kept(20 * GIGABYTE, 20_000, 10_000),
    Whose.STUDENT: Kept(2 * GIGABYTE, 2_000, 1_000),
}
WORDS: Mapping[str, str] = {
    "bytes": "room for pictures and recordings",
    "pictures": "number of pictures and recordings",
    "pages": "number of pages",
}
_NEARLY = 0.9


def would_pass(used: Kept, more: Kept, most: Kept) -> str | None:
    """The name of what there is no room for, once this comes to it; None: all fits."""
    added = [name for name in WORDS if _of(more, name)]
    return next((name for name in added if _of(used, name) + _of(more, name) > _of(most, name)), None)


def filling(used: Kept, most: Kept) -> list[str]:
    """Of what nine tenths are taken, by their names."""
    return [name for name in WORDS if _of(used, name) >= _NEARLY * _of(most, name)]


def _of(kept: Kept, name: str) -> int:
    return int(getattr(kept, name))
