"""The reach board: pages down, students across."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_class_to_read, require_reader, require_teacher
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.tree import OutlinePage, Section
from red_thread.store.classes.values import ClassInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Board:
    """The rows of the board in master order, and the cells as PostgreSQL's JSON."""

    class_info: ClassInfo
    sections: tuple[Section, ...]
    pages: list[OutlinePage]
    cells: bytes


async def look_at_reach(
    unit: Unit, actor: Actor, class_id: int, section_id: int | None = None, master_id: int | None = None
) -> Board:
    """All pages of a master that were ever given out, or those of one section.

    `master_id`: one that the class follows; that of its own course if none is named. Raises NotFound.
    """
    found = await require_class_to_read(unit, actor, class_id)
    of = master_id or found.master_id
    await require_teacher(unit, actor, of, "class", reads=True)
    if of not in await unit.following.masters_of(class_id):
        raise NotFound(what="class")
    outline = await unit.outlines.read(of)
    ordered = [item for item in outline.in_order() if isinstance(item, OutlinePage)]
    pages = [p for p in ordered if p.edition and section_id in (None, p.section_id)]
    cells = await unit.boards.board(class_id, [page.id for page in pages])
    return Board(found, outline.sections, pages, cells)


async def find_copy(unit: Unit, actor: Actor, notebook_id: int, page_id: int) -> int | None:
    """The copy behind a cell."""
    if actor.kind != "teacher":
        raise NotFound(what="notebook")
    await require_reader(unit, actor, notebook_id)
    return await unit.notebooks.copy_of_page(notebook_id, page_id)
