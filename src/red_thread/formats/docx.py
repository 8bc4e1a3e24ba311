"""DOCX into pages: the words, lists, tables, pictures and formulas of a document; macros and all else stay out."""

import io
import zipfile
from collections.abc import Mapping
from typing import Any

import mammoth
from lxml import etree  # type: ignore[reportAttributeAccessIssue]
from lxml.etree import LxmlError  # type: ignore[reportAttributeAccessIssue]

from red_thread.core.page.nodes import Node, content_of, plain_text, with_content
from red_thread.formats.archive import read_archive
from red_thread.formats.html import read_html
from red_thread.formats.office_math import BEGINS, tell_formulas
from red_thread.formats.office_paragraphs import PARSER, STYLES, as_html, tell_paragraphs, with_numbers
from red_thread.formats.pages import ReadPage, stem_of, text_node
from red_thread.formats.problems import Problem, Unreadable

_STYLES = (
    """
p[style-name='Title'] => h1:fresh
p[style-name='Quote'] => blockquote > p:fresh
p[style-name='Intense Quote'] => blockquote > p:fresh
p[style-name='Code'] => pre:separator('\\n')
p[style-name='HTML Preformatted'] => pre:separator('\\n')
p[style-name='Macro Text'] => pre:separator('\\n')
r[style-name='HTML Code'] => code
r[style-name='Source Text'] => code
u => u
strike => s
highlight => mark
"""
    + STYLES
)
_DOCUMENT = "word/document.xml"
_NUMBERING = "word/numbering.xml"
#: What the library says, and how a teacher would.
_SAID = {
    "image": "a picture is of a kind that is not read, and was left out",
    "unrecognised element": "something in it is of a kind that is not read, and was left out",
}


def read_docx(name: str, body: bytes) -> ReadPage:
    """Reads one file. Raises Unreadable for what is none, or is locked."""
    files = read_archive(name, body)  # with its limits, before anything else unpacks it
    if _DOCUMENT not in files:
        raise Unreadable(name, "it is not a DOCX document")
    try:
        converted: Any = mammoth.convert_to_html(io.BytesIO(_told_plainly(files, body)), style_map=_STYLES)
    except Exception as error:
        # Whatever a broken document makes of the libraries under it.
        raise Unreadable(name, "it is not a DOCX document that can be read") from error
    if not str(converted.value).strip():
        raise Unreadable(name, "there is nothing in it that can be on a page")
    page = read_html(name, as_html(str(converted.value)).encode(), stem_of(name))
    notices = {str(message.message) for message in converted.messages if message.type == "warning"}
    warnings = [
        words for words in sorted(notices) if not words.startswith("Unrecognised") and "RedThread" not in words
    ]
    page.problems += [Problem(name, 0, words) for words in dict.fromkeys(map(_in_words, warnings))]
    page.document = with_numbers(page.document)
    page.document = with_content(page.document, [_formula(block) for block in content_of(page.document)])
    return page


def _told_plainly(files: Mapping[str, bytes], body: bytes) -> bytes:
    """The document with its formulas as words, and its paragraphs in styles: the library would leave those out."""
    try:
        root = etree.fromstring(files[_DOCUMENT], PARSER)
        tell_formulas(root)
        tell_paragraphs(root, files.get(_NUMBERING))
    except LxmlError:
        return body
    changed = {**files, _DOCUMENT: etree.tostring(root, xml_declaration=True, encoding="UTF-8", standalone=True)}
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w") as archive:
        for path, content in changed.items():
            archive.writestr(path, content)
    return written.getvalue()


def _formula(block: Node) -> Node:
    """A paragraph that is a formula alone becomes one."""
    words = plain_text(block)
    if block["type"] != "paragraph" or not words.startswith(BEGINS):
        return block
    return {
        "type": "formula",
        "attrs": {"id": block["attrs"]["id"]},
        "content": [text_node(words.removeprefix(BEGINS))],
    }


def _in_words(said: str) -> str:
    return next((words for sign, words in _SAID.items() if sign in said.lower()), said)
