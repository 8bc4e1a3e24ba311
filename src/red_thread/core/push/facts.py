"""What the planner has to know. Alike notebooks come together, so ten thousand are as easy as ten."""

from collections.abc import Mapping
from dataclasses import dataclass

from red_thread.core.outline.placement import Entry
from red_thread.core.page.nodes import Node


@dataclass(frozen=True, slots=True)
class PushedPage:
    """A page to push, as it stands in the master now.

    `edition_id`: the edition that holds just this state, None if the push has yet to make it.
    """

    page_id: int
    section_id: int
    document: Node
    edition_id: int | None


@dataclass(frozen=True, slots=True)
class Untouched:
    """Copies of one page that stand on one edition and that nobody has written on.

    `pulled_back`: the pull-back that took them out of their notebooks again.
    """

    page_id: int
    edition_id: int
    put_away: bool
    notebook_ids: tuple[int, ...]
    pulled_back: int | None = None


@dataclass(frozen=True, slots=True)
class Written:
    """A copy that its student has written on. `base`: the edition that it stands on; `document`: as it is."""

    page_id: int
    notebook_id: int
    copy_id: int
    edition_id: int
    revision: int
    put_away: bool
    base: Node
    document: Node
    pulled_back: int | None = None


@dataclass(frozen=True, slots=True)
class Layout:
    """Notebooks that hold the same things in the same order in one place.

    `section_id`: the section whose pages are meant, None for the order of the sections themselves.
    """

    section_id: int | None
    entries: tuple[Entry, ...]
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class PushFacts:
    """All that a plan follows from.

    `pages` in master order. `page_rank`, `section_rank`: the place of each in the master.
    `audience`: every notebook that the push is for. `edition_numbers`: of all editions of these pages, by their ids:
    which of two is newer is told by its number alone.
    """

    pages: tuple[PushedPage, ...]
    page_rank: Mapping[int, int]
    section_rank: Mapping[int, int]
    audience: tuple[int, ...]
    untouched: tuple[Untouched, ...]
    written: tuple[Written, ...]
    pages_in: tuple[Layout, ...]
    sections_in: tuple[Layout, ...]
    edition_numbers: Mapping[int, int]
