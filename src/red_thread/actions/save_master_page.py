"""Saving a master page as the teacher types."""

from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page
from red_thread.actions.ports import Unit
from red_thread.actions.ports.masters import MasterPage
from red_thread.actions.read_page import read_page
from red_thread.core.merge import merge_page
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import with_attributes


async def save_master_page(unit: Unit, actor: Actor, page_id: int, document: Any, revision: int) -> MasterPage:
    """Saves a page that was begun at `revision`; a late save is merged with what came in between.

    Returns the page as it now stands. Raises PageRefused.
    """
    page = await require_master_page(unit, actor, page_id, lock=True)
    fresh = read_page(document)
    began = None if revision == page.revision else await unit.masters.page_state(page_id, revision)
    if began is not None:
        # The other window's state is the newer one, this one's words are those to keep.
        fresh = merge_page(began, page.document, fresh).page
    if not (fresh.get("attrs") or {}).get("title", "").strip():
        fresh = with_attributes(fresh, title="Untitled")
    if fingerprint(fresh) != page.fingerprint:
        await unit.masters.save_page(page_id, fresh, page.revision + 1)
    saved = await unit.masters.page(page_id)
    assert saved is not None
    return saved
