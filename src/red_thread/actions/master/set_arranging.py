"""What students may do to their notebooks: in a whole course, or in one of its sections. What is there stays."""

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import require_item
from red_thread.actions.permissions import require_teacher
from red_thread.core.notebook.allowed import Arranging
from red_thread.store.unit import Unit


async def set_arranging_of_course(unit: Unit, actor: Actor, master_id: int, arranging: Arranging) -> Arranging:
    """Where no section says another. Returns what it was. Raises NotFound."""
    await require_teacher(unit, actor, master_id)
    before = await unit.masters.arranging(master_id)
    await unit.masters.set_arranging(master_id, arranging)
    await unit.news.of_display(master_id)
    return before


async def set_arranging_of_section(
    unit: Unit, actor: Actor, section_id: int, arranging: Arranging | None
) -> Arranging | None:
    """None: as the course says. Returns what it was. Raises NotFound."""
    section = await require_item(unit, actor, "section", section_id)
    outline = await unit.outlines.read(section.master_id)
    before = next((one.arranging for one in outline.sections if one.id == section_id), None)
    await unit.outlines.set_arranging(section_id, arranging)
    await unit.news.of_display(section.master_id)
    return before
