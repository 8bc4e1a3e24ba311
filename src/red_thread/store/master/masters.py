"""The master in PostgreSQL: outline, pages, editions."""

import re
from collections.abc import Collection, Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any, Literal, TypeAlias, cast

from sqlalchemy import TextClause, bindparam, func, insert, select, text, update
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.display import Display
from red_thread.core.outline.tree import Divider, Outline, OutlinePage, Section
from red_thread.core.page.answers import count_answers
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, title_of
from red_thread.core.page.search import words_of_page
from red_thread.store import tables as t
from red_thread.store.documents import read, written
from red_thread.store.master.values import (
    Colleague,
    EditionInfo,
    FoundPage,
    MasterInfo,
    MasterPage,
    OutlineItem,
    OutlineKind,
    PastState,
    Role,
    Starter,
    Stretch,
    TakenOutItem,
)
from red_thread.store.notebook.standing import FOLLOWING, IN_NOTEBOOK, PRESENT, STANDS
from red_thread.store.rows import as_value, as_values, columns
from red_thread.store.windows import Sent, Window

_STATES_KEPT = 40  # saves of a master page that a late one can still be merged with
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
_ANY_ON_DISPLAY = text("""
    SELECT EXISTS (SELECT FROM page p JOIN section s ON s.id = p.section_id
                   WHERE s.master_id = :master AND p.removed_at IS NULL AND s.removed_at IS NULL
                   AND coalesce(p.display, s.display) = 'display')
""")
_GIVEN = text(f"""
    SELECT DISTINCT n.class_id, c.page_id
    FROM notebook n JOIN copy c ON c.notebook_id = n.id
    WHERE n.class_id = {FOLLOWING} AND c.page_id IS NOT NULL AND {STANDS} AND {PRESENT}
""")
_PUSHED_TO_CLASSES = text("""
    SELECT DISTINCT w.target_id AS class_id, g.page_id
    FROM push p JOIN push_whom w ON w.push_id = p.id AND w.kind = 'class' JOIN push_page g ON g.push_id = p.id
    WHERE p.master_id = :master AND p.kind = 'push' AND p.undone_at IS NULL AND p.status <> 'scheduled'
""")
_TEACHERS = text("""
    SELECT p.id AS person_id, p.name, m.role FROM master_teacher m JOIN person p ON p.id = m.person_id
    WHERE m.master_id = :master AND m.left_at IS NULL
    ORDER BY m.role <> 'owner', m.role = 'helper', p.name COLLATE names, p.id
""")
_EDITIONS = text(f"""
    SELECT e.id, e.page_id, e.number, e.fingerprint, e.made_at, count(c.id) AS students,
           count(c.id) FILTER (WHERE c.revision > 0) AS written,
           count(c.id) FILTER (WHERE c.opened_at IS NOT NULL) AS opened,
           count(c.id) FILTER (WHERE c.knots > 0) AS knotted
    FROM edition e
    JOIN page p ON p.id = e.page_id JOIN section s ON s.id = p.section_id
    LEFT JOIN following f ON f.master_id = s.master_id AND f.until IS NULL
    LEFT JOIN notebook n ON n.class_id = f.class_id AND {PRESENT}
    LEFT JOIN copy c ON c.notebook_id = n.id AND c.page_id = e.page_id AND c.edition_id = e.id
        AND {IN_NOTEBOOK}
    WHERE e.page_id = :page
    GROUP BY e.school_id, e.id ORDER BY e.number DESC
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
_LATEST = text("""
    SELECT DISTINCT ON (page_id) page_id, id, number, fingerprint
    FROM edition WHERE page_id = ANY(:pages) ORDER BY page_id, number DESC
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


# Of what is older than the last saves, a state gives way to one that followed within ten minutes.
_THIN_STATES = text("""
    DELETE FROM page_state s WHERE page_id = :page AND revision <= :old AND EXISTS (
        SELECT FROM page_state n WHERE n.page_id = s.page_id AND n.revision > s.revision
        AND n.made_at < s.made_at + interval '10 minutes')
""")
_PAST = text("""
    SELECT s.revision, s.made_at, p.name AS made_by_name, s.document
    FROM page_state s LEFT JOIN person p ON p.id = s.made_by
    WHERE s.page_id = :page AND NOT EXISTS (
        SELECT FROM page_state n WHERE n.page_id = s.page_id AND n.revision > s.revision
        AND n.made_at < s.made_at + interval '10 minutes')
    ORDER BY s.revision DESC LIMIT 200
""")
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


# By whole words and their beginnings, by the index; and within words, for languages that write no blanks.
_SEARCH = text("""
    SELECT p.id, p.title, ts_headline('simple', p.words, to_tsquery('simple', :query),
               E'StartSel=\x02, StopSel=\x03, MaxWords=14, MinWords=8, MaxFragments=1') AS snippet
    FROM page p JOIN section s ON s.id = p.section_id
    WHERE s.master_id = :master AND p.removed_at IS NULL AND s.removed_at IS NULL
    AND (to_tsvector('simple', p.words) @@ to_tsquery('simple', :query) OR p.words ILIKE ALL (:within))
    ORDER BY ts_rank(to_tsvector('simple', p.words), to_tsquery('simple', :query)) DESC, p.id LIMIT 50
""")


# Locks that are asked for first are had first: whoever wants the master alone is not passed by for ever by a push
# that workers share.
_HOLD = text("SELECT pg_advisory_xact_lock(hashtextextended('master ' || :master, 0))")
_SHARE = text("SELECT pg_advisory_xact_lock_shared(hashtextextended('master ' || :master, 0))")


class MasterStore:
    """Masters: their outline, their pages, their editions."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def add_master(self, name: str, teacher_id: int) -> int:
        """Makes a master that a teacher owns; gives its id."""
        added = insert(t.Master).values(name=name, made_at=self.now).returning(t.Master.id)
        master_id: int = (await self.connection.execute(added)).scalar_one()
        await self.add_teacher(master_id, teacher_id, "owner")
        return master_id

    async def add_teacher(self, master_id: int, person_id: int, role: Role = "co-teacher") -> None:
        """A colleague works with this master from now on; who does already stays what they are."""
        row = upsert(t.MasterTeacher).values(master_id=master_id, person_id=person_id, role=role)
        back = row.on_conflict_do_update(
            index_elements=[t.MasterTeacher.school_id, t.MasterTeacher.master_id, t.MasterTeacher.person_id],
            set_={"role": role, "left_at": None},
            where=t.MasterTeacher.left_at.is_not(None),
        )
        await self.connection.execute(back)

    async def worked(self, person_id: int, master_id: int) -> bool:
        """Whether a person works with a master, or has."""
        found = select(t.MasterTeacher.role).where(*_pair(master_id, person_id))
        return await self.connection.scalar(found) is not None

    async def set_role(self, master_id: int, person_id: int, role: Role) -> None:
        """Another role for a colleague; one who had gone is back."""
        step = update(t.MasterTeacher).where(*_pair(master_id, person_id))
        await self.connection.execute(step.values(role=role, left_at=None))

    async def take_out_teacher(self, master_id: int, person_id: int) -> None:
        """A colleague works with this master no more."""
        step = update(t.MasterTeacher).where(*_pair(master_id, person_id))
        await self.connection.execute(step.values(left_at=self.now))

    async def teachers(self, master_id: int) -> list[Colleague]:
        """Who works with a master, the owner first."""
        found = await self.connection.execute(_TEACHERS, {"master": master_id})
        return as_values(Colleague, found)

    async def of_teacher(self, person_id: int) -> list[MasterInfo]:
        """The masters that a teacher works with."""
        found = await self.connection.execute(
            select(t.Master.id, t.Master.name, t.MasterTeacher.role)
            .join(t.MasterTeacher, t.MasterTeacher.master_id == t.Master.id)
            .where(t.MasterTeacher.person_id == person_id, t.MasterTeacher.left_at.is_(None))
            .order_by(t.Master.id)
        )
        return as_values(MasterInfo, found)

    async def hold(self, master_id: int) -> None:
        """Makes others who hold or share this master wait until the transaction ends."""
        await self.connection.execute(_HOLD, {"master": master_id})

    async def share(self, master_id: int) -> None:
        """Makes those who hold this master wait until the transaction ends, and not those who share it."""
        await self.connection.execute(_SHARE, {"master": master_id})

    async def role(self, person_id: int, master_id: int) -> Role | None:
        """As what a person works with a master; None if they do not."""
        works = select(t.MasterTeacher.role).where(*_pair(master_id, person_id), t.MasterTeacher.left_at.is_(None))
        return cast("Role | None", await self.connection.scalar(works))

    async def changes(self, person_id: int, master_id: int) -> bool:
        """Whether a person may change a master and push from it: all who work with it but helpers."""
        return await self.role(person_id, master_id) in ("owner", "co-teacher")

    async def outline(self, master_id: int) -> Outline:
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
            ).where(t.Section.master_id == master_id, t.Section.removed_at.is_(None))
        )
        pages = await self.connection.execute(_PAGES, {"master": master_id})
        return Outline(
            tuple(as_values(Divider, dividers)),
            tuple(Section(*r[:4], Display(r.display), r.writing) for r in sections),
            tuple(map(_outline_page, columns(pages, *_PAGE_COLUMNS))),
        )

    async def given(self, master_id: int) -> list[tuple[int, int]]:
        """Pairs of class id and page id: of each class, what anybody in it has."""
        return await self._pairs(_GIVEN, master_id)

    async def pushed_to_classes(self, master_id: int) -> list[tuple[int, int]]:
        """Pairs of class id and page id: what was pushed to a class as such, not to some of its students."""
        return await self._pairs(_PUSHED_TO_CLASSES, master_id)

    async def _pairs(self, wanted: TextClause, master_id: int) -> list[tuple[int, int]]:
        found = await self.connection.execute(wanted, {"master": master_id})
        return [(row.class_id, row.page_id) for row in found]

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

    async def any_on_display(self, master_id: int) -> bool:
        """Whether there is anything in a master that its classes read in it."""
        return bool((await self.connection.execute(_ANY_ON_DISPLAY, {"master": master_id})).scalar_one())

    async def set_removed(self, kind: OutlineKind, item_id: int, removed: bool) -> None:
        """Takes something out of the outline, or brings it back."""
        table = _TABLES[kind]
        at = self.now if removed else None
        await self.connection.execute(update(table).where(table.id == item_id).values(removed_at=at))

    async def take_out_pages(self, page_ids: list[int]) -> None:
        """The same for many pages."""
        await self.connection.execute(update(t.Page).where(t.Page.id.in_(page_ids)).values(removed_at=self.now))

    async def revisions(self, page_ids: list[int]) -> dict[int, int]:
        """At which revision each of these pages is."""
        wanted = select(t.Page.id, t.Page.revision).where(t.Page.id.in_(page_ids))
        return {row.id: row.revision for row in await self.connection.execute(wanted)}

    async def search(self, master_id: int, words: list[str]) -> list[FoundPage]:
        """The pages on which all of these stand, as words or the beginnings of words, or within words."""
        values = {
            "master": master_id,
            "query": " & ".join(f"{word}:*" for word in words),
            "within": [f"%{word}%" for word in words],
        }
        found = await self.connection.execute(_SEARCH, values)
        return [FoundPage(row.id, row.title, _parts_of(row.snippet)) for row in found]

    async def taken_out(self, master_id: int, since: datetime) -> list[TakenOutItem]:
        """What was taken out since then by itself, not with what it stood in; the newest first."""
        found = await self.connection.execute(_TAKEN_OUT, {"master": master_id, "since": since})
        return as_values(TakenOutItem, found)

    async def page(self, page_id: int, lock: bool = False) -> MasterPage | None:
        """A master page; None if there is none of this id. `lock`: nobody else changes it meanwhile."""
        if lock:  # by itself, for the reason told in store/notebook/notebooks.py
            await self.connection.execute(select(t.Page.id).where(t.Page.id == page_id).with_for_update())
        found = await self._pages(t.Page.id == page_id)
        return found[0] if found else None

    async def lock_pages(self, page_ids: list[int]) -> None:
        """Nobody changes these, or makes an edition of them, until the transaction ends."""
        wanted = select(t.Page.id).where(t.Page.id.in_(page_ids)).order_by(t.Page.id)
        await self.connection.execute(wanted.with_for_update(key_share=True))

    async def pages(self, page_ids: list[int]) -> list[MasterPage]:
        """These master pages, in order of their ids."""
        return await self._pages(t.Page.id.in_(page_ids))

    async def titles(self, page_ids: Collection[int]) -> dict[int, str]:
        """What these master pages are called, by their ids."""
        wanted = select(t.Page.id, t.Page.title).where(t.Page.id.in_(page_ids))
        return {row.id: row.title for row in await self.connection.execute(wanted)}

    async def _pages(self, condition: Any) -> list[MasterPage]:
        wanted = (
            select(
                t.Page.id,
                t.Section.master_id,
                t.Page.section_id,
                t.Page.parent_id,
                t.Page.title,
                t.Page.document,
                t.Page.fingerprint,
                t.Page.revision,
                t.Page.removed_at,
                func.coalesce(t.Page.display, t.Section.display).label("display"),
                t.Page.starter,
            )
            .join(t.Section, t.Section.id == t.Page.section_id)
            .where(condition)
        )
        found = await self.connection.execute(wanted)
        return [_page(row) for row in found]

    async def page_state(self, page_id: int, revision: int) -> Node | None:
        """A page as it was at a revision; None if that is kept no more."""
        found = await self.connection.execute(
            select(t.PageState.document).where(t.PageState.page_id == page_id, t.PageState.revision == revision)
        )
        stored = found.scalar_one_or_none()
        return read(stored) if stored else None

    async def past(self, page_id: int) -> list[PastState]:
        """The last state of each burst of writing, the newest first."""
        found = await self.connection.execute(_PAST, {"page": page_id})
        return [PastState(row.revision, row.made_at, row.made_by_name or "", read(row.document)) for row in found]

    async def last_of_window(self, page_id: int, window: Window) -> Sent | None:
        """The newest state that the window sent, whichever of its saves is being looked at."""
        mine = t.PageState.page_id == page_id, t.PageState.window_id == window.id
        wanted = select(t.PageState.revision, t.PageState.window_save).where(*mine)
        newest = wanted.order_by(t.PageState.revision.desc()).limit(1)
        row = (await self.connection.execute(newest)).one_or_none()
        return None if row is None else Sent(row.revision, row.window_save >= window.save)

    async def save_page(
        self, page_id: int, document: Node, revision: int, made_by: int, window: Window | None = None
    ) -> None:
        """Keeps a page at its new revision, and the state for those who began from it."""
        await self.connection.execute(
            update(t.Page)
            .where(t.Page.id == page_id)
            .values(
                title=title_of(document),
                document=written(document),
                fingerprint=fingerprint(document),
                revision=revision,
                changed_at=self.now,
                words=words_of_page(document),
            )
        )
        made = {"document": written(document), "made_at": self.now, "made_by": made_by}
        sent = {"window_id": window.id, "window_save": window.save} if window is not None else {}
        await self.connection.execute(insert(t.PageState).values(page_id=page_id, revision=revision, **made, **sent))
        old = {"page": page_id, "old": revision - _STATES_KEPT}
        await self.connection.execute(_THIN_STATES, old)

    async def editions(self, page_id: int) -> list[EditionInfo]:
        """The editions of a page, newest first, each with how many stand on it."""
        found = await self.connection.execute(_EDITIONS, {"page": page_id})
        return as_values(EditionInfo, found)

    async def latest_editions(self, page_ids: list[int]) -> dict[int, tuple[int, int, bytes]]:
        """By page: id, number and fingerprint of its newest edition; nothing for one without."""
        found = await self.connection.execute(_LATEST, {"pages": page_ids})
        return {row.page_id: (row.id, row.number, row.fingerprint) for row in found}

    async def edition_document(self, edition_id: int) -> Node:
        """The page that an edition is."""
        found = await self.connection.execute(
            select(t.Content.document)
            .join(t.Edition, t.Edition.fingerprint == t.Content.fingerprint)
            .where(t.Edition.id == bindparam("edition")),
            {"edition": edition_id},
        )
        return read(found.scalar_one())

    async def edition_documents(self, edition_ids: Collection[int]) -> dict[int, Node]:
        """The pages that these editions are, by their ids."""
        found = await self.connection.execute(
            select(t.Edition.id, t.Content.document)
            .join(t.Content, t.Edition.fingerprint == t.Content.fingerprint)
            .where(t.Edition.id.in_(edition_ids))
        )
        return {row.id: read(row.document) for row in found}

    async def make_editions(self, pages: Sequence[tuple[MasterPage, int]], made_by: int) -> dict[int, int]:
        """Makes editions of pages as they are, under these numbers; gives their ids by the pages'."""
        contents = {page.fingerprint: written(page.document) for page, _ in pages}
        await self.connection.execute(
            upsert(t.Content).on_conflict_do_nothing(),
            [{"fingerprint": fingerprint, "document": document} for fingerprint, document in contents.items()],
        )
        made = [
            {
                "page_id": page.id,
                "number": number,
                "title": page.title,
                "fingerprint": page.fingerprint,
                "answerable": count_answers(page.document).answerable,
                "made_at": self.now,
                "made_by": made_by,
            }
            for page, number in pages
        ]
        added = await self.connection.execute(insert(t.Edition).returning(t.Edition.page_id, t.Edition.id), made)
        return {row.page_id: row.id for row in added}


def _pair(master_id: int, person_id: int) -> tuple[Any, Any]:
    return t.MasterTeacher.master_id == master_id, t.MasterTeacher.person_id == person_id


# A thousand are read whenever a master is opened.
_PAGE_COLUMNS = tuple(field.name for field in fields(OutlinePage))
_DISPLAYS = {display.value: display for display in Display}


def _outline_page(row: tuple[Any, ...]) -> OutlinePage:
    *said, display, own = row
    made: Any = OutlinePage  # how many of them there are is known by name alone
    return made(*said, _DISPLAYS[display], _display(own))


def _display(stored: str | None) -> Display | None:
    return None if stored is None else _DISPLAYS[stored]


def _page(row: Any) -> MasterPage:
    return MasterPage(
        row.id,
        row.master_id,
        row.section_id,
        row.parent_id,
        row.title,
        read(row.document),
        row.fingerprint,
        row.revision,
        row.removed_at is not None,
        Display(row.display),
        row.starter,
    )


def _parts_of(snippet: str) -> list[Stretch]:
    """A stretch of words, parted where what was sought stands."""
    parts = re.split(r"(\x02[^\x03]*\x03)", snippet)
    return [Stretch(part.strip("\x02\x03"), part.startswith("\x02")) for part in parts if part]
