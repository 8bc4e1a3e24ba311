"""Saving a master page as the teacher types."""

from dataclasses import dataclass
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_master_page
from red_thread.actions.read_page import read_page
from red_thread.actions.save_page import Base, save_page
from red_thread.core.merge import merge_windows, without_knots
from red_thread.core.outline.display import Display
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, with_attributes
from red_thread.store.master.values import MasterPage
from red_thread.store.unit import Unit
from red_thread.store.windows import Sent, Window


@dataclass(frozen=True, slots=True)
class SavedMasterPage:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may type on.

    `left_out`: what was sent and can stand on no page, in words.
    """

    page: MasterPage
    sent_revision: int
    left_out: tuple[str, ...] = ()


async def save_master_page(
    unit: Unit, actor: Actor, page_id: int, document: Any, revision: int, window: Window | None = None
) -> SavedMasterPage:
    """Saves a page that was begun at `revision`; a late save is merged with what came in between.

    Where two windows changed the same words, both wordings stand one behind the other, as the teacher's own blocks.
    Raises PageRefused.
    """
    page = await require_master_page(unit, actor, page_id, lock=True)
    taken_in = await read_page(unit, document)
    fresh = _titled(taken_in.page)
    saved = await save_page(_MasterSheet(unit, actor, page), fresh, revision, revision != page.revision, window)
    now = await unit.pages.get(page_id)
    assert now is not None
    return SavedMasterPage(now, saved.sent_revision, taken_in.left_out)


@dataclass(frozen=True, slots=True)
class _MasterSheet:
    unit: Unit
    actor: Actor
    now: MasterPage
    edition_id: None = None

    async def last_of_window(self, window: Window) -> Sent | None:
        return await self.unit.pages.last_of_window(self.now.id, window)

    async def base(self, revision: int) -> Base | None:
        page = await self.unit.pages.state(self.now.id, revision)
        return Base(page) if page is not None else None

    def require_allowed(self, base: Node, fresh: Node) -> None:
        """A teacher may change all of it."""

    async def keep(self, before: Node, page: Node, revision: int, window: Window | None, in_between: bool) -> int:
        if fingerprint(page) == fingerprint(before):
            return revision
        await self.unit.pages.save(self.now.id, page, revision + 1, self.actor.person_id, window)
        await self.unit.news.of_page(self.now.id)
        if self.now.display is Display.DISPLAY:
            await self.unit.news.of_display(self.now.master_id)
        return revision + 1

    async def together(self, base: Base, fresh: Node) -> Node:
        merged = await aside(merge_windows, base.page, self.now.document, fresh)
        return _titled(without_knots(merged.page))


def _titled(page: Node) -> Node:
    return page if (page.get("attrs") or {}).get("title", "").strip() else with_attributes(page, title="Untitled")
