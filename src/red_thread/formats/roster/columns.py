"""What the columns of a list of students are: by their headings, in many languages, else by what is in them."""

import re
import unicodedata
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from pathlib import Path

import orjson

from red_thread.formats.roster.table import Record


class Means(StrEnum):
    """What stands in a column. `REVERSED`: a whole name, the family's first."""

    NAME = "name"
    FIRST = "first"
    INFIX = "infix"
    LAST = "last"
    REVERSED = "reversed"
    EMAIL = "email"
    ID = "id"
    CLASS = "class"
    ROLE = "role"
    NOTHING = "nothing"


@dataclass(frozen=True, slots=True)
class Column:
    """A column: its heading, some of what is in it, what it is taken for."""

    heading: str
    samples: tuple[str, ...]
    means: Means


# Without accents, signs and case. Headings are matched whole: "class teacher" is no class.
_HEADINGS: Mapping[str, list[str]] = orjson.loads((Path(__file__).parent / "headings.json").read_bytes())
_MEANINGS = {words: Means(means) for means, said in _HEADINGS.items() for words in said}
# Of a family where a column of given names stands beside it, else the whole name; or the other way round.
_LAST_BESIDE_FIRST = frozenset({"name", "nom", "naam", "navn", "namn"})
_FIRST_BESIDE_LAST = frozenset({"nombre", "nome", "student", "pupil"})
_NAMES = frozenset({Means.NAME, Means.FIRST, Means.LAST, Means.REVERSED})
_HIGHEST = 20  # rows among which the headings are looked for
_EMAIL = re.compile(r"[^@\s]+@[^@\s]+\.[^@\s]+")
_CLASS = re.compile(r"(class |year |klasse )?\d{1,2}[ /.-]?[a-z]{1,2}\d?", re.IGNORECASE)  # 9A, 10 B, 7/c1
_LETTERS = re.compile(r"[^\W\d_]")
_SAMPLES = 3


def plain(heading: str) -> str:
    """A heading as it is looked up: small letters without accents, signs as blanks."""
    bare = "".join(c for c in unicodedata.normalize("NFKD", heading.casefold()) if not unicodedata.combining(c))
    return " ".join(re.sub(r"[\W_]+", " ", bare.replace("ß", "ss").replace("ł", "l").replace("ø", "o")).split())


def meanings(headings: Sequence[str]) -> list[Means]:
    """What each of a row of headings says; each meaning once, by the first that says it."""
    words = [plain(heading) for heading in headings]
    found = [_MEANINGS.get(each, Means.NOTHING) for each in words]
    for k, each in enumerate(words):
        if each in ("nom", "naam", "nombre", "navn", "namn"):
            found[k] = Means.NAME
    if Means.FIRST in found:
        found = [
            Means.LAST if each in _LAST_BESIDE_FIRST else is_now for each, is_now in zip(words, found, strict=True)
        ]
    if Means.LAST in found and Means.FIRST not in found:
        found = [
            Means.FIRST if each in _FIRST_BESIDE_LAST else is_now for each, is_now in zip(words, found, strict=True)
        ]
    return [
        means if means not in found[:k] or means is Means.NOTHING else Means.NOTHING for k, means in enumerate(found)
    ]


def heading_row(rows: Sequence[Record]) -> int | None:
    """Which of the first rows names the columns: the first that names one for names, and most of them or several."""
    for k, row in enumerate(rows[:_HIGHEST]):
        known = [means for means in meanings(row.cells) if means is not Means.NOTHING]
        filled = [cell for cell in row.cells if cell.strip()]
        if _NAMES.intersection(known) and (len(known) > 1 or len(filled) == 1):
            return k
    return None


def guessed(rows: Sequence[Record]) -> tuple[list[Means], bool]:
    """What columns without headings are, by what is in them; and whether that is certain."""
    wide = max((len(row.cells) for row in rows), default=0)
    if wide <= 1:
        return [Means.NAME] * wide, True
    cells = [[row.at(k) for row in rows if row.at(k)] for k in range(wide)]
    found = [_guess(column) for column in cells]
    texts = [k for k, means in enumerate(found) if means is Means.NAME]
    if len(texts) > 1:
        beside = [row.cells[texts[1]] for row in rows if len(row.cells) > texts[1]]
        reversed_ = sum(cell.startswith(" ") for cell in beside) > len(beside) / 2  # "Nwosu, Ada" of a list of names
        first, second = (Means.LAST, Means.FIRST) if reversed_ else (Means.FIRST, Means.LAST)
        found = [first if k == texts[0] else second if k == texts[1] else means for k, means in enumerate(found)]
        found = [Means.NOTHING if k in texts[2:] else means for k, means in enumerate(found)]
    return found, len(texts) == 1 and Means.EMAIL in found and wide == 2


def _guess(column: Sequence[str]) -> Means:
    most = len(column) * 0.6
    if sum(bool(_EMAIL.fullmatch(cell)) for cell in column) > most:
        return Means.EMAIL
    if sum(bool(_CLASS.fullmatch(cell)) for cell in column) > most:
        return Means.CLASS
    if len(column) >= 6 and len(set(column)) <= len(column) / 3 and all(len(cell) <= 12 for cell in column):
        return Means.CLASS
    if sum(bool(re.fullmatch(r"[\w.-]*\d[\w.-]*", cell)) for cell in column) > most:
        return Means.ID
    return Means.NAME if sum(bool(_LETTERS.search(cell)) for cell in column) > most else Means.NOTHING


def is_reversed(names: Sequence[str]) -> bool:
    """Whether most names have the family's first: `Nwosu, Ada`."""
    return bool(names) and sum(name.count(",") == 1 for name in names) > len(names) * 0.6


def described(headings: Sequence[str], rows: Sequence[Record], means: Sequence[Means]) -> tuple[Column, ...]:
    """The columns as they are shown to who brings the file."""
    return tuple(
        Column(
            headings[k].strip()[:80] if k < len(headings) else "",
            tuple(row.at(k)[:80] for row in rows[:_SAMPLES]),
            is_meant,
        )
        for k, is_meant in enumerate(means)
    )
