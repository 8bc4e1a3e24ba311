"""Reading a notebook, and opening one of its pages."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.ready import Ready, look_at_ready
from red_thread.actions.permissions import require_copy_reader, require_to_read
from red_thread.core.merge import changes
from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import plain_text
from red_thread.store.notebook.values import CopyInfo, NotebookInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class OpenPage:
    """A student's page. `tied`: the blocks that come from the master; `arrived`: those new since last time.

    `full`: of a page that is empty now, the state before its words were taken out. `ready`: its student said so.
    """

    copy: CopyInfo
    notebook: NotebookInfo
    arrived: list[str]
    full: int | None
    ready: Ready | None

    @property
    def tied(self) -> list[str]:
        """Whether the copy hangs on a page of the master."""
        if not self.copy.tied:
            return []
        return [block_id for block_id in check_page(self.copy.edition).places if block_id != "doc"]


async def look_at_notebooks(unit: Unit, actor: Actor) -> list[NotebookInfo]:
    """The actor's own notebooks, one for each class."""
    return await unit.notebooks.of_person(actor.person_id)


async def look_at_notebook(unit: Unit, actor: Actor, notebook_id: int) -> tuple[NotebookInfo, bytes]:
    """A notebook and its sections and pages as JSON."""
    notebook, contents = await unit.notebooks.with_contents(notebook_id) or (None, b"")
    return await require_to_read(unit, actor, notebook), contents


async def open_page(unit: Unit, actor: Actor, copy_id: int, *, ahead: bool = False) -> OpenPage:
    """A page of a notebook; opened by its student it counts as seen, by the teacher it does not.

    ahead: it is fetched for later, and not opened by that.
    """
    copy, notebook = await require_copy_reader(unit, actor, copy_id)
    arrived: list[str] = []
    if copy.tied and copy.seen_edition_id not in (None, copy.edition_id):
        seen = await unit.editions.document(copy.seen_edition_id)
        arrived = [change.id for change in changes(seen, copy.edition) if change.kind in ("new", "changed")]
    if actor.kind == "student" and not ahead:
        await unit.notebooks.mark_opened(copy_id, copy.edition_id)
    empty = copy.revision > 0 and not plain_text(copy.document).strip()
    full = await unit.notebooks.last_full(copy_id) if empty else None
    return OpenPage(copy, notebook, arrived, full, await look_at_ready(unit, copy))
