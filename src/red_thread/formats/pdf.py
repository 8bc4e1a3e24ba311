"""PDF into pages: each page a picture with its text behind it, and a place to write under it."""

import io
from typing import Any

import pypdfium2

from red_thread.formats.pages import Maker, ReadPage, stem_of
from red_thread.formats.problems import Problem, Unreadable

MOST_PAGES = 300
LONGEST_SIDE = 1600  # points of a picture: sharp at the width of a page, and no larger
MOST_WORDS = 5000


def read_pdf(name: str, body: bytes) -> list[ReadPage]:
    """Reads one file, one page for each of its own. Raises Unreadable for what is none, is locked, or too long."""
    try:
        document: Any = pypdfium2.PdfDocument(body)
    except pypdfium2.PdfiumError as error:
        locked = "password" in str(error).lower()
        raise Unreadable(name, "it is locked with a password" if locked else "it is not a PDF") from error
    count = len(document)
    if not 0 < count <= MOST_PAGES:
        raise Unreadable(name, f"it has {count} pages; {MOST_PAGES} at most can be taken in at once")
    read: list[ReadPage] = []
    broken: list[Problem] = []
    for number in range(count):
        try:
            read.append(_page(name, document[number], number + 1, count))
        except (pypdfium2.PdfiumError, MemoryError, ValueError, OSError):
            broken.append(Problem(name, 0, f"page {number + 1} cannot be read and was left out"))
    if not read:
        raise Unreadable(name, "none of its pages can be read")
    read[0].problems += broken
    return read


def _page(name: str, page: Any, number: int, of: int) -> ReadPage:
    maker = Maker()
    picture = maker.made("image", src="page", alt=_text(page))
    answer = maker.made("space", [maker.made("paragraph")], prompt="", kind="lines")
    title = stem_of(name) if of == 1 else f"{stem_of(name)}, {number}"
    return ReadPage(maker.page(name, title, [picture, answer]), embedded={"page": ("image/jpeg", _picture(page))})


def _picture(page: Any) -> bytes:
    width, height = page.get_size()
    if not (width > 0 and height > 0):
        raise ValueError("a page without a size")
    drawn = page.render(scale=LONGEST_SIDE / max(width, height)).to_pil().convert("RGB")
    written = io.BytesIO()
    drawn.save(written, "JPEG", quality=82)
    return written.getvalue()


def _text(page: Any) -> str:
    """What can be read of it, for those who do not see it, and to be found."""
    words = page.get_textpage().get_text_bounded()
    return " ".join("".join(c if c.isprintable() else " " for c in words).split())[:MOST_WORDS]
