"""Thinning out old history: bursts of writing give way, the milestones between them stay."""

from collections.abc import Callable, Iterator
from contextlib import AbstractAsyncContextManager
from datetime import UTC, datetime

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.page_history import as_told, unfolded
from red_thread.actions.refusals import NotAllowed
from red_thread.core.page.delta import make_delta
from red_thread.core.page.history import thin_out
from red_thread.core.page.nodes import Node
from red_thread.store.notebook.values import StoredState, ThinnedState
from red_thread.store.unit import Unit

AT_ONCE = 100
WHOLE_EVERY = 64  # survivors differ by more than saves do, so whole states come closer


async def thin_histories(transactions: Callable[[], AbstractAsyncContextManager[Unit]], actor: Actor) -> int:
    """Thins out every history whose time has come, a hundred pages in each transaction; returns how many pages.

    Raises NotAllowed for anybody but the house.
    """
    if actor.kind != "house":
        raise NotAllowed(what="thin out")
    done, more = 0, True
    while more:
        async with transactions() as unit:
            due = await unit.notebooks.due_for_thinning(AT_ONCE)
            for copy_id in due:
                await _thin(unit, copy_id)
        done, more = done + len(due), len(due) == AT_ONCE
    return done


async def _thin(unit: Unit, copy_id: int) -> None:
    await unit.notebooks.lock(copy_id)
    stored = await unit.notebooks.states(copy_id)
    thinned = thin_out([as_told(state) for state in stored], unit.now.timestamp())
    again_at = datetime.fromtimestamp(thinned.again_at, UTC) if thinned.again_at is not None else None
    gone = [state.revision for state in stored if state.revision not in thinned.keep]
    rewritten = list(_rewritten(stored, thinned.keep)) if gone else []
    await unit.notebooks.thin(copy_id, gone, rewritten, again_at)


def _rewritten(stored: list[StoredState], keep: frozenset[int]) -> Iterator[ThinnedState]:
    """The states that stay, each as what it changed in the one that now comes before."""
    before: Node | None = None
    pages = ((revision, page) for revision, page in unfolded(stored) if revision in keep)
    for k, (revision, page) in enumerate(pages):
        delta = make_delta(before, page) if before is not None and k % WHOLE_EVERY else None
        yield ThinnedState(revision, page if delta is None else None, delta)
        before = page
