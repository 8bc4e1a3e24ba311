"""Pages and sections that a student begins: tied to nothing, and theirs alone."""

from collections.abc import Sequence

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.permissions import require_own_notebook
from red_thread.actions.refusals import NotebookFull, NotFound
from red_thread.actions.room import require_room_of_student
from red_thread.core.outline.order_keys import key_between
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import EMPTY_PAGE, paragraph, with_attributes, with_content
from red_thread.core.quotas import Kept
from red_thread.store.unit import Unit

OWN_SECTION = "My own pages"
PAGES, SECTIONS = 1000, 300  # in a section, in a notebook: more than anybody writes, less than harms others


async def begin_page(
    unit: Unit, actor: Actor, notebook_id: int, title: str, section_id: int | None = None, after: int | None = None
) -> int:
    """A new page in a notebook of the actor's own; returns the id of its copy. Raises NotFound, NotebookFull.

    section_id: one of the notebook's sections; without one the page comes into a section of own pages, which is made
    where there is none. after: the copy in that section that it follows; without one it stands last.
    """
    await require_own_notebook(unit, actor, notebook_id)
    section_id = await _section(unit, notebook_id, section_id)
    await require_room_of_student(unit, actor.person_id, Kept(pages=1))
    copy_id = await _add_page(unit, notebook_id, section_id, after)
    page = with_content(with_attributes(EMPTY_PAGE, title=title.strip()), [paragraph("first")])
    state = next_state(copy_id, 0, EMPTY_PAGE, page, (None, EMPTY_PAGE), Cause.STUDENT, actor.person_id)
    await unit.notebooks.save(state)
    await unit.news.of_notebooks([notebook_id])
    return copy_id


async def _add_page(unit: Unit, notebook_id: int, section_id: int, after: int | None) -> int:
    """Where a push or another window has taken the place meanwhile, it is looked for again."""
    copy_id = None
    while copy_id is None:
        keys = await unit.notebooks.page_keys(section_id)
        _require_room(keys, PAGES, "pages")
        copy_id = await unit.notebooks.add_own_page(notebook_id, section_id, _key(keys, after))
    return copy_id


async def begin_section(unit: Unit, actor: Actor, notebook_id: int, name: str) -> int:
    """A new section at the end of a notebook of the actor's own; returns its id. Raises NotFound, NotebookFull."""
    await require_own_notebook(unit, actor, notebook_id)
    there = await unit.notebooks.sections(notebook_id)
    _require_room(there, SECTIONS, "sections")
    section_id = await unit.notebooks.add_section(notebook_id, name.strip(), _last([s.order_key for s in there]))
    await unit.news.of_notebooks([notebook_id])
    return section_id


async def _section(unit: Unit, notebook_id: int, section_id: int | None) -> int:
    there = await unit.notebooks.sections(notebook_id)
    if section_id is None:
        own = [section.id for section in there if section.own and section.name == OWN_SECTION]
        keys = [section.order_key for section in there]
        return own[0] if own else await unit.notebooks.add_section(notebook_id, OWN_SECTION, _last(keys))
    if section_id not in {section.id for section in there}:
        raise NotFound(what="section")
    return section_id


def _require_room(there: Sequence[object], most: int, what: str) -> None:
    if len(there) >= most:
        raise NotebookFull(count=len(there), what=what)


def _key(there: Sequence[tuple[int, str]], after: int | None) -> str:
    """Behind a copy, or behind all."""
    before = next((key for copy_id, key in there if copy_id == after), None)
    if before is None:
        return _last([key for _, key in there])
    return key_between(before, next((key for _, key in there if key > before), None))


def _last(keys: Sequence[str]) -> str:
    return key_between(keys[-1] if keys else None, None)
