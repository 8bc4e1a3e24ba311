"""Saving a master page as the teacher types."""

from dataclasses import dataclass
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_master_page
from red_thread.actions.ports import Unit
from red_thread.actions.ports.masters import MasterPage
from red_thread.actions.ports.windows import Window
from red_thread.actions.read_page import read_page
from red_thread.core.merge import common_page, merge_windows, without_knots
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, with_attributes


@dataclass(frozen=True, slots=True)
class SavedMasterPage:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may type on."""

    page: MasterPage
    sent_revision: int


async def save_master_page(
    unit: Unit, actor: Actor, page_id: int, document: Any, revision: int, window: Window | None = None
) -> SavedMasterPage:
    """Saves a page that was begun at `revision`; a late save is merged with what came in between.

    A window that never got an answer goes on from what it sent itself; what comes in after a later save of its window
    changes nothing.
    What was sent becomes a state of its own first, so that a teacher who types on meanwhile has a base to go on from.
    Where two windows changed the same words, both wordings stand one behind the other, as the teacher's own blocks. A
    base that is gone falls back to what both have in common: nothing of a colleague's is ever written over.
    Raises PageRefused.
    """
    page = await require_master_page(unit, actor, page_id, lock=True)
    fresh = _titled(read_page(document))
    known = await unit.masters.last_of_window(page_id, window) if window is not None else None
    if known is not None and known.overtaken:
        return SavedMasterPage(page, known.revision)
    revision = max(revision, known.revision) if known is not None else revision
    if revision == page.revision:
        sent = await _save(unit, actor, page, fresh, page.revision, window=window)
        return SavedMasterPage(await _page(unit, page_id), sent)
    base = await unit.masters.page_state(page_id, revision) or common_page(page.document, fresh)
    sent = await _save(unit, actor, page, fresh, page.revision, window=window)
    merged = without_knots((await aside(merge_windows, base, page.document, fresh)).page)
    await _save(unit, actor, page, _titled(merged), sent, before=fresh)
    return SavedMasterPage(await _page(unit, page_id), sent)


def _titled(page: Node) -> Node:
    return page if (page.get("attrs") or {}).get("title", "").strip() else with_attributes(page, title="Untitled")


async def _save(
    unit: Unit,
    actor: Actor,
    page: MasterPage,
    fresh: Node,
    revision: int,
    before: Node | None = None,
    window: Window | None = None,
) -> int:
    """Stores a state if it differs from the one before; gives the revision that stands."""
    known = page.fingerprint if before is None else fingerprint(before)
    if fingerprint(fresh) == known:
        return revision
    await unit.masters.save_page(page.id, fresh, revision + 1, actor.person_id, window)
    return revision + 1


async def _page(unit: Unit, page_id: int) -> MasterPage:
    saved = await unit.masters.page(page_id)
    assert saved is not None
    return saved
