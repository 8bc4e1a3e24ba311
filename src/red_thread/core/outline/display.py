"""Who sees a page of the master, beside those who were given a copy of it."""

from enum import StrEnum


class Display(StrEnum):
    """WRAPS: only teachers. ORDINARY: students get it by pushes. DISPLAY: classes read it in the master as it is."""

    @property
    def words(self) -> str:
        """As files say it."""
        return _WORDS[self]

    @staticmethod
    def said(words: object) -> "Display | None":
        """What a file says; None for what is none of these words."""
        return next((display for display, known in _WORDS.items() if known == words), None)

    WRAPS = "wraps"
    ORDINARY = "ordinary"
    DISPLAY = "display"


_WORDS = {Display.WRAPS: "under wraps", Display.ORDINARY: "by pushes", Display.DISPLAY: "on display"}
