"""A teacher looks at the knots in one page and unties them for students, one or all in the same way."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.permissions import require_master_page
from red_thread.core.merge import Knot, Untying, knots_of, untie
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node
from red_thread.store.master.values import MasterPage
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class KnottedCopy:
    """A student's copy with knots in it."""

    copy_id: int
    person_name: str
    class_name: str
    knots: tuple[Knot, ...]


@dataclass(frozen=True, slots=True)
class Untied:
    """A copy in which knots were untied, and the revision that this made."""

    copy_id: int
    notebook_id: int
    revision: int


async def look_at_knots(unit: Unit, actor: Actor, page_id: int) -> tuple[MasterPage, list[KnottedCopy]]:
    """All knots in the copies of a page, by class and name. Raises NotFound."""
    page = await require_master_page(unit, actor, page_id, reads=True)
    return page, [
        KnottedCopy(copy.copy_id, copy.person_name, copy.class_name, tuple(knots_of(copy.document).values()))
        for copy in await unit.notebooks.knotted(page_id)
    ]


async def untie_knots(
    unit: Unit, actor: Actor, page_id: int, chosen: Iterable[tuple[int, str]], how: Untying
) -> list[Untied]:
    """Unties knots of a page, each a copy's id and the id of its kept block; gives the copies that changed.

    A knot that the student has untied meanwhile is passed over. Raises NotFound.
    """
    await require_master_page(unit, actor, page_id)
    by_copy: defaultdict[int, list[str]] = defaultdict(list)
    for copy_id, kept_id in chosen:
        by_copy[copy_id].append(kept_id)
    untied: list[Untied] = []
    for copy in await _locked(unit, page_id, by_copy):
        page = copy.document
        for kept_id in by_copy[copy.id]:
            page = untie(page, kept_id, how)
        if page is not copy.document:
            untied.append(await _save(unit, actor, copy, page, Cause.UNTIED))
    await unit.news.of_notebooks([one.notebook_id for one in untied])
    return untied


async def tie_again(unit: Unit, actor: Actor, page_id: int, untied: Iterable[tuple[int, int]]) -> list[Untied]:
    """Takes back what `untie_knots` did: copies by their ids, each with the revision that untying made.

    A page that its student has changed since, or untied themselves, stays as it is. Raises NotFound.
    """
    await require_master_page(unit, actor, page_id)
    revisions = dict(untied)
    back: list[Untied] = []
    for copy in await _locked(unit, page_id, revisions):
        before = await unit.notebooks.state(copy.id, copy.revision - 1)
        made_by = await unit.notebooks.untied_by(copy.id, copy.revision)
        by_teacher = made_by is not None and made_by != copy.person_id
        if by_teacher and copy.revision == revisions[copy.id] and before is not None:
            back.append(await _save(unit, actor, copy, before, Cause.BACK))
    await unit.news.of_notebooks([one.notebook_id for one in back])
    return back


async def _locked(unit: Unit, page_id: int, copy_ids: Iterable[int]) -> list[CopyInfo]:
    """The copies of this page among these, locked one after another in the same order by everybody."""
    found = [await unit.notebooks.copy(copy_id, lock=True) for copy_id in sorted(copy_ids)]
    return [copy for copy in found if copy is not None and copy.tied and copy.page_id == page_id]


async def _save(unit: Unit, actor: Actor, copy: CopyInfo, page: Node, cause: Cause) -> Untied:
    edition = copy.edition_id, copy.edition
    state = next_state(copy.id, copy.revision, copy.document, page, edition, cause, actor.person_id)
    await unit.notebooks.save(state)
    return Untied(copy.id, copy.notebook_id, state.revision)
