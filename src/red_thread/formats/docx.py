"""DOCX into pages: the words, lists, tables and pictures of a document; macros and all else stay out."""

import io
from typing import Any

import mammoth

from red_thread.formats.archive import read_archive
from red_thread.formats.html import read_html
from red_thread.formats.pages import ReadPage, stem_of
from red_thread.formats.problems import Problem, Unreadable

_STYLES = "p[style-name='Title'] => h1:fresh\np[style-name='Quote'] => blockquote > p:fresh"
_DOCUMENT = "word/document.xml"


def read_docx(name: str, body: bytes) -> ReadPage:
    """Reads one file. Raises Unreadable for what is none, or is locked."""
    if _DOCUMENT not in read_archive(name, body):  # with its limits, before anything else unpacks it
        raise Unreadable(name, "it is not a DOCX document")
    try:
        found: Any = mammoth.convert_to_html(io.BytesIO(body), style_map=_STYLES)
    except Exception as error:
        # Whatever a broken document makes of the libraries under it.
        raise Unreadable(name, "it is not a DOCX document that can be read") from error
    page = read_html(name, str(found.value).encode(), stem_of(name))
    told = {str(message.message) for message in found.messages if message.type == "warning"}
    page.problems += [Problem(name, 0, words) for words in sorted(told) if not words.startswith("Unrecognised")]
    return page
