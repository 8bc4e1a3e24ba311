"""Who may do what. Every action asks here first."""

from red_thread.actions.actor import Actor
from red_thread.actions.refusals import NotAllowed, NotFound, OnlyReadsAlong, TakenBack
from red_thread.store.classes.values import ClassInfo
from red_thread.store.master.values import MasterPage
from red_thread.store.notebook.values import CopyInfo, NotebookInfo
from red_thread.store.push.values import PushInfo
from red_thread.store.unit import Unit


async def require_teacher(
    unit: Unit, actor: Actor, master_id: int, what: str = "course", *, reads: bool = False
) -> None:
    """The actor teaches the course of this master; `reads`: or helps there, and reads along.

    What is not yours does not exist: NotFound, as if it did not. Raises OnlyReadsAlong.
    """
    role = await unit.masters.role(actor.person_id, master_id) if actor.kind == "teacher" else None
    if role is None:
        raise NotFound(what=what)
    if role == "helper" and not reads:
        raise OnlyReadsAlong


async def require_administrator(unit: Unit, actor: Actor) -> None:
    """The actor looks after the school; to everybody else there is no such thing. Raises NotFound."""
    person = await unit.people.person(actor.person_id)
    if person is None or not person.administers:
        raise NotFound(what="school")


async def require_owner(unit: Unit, actor: Actor, master_id: int) -> None:
    """The actor is the owner of the course."""
    await require_teacher(unit, actor, master_id, reads=True)
    if await unit.masters.role(actor.person_id, master_id) != "owner":
        raise NotAllowed(what="decide")


async def require_class(unit: Unit, actor: Actor, class_id: int) -> ClassInfo:
    """A class that is looked after in a course that the actor teaches."""
    found = await unit.classes.get(class_id)
    if found is None:
        raise NotFound(what="class")
    await require_teacher(unit, actor, found.master_id, "class")
    return found


async def require_class_to_read(unit: Unit, actor: Actor, class_id: int) -> ClassInfo:
    """A class that follows a course that the actor works with, in whatever role."""
    found = await unit.classes.get(class_id)
    if found is None:
        raise NotFound(what="class")
    await _require_followed(unit, actor, class_id, "class")
    return found


async def _require_followed(unit: Unit, actor: Actor, class_id: int, what: str) -> None:
    for master_id in await unit.following.masters_of(class_id):
        if await unit.masters.role(actor.person_id, master_id) is not None:
            return
    raise NotFound(what=what)


async def require_push(
    unit: Unit, actor: Actor, push_id: int, lock: bool = False, *, reads: bool = False
) -> PushInfo:
    """A push or pull-back of a course that the actor teaches. lock: nobody else changes it meanwhile."""
    push = await unit.pushes.get(push_id, lock=lock)
    if push is None:
        raise NotFound(what="push")
    await require_teacher(unit, actor, push.master_id, "push", reads=reads)
    return push


async def require_master_page(
    unit: Unit, actor: Actor, page_id: int, lock: bool = False, *, reads: bool = False
) -> MasterPage:
    """A page of a master that the actor teaches from."""
    page = await unit.pages.get(page_id, lock=lock)
    if page is None:
        raise NotFound(what="page")
    await require_teacher(unit, actor, page.master_id, "page", reads=reads)
    return page


async def require_reader(unit: Unit, actor: Actor, notebook_id: int) -> NotebookInfo:
    """A notebook that the actor may read: one's own, or one of a class that follows one's course."""
    return await require_to_read(unit, actor, await unit.notebooks.get(notebook_id))


async def require_to_read(
    unit: Unit, actor: Actor, notebook: NotebookInfo | None, what: str = "notebook"
) -> NotebookInfo:
    """A notebook already at hand, or none, that the actor may read."""
    if notebook is None:
        raise NotFound(what=what)
    if actor.kind == "teacher":
        await _require_followed(unit, actor, notebook.class_id, what)
    elif notebook.person_id != actor.person_id:
        # The same answer as for a notebook that does not exist: its number tells nothing.
        raise NotFound(what=what)
    return notebook


async def require_copy_reader(unit: Unit, actor: Actor, copy_id: int) -> tuple[CopyInfo, NotebookInfo]:
    """A copy in a notebook that the actor may read; one that was pulled back, only its teachers."""
    copy = await unit.notebooks.copy(copy_id)
    if copy is None:
        raise NotFound(what="page")
    notebook = await require_to_read(unit, actor, await unit.notebooks.get(copy.notebook_id), "page")
    if copy.pulled_back and actor.kind == "student":
        raise TakenBack
    return copy, notebook


async def require_writer(unit: Unit, actor: Actor, copy_id: int) -> CopyInfo:
    """A copy in the actor's own notebook, locked for writing.

    One that was pulled back too: what an open window or a phone still has to send is kept with it.
    """
    copy = await unit.notebooks.copy(copy_id, lock=True)
    if copy is None or actor.kind != "student" or copy.person_id != actor.person_id:
        raise NotFound(what="page")
    return copy


async def require_own_notebook(unit: Unit, actor: Actor, notebook_id: int, what: str = "notebook") -> NotebookInfo:
    """A notebook of the actor's own, to write in."""
    notebook = await unit.notebooks.get(notebook_id)
    if notebook is None or actor.kind != "student" or notebook.person_id != actor.person_id:
        raise NotFound(what=what)
    return notebook
