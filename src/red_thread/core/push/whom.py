"""Whom a push is for, among those that it names."""

from enum import StrEnum


class Only(StrEnum):
    """Which of the students that are named are meant, by what they have of the pages.

    HAS: any of them is there; LACKS: any is not; UNOPENED: any is there and was not opened yet.
    """

    EVERYONE = "everyone"
    HAS = "has"
    LACKS = "lacks"
    UNOPENED = "unopened"
