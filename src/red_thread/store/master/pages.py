"""Master pages in PostgreSQL: their documents, their past, and how they are found."""

from collections.abc import Collection
from datetime import datetime
from typing import Any

from sqlalchemy import func, insert, select, text, update
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.display import Display
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, title_of
from red_thread.core.page.search import words_of_page
from red_thread.store import tables as t
from red_thread.store.documents import read, written
from red_thread.store.master.values import (
    FoundPage,
    MasterPage,
    PastState,
)
from red_thread.store.search import STRETCH, parts_of, sought
from red_thread.store.windows import Sent, Window

_STATES_KEPT = 40  # saves of a master page that a late one can still be merged with
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
# By whole words and their beginnings, by the index; and within words, for languages that write no blanks.
_SEARCH = text(f"""
    SELECT p.id, p.title, ts_headline('simple', p.words, to_tsquery('simple', :query), {STRETCH}) AS snippet
    FROM page p JOIN section s ON s.id = p.section_id
    WHERE s.master_id = :master AND p.removed_at IS NULL AND s.removed_at IS NULL
    AND (to_tsvector('simple', p.words) @@ to_tsquery('simple', :query) OR p.words ILIKE ALL (:within))
    ORDER BY ts_rank(to_tsvector('simple', p.words), to_tsquery('simple', :query)) DESC, p.id LIMIT 50
""")


class PageStore:
    """Pages of masters, and their earlier states."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def get(self, page_id: int, lock: bool = False) -> MasterPage | None:
        """A master page; None if there is none of this id. `lock`: nobody else changes it meanwhile."""
        if lock:  # by itself, for the reason told in store/notebook/notebooks.py
            await self.connection.execute(select(t.Page.id).where(t.Page.id == page_id).with_for_update())
        pages = await self._where(t.Page.id == page_id)
        return pages[0] if pages else None

    async def get_many(self, page_ids: list[int]) -> list[MasterPage]:
        """These master pages, in order of their ids."""
        return await self._where(t.Page.id.in_(page_ids))

    async def lock(self, page_ids: list[int]) -> None:
        """Nobody changes these, or makes an edition of them, until the transaction ends."""
        wanted = select(t.Page.id).where(t.Page.id.in_(page_ids)).order_by(t.Page.id)
        await self.connection.execute(wanted.with_for_update(key_share=True))

    async def titles(self, page_ids: Collection[int]) -> dict[int, str]:
        """What these master pages are called, by their ids."""
        wanted = select(t.Page.id, t.Page.title).where(t.Page.id.in_(page_ids))
        return {row.id: row.title for row in await self.connection.execute(wanted)}

    async def _where(self, condition: Any) -> list[MasterPage]:
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
        rows = await self.connection.execute(wanted)
        return [_page(row) for row in rows]

    async def state(self, page_id: int, revision: int) -> Node | None:
        """A page as it was at a revision; None if that is kept no more."""
        state = await self.connection.execute(
            select(t.PageState.document).where(t.PageState.page_id == page_id, t.PageState.revision == revision)
        )
        stored = state.scalar_one_or_none()
        return read(stored) if stored else None

    async def past(self, page_id: int) -> list[PastState]:
        """The last state of each burst of writing, the newest first."""
        rows = await self.connection.execute(_PAST, {"page": page_id})
        return [PastState(row.revision, row.made_at, row.made_by_name or "", read(row.document)) for row in rows]

    async def last_of_window(self, page_id: int, window: Window) -> Sent | None:
        """The newest state that the window sent, whichever of its saves is being looked at."""
        mine = t.PageState.page_id == page_id, t.PageState.window_id == window.id
        wanted = select(t.PageState.revision, t.PageState.window_save).where(*mine)
        newest = wanted.order_by(t.PageState.revision.desc()).limit(1)
        row = (await self.connection.execute(newest)).one_or_none()
        return None if row is None else Sent(row.revision, row.window_save >= window.save)

    async def save(
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

    async def revisions(self, page_ids: list[int]) -> dict[int, int]:
        """At which revision each of these pages is."""
        wanted = select(t.Page.id, t.Page.revision).where(t.Page.id.in_(page_ids))
        return {row.id: row.revision for row in await self.connection.execute(wanted)}

    async def search(self, master_id: int, words: list[str]) -> list[FoundPage]:
        """The pages on which all of these stand, as words or the beginnings of words, or within words."""
        values = {"master": master_id, **sought(words)}
        rows = await self.connection.execute(_SEARCH, values)
        return [FoundPage(row.id, row.title, parts_of(row.snippet)) for row in rows]


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
