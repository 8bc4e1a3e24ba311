"""From uploaded files to actions: reading is done by `formats`, changing by `actions`."""

import asyncio
import posixpath
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from functools import partial
from pathlib import PurePosixPath
from urllib.parse import unquote

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import CleanBlob
from red_thread.actions.master.import_pages import ImportedHolder, ImportedPage, import_pages, look_at_import
from red_thread.core.classes.roster_plan import Listed
from red_thread.core.page.nodes import title_of
from red_thread.formats.archive import read_archive
from red_thread.formats.docx import read_docx
from red_thread.formats.encodings import decoded
from red_thread.formats.html import read_html
from red_thread.formats.markdown import read_markdown
from red_thread.formats.master_zip import ABOUT, name_of_folder, read_about
from red_thread.formats.media import clean_media
from red_thread.formats.pages import Hear, Maker, ReadPage, lines_of, stem_of, unheard
from red_thread.formats.pdf import read_part, read_pdf, together
from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.recordings import RECORDINGS
from red_thread.formats.roster import Column, Means, read_roster
from red_thread.formats.unread import is_known, why_unread
from red_thread.store.unit import Unit
from red_thread.web.limits import heard_within_limits, within_limits
from red_thread.web.schemas import PageBefore, PagesPlanOut, PagesReportOut, PlannedPageOut, ProblemOut
from red_thread.web.watched import Doing, Tell

_KINDS = "Markdown, HTML, DOCX, PDF, text, a picture or a recording"
_SHARES = 2
_NONE: Mapping[str, list[ReadPage]] = {}
_NUMBER = re.compile(r"^\d+[-_. ]+")


def _untold(doing: Doing, done: int, of: int) -> None:
    """Where nobody watches."""


@dataclass(frozen=True, slots=True)
class ReadRoster:
    """The students that a file lists, what could not be read of it, and what its columns were taken for."""

    listed: list[Listed]
    problems: list[Problem]
    columns: tuple[Column, ...]
    certain: bool


async def read_listed(
    name: str, body: bytes, class_name: str, means: Sequence[Means] = (), today: date | None = None
) -> ReadRoster:
    """Reads a roster file, or a list of names. Raises Unreadable."""
    roster = await within_limits(name, read_roster, name, body, class_name, means, today)
    listed = [Listed(c.name, s.name, s.email, s.outside_id) for c in roster.classes for s in c.students]
    if not listed and not roster.problems and roster.certain:
        raise Unreadable(name, "there is no student in it")
    return ReadRoster(listed, roster.problems, roster.columns, roster.certain)


async def take_in_pages(
    unit: Unit, actor: Actor, master_id: int, read: "ReadFiles", update: bool = False, tell: Tell = _untold
) -> PagesReportOut:
    """Takes in what was read. `update`: pages that are there by name change."""
    taken = await import_pages(unit, actor, master_id, read.items, update, partial(tell, "taking in"))
    updated = [PageBefore(page_id=page_id, revision=revision) for page_id, revision in taken.updated.items()]
    return PagesReportOut(
        page_ids=taken.page_ids,
        section_ids=taken.section_ids,
        divider_ids=taken.divider_ids,
        updated=updated,
        same=taken.same,
        problems=_problems(read.problems),
    )


async def plan_pages(unit: Unit, actor: Actor, master_id: int, read: "ReadFiles") -> PagesPlanOut:
    """What would come of it, before anything happens."""
    there = await look_at_import(unit, actor, master_id, read.items)
    pages = [
        PlannedPageOut(
            title=title_of(page.document),
            into=[*page.dividers, page.section],
            page_id=known.page_id if known else None,
            gone=list(known.gone) if known else [],
        )
        for page, known in zip(read.pages, there, strict=True)
    ]
    return PagesPlanOut(pages=pages, problems=_problems(read.problems))


def _problems(problems: list[Problem]) -> list[ProblemOut]:
    return [ProblemOut.model_validate(problem) for problem in problems]


@dataclass(slots=True)
class ReadFiles:
    """What files come to, in order: pages, and dividers and sections of which they say more than a name."""

    items: list[ImportedPage | ImportedHolder] = field(default_factory=list[ImportedPage | ImportedHolder])
    problems: list[Problem] = field(default_factory=list[Problem])

    @property
    def pages(self) -> list[ImportedPage]:
        """The pages alone."""
        return [item for item in self.items if isinstance(item, ImportedPage)]


async def read_as_pages(name: str, body: bytes, draws: bool = True, tell: Tell = _untold) -> "ReadFiles":
    """What a file comes to, read by processes of their own; it takes its time, and needs no transaction.

    `draws`: if not, the pages of a PDF come without their pictures, at once. Raises Unreadable, also where nothing in
    it can be a page.
    """
    hear = partial(tell, "reading")
    if _ending(name) == ".pdf":
        read = await _read_pdf(name, body, draws, hear)
    else:
        read = await heard_within_limits(name, hear, _read_files, name, body)
    if not read.items:
        why = read.problems[0].reason if read.problems else f"there is nothing in it that can be a page ({_KINDS})"
        raise Unreadable(name, why)
    return read


async def _read_pdf(name: str, body: bytes, draws: bool, hear: Hear) -> "ReadFiles":
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
    if body[:2] == b"PK" and _ending(name) not in READERS and not is_known(_ending(name)):
        return read_pages(read_archive(name, body), hear=hear)
    return read_pages({name: body}, alone=True, hear=hear)


def _markdown(name: str, body: bytes) -> list[ReadPage]:
    return [read_markdown(name, body)]


def _html(name: str, body: bytes) -> list[ReadPage]:
    return [read_html(name, body)]


def _docx(name: str, body: bytes) -> list[ReadPage]:
    return [read_docx(name, body)]


def _picture(name: str, body: bytes) -> list[ReadPage]:
    """A picture by itself is a page with this picture on it."""
    maker = Maker()
    page = maker.page(name, stem_of(name), [maker.made("image", src="picture", alt=""), maker.made("paragraph")])
    return [ReadPage(page, embedded={"picture": clean_picture(name, body)})]


def _text(name: str, body: bytes) -> list[ReadPage]:
    """Plain text: a paragraph for each stretch between empty lines, its lines as they are."""
    maker = Maker()
    stretches = re.split(r"\n\s*\n", decoded(name, body).strip("\n"))
    blocks = [maker.made("paragraph", lines_of(stretch)) for stretch in stretches if stretch.strip()]
    return [ReadPage(maker.page(name, stem_of(name), blocks))]


def _recording(name: str, body: bytes) -> list[ReadPage]:
    """A recording by itself is a page with it."""
    maker = Maker()
    media_type, clean = clean_media(name, body)
    medium = RECORDINGS[_ending(name)]
    page = maker.page(
        name, stem_of(name), [maker.made("recording", src="it", alt="", medium=medium), maker.made("paragraph")]
    )
    return [ReadPage(page, embedded={"it": (media_type, clean)})]


# A new format is a reader and its endings.
READERS: dict[str, Callable[[str, bytes], list[ReadPage]]] = {
    **dict.fromkeys((".md", ".markdown"), _markdown),
    **dict.fromkeys((".html", ".htm", ".xhtml"), _html),
    ".docx": _docx,
    ".pdf": read_pdf,
    ".txt": _text,
}
PICTURES = frozenset({".png", ".jpg", ".jpeg", ".webp", ".gif", ".svg", ".bmp", ".tif", ".tiff"})


def _ending(path: str) -> str:
    return PurePosixPath(path).suffix.lower()


def _reader(path: str, alone: bool) -> Callable[[str, bytes], list[ReadPage]] | None:
    """Pictures and recordings among other files are there for those; by itself one is a page."""
    if alone and _ending(path) in PICTURES:
        return _picture
    return _recording if alone and _ending(path) in RECORDINGS else READERS.get(_ending(path))


def read_pages(
    files: Mapping[str, bytes],
    alone: bool = False,
    known: Mapping[str, list[ReadPage]] = _NONE,
    hear: Hear = unheard,
) -> ReadFiles:
    """Files by path, in the order of their names: folders are dividers, the innermost a section.

    A file of many pages is a section by itself. `known`: what has been read already.
    """
    read = ReadFiles()
    named: set[str] = set()
    for k, path in enumerate(sorted(files)):
        hear(k, len(files))
        if PurePosixPath(path).name == ABOUT and (about := read_about(files[path])):
            read.items.append(ImportedHolder(_folders(path), *about))
        reader = _reader(path, alone)
        if reader is None:
            continue
        named.add(path)
        try:
            found = known.get(path) or reader(path, files[path])
        except Unreadable as error:
            read.problems.append(Problem(path, 0, error.why))
            continue
        folders = _folders(path)
        folders = (folders or ("New pages",)) if len(found) == 1 else (*folders, stem_of(path))
        for page in found:
            read.problems += page.problems
            pictures = {source: CleanBlob(*picture) for source, picture in page.embedded.items()}
            pictures |= _pictures(path, page.pictures, files, read.problems)
            named.update(_target(path, source) for source in page.pictures)
            told = page.tucked_under, pictures, page.standing
            read.items.append(ImportedPage(folders[:-1], folders[-1], page.document, *told))
    left = [path for path in sorted(files) if path not in named and PurePosixPath(path).name != ABOUT]
    read.problems += [Problem(path, 0, _why_left(path)) for path in left]
    return read


def _why_left(path: str) -> str:
    if _ending(path) in PICTURES or _ending(path) in RECORDINGS:
        return "no page shows it, and it was left out"
    return why_unread(_ending(path))


def _folders(path: str) -> tuple[str, ...]:
    return tuple(name_of_folder(_NUMBER.sub("", part)) for part in PurePosixPath(path).parts[:-1])


def _target(path: str, source: str) -> str:
    """What a page at a path means by a source, among the files of one zip."""
    return posixpath.normpath(PurePosixPath(path).parent / unquote(source))


def _pictures(
    path: str, wanted: list[str], files: Mapping[str, bytes], problems: list[Problem]
) -> dict[str, CleanBlob]:
    found: dict[str, CleanBlob] = {}
    for source in wanted:
        target = _target(path, source)
        if target not in files:
            problems.append(Problem(path, 0, f"the picture {source} is not among the files"))
            continue
        try:
            found[source] = CleanBlob(*clean_media(source, files[target]))
        except Unreadable as error:
            problems.append(Problem(path, 0, f"{source}: {error.why}"))
    return found
