"""What a student may begin with: templates of the teacher's, and pages on display as copies of their own."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.reading_place import look_at_reading_place
from red_thread.actions.permissions import require_own_notebook
from red_thread.actions.push.editions import current_editions
from red_thread.actions.refusals import NotFound, TakenBack
from red_thread.core.outline.display import Display
from red_thread.core.page.nodes import Node
from red_thread.core.push import audience_of
from red_thread.store.push.values import NewPush
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class OfferedPage:
    """A template of the teacher's that students may begin pages of their own with."""

    id: int
    title: str


async def look_at_templates(unit: Unit, actor: Actor, notebook_id: int) -> list[OfferedPage]:
    """The templates that are on display in the masters that the notebook's class follows. Raises NotFound.

    A template under wraps is the teacher's own tool: students see none of it.
    """
    notebook = await require_own_notebook(unit, actor, notebook_id)
    offered: list[OfferedPage] = []
    for master_id in await unit.following.masters_of(notebook.class_id):
        outline = await unit.outlines.read(master_id)
        offered += [
            OfferedPage(page.id, page.title)
            for page in outline.pages_in_order()
            if page.template and page.display is Display.DISPLAY
        ]
    return offered


async def offered_template(unit: Unit, notebook_id: int, page_id: int) -> Node:
    """A template as it is now, if it is offered to this notebook's student. Raises NotFound."""
    notebook = await unit.notebooks.get(notebook_id)
    page = await unit.pages.get(page_id)
    followed = await unit.following.masters_of(notebook.class_id) if notebook else []
    if page is None or page.removed or page.master_id not in followed or page.display is not Display.DISPLAY:
        raise NotFound(what="page")
    outline = await unit.outlines.read(page.master_id)
    if page_id not in {one.id for one in outline.pages if one.template}:
        raise NotFound(what="page")
    return page.document


async def take_shown(unit: Unit, actor: Actor, notebook_id: int, page_id: int) -> None:
    """The student takes a copy of a page on display, tied to it as if it had been pushed to them alone.

    Nothing happens where they have it. Raises NotFound, TakenBack.
    """
    await require_own_notebook(unit, actor, notebook_id)
    if page_id not in {page.id for page in await look_at_reading_place(unit, actor, notebook_id)}:
        raise NotFound(what="page")
    (page,) = await unit.pages.get_many([page_id])
    await unit.masters.hold(page.master_id)
    await unit.pages.lock([page_id])
    copy_id = await unit.notebooks.copy_of_page(notebook_id, page_id)
    copy = None if copy_id is None else await unit.notebooks.copy(copy_id)
    if copy is not None and copy.tied:
        if copy.pulled_back:
            raise TakenBack
        return
    editions = await current_editions(unit, [page], actor.person_id)
    to = audience_of(notebooks=[notebook_id])
    push_id = await unit.pushes.add(NewPush(page.master_id, actor.person_id, "taken", editions, to, [notebook_id]))
    await unit.queue.run_push(push_id, page.master_id)
