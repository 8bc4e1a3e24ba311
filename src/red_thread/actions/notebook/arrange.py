"""What a student moves and names in their own notebook."""

from collections.abc import Collection

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import named
from red_thread.actions.notebook.arranged import Arranged, begin, do, pages_by_id, require_to, section_of
from red_thread.actions.refusals import CannotMoveThere, ChangedMeanwhile, NotFound
from red_thread.core.notebook import arranging
from red_thread.core.notebook.allowed import Asks
from red_thread.core.notebook.arranging import CannotStandThere, Target
from red_thread.core.push import NameSection, SectionName
from red_thread.store.unit import Unit


async def move_pages(
    unit: Unit, actor: Actor, notebook_id: int, copy_ids: Collection[int], target: Target
) -> Arranged:
    """Pages, with what is tucked under them, to another place. Raises NotFound, KeptInOrder, CannotMoveThere."""
    await begin(unit, actor, notebook_id)
    pages = await unit.arrangements.pages(notebook_id)
    moving = pages_by_id(pages, copy_ids)
    await section_of(unit, notebook_id, target.section_id)
    for page in moving:
        asks = Asks.OWN_PAGE if page.page_id is None else Asks.TEACHERS_PAGE
        await require_to(unit, notebook_id, asks, page.section_id, target.section_id)
    try:
        operations = arranging.move_pages(notebook_id, pages, copy_ids, target)
    except CannotStandThere:
        raise CannotMoveThere(what="A page") from None
    return await do(unit, actor, notebook_id, operations)


async def bring_home(unit: Unit, actor: Actor, notebook_id: int, copy_id: int) -> Arranged:
    """A page that the student has moved, back to where the teacher has it. Raises NotFound."""
    await begin(unit, actor, notebook_id)
    pages = await unit.arrangements.pages(notebook_id)
    (page,) = pages_by_id(pages, [copy_id])
    outline = await unit.outlines.read_of_page(page.page_id) if page.page_id is not None else None
    if outline is None:
        return Arranged(None)
    rank = {page_id: place for place, page_id in enumerate(outline.page_order())}
    under = {one.id: one.parent_id for one in outline.pages if one.parent_id is not None}
    operation = arranging.bring_home(notebook_id, pages, copy_id, rank, under)
    return await do(unit, actor, notebook_id, [operation] if operation else [])


async def move_section(
    unit: Unit, actor: Actor, notebook_id: int, section_id: int, divider_id: int | None, after_key: str | None
) -> Arranged:
    """A section into a divider of the notebook, behind what has this order key. Raises NotFound, KeptInOrder."""
    await begin(unit, actor, notebook_id)
    await section_of(unit, notebook_id, section_id)
    await require_to(unit, notebook_id, Asks.SECTION, section_id)
    sections = await unit.arrangements.sections(notebook_id)
    if divider_id is not None and divider_id not in {one.id for one in sections if one.is_divider}:
        raise NotFound(what="divider")
    if after_key is not None and after_key not in {one.spot.key for one in sections}:
        raise ChangedMeanwhile
    operation = arranging.move_section(notebook_id, sections, section_id, divider_id, after_key)
    return await do(unit, actor, notebook_id, [operation])


async def name_section(unit: Unit, actor: Actor, notebook_id: int, section_id: int, name: str) -> Arranged:
    """Another name for a section, which no push changes. Raises NotFound, KeptInOrder, NameMissing."""
    await begin(unit, actor, notebook_id)
    section = await section_of(unit, notebook_id, section_id)
    await require_to(unit, notebook_id, Asks.SECTION, section_id)
    after_name = SectionName(named(name, "section"), by_student=True)
    if after_name.name == section.name.name:
        return Arranged(None)
    operation = NameSection((notebook_id,), (section_id,), (section.name,), (after_name,))
    return await do(unit, actor, notebook_id, [operation])
