"""The student's drawer: pages that were put away rest there, with all that is on them."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_writer
from red_thread.actions.refusals import TakenBack
from red_thread.core.notebook.copy_state import Deed, after
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.unit import Unit


async def put_away(unit: Unit, actor: Actor, copy_id: int) -> None:
    """A page of the actor's own goes into the drawer. Raises NotFound, TakenBack."""
    copy = await _require(unit, actor, copy_id, Deed.PUT_AWAY)
    await unit.notebooks.put_away(copy_id)
    await unit.news.of_notebooks([copy.notebook_id])


async def bring_back(unit: Unit, actor: Actor, copy_id: int) -> None:
    """A page of the actor's own, out of the drawer and into its place. Raises NotFound, TakenBack."""
    copy = await _require(unit, actor, copy_id, Deed.BRING_BACK)
    await unit.notebooks.bring_back(copy_id)
    await unit.news.of_notebooks([copy.notebook_id])


async def _require(unit: Unit, actor: Actor, copy_id: int, deed: Deed) -> CopyInfo:
    """The copy, if what it is allows the deed."""
    copy = await require_writer(unit, actor, copy_id)
    if after(copy.state, deed) is None:
        raise TakenBack
    return copy
