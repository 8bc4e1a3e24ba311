"""PDF into pages: each page a picture with its text behind it, and a place to write under it."""

import io
from collections.abc import Sequence
from itertools import zip_longest
from typing import Any, TypeAlias

import pypdfium2

from red_thread.core.page.kinds import IMAGE
from red_thread.formats.pages import Hear, Maker, ReadPage, stem_of, unheard
from red_thread.formats.problems import Problem, Unreadable

MOST_PAGES = 300
LONGEST_SIDE = 1600  # points of a picture: sharp at the width of a page, and no larger
MOST_WORDS = 20_000  # letters of one page

# Of every page its own, or why it is left out.
PdfPart: TypeAlias = list[ReadPage | Problem]


def read_pdf(name: str, body: bytes) -> list[ReadPage]:
    """Reads one file, one page for each of its own. Raises Unreadable for what is none, is locked, or too long."""
    return together(name, [read_part(name, body, 0, 1)])


def read_part(name: str, body: bytes, turn: int, of: int, draws: bool = True, hear: Hear = unheard) -> PdfPart:
    """Every so-manieth page, from that whose turn it is: several processes read one file in shares.

    pdfium draws on one thread alone. `draws`: if not, pages have no pictures. Raises Unreadable.
    """
    try:
        document: Any = pypdfium2.PdfDocument(body)
    except pypdfium2.PdfiumError as error:
        locked = "password" in str(error).lower()
        raise Unreadable(name, "it is locked with a password" if locked else "it is not a PDF") from error
    count = len(document)
    if not 0 < count <= MOST_PAGES:
        raise Unreadable(name, f"it has {count} pages; {MOST_PAGES} at most can be taken in at once")
    pages: PdfPart = []
    for number in range(turn, count, of):
        pages.append(_page(name, document, number, count, draws))
        hear(len(pages), len(range(turn, count, of)))
    return pages


WORDLESS = "its pages are pictures without words: they can be written under, and not searched or read aloud"


def together(name: str, parts: Sequence[PdfPart]) -> list[ReadPage]:
    """The pages of a file out of its shares, in order. Raises Unreadable if there is none."""
    pages = [page for turn in zip_longest(*parts) for page in turn if page is not None]
    read = [page for page in pages if isinstance(page, ReadPage)]
    if not read:
        raise Unreadable(name, "none of its pages can be read")
    read[0].problems += [page for page in pages if isinstance(page, Problem)]
    if not any(node["attrs"]["alt"] for page in read for node in page.document["content"] if node["type"] == IMAGE):
        read[0].problems.append(Problem(name, 0, WORDLESS))
    return read


def _page(name: str, document: Any, number: int, of: int, draws: bool) -> ReadPage | Problem:
    maker = Maker()
    try:
        page = document[number]
        words, picture = _text(page), _picture(page) if draws else b""
    except (pypdfium2.PdfiumError, MemoryError, ValueError, OSError):
        return Problem(name, 0, f"page {number + 1} cannot be read and was left out")
    shown = maker.made("image", src="page", alt=words)
    answer = maker.made("space", [maker.made("paragraph")], prompt="", kind="lines")
    title = stem_of(name) if of == 1 else f"{stem_of(name)}, {number + 1}"
    return ReadPage(maker.page(name, title, [shown, answer]), embedded={"page": ("image/jpeg", picture)})


def _picture(page: Any) -> bytes:
    width, height = page.get_size()
    if not (width > 0 and height > 0):
        raise ValueError("a page without a size")
    # With a byte to spare for each point it is packed as it was drawn, and copied no more.
    drawn = page.render(scale=LONGEST_SIDE / max(width, height), rev_byteorder=True, prefer_bgrx=True).to_pil()
    written = io.BytesIO()
    drawn.save(written, "JPEG", quality=82)
    return written.getvalue()


def _text(page: Any) -> str:
    """What can be read of it, for those who do not see it, and to be found."""
    words = page.get_textpage().get_text_bounded()
    return " ".join("".join(c if c.isprintable() else " " for c in words).split())[:MOST_WORDS]
