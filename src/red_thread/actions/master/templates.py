"""Templates: pages that new ones begin as."""

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import add_page, named, require_item
from red_thread.actions.permissions import require_master_page
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.core.page.nodes import with_attributes
from red_thread.store.unit import Unit


async def set_template(unit: Unit, actor: Actor, page_id: int, on: bool) -> None:
    """Whether a page is offered where a new one begins. What students would get by pushes goes under wraps with it.

    Raises NotFound.
    """
    page = await require_master_page(unit, actor, page_id, lock=True)
    await unit.outlines.set_template(page_id, on)
    if on and page.display is Display.ORDINARY:
        await unit.outlines.set_display("page", page_id, Display.WRAPS)


async def add_page_like(
    unit: Unit, actor: Actor, section_id: int, title: str, like: int, parent_id: int | None = None
) -> int:
    """A new page with all that is on another of the same master. Returns its id. Raises NotFound, NameMissing."""
    template = await require_master_page(unit, actor, like)
    section = await require_item(unit, actor, "section", section_id)
    if section.master_id != template.master_id:
        raise NotFound(what="page")
    page = with_attributes(template.document, title=named(title, "page"))
    return await add_page(unit, actor, section_id, page, parent_id)
