"""From uploaded files to actions: reading is done by `formats`, changing by `actions`."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import PurePosixPath

from red_thread.actions.actor import Actor
from red_thread.actions.add_picture import CleanPicture
from red_thread.actions.master.import_pages import ImportedPage, import_pages
from red_thread.actions.ports import Unit
from red_thread.core.classes.roster_plan import Listed
from red_thread.formats.archive import read_archive
from red_thread.formats.markdown import read_markdown
from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.roster import read_roster
from red_thread.web.limits import within_limits
from red_thread.web.schemas import PagesReportOut, ProblemOut

_NUMBER = re.compile(r"^\d+[-_. ]+")


@dataclass(frozen=True, slots=True)
class ReadRoster:
    """The students that a file lists, and what could not be read of it."""

    listed: list[Listed]
    problems: list[Problem]


async def read_listed(name: str, body: bytes, class_name: str) -> ReadRoster:
    """Reads a roster file, or a list of names. Raises Unreadable."""
    roster = await within_limits(name, read_roster, name, body, class_name)
    listed = [Listed(c.name, s.name, s.email, s.outside_id) for c in roster.classes for s in c.students]
    if not listed and not roster.problems:
        raise Unreadable(name, "there is no student in it")
    return ReadRoster(listed, roster.problems)


async def take_in_pages(unit: Unit, actor: Actor, master_id: int, name: str, body: bytes) -> PagesReportOut:
    pages, problems = await within_limits(name, _read_upload, name, body)
    if not pages:
        why = problems[0].reason if problems else "there is no Markdown file in it"
        raise Unreadable(name, why)
    made = await import_pages(unit, actor, master_id, pages)
    return PagesReportOut(page_ids=made, problems=[ProblemOut.model_validate(p) for p in problems])


def _read_upload(name: str, body: bytes) -> tuple[list[ImportedPage], list[Problem]]:
    return read_pages(read_archive(name, body) if body[:2] == b"PK" else {name: body})


def read_pages(files: Mapping[str, bytes]) -> tuple[list[ImportedPage], list[Problem]]:
    """Markdown files by path, in the order of their names: folders are dividers, the innermost a section."""
    pages: list[ImportedPage] = []
    problems: list[Problem] = []
    for path in sorted(files):
        if not path.lower().endswith((".md", ".markdown")):
            continue
        try:
            page = read_markdown(path, files[path])
        except Unreadable as error:
            problems.append(Problem(path, 0, error.why))
            continue
        problems += page.problems
        pictures = _pictures(path, page.pictures, files, problems)
        folders = [_NUMBER.sub("", part) for part in PurePosixPath(path).parts[:-1]] or ["New pages"]
        pages.append(ImportedPage(tuple(folders[:-1]), folders[-1], page.document, page.tucked_under, pictures))
    return pages, problems


def _pictures(
    path: str, wanted: list[str], files: Mapping[str, bytes], problems: list[Problem]
) -> dict[str, CleanPicture]:
    found: dict[str, CleanPicture] = {}
    for source in wanted:
        target = str(PurePosixPath(path).parent / source).removeprefix("./")
        if target not in files:
            problems.append(Problem(path, 0, f"the picture {source} is not among the files"))
            continue
        try:
            found[source] = CleanPicture(*clean_picture(source, files[target]))
        except Unreadable as error:
            problems.append(Problem(path, 0, f"{source}: {error.why}"))
    return found
