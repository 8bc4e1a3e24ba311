"""Pages and sections that a student begins: tied to nothing, and theirs alone."""

from collections.abc import Sequence
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import named
from red_thread.actions.notebook.arranged import begin, pages_by_id
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.notebook.offered_pages import offered_template
from red_thread.actions.permissions import require_writer
from red_thread.actions.refusals import KeptInOrder, NotebookFull, NotFound
from red_thread.actions.room import require_room_of_student
from red_thread.core.notebook.allowed import Asks, may
from red_thread.core.notebook.arranging import key_behind
from red_thread.core.outline.order_keys import key_between
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import EMPTY_PAGE, Node, bytes_on, paragraph, with_attributes, with_content
from red_thread.core.push import LayAside, LaySectionAside, Operation, Rest
from red_thread.core.quotas import Kept
from red_thread.store.blobs import PutIn
from red_thread.store.unit import Unit

OWN_SECTION = "My own pages"
PAGES, SECTIONS = 1000, 300  # in a section, in a notebook: more than anybody writes, less than harms others


@dataclass(frozen=True, slots=True)
class NewPage:
    """What a page of one's own is to be, and where it is to stand.

    section_id: one of the notebook's sections; without one it comes into a section of own pages, which is made where
    there is none. after: the copy in that section that it follows; without one it stands last. under: the copy under
    which it is tucked. like: a template of the teacher's whose page it begins as. begun_as: a name that the window
    gives it, by which it is begun once, however often that is sent.
    """

    title: str
    section_id: int | None = None
    after: int | None = None
    under: int | None = None
    like: int | None = None
    begun_as: str | None = None


@dataclass(frozen=True, slots=True)
class Begun:
    """`id`: of the copy or section; `arrangement_id`: by which its beginning is undone, None where it was there."""

    id: int
    arrangement_id: int | None


async def begin_page(unit: Unit, actor: Actor, notebook_id: int, new: NewPage) -> Begun:
    """A new page in a notebook of the actor's own. Raises NotFound, NotebookFull, NoRoom, KeptInOrder."""
    await begin(unit, actor, notebook_id)
    begun_before = await unit.arrangements.begun(notebook_id, new.begun_as) if new.begun_as else None
    if begun_before is not None:
        return Begun(begun_before, None)
    page = with_content(EMPTY_PAGE, [paragraph("first")])
    if new.like is not None:
        page = await offered_template(unit, notebook_id, new.like)
        await _show_bytes(unit, actor, notebook_id, page)
    return await _begin(unit, actor, notebook_id, new, page)


async def copy_for_me(unit: Unit, actor: Actor, copy_id: int) -> Begun:
    """A page of one's own with all that is on another, right behind it, tied to nothing.

    Raises NotFound, NotebookFull, NoRoom, KeptInOrder.
    """
    asked = await unit.notebooks.copy(copy_id)
    if asked is None:
        raise NotFound(what="page")
    await begin(unit, actor, asked.notebook_id, "page")  # the notebook before its pages, as all that arrange it do
    copy = await require_writer(unit, actor, copy_id)
    (place,) = pages_by_id(await unit.arrangements.pages(copy.notebook_id), [copy_id])
    new = NewPage(_title(copy.document), place.section_id, copy_id)
    await _show_bytes(unit, actor, copy.notebook_id, copy.document)
    return await _begin(unit, actor, copy.notebook_id, new, copy.document)


async def begin_section(unit: Unit, actor: Actor, notebook_id: int, name: str) -> Begun:
    """A new section at the end of a notebook of the actor's own. Raises NotFound, NotebookFull, KeptInOrder."""
    await begin(unit, actor, notebook_id)
    if not may(await unit.arrangements.arranging_of_course(notebook_id), Asks.SECTION):
        raise KeptInOrder
    sections = await unit.notebooks.sections(notebook_id)
    _require_room(sections, SECTIONS, "sections")
    last = _last([section.order_key for section in sections])
    section_id = await unit.notebooks.add_section(notebook_id, named(name, "section"), last)
    shown = LaySectionAside((notebook_id,), (section_id,), (unit.now.isoformat(),), (None,))
    return await _begun(unit, notebook_id, section_id, shown)


async def _begin(unit: Unit, actor: Actor, notebook_id: int, new: NewPage, page: Node) -> Begun:
    section_id = await _section(unit, notebook_id, new.section_id)
    await require_room_of_student(unit, actor.person_id, Kept(pages=1))
    copy_id = await _add_page(unit, notebook_id, section_id, new)
    titled = with_attributes(page, title=new.title.strip())
    state = next_state(copy_id, 0, EMPTY_PAGE, titled, (None, EMPTY_PAGE), Cause.STUDENT, actor.person_id)
    await unit.notebooks.save(state)
    out_of_drawer = LayAside((notebook_id,), (copy_id,), (Rest(unit.now.isoformat()),), (Rest(),))
    return await _begun(unit, notebook_id, copy_id, out_of_drawer)


async def _begun(unit: Unit, notebook_id: int, new_id: int, operation: Operation) -> Begun:
    """What begins is logged as if it came out of the drawer: to undo that puts it there, with all that is on it."""
    await unit.news.of_notebooks([notebook_id])
    return Begun(new_id, await unit.arrangements.add(notebook_id, [operation]))


async def _add_page(unit: Unit, notebook_id: int, section_id: int, new: NewPage) -> int:
    """Where a push or another window has taken the place meanwhile, it is looked for again."""
    copy_id = None
    while copy_id is None:
        pages = await unit.arrangements.pages(notebook_id)
        in_section = [page for page in pages if page.section_id == section_id]
        _require_room(in_section, PAGES, "pages")
        parents = {page.copy_id for page in in_section if page.spot.parent_id is None}
        if new.under is not None and new.under not in parents:
            raise NotFound(what="page")
        key = key_behind(pages, section_id, new.after, new.under)
        copy_id = await unit.notebooks.add_own_page(
            notebook_id, section_id, key, parent_id=new.under, begun_as=new.begun_as
        )
    return copy_id


async def _section(unit: Unit, notebook_id: int, section_id: int | None) -> int:
    sections = await unit.notebooks.sections(notebook_id)
    if section_id is None:
        if not may(await unit.arrangements.arranging_of_course(notebook_id), Asks.OWN_PAGE):
            raise KeptInOrder
        own = [section.id for section in sections if section.own and section.name == OWN_SECTION]
        keys = [section.order_key for section in sections]
        return own[0] if own else await unit.notebooks.add_section(notebook_id, OWN_SECTION, _last(keys))
    if section_id not in {section.id for section in sections}:
        raise NotFound(what="section")
    if not may((await unit.arrangements.arranging(notebook_id))[section_id], Asks.OWN_PAGE):
        raise KeptInOrder
    return section_id


async def _show_bytes(unit: Unit, actor: Actor, notebook_id: int, page: Node) -> None:
    """What the student may see on the page now they may see on their own, too, wherever the other goes."""
    put_in = PutIn(actor.person_id, notebook_id=notebook_id)
    for fingerprint in bytes_on(page):
        if await unit.blobs.for_person(fingerprint, actor.person_id) is not None:
            await unit.blobs.also_put_in(fingerprint, put_in)


def _title(page: Node) -> str:
    return str(page["attrs"].get("title") or "")


def _require_room(items: Sequence[object], most: int, what: str) -> None:
    if len(items) >= most:
        raise NotebookFull(count=len(items), what=what)


def _last(keys: Sequence[str]) -> str:
    return key_between(keys[-1] if keys else None, None)
