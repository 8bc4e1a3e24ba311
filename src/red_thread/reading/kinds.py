"""The kinds of file that a teacher may bring in: each is one entry of `KINDS`.

A file is read as what its ending says if its bytes may be that; else as what its bytes certainly are, so that a web
page that calls itself a sheet is read too.
"""

import io
import re
import zipfile
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import partial
from pathlib import PurePosixPath
from typing import TypeAlias

from red_thread.formats.books import read_book
from red_thread.formats.converted import reader_of
from red_thread.formats.docx import read_docx
from red_thread.formats.drawn import is_svg
from red_thread.formats.encodings import decoded
from red_thread.formats.html import read_html
from red_thread.formats.markdown import read_markdown
from red_thread.formats.media import clean_media
from red_thread.formats.pages import Maker, ReadPage, lines_of, stem_of
from red_thread.formats.pdf import read_pdf
from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Unreadable
from red_thread.formats.recordings import RECORDINGS, is_recording
from red_thread.formats.sheets import read_sheets
from red_thread.formats.slides import read_slides

Read: TypeAlias = Callable[[str, bytes], list[ReadPage]]
Sniff: TypeAlias = Callable[[bytes], bool]

MB = 1024 * 1024
_OLE = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1"
_MIME = re.compile(rb"mimetype.{0,60}?(application/[\w.+-]+)", re.DOTALL)


@dataclass(frozen=True, slots=True)
class FileKind:
    """One kind of file.

    `name`: as a sentence names it. `endings`: with their dots. `is_it`: whether bytes may be such a file; where it is
    `certain` they can be nothing else, and without it they are none. `read` raises Unreadable. `beside`: among other
    files it is there for the pages that show it, and by itself it is a page. `most_bytes`: what is larger is refused.
    """

    name: str
    endings: tuple[str, ...]
    is_it: Sniff
    read: Read
    certain: bool = True
    beside: bool = False
    most_bytes: int = 100 * MB


@dataclass(frozen=True, slots=True)
class UnreadKind:
    """A kind of file that is not read, and the sentence that says what to save it as."""

    endings: tuple[str, ...]
    why: str


def _begins(*signs: bytes) -> Sniff:
    return lambda body: body[:1024].lstrip(b"\xef\xbb\xbf \t\r\n").startswith(signs)


def _is_text(body: bytes) -> bool:
    """Words in some encoding: no zeros, but for those of UTF-16."""
    return b"\0" not in body[:4096] or body[:2] in (b"\xff\xfe", b"\xfe\xff")


def _is_html(body: bytes) -> bool:
    head = body[:1024].lower()
    return _is_text(body) and (b"<!doctype html" in head or b"<html" in head)


def _holds(*paths: str) -> Sniff:
    """A zip in which there is one of these files."""

    def is_it(body: bytes) -> bool:
        if body[:2] != b"PK":
            return False
        try:
            names = set(zipfile.ZipFile(io.BytesIO(body)).namelist())
        except (zipfile.BadZipFile, ValueError, OSError, NotImplementedError):
            return False
        return any(path in names for path in paths)

    return is_it


def _says(media_type: bytes) -> Sniff:
    """A zip whose first file names its type, as those of OpenDocument do (OpenDocument 1.3, part 2, 3.3)."""

    def is_it(body: bytes) -> bool:
        found = _MIME.search(body[:200])
        return body[:2] == b"PK" and found is not None and found[1].startswith(media_type)

    return is_it


def _either(*sniffs: Sniff) -> Sniff:
    return lambda body: any(sniff(body) for sniff in sniffs)


def _is_picture(body: bytes) -> bool:
    signs = (b"\x89PNG", b"\xff\xd8\xff", b"GIF8", b"BM", b"II*\0", b"MM\0*", b"II+\0", b"MM\0+")
    boxed = body[4:8] == b"ftyp" and body[8:12] in (b"heic", b"heix", b"mif1", b"msf1", b"hevc", b"avif", b"heim")
    return body.startswith(signs) or body[8:12] == b"WEBP" or boxed or is_svg(body)


def _one(read: Callable[[str, bytes], ReadPage]) -> Read:
    return lambda name, body: [read(name, body)]


def _picture(name: str, body: bytes) -> list[ReadPage]:
    """A picture by itself is a page with this picture on it."""
    maker = Maker()
    page = maker.page(name, stem_of(name), [maker.made("image", src="picture", alt=""), maker.made("paragraph")])
    return [ReadPage(page, embedded={"picture": clean_picture(name, body)})]


def _recording(name: str, body: bytes) -> list[ReadPage]:
    """A recording by itself is a page with it."""
    maker = Maker()
    media_type, clean = clean_media(name, body)
    medium = RECORDINGS.get(ending_of(name), "sound")
    shown = maker.made("recording", src="recording", alt="", medium=medium)
    page = maker.page(name, stem_of(name), [shown, maker.made("paragraph")])
    return [ReadPage(page, embedded={"recording": (media_type, clean)})]


def _text(name: str, body: bytes) -> list[ReadPage]:
    """Plain text: a paragraph for each stretch between empty lines, its lines as they are."""
    maker = Maker()
    stretches = re.split(r"\n\s*\n", decoded(name, body).strip("\n"))
    blocks = [maker.made("paragraph", lines_of(stretch)) for stretch in stretches if stretch.strip()]
    return [ReadPage(maker.page(name, stem_of(name), blocks))]


_PICTURES = tuple(".png .jpg .jpeg .webp .gif .svg .bmp .tif .tiff .heic .heif .avif".split())
_OFFICE = b"application/vnd.oasis.opendocument."
_is_sheet = _either(_holds("xl/workbook.xml", "xl/workbook.bin"), _says(_OFFICE + b"spreadsheet"))
_is_book = _either(_says(b"application/epub+zip"), _holds("META-INF/container.xml"))
_text_kind = partial(FileKind, is_it=_is_text, certain=False, most_bytes=10 * MB)

PDF = FileKind("PDF", (".pdf",), lambda body: b"%PDF" in body[:1024], read_pdf)
KINDS: tuple[FileKind, ...] = (
    PDF,
    FileKind("DOCX", (".docx", ".docm"), _holds("word/document.xml"), _one(read_docx)),
    FileKind("slides (PPTX)", (".pptx", ".ppsx"), _holds("ppt/presentation.xml"), read_slides),
    FileKind("a spreadsheet", (".xlsx", ".xlsm", ".xlsb", ".ods"), _is_sheet, read_sheets),
    FileKind("an old spreadsheet", (".xls",), _begins(_OLE), read_sheets, certain=False),
    FileKind("ODT", (".odt", ".ott"), _says(_OFFICE + b"text"), reader_of("odt")),
    FileKind("RTF", (".rtf",), _begins(rb"{\rtf"), reader_of("rtf")),
    FileKind("a book (EPUB)", (".epub",), _is_book, read_book),
    FileKind("a picture", _PICTURES, _is_picture, _picture, beside=True),
    FileKind("a recording", tuple(RECORDINGS), is_recording, _recording, beside=True),
    FileKind("HTML", (), _is_html, _one(read_html)),
    _text_kind("HTML", (".html", ".htm", ".xhtml"), read=_one(read_html), most_bytes=100 * MB),
    _text_kind("Markdown", (".md", ".markdown"), read=_one(read_markdown)),
    _text_kind("LaTeX", (".tex",), read=reader_of("latex")),
    _text_kind("a computing notebook", (".ipynb",), read=reader_of("ipynb")),
    _text_kind("Org", (".org",), read=reader_of("org")),
    _text_kind("reStructuredText", (".rst",), read=reader_of("rst")),
    _text_kind("text", (".txt",), read=_text),
)

UNREAD: tuple[UnreadKind, ...] = tuple(
    UnreadKind(tuple(endings.split()), why)
    for endings, why in {
        ".doc .dot .wpd .pages .wps": "this kind of document is not read: save it as DOCX, and bring that in",
        ".ppt .pps .odp .key": "this kind of slides is not read: save them as PPTX or PDF, and each becomes a page",
        ".numbers": "this kind of sheet is not read: save it as XLSX, and bring that in",
        ".mobi .azw .azw3": "this kind of book is not read: save it as EPUB or PDF, and bring that in",
        ".psd .ai .eps .xcf .raw .dng .drawio": "this kind of drawing is not read: save it as PNG, and bring that in",
        ".csv .tsv": "a list is no page; students are brought in under Classes",
        ".rar .7z .tar .gz": "this kind of archive is not read: pack it as a zip",
    }.items()
)

_BY_ENDING: Mapping[str, FileKind] = {ending: kind for kind in KINDS for ending in kind.endings}
_UNREAD: Mapping[str, str] = {ending: kind.why for kind in UNREAD for ending in kind.endings}
NAMES = ", ".join(dict.fromkeys(kind.name for kind in KINDS))
ENDINGS = (*_BY_ENDING, ".zip")


def ending_of(path: str) -> str:
    """With its dot, in small letters."""
    return PurePosixPath(path).suffix.lower()


def kind_of(path: str, body: bytes) -> FileKind | None:
    """What a file is: by its ending if it can be that, else by its bytes if they are certain, else by its ending."""
    named = _BY_ENDING.get(ending_of(path))
    if named and named.is_it(body):
        return named
    return next((kind for kind in KINDS if kind.certain and kind.is_it(body)), named)


def is_unread(path: str) -> bool:
    """Whether it is of a kind of which it is said what to save it as, whatever it is made of."""
    return ending_of(path) in _UNREAD


def why_unread(path: str) -> str:
    """Why a file of no kind that is read came to nothing, and what to do."""
    return _UNREAD.get(ending_of(path), "this kind of file is not read, and was left out")


def read_kind(kind: FileKind, name: str, body: bytes) -> list[ReadPage]:
    """The pages of a file. Raises Unreadable."""
    if len(body) > kind.most_bytes:
        raise Unreadable(name, f"it is larger than {kind.most_bytes // MB} MB, as much as is read of {kind.name}")
    if body.startswith(_OLE) and not kind.is_it(body):
        raise Unreadable(name, "it is locked with a password: save it without one")
    if kind.certain and not kind.is_it(body):
        raise Unreadable(name, f"it is not {kind.name}, whatever its name says")
    return kind.read(name, body)
