"""What searching in PostgreSQL shares: what is asked, and the stretch of words that is shown."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

# What is sought stands between two signs that no page has.
STRETCH = r"E'StartSel=\x02, StopSel=\x03, MaxWords=14, MinWords=8, MaxFragments=1, ShortWord=0'"
# Characters that are looked through, of one page and one side: an index of a text holds a megabyte at most.
MOST = 80_000


@dataclass(frozen=True, slots=True)
class Stretch:
    """Some words of a page, and whether they were sought."""

    words: str
    sought: bool


def sought(words: Sequence[str]) -> dict[str, Any]:
    """All of these, as words or the beginnings of words (`query`), or within words (`within`)."""
    within = [word.replace("_", r"\_") for word in words]  # which by itself stands for any sign
    return {"query": " & ".join(f"{word}:*" for word in words), "within": [f"%{word}%" for word in within]}


def parts_of(snippet: str) -> list[Stretch]:
    """A stretch of words, parted where what was sought stands."""
    parts = re.split(r"(\x02[^\x03]*\x03)", snippet)
    return [Stretch(part.strip("\x02\x03"), part.startswith("\x02")) for part in parts if part]
