"""The master: its outline, its pages, their editions."""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal, TypeAlias

from red_thread.core.outline.display import Display
from red_thread.core.page.nodes import Node
from red_thread.store.search import Stretch

OutlineKind: TypeAlias = Literal["divider", "section", "page"]


Role: TypeAlias = Literal["owner", "co-teacher", "helper"]


@dataclass(frozen=True, slots=True)
class MasterInfo:
    """A master, by name, and as what somebody works with it."""

    id: int
    name: str
    role: Role


@dataclass(frozen=True, slots=True)
class Colleague:
    """Who works with a master, and as what."""

    person_id: int
    name: str
    role: Role


@dataclass(frozen=True, slots=True)
class Starter:
    """A page with which notebooks begin that are made after `since`, at its newest edition; None: all of them."""

    page_id: int
    number: int
    since: datetime | None


@dataclass(frozen=True, slots=True)
class MasterPage:
    """A master page as the teacher has it now. `display`: what comes of what it and its section say.

    `starter`: every new notebook begins with it.
    """

    id: int
    master_id: int
    section_id: int
    parent_id: int | None
    title: str
    document: Node
    fingerprint: bytes
    revision: int
    removed: bool
    display: Display = Display.ORDINARY
    starter: bool = False


@dataclass(frozen=True, slots=True)
class EditionInfo:
    """An edition with how many stand on it. `document` is None where it was not asked for."""

    id: int
    page_id: int
    number: int
    fingerprint: bytes
    made_at: datetime
    students: int
    written: int
    opened: int
    knotted: int


@dataclass(frozen=True, slots=True)
class OutlineItem:
    """Where a divider, section or page stands. `holder_id`: its divider, or a page's section.

    `display`: as it says itself; None for a divider, and for a page that is as its section says.
    """

    kind: OutlineKind
    id: int
    master_id: int
    holder_id: int | None
    parent_id: int | None
    name: str
    order_key: str
    removed: bool
    display: Display | None = None


@dataclass(frozen=True, slots=True)
class PastState:
    """A master page as it was at the end of a burst of writing. `made_by`: the name, empty if it is not known."""

    revision: int
    made_at: datetime
    made_by: str
    document: Node


@dataclass(frozen=True, slots=True)
class TakenOutItem:
    """Something that was taken out of the outline and rests."""

    kind: OutlineKind
    id: int
    name: str
    pages: int
    removed_at: datetime


@dataclass(frozen=True, slots=True)
class FoundPage:
    """A page on which sought words stand. `snippet`: some words around them."""

    page_id: int
    title: str
    snippet: list[Stretch]
