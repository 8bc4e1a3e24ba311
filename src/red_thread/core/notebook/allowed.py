"""What a teacher lets students do to their notebooks."""

from collections.abc import Mapping
from enum import StrEnum


class Arranging(StrEnum):
    """What the students of a course, or in one of its sections, may do to their notebooks. What is there stays."""

    ALL = "all"  # pages and sections: begin, name, move, put away
    PAGES = "pages"  # begin pages of their own, and move and put away those
    NOTHING = "nothing"


class Asks(StrEnum):
    """What a student asks for that a teacher may not want in a notebook."""

    OWN_PAGE = "own page"
    TEACHERS_PAGE = "teacher's page"
    SECTION = "section"


_MAY: Mapping[Arranging, frozenset[Asks]] = {
    Arranging.ALL: frozenset(Asks),
    Arranging.PAGES: frozenset({Asks.OWN_PAGE}),
    Arranging.NOTHING: frozenset(),
}


def may(arranging: Arranging, asks: Asks) -> bool:
    """Whether a student may do what they ask for, where the teacher has chosen this."""
    return asks in _MAY[arranging]
