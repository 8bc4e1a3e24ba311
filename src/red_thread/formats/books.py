"""EPUB into pages: each chapter, in the order of the book, becomes a page with its pictures."""

from collections.abc import Mapping
from dataclasses import replace

from lxml import etree  # type: ignore[reportAttributeAccessIssue]

from red_thread.core.page.links import with_links
from red_thread.core.page.nodes import title_of, with_attributes
from red_thread.formats.archive import read_archive
from red_thread.formats.html import read_html
from red_thread.formats.media import media_among, target_of
from red_thread.formats.pages import ReadPage, stem_of
from red_thread.formats.problems import Problem, Unreadable

_CONTAINER = "META-INF/container.xml"
_PARSER = etree.XMLParser(resolve_entities=False, no_network=True, huge_tree=False)
_LOCKED = "META-INF/encryption.xml"


def read_book(name: str, body: bytes) -> list[ReadPage]:
    """Reads one book, a page for each document of its spine that has words or pictures. Raises Unreadable."""
    files = read_archive(name, body)
    try:
        package, chapters = _spine(files)
    except (etree.LxmlError, KeyError, IndexError, ValueError) as error:
        raise Unreadable(name, "it is not an EPUB book that can be read") from error
    pages: list[ReadPage] = []
    problems: list[Problem] = []
    for chapter in chapters:
        path = target_of(package, chapter)
        try:
            pages.append(_chapter(name, path, files))
        except (Unreadable, KeyError) as error:
            why = error.why if isinstance(error, Unreadable) else "it is not in the book"
            problems.append(Problem(name, 0, f"the chapter {path}: {why}"))
    if not pages:
        locked = _LOCKED in files
        raise Unreadable(
            name, "it is locked by its publisher" if locked else "there is no chapter in it that can be read"
        )
    pages[0].problems += problems
    return pages


def _spine(files: Mapping[str, bytes]) -> tuple[str, list[str]]:
    """The path of the package document, and those in it of the chapters in the order of reading (EPUB 3.3, 5)."""
    container = etree.fromstring(files[_CONTAINER], _PARSER)
    package_path = str(container.xpath("//*[local-name()='rootfile']/@full-path")[0])
    package = etree.fromstring(files[package_path], _PARSER)
    items = {
        str(item.get("id")): str(item.get("href")) for item in package.xpath("//*[local-name()='manifest']/*[@href]")
    }
    order = [str(entry) for entry in package.xpath("//*[local-name()='spine']/*/@idref")]
    return package_path, [items[entry] for entry in order if entry in items]


def _chapter(name: str, path: str, files: Mapping[str, bytes]) -> ReadPage:
    page = read_html(name, files[path])
    if title_of(page.document) in ("", "Untitled", stem_of(name)):
        page.document = with_attributes(page.document, title=stem_of(path))
    if page.links:
        page.document = with_links(page.document, lambda href: None if href in page.links else href)
        page.problems.append(Problem(name, 0, "links between its chapters were left out"))
    media, problems = media_among(name, path, page.pictures, files)
    page.problems += problems
    return replace(page, embedded={**page.embedded, **media}, pictures=[], links=[])
