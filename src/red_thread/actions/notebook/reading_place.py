"""The master's reading place: what is on display, which the class reads as it is now and never writes on."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_reader
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.core.outline.tree import Outline, OutlinePage
from red_thread.core.page.nodes import Node
from red_thread.store.notebook.values import NotebookInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class ShownPage:
    """A page on display. `section`: by name; `tucked`: it hangs under another."""

    id: int
    title: str
    section: str
    tucked: bool


async def look_at_reading_place(unit: Unit, actor: Actor, notebook_id: int) -> list[ShownPage]:
    """The pages on display in the masters that a notebook's class follows, in their order. Raises NotFound."""
    notebook = await require_reader(unit, actor, notebook_id)
    if not await _may_read(unit, actor, notebook):
        return []
    shown: list[ShownPage] = []
    for master_id in await unit.following.masters_of(notebook.class_id):
        if await unit.masters.any_on_display(master_id):
            shown += _shown(await unit.outlines.read(master_id))
    return shown


async def read_shown(unit: Unit, actor: Actor, notebook_id: int, page_id: int) -> Node:
    """A page on display, as it is now. Raises NotFound."""
    notebook = await require_reader(unit, actor, notebook_id)
    if page_id in {page.id for page in await look_at_reading_place(unit, actor, notebook.id)}:
        page = await unit.pages.get(page_id)
        if page is not None:
            return page.document
    raise NotFound(what="page")


def _shown(outline: Outline) -> list[ShownPage]:
    names = {section.id: section.name for section in outline.sections}
    return [
        ShownPage(page.id, page.title, names[page.section_id], page.parent_id is not None)
        for page in outline.in_order()
        if isinstance(page, OutlinePage) and page.display is Display.DISPLAY
    ]


async def _may_read(unit: Unit, actor: Actor, notebook: NotebookInfo) -> bool:
    """Whoever has left the class keeps the notebook, and reads in the master no more."""
    return actor.kind == "teacher" or await unit.notebooks.is_present(notebook.id)
