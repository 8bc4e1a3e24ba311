"""A file, or a zip of folders of them, read as the pages and holders of a master."""

import asyncio
import posixpath
import re
from collections.abc import Mapping
from functools import partial
from pathlib import PurePosixPath

from red_thread.core.page.links import with_links
from red_thread.core.page.nodes import Node
from red_thread.formats.archive import read_archive
from red_thread.formats.master_zip import ABOUT, name_of_folder, read_about
from red_thread.formats.media import media_among, target_of
from red_thread.formats.pages import Hear, ReadPage, stem_of, unheard
from red_thread.formats.pdf import read_part, together
from red_thread.formats.problems import Problem, Unreadable
from red_thread.reading.kinds import NAMES, PDF, FileKind, ending_of, is_unread, kind_of, read_kind, why_unread
from red_thread.reading.limits import heard_within_limits
from red_thread.reading.values import CleanBlob, ImportedHolder, ImportedPage, ReadFiles

_SHARES = 2
_NONE: Mapping[str, list[ReadPage]] = {}
_NUMBER = re.compile(r"^\d+[-_. ]+")


async def read_as_pages(name: str, body: bytes, draws: bool = True, hear: Hear = unheard) -> ReadFiles:
    """What a file comes to, read by processes of their own; it takes its time, and needs no transaction.

    `draws`: if not, the pages of a PDF come without their pictures, at once. Raises Unreadable, also where nothing in
    it can be a page.
    """
    if ending_of(name) in PDF.endings and PDF.is_it(body):
        read = await _read_pdf(name, body, draws, hear)
    else:
        read = await heard_within_limits(name, hear, _read_files, name, body)
    if not read.items:
        why = read.problems[0].reason if read.problems else f"there is nothing in it that can be a page ({NAMES})"
        raise Unreadable(name, why)
    return read


async def _read_pdf(name: str, body: bytes, draws: bool, hear: Hear) -> ReadFiles:
    """A PDF by itself is drawn by two at once."""
    heard = [(0, 0)] * _SHARES

    def hear_share(turn: int, done: int, of: int) -> None:
        heard[turn] = done, of
        if all(of for _, of in heard):
            hear(sum(done for done, _ in heard), sum(of for _, of in heard))

    shares = [
        heard_within_limits(name, partial(hear_share, turn), read_part, name, body, turn, _SHARES, draws)
        for turn in range(_SHARES)
    ]
    pages = together(name, await asyncio.gather(*shares))
    return read_pages({name: body}, known={name: pages})


def _read_files(name: str, body: bytes, hear: Hear) -> ReadFiles:
    if body[:2] == b"PK" and kind_of(name, body) is None and not is_unread(name):
        return read_pages(read_archive(name, body), hear=hear)
    return read_pages({name: body}, alone=True, hear=hear)


def read_pages(
    files: Mapping[str, bytes],
    alone: bool = False,
    known: Mapping[str, list[ReadPage]] = _NONE,
    hear: Hear = unheard,
) -> ReadFiles:
    """Files by path, in the order of their names: folders are dividers, the innermost a section.

    A file of many pages is a section by itself. `alone`: a picture or a recording is a page; among other files it is
    there for those. `known`: what has been read already.
    """
    read = ReadFiles()
    kinds = {path: kind_of(path, body) for path, body in files.items()}
    folders = _Folders(files)
    used: set[str] = set()
    for k, path in enumerate(sorted(files)):
        hear(k, len(files))
        if about := folders.abouts.get(posixpath.dirname(path)) if _is_about(path) else None:
            read.items.append(ImportedHolder(folders.of(path), about.is_section, about.display, about.writing))
        kind = kinds[path]
        if kind is None or (kind.beside and not alone):
            continue
        used.add(path)
        try:
            pages = known.get(path) or read_kind(kind, path, files[path])
        except Unreadable as error:
            read.problems.append(Problem(path, 0, error.why))
            continue
        used |= _gather(read, path, folders.of(path), pages, files)
    unused = [path for path in sorted(files) if path not in used and not _is_about(path)]
    read.problems += [Problem(path, 0, _why_left(path, kinds[path])) for path in unused]
    return read


def _gather(
    read: ReadFiles, path: str, folders: tuple[str, ...], pages: list[ReadPage], files: Mapping[str, bytes]
) -> set[str]:
    """Puts the pages of one file where its folders say; gives the paths of the pictures that they show."""
    shown: set[str] = set()
    folders = (folders or ("New pages",)) if len(pages) == 1 else (*folders, stem_of(path))
    for page in pages:
        read.problems += page.problems
        beside, problems = media_among(path, path, page.pictures, files)
        read.problems += problems
        pictures = {source: CleanBlob(*picture) for source, picture in {**page.embedded, **beside}.items()}
        shown.update(target_of(path, source) for source in page.pictures)
        document, leads_to = _tied(read, path, page, files)
        told = page.tucked_under, pictures, page.standing, path, leads_to
        read.items.append(ImportedPage(folders[:-1], folders[-1], document, *told))
    return shown


def _tied(read: ReadFiles, path: str, page: ReadPage, files: Mapping[str, bytes]) -> tuple[Node, frozenset[str]]:
    """A page whose links lead to the paths of other pages, and those; a link to anything else is told, and goes."""
    if not page.links:
        return page.document, frozenset()
    leads = {link: target_of(path, link.partition("#")[0].partition("?")[0]) for link in page.links}
    pages = {target for target in leads.values() if target in files and _is_page(target, files[target])}
    lost = dict.fromkeys(link for link, target in leads.items() if target not in pages)
    read.problems += [Problem(path, 0, f"the link to {link} was left out: no page comes of that") for link in lost]
    found = {link: target for link, target in leads.items() if target in pages}
    document = with_links(page.document, lambda href: found.get(href) if href in leads else href)
    return document, frozenset(pages)


def _is_page(path: str, body: bytes) -> bool:
    kind = kind_of(path, body)
    return kind is not None and not kind.beside


def _why_left(path: str, kind: FileKind | None) -> str:
    return "no page shows it, and it was left out" if kind and kind.beside else why_unread(path)


class _Folders:
    """The names that the folders of an archive stand for."""

    def __init__(self, files: Mapping[str, bytes]) -> None:
        abouts = {posixpath.dirname(path): read_about(body) for path, body in files.items() if _is_about(path)}
        self.abouts = {folder: about for folder, about in abouts.items() if about}

    def of(self, path: str) -> tuple[str, ...]:
        """The dividers and, last, the section of a file."""
        above = list(reversed(PurePosixPath(path).parents[:-1]))
        return tuple(self._name(folder.as_posix(), folder.name) for folder in above)

    def _name(self, path: str, folder: str) -> str:
        about = self.abouts.get(path)
        return (about.name if about else None) or name_of_folder(_NUMBER.sub("", folder))


def _is_about(path: str) -> bool:
    return PurePosixPath(path).name == ABOUT
