"""Reading the master: its outline with needles, and one page with its thread."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page, require_teacher
from red_thread.core.merge import Change, changes
from red_thread.core.outline.tree import Outline
from red_thread.core.reach import find_needles
from red_thread.store.classes.values import ClassInfo
from red_thread.store.master.asked_for import Asking
from red_thread.store.master.values import EditionInfo, MasterInfo, MasterPage, TakenOutItem
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class MasterView:
    """The outline, the classes, and where each class's needle is."""

    outline: Outline
    classes: list[ClassInfo]
    needles: Mapping[int, int]
    given: set[int]


@dataclass(frozen=True, slots=True)
class PageView:
    """A master page with its own thread. `changed`: what differs from the newest edition; empty if nothing.

    `asking`: students who do not have it and ask for it.
    """

    page: MasterPage
    editions: list[EditionInfo]
    changed: list[Change]
    asking: list[Asking]


TAKEN_OUT_RESTS = timedelta(days=30)


async def look_at_taken_out(unit: Unit, actor: Actor, master_id: int) -> list[TakenOutItem]:
    """What was taken out of the outline within thirty days, the newest first. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    return await unit.outlines.taken_out(master_id, unit.now - TAKEN_OUT_RESTS)


async def look_at_masters(unit: Unit, actor: Actor) -> list[MasterInfo]:
    """The masters that the actor teaches from."""
    return await unit.masters.of_teacher(actor.person_id) if actor.kind == "teacher" else []


async def look_at_master(unit: Unit, actor: Actor, master_id: int) -> MasterView:
    """The outline of a master, with what is given out, changed since, and where each class is."""
    await require_teacher(unit, actor, master_id, reads=True)
    outline = await unit.outlines.read(master_id)
    order = outline.page_order()
    given = await unit.masters.given(master_id)
    # A page for five, or what a latecomer begins with, does not say where the class is.
    to_classes = set(given).intersection(await unit.masters.pushed_to_classes(master_id))
    return MasterView(
        outline,
        await unit.classes.of_master(master_id),
        find_needles(order, to_classes),
        {page_id for _, page_id in given}.intersection(order),
    )


async def look_at_page(unit: Unit, actor: Actor, page_id: int) -> PageView:
    """A master page as it is now, with its editions and what changed since the last. Raises NotFound."""
    page = await require_master_page(unit, actor, page_id, reads=True)
    editions = await unit.editions.of_page(page_id)
    changed: list[Change] = []
    if editions and editions[0].fingerprint != page.fingerprint:
        changed = changes(await unit.editions.document(editions[0].id), page.document)
    return PageView(page, editions, changed, await unit.asked_for.asking(page_id))
