"""Of files that others made nothing is lost in silence: every letter is on a page, or what became of it is said.

The letters that went in are told by a second, much simpler reader of each kind.
"""

import io
import re
import zipfile
from collections import Counter
from collections.abc import Iterator
from typing import Any

import pypdfium2
import pytest
from lxml import etree, html

from red_thread.core.page.nodes import Node
from red_thread.reading.files import read_pages
from red_thread.reading.values import ReadFiles
from tests.formats.corpus import PACKAGES, files_of

# Kinds that are read as nothing but a sentence, and files that are broken, locked or empty.
REFUSED = {
    "mammoth": {"empty.docx", "external-picture.docx"},
    "officeparser": {"test.odp"},
    "pdf-parse": {"03-invalid.pdf"},
    "word-extractor": {f"test{k:02d}.doc" for k in range(1, 13)},
    "xlsx-populate": {"in.xlsx", "encryption/out.xlsx"},
    "showdown": {"obfuscated-emails.html", "strip-references.html"},
}


def letters(text: str) -> Counter[str]:
    return Counter(sign for sign in text if sign.isalnum())


def of_xml(body: bytes, *names: str) -> str:
    """The words of all elements of these names; what stands twice, for older programs, once."""
    root = etree.fromstring(body)
    for older in root.xpath("//*[local-name()='Fallback']"):
        older.getparent().remove(older)
    return " ".join(e.text or "" for e in root.iter() if isinstance(e.tag, str) and etree.QName(e).localname in names)


def of_zip(body: bytes, paths: str, *names: str) -> str:
    archive = zipfile.ZipFile(io.BytesIO(body))
    return " ".join(of_xml(archive.read(path), *names) for path in archive.namelist() if re.fullmatch(paths, path))


def of_html(body: bytes) -> str:
    root: Any = html.document_fromstring(body, parser=html.HTMLParser(encoding="utf-8", remove_comments=True))
    for unseen in root.xpath("//script|//style|//template|//head|//canvas|//audio|//video"):
        unseen.drop_tree()
    return " ".join(root.itertext())


def of_pdf(body: bytes) -> str:
    document: Any = pypdfium2.PdfDocument(body)
    return " ".join(page.get_textpage().get_text_range() for page in document)


WORDS_IN = {
    "docx": lambda body: of_zip(body, r"word/(document2?|footnotes|endnotes)\.xml", "t"),
    "pptx": lambda body: of_zip(body, r"ppt/slides/slide\d+\.xml", "t"),
    "odt": lambda body: of_zip(body, r"content\.xml", "p", "h", "span", "a"),
    "xlsx": lambda body: of_zip(body, r"xl/(sharedStrings|worksheets/sheet\d+)\.xml", "t"),
    "epub": lambda body: of_zip(body, r".*/chapter.*\.xhtml", "p", "h1", "h2"),
    "html": of_html,
    "pdf": of_pdf,
}


def on_page(node: Node) -> Iterator[str]:
    attributes = node.get("attrs") or {}
    yield from (attributes[name] for name in ("title", "alt", "prompt") if attributes.get(name))
    yield node.get("text", "")
    for part in node.get("content", ()):
        yield from on_page(part)


def words_out(read: ReadFiles) -> str:
    return " ".join(word for page in read.pages for word in on_page(page.document))


@pytest.mark.parametrize(("package", "version", "part"), PACKAGES)
def test_nothing_of_them_is_lost_in_silence(package: str, version: str, part: str):
    files = files_of(package, version, part)
    assert files
    refused: set[str] = set()
    for path, body in files.items():
        name = path.rpartition("/")[2]
        read = read_pages({name: body}, alone=True)
        if not read.pages:
            assert all(problem.reason for problem in read.problems) and read.problems, path
            refused |= {known for known in REFUSED.get(package, ()) if path.endswith(known)} or {name}
            continue
        words_in = WORDS_IN.get(name.rpartition(".")[2])
        lost = letters(words_in(body)) - letters(words_out(read)) if words_in else Counter()
        assert not lost or read.problems, (path, "".join(lost.elements())[:200])
    assert refused == REFUSED.get(package, set())


def test_markdown_says_what_other_writers_of_web_pages_make_of_it():
    """Pairs of Markdown and the web page that another program makes of it: the same letters, whatever the signs."""
    files = files_of("showdown", "1.9.1", "/test/cases/")
    pairs = [
        (files[path], files[f"{path[:-3]}.html"])
        for path in files
        if path.endswith(".md") and f"{path[:-3]}.html" in files
    ]
    assert len(pairs) > 70
    different = 0
    for markdown, page in pairs:
        read = read_pages({"x.md": markdown})
        if read.pages and page.strip():
            different += bool(letters(of_html(page)) - letters(words_out(read)) and not read.problems)
    assert different <= 3  # HTML as words within Markdown, of which writers think differently
