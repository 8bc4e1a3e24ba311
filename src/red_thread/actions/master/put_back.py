"""Undoing what was done to many pages of a master at once, in one step: all of it, or nothing."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from red_thread.actions.actor import Actor
from red_thread.actions.master.master_past import go_back_to
from red_thread.actions.permissions import require_teacher
from red_thread.core.outline.tree import Holder, Outline
from red_thread.store.unit import Unit

AS_MADE = 1  # the revision of a page that nobody has written on


@dataclass(frozen=True, slots=True)
class Done:
    """What is undone: pages, sections and dividers that were made, and by page the revision that it had before."""

    page_ids: Sequence[int] = ()
    section_ids: Sequence[int] = ()
    divider_ids: Sequence[int] = ()
    updated: Mapping[int, int] = field(default_factory=dict[int, int])


async def put_back(unit: Unit, actor: Actor, master_id: int, done: Done) -> list[str]:
    """Takes out pages that were made, and brings back those that were brought up to date.

    One that was written on since stays as it is: the titles of those are returned. Sections and dividers go where
    nothing is in them any more. What is not in this master, or no more, is none of its business. Raises NotFound.
    """
    await require_teacher(unit, actor, master_id)
    outline = await unit.outlines.read(master_id)
    here = {page.id: page.title for page in outline.pages}
    stays = await _take_out_untouched(unit, here, done.page_ids)
    await _take_out_empty(unit, await unit.outlines.read(master_id), done)
    return [*stays, *await _brought_back(unit, actor, here, done.updated)]


async def _take_out_untouched(unit: Unit, here: Mapping[int, str], made: Sequence[int]) -> list[str]:
    """Gives the titles of those that were written on since they were made: they stay."""
    page_ids = [page_id for page_id in made if page_id in here]
    await unit.pages.lock(page_ids)
    written = {page_id for page_id, now in (await unit.pages.revisions(page_ids)).items() if now > AS_MADE}
    await unit.outlines.take_out_pages([page_id for page_id in page_ids if page_id not in written])
    return [here[page_id] for page_id in page_ids if page_id in written]


async def _take_out_empty(unit: Unit, outline: Outline, done: Done) -> None:
    with_pages: set[Holder] = {("section", page.section_id) for page in outline.pages}
    inside = outline.holders()
    sections: list[Holder] = [("section", one) for one in done.section_ids]
    # The outer ones were made first.
    for holder in [*sections, *[("divider", one) for one in reversed(done.divider_ids)]]:
        if holder in inside and holder not in with_pages and holder not in inside.values():
            kind, holder_id = holder
            await unit.outlines.set_removed(kind, holder_id, True)
            del inside[holder]


async def _brought_back(unit: Unit, actor: Actor, here: Mapping[int, str], updated: Mapping[int, int]) -> list[str]:
    back = {page_id: revision for page_id, revision in updated.items() if page_id in here}
    await unit.pages.lock(list(back))
    # Bringing one up to date was one save.
    untouched = {
        page_id for page_id, now in (await unit.pages.revisions(list(back))).items() if now == back[page_id] + 1
    }
    for page_id in untouched:
        await go_back_to(unit, actor, page_id, back[page_id])
    return [here[page_id] for page_id in back if page_id not in untouched]
