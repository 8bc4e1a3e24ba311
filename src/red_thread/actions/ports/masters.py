"""The master: its outline, its pages, their editions."""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal, Protocol, TypeAlias

from red_thread.actions.ports.windows import Sent, Window
from red_thread.core.outline.tree import Outline
from red_thread.core.page.nodes import Node

OutlineKind: TypeAlias = Literal["divider", "section", "page"]


@dataclass(frozen=True, slots=True)
class MasterInfo:
    id: int
    name: str


@dataclass(frozen=True, slots=True)
class MasterPage:
    """A master page as the teacher has it now."""

    id: int
    master_id: int
    section_id: int
    parent_id: int | None
    title: str
    document: Node
    fingerprint: bytes
    revision: int
    removed: bool


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
    """Where a divider, section or page stands. `holder_id`: its divider, or a page's section."""

    kind: OutlineKind
    id: int
    master_id: int
    holder_id: int | None
    parent_id: int | None
    name: str
    order_key: str
    removed: bool


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


class Masters(Protocol):
    async def add_master(self, name: str, teacher_id: int) -> int: ...
    async def add_teacher(self, master_id: int, person_id: int) -> None: ...
    async def of_teacher(self, person_id: int) -> list[MasterInfo]: ...
    async def hold(self, master_id: int) -> None: ...
    async def teaches(self, person_id: int, master_id: int) -> bool: ...
    async def outline(self, master_id: int) -> Outline: ...
    async def given(self, master_id: int) -> list[tuple[int, int]]: ...
    async def item(self, kind: OutlineKind, item_id: int) -> OutlineItem | None: ...
    async def add_divider(self, master_id: int, parent_id: int | None, name: str, key: str) -> int: ...
    async def add_section(self, master_id: int, divider_id: int | None, name: str, key: str) -> int: ...
    async def add_page(self, section_id: int, parent_id: int | None, key: str, document: Node) -> int: ...
    async def rename(self, kind: OutlineKind, item_id: int, name: str) -> None: ...
    async def place(self, item: OutlineItem) -> None: ...
    async def set_removed(self, kind: OutlineKind, item_id: int, removed: bool) -> None: ...
    async def page(self, page_id: int, lock: bool = False) -> MasterPage | None: ...
    async def lock_pages(self, page_ids: list[int]) -> None:
        """Nobody changes these, or makes an edition of them, until the transaction ends."""
        ...

    async def pages(self, page_ids: list[int]) -> list[MasterPage]: ...
    async def taken_out(self, master_id: int, since: datetime) -> list[TakenOutItem]: ...
    async def page_state(self, page_id: int, revision: int) -> Node | None: ...
    async def last_of_window(self, page_id: int, window: Window) -> Sent | None: ...
    async def save_page(
        self, page_id: int, document: Node, revision: int, made_by: int, window: Window | None = None
    ) -> None: ...
    async def past(self, page_id: int) -> list[PastState]: ...
    async def editions(self, page_id: int) -> list[EditionInfo]: ...
    async def latest_editions(self, page_ids: list[int]) -> dict[int, tuple[int, int, bytes]]: ...
    async def edition_document(self, edition_id: int) -> Node: ...
    async def make_edition(self, page: MasterPage, number: int, made_by: int) -> int: ...
