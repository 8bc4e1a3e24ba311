"""Where students may write on the pages of a section: those that it has, and those that will be made in it."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import require_item
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.core.page.nodes import attributes_of, with_attributes
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class SectionBefore:
    """What a section said before, and by page that changed the revision that it had."""

    writing: str
    pages: dict[int, int]


async def set_section_writing(
    unit: Unit, actor: Actor, section_id: int, writing: str, pages_too: bool = True
) -> SectionBefore:
    """`writing`: "everywhere" or "spaces". Returns the section as it was. Raises NotFound."""
    section = await require_item(unit, actor, "section", section_id)
    before = await unit.outlines.writing_of(section_id)
    await unit.outlines.set_writing(section_id, writing)
    outline = await unit.outlines.read(section.master_id)
    theirs = [page.id for page in outline.pages if page.section_id == section_id and pages_too]
    pages: dict[int, int] = {}
    for page in await unit.pages.get_many(theirs):
        if attributes_of(page.document).get("writing", "everywhere") == writing:
            continue  # what says nothing of it is so already
        anew = with_attributes(page.document, writing=writing)
        saved = await save_master_page(unit, actor, page.id, anew, page.revision)
        if saved.page.revision != page.revision:
            pages[page.id] = page.revision
    return SectionBefore(before, pages)
