"""The student's drawer: pages that were put away rest there, with all that is on them."""

from collections.abc import Collection, Sequence
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.arranged import Arranged, begin, do, pages_by_id, require_to, section_of
from red_thread.actions.permissions import require_writer
from red_thread.actions.refusals import KeptInOrder, NotFound, TakenBack
from red_thread.core.notebook.allowed import Asks
from red_thread.core.notebook.copy_state import Deed, after
from red_thread.core.push import LayAside, LaySectionAside, Rest
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.unit import Unit

FOR_GOOD_AFTER = timedelta(days=30)


async def put_away(unit: Unit, actor: Actor, copy_ids: Collection[int]) -> Arranged:
    """Pages of the actor's own notebook go into the drawer. Raises NotFound, KeptInOrder, TakenBack."""
    notebook_id, copies = await _copies(unit, actor, copy_ids)
    wanted = _allowing(copies, Deed.PUT_AWAY)
    for page in pages_by_id(await unit.arrangements.pages(notebook_id), copy_ids):
        if page.page_id is not None:
            await require_to(unit, notebook_id, Asks.TEACHERS_PAGE, page.section_id)
    return await do(unit, actor, notebook_id, await _laid(unit, notebook_id, wanted, Rest(unit.now.isoformat())))


async def bring_back(unit: Unit, actor: Actor, copy_ids: Collection[int]) -> Arranged:
    """Pages come out of the drawer into their places, and their section with them. Raises NotFound, TakenBack."""
    notebook_id, copies = await _copies(unit, actor, copy_ids)
    wanted = _allowing(copies, Deed.BRING_BACK)
    pages = pages_by_id(await unit.arrangements.pages(notebook_id), copy_ids)
    sections = [await section_of(unit, notebook_id, section) for section in sorted({p.section_id for p in pages})]
    shown = [
        LaySectionAside((notebook_id,), (section.id,), (section.put_away_at,), (None,))
        for section in sections
        if section.put_away_at is not None
    ]
    return await do(unit, actor, notebook_id, [*shown, *await _laid(unit, notebook_id, wanted, Rest())])


async def throw_away(unit: Unit, actor: Actor, copy_ids: Collection[int]) -> Arranged:
    """Pages of the student's own, in the drawer, go for good in thirty days, unless they are brought back.

    A page of the teacher's stays: its student has it to put away, not to destroy. Raises NotFound, KeptInOrder.
    """
    notebook_id, copies = await _copies(unit, actor, copy_ids)
    wanted = _allowing(copies, Deed.THROW_AWAY)
    resting = await unit.arrangements.resting(notebook_id, wanted)
    going_at = (unit.now + FOR_GOOD_AFTER).isoformat()
    thrown = [_lay(notebook_id, one, resting[one], resting[one]._replace(going_at=going_at)) for one in wanted]
    return await do(unit, actor, notebook_id, thrown)


async def put_section_away(unit: Unit, actor: Actor, notebook_id: int, section_id: int) -> Arranged:
    """A section of the student's own is seen no more; its pages go into the drawer. Raises NotFound, KeptInOrder."""
    await begin(unit, actor, notebook_id)
    section = await section_of(unit, notebook_id, section_id)
    if not section.own:
        raise KeptInOrder
    pages = await unit.arrangements.pages(notebook_id)
    inside = [page.copy_id for page in pages if page.section_id == section_id and not page.hidden]
    now = unit.now.isoformat()
    aside = LaySectionAside((notebook_id,), (section_id,), (section.put_away_at,), (now,))
    return await do(unit, actor, notebook_id, [*await _laid(unit, notebook_id, inside, Rest(now)), aside])


async def _copies(unit: Unit, actor: Actor, copy_ids: Collection[int]) -> tuple[int, list[CopyInfo]]:
    """The copies, all of one notebook, which is the actor's own, and that notebook, held."""
    if not copy_ids:
        raise NotFound(what="page")
    first = await unit.notebooks.copy(min(copy_ids))
    if first is None:
        raise NotFound(what="page")
    await begin(unit, actor, first.notebook_id, "page")
    copies = [await require_writer(unit, actor, copy_id) for copy_id in sorted(set(copy_ids))]
    if {copy.notebook_id for copy in copies} != {first.notebook_id}:
        raise NotFound(what="page")
    return first.notebook_id, copies


def _allowing(copies: Sequence[CopyInfo], deed: Deed) -> list[int]:
    """Of these copies, those that the deed changes; each of them allows it."""
    became = {copy.id: after(copy.state, deed) for copy in copies}
    if None in became.values():
        raise KeptInOrder if deed is Deed.THROW_AWAY else TakenBack
    return [copy.id for copy in copies if became[copy.id] != copy.state]


async def _laid(unit: Unit, notebook_id: int, copy_ids: Sequence[int], rest: Rest) -> list[LayAside]:
    resting = await unit.arrangements.resting(notebook_id, copy_ids)
    return [_lay(notebook_id, copy_id, resting[copy_id], rest) for copy_id in copy_ids]


def _lay(notebook_id: int, copy_id: int, before: Rest, rest: Rest) -> LayAside:
    return LayAside((notebook_id,), (copy_id,), (before,), (rest,))
