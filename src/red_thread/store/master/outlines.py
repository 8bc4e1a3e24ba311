"""The outline of a master in PostgreSQL."""

from dataclasses import fields
from datetime import datetime
from typing import Any, Literal, TypeAlias

from sqlalchemy import insert, select, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.notebook.allowed import Arranging
from red_thread.core.outline.display import Display
from red_thread.core.outline.tree import Divider, Outline, OutlinePage, Section
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, title_of
from red_thread.core.page.search import words_of_page
from red_thread.store import tables as t
from red_thread.store.documents import written
from red_thread.store.master.values import (
    OutlineItem,
    OutlineKind,
    Starter,
    TakenOutItem,
)
from red_thread.store.rows import as_value, as_values, columns

_OutlineTable: TypeAlias = type[t.Divider] | type[t.Section] | type[t.Page]
_TABLES: dict[OutlineKind, _OutlineTable] = {"divider": t.Divider, "section": t.Section, "page": t.Page}
_PAGES = text("""
    SELECT p.id, p.section_id, p.parent_id, p.title, p.order_key, coalesce(e.number, 0) AS edition,
           e.fingerprint IS NOT NULL AND e.fingerprint <> p.fingerprint AS changed,
           p.template, p.starter, coalesce(p.display, s.display) AS display, p.display AS own_display
    FROM page p
    JOIN section s ON s.id = p.section_id
    LEFT JOIN LATERAL (
        SELECT number, fingerprint FROM edition WHERE page_id = p.id ORDER BY number DESC LIMIT 1
    ) e ON true
    WHERE s.master_id = :master AND p.removed_at IS NULL AND s.removed_at IS NULL
""")
_STARTERS = text("""
    SELECT p.id AS page_id, max(e.number) AS number, p.starter_since AS since
    FROM page p JOIN section s ON s.id = p.section_id JOIN edition e ON e.page_id = p.id
    WHERE s.master_id = :master AND p.starter AND p.removed_at IS NULL AND s.removed_at IS NULL
    GROUP BY p.id, p.starter_since
""")
_ADD_PAGE = text("""
    WITH added AS (
        INSERT INTO page (section_id, parent_id, order_key, title, document, fingerprint, changed_at, words)
        VALUES (:section, :parent, :key, :title, :document, :fingerprint, :now, :words) RETURNING id
    ), first_state AS (
        INSERT INTO page_state (page_id, revision, document) SELECT id, 1, :document FROM added
    )
    SELECT id FROM added
""")
_ITEMS: dict[OutlineKind, Any] = {
    "divider": text(
        "SELECT id, master_id, parent_id AS holder_id, NULL::bigint AS parent_id, name, order_key, removed_at,"
        " NULL AS display FROM divider WHERE id = :id"
    ),
    "section": text(
        "SELECT id, master_id, divider_id AS holder_id, NULL::bigint AS parent_id, name, order_key, removed_at,"
        " display FROM section WHERE id = :id"
    ),
    "page": text(
        "SELECT p.id, s.master_id, p.section_id AS holder_id, p.parent_id, p.title AS name, p.order_key,"
        " p.removed_at, p.display FROM page p JOIN section s ON s.id = p.section_id WHERE p.id = :id"
    ),
}
_TAKEN_OUT = text("""
    SELECT 'divider' AS kind, id, name, 0 AS pages, removed_at FROM divider
    WHERE master_id = :master AND removed_at > :since
    UNION ALL
    SELECT 'section', s.id, s.name, (SELECT count(*) FROM page p WHERE p.section_id = s.id AND p.removed_at IS NULL),
        s.removed_at
    FROM section s WHERE s.master_id = :master AND s.removed_at > :since
    UNION ALL
    SELECT 'page', p.id, p.title, 1, p.removed_at FROM page p JOIN section s ON s.id = p.section_id
    WHERE s.master_id = :master AND s.removed_at IS NULL AND p.removed_at > :since
    ORDER BY removed_at DESC, id
""")
# A thousand are read whenever a master is opened.
_PAGE_COLUMNS = tuple(field.name for field in fields(OutlinePage))
_DISPLAYS = {display.value: display for display in Display}


class OutlineStore:
    """Dividers, sections and pages of masters in their order, and what is out of it."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def read_of_page(self, page_id: int) -> Outline | None:
        """The outline of the master in which a page is; None if there is no such page."""
        item = await self.item("page", page_id)
        return await self.read(item.master_id) if item else None

    async def read(self, master_id: int) -> Outline:
        """The dividers, sections and pages of a master that are not taken out, in order."""
        dividers = await self.connection.execute(
            select(t.Divider.id, t.Divider.parent_id, t.Divider.name, t.Divider.order_key).where(
                t.Divider.master_id == master_id, t.Divider.removed_at.is_(None)
            )
        )
        sections = await self.connection.execute(
            select(
                t.Section.id,
                t.Section.divider_id,
                t.Section.name,
                t.Section.order_key,
                t.Section.display,
                t.Section.writing,
                t.Section.arranging,
            ).where(t.Section.master_id == master_id, t.Section.removed_at.is_(None))
        )
        pages = await self.connection.execute(_PAGES, {"master": master_id})
        return Outline(
            tuple(as_values(Divider, dividers)),
            tuple(Section(*r[:4], Display(r.display), r.writing, _arranging(r.arranging)) for r in sections),
            tuple(map(_outline_page, columns(pages, *_PAGE_COLUMNS))),
        )

    async def item(self, kind: OutlineKind, item_id: int) -> OutlineItem | None:
        """A divider, section or page of an outline, taken out or not; None if there is none of this id."""
        row = (await self.connection.execute(_ITEMS[kind], {"id": item_id})).one_or_none()
        if row is None:
            return None
        return OutlineItem(
            kind,
            row.id,
            row.master_id,
            row.holder_id,
            row.parent_id,
            row.name,
            row.order_key,
            row.removed_at is not None,
            _display(row.display),
        )

    async def add_divider(self, master_id: int, parent_id: int | None, name: str, key: str) -> int:
        """Makes a divider at an order key; gives its id."""
        row = insert(t.Divider).values(master_id=master_id, parent_id=parent_id, name=name, order_key=key)
        return (await self.connection.execute(row.returning(t.Divider.id))).scalar_one()

    async def add_section(self, master_id: int, divider_id: int | None, name: str, key: str) -> int:
        """Makes a section at an order key; gives its id."""
        row = insert(t.Section).values(master_id=master_id, divider_id=divider_id, name=name, order_key=key)
        return (await self.connection.execute(row.returning(t.Section.id))).scalar_one()

    async def add_page(self, section_id: int, parent_id: int | None, key: str, document: Node) -> int:
        """Makes a page at an order key; gives its id."""
        values = {
            "section": section_id,
            "parent": parent_id,
            "key": key,
            "title": title_of(document),
            "document": written(document),
            "fingerprint": fingerprint(document),
            "now": self.now,
            "words": words_of_page(document),
        }
        return (await self.connection.execute(_ADD_PAGE, values)).scalar_one()

    async def make_anew(self, page_id: int, document: Node) -> None:
        """Another document for a page that was made just now: it is at its first revision still."""
        made = {"document": written(document), "fingerprint": fingerprint(document), "words": words_of_page(document)}
        await self.connection.execute(update(t.Page).where(t.Page.id == page_id).values(**made))
        state = update(t.PageState).where(t.PageState.page_id == page_id)
        await self.connection.execute(state.values(document=made["document"]))

    async def rename(self, kind: OutlineKind, item_id: int, name: str) -> None:
        """Gives a divider or section another name; the name of a page is its title."""
        table = _TABLES[kind]
        await self.connection.execute(update(table).where(table.id == item_id).values(name=name))

    async def place(self, item: OutlineItem) -> None:
        """Puts an item where it says that it stands."""
        values: dict[str, Any] = {"order_key": item.order_key}
        if item.kind == "page":
            values |= {"section_id": item.holder_id, "parent_id": item.parent_id}
        else:
            values |= {"parent_id" if item.kind == "divider" else "divider_id": item.holder_id}
        table = _TABLES[item.kind]
        await self.connection.execute(update(table).where(table.id == item.id).values(**values))

    async def set_display(self, kind: Literal["section", "page"], item_id: int, display: Display | None) -> None:
        """Who sees a page beside those who have it, or the pages of a section that say nothing themselves."""
        table = _TABLES[kind]
        await self.connection.execute(update(table).where(table.id == item_id).values(display=display))

    async def writing_of(self, section_id: int) -> str:
        """Where students may write on the pages that are made in a section."""
        wanted = select(t.Section.writing).where(t.Section.id == section_id)
        return (await self.connection.execute(wanted)).scalar_one()

    async def set_writing(self, section_id: int, writing: str) -> None:
        """The same, set."""
        await self.connection.execute(update(t.Section).where(t.Section.id == section_id).values(writing=writing))

    async def set_arranging(self, section_id: int, arranging: Arranging | None) -> None:
        """What students may do in a section; None: as the course says."""
        row = update(t.Section).where(t.Section.id == section_id)
        await self.connection.execute(row.values(arranging=arranging))

    async def set_starter(self, page_id: int, on: bool) -> None:
        """Whether new notebooks begin with a page."""
        since = {"starter": on, "starter_since": self.now if on else None}
        await self.connection.execute(update(t.Page).where(t.Page.id == page_id).values(**since))

    async def set_template(self, page_id: int, on: bool) -> None:
        """Whether new pages can begin as this one."""
        await self.connection.execute(update(t.Page).where(t.Page.id == page_id).values(template=on))

    async def starters(self, master_id: int) -> list[Starter]:
        """The pages with which new notebooks begin."""
        return [as_value(Starter, row) for row in await self.connection.execute(_STARTERS, {"master": master_id})]

    async def set_removed(self, kind: OutlineKind, item_id: int, removed: bool) -> None:
        """Takes something out of the outline, or brings it back."""
        table = _TABLES[kind]
        at = self.now if removed else None
        await self.connection.execute(update(table).where(table.id == item_id).values(removed_at=at))

    async def take_out_pages(self, page_ids: list[int]) -> None:
        """The same for many pages."""
        await self.connection.execute(update(t.Page).where(t.Page.id.in_(page_ids)).values(removed_at=self.now))

    async def taken_out(self, master_id: int, since: datetime) -> list[TakenOutItem]:
        """What was taken out since then by itself, not with what it stood in; the newest first."""
        rows = await self.connection.execute(_TAKEN_OUT, {"master": master_id, "since": since})
        return as_values(TakenOutItem, rows)


def _outline_page(row: tuple[Any, ...]) -> OutlinePage:
    *said, display, own = row
    made: Any = OutlinePage  # how many of them there are is known by name alone
    return made(*said, _DISPLAYS[display], _display(own))


def _arranging(kept: str | None) -> Arranging | None:
    return None if kept is None else Arranging(kept)


def _display(stored: str | None) -> Display | None:
    return None if stored is None else _DISPLAYS[stored]
