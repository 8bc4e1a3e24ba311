"""How a master page came about, and going back to how it was."""

from dataclasses import dataclass
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.master.save_master_page import SavedMasterPage, save_master_page
from red_thread.actions.permissions import require_master_page
from red_thread.actions.refusals import NotFound
from red_thread.core.merge import changes
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class PastMoment:
    """One line of a master page's past. `changed`: what it brought, in plain words."""

    revision: int
    made_at: datetime
    made_by: str
    changed: tuple[str, ...]


async def look_at_master_past(unit: Unit, actor: Actor, page_id: int) -> list[PastMoment]:
    """The moments of a master page, newest first. Raises NotFound."""
    await require_master_page(unit, actor, page_id, reads=True)
    states = await unit.pages.past(page_id)
    told: list[PastMoment] = []
    for state, before in zip(states, [*states[1:], None], strict=True):
        words = changes(before.document, state.document) if before else []
        told.append(PastMoment(state.revision, state.made_at, state.made_by, tuple(change.words for change in words)))
    return told


async def go_back_to(unit: Unit, actor: Actor, page_id: int, revision: int) -> SavedMasterPage:
    """Brings a master page back to a state, as a new one: going back can be gone back from. Raises NotFound."""
    page = await require_master_page(unit, actor, page_id, lock=True)
    document = await unit.pages.state(page_id, revision)
    if document is None:
        raise NotFound(what="state of this page")
    return await save_master_page(unit, actor, page_id, document, page.revision)
