"""A whole master, to be taken home: its pages in their order with all they stand in, and their pictures."""

from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.core.outline.standing import Standing
from red_thread.core.outline.tree import Holder, Outline, OutlinePage, Section, holder_of
from red_thread.core.page.nodes import Node, bytes_on
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class ExportedPage:
    """A page as it is now. `holders`: its dividers from the outermost, and its section, each with its name.
    `standing`: what it says itself.
    """

    holders: tuple[tuple[Holder, str], ...]
    document: Node
    tucked_under: str | None
    standing: Standing
    page_id: int


@dataclass(frozen=True, slots=True)
class ExportedHolder:
    """A divider or section, with those above it."""

    holders: tuple[tuple[Holder, str], ...]
    display: Display
    writing: str


@dataclass(frozen=True, slots=True)
class Exported:
    """`items`: in the order of the master. `pictures`: media type and bytes, by the fingerprint that names them."""

    name: str
    items: list[ExportedPage | ExportedHolder]
    pictures: dict[str, tuple[str, bytes]]

    @property
    def pages(self) -> list[ExportedPage]:
        """The pages alone."""
        return [item for item in self.items if isinstance(item, ExportedPage)]


async def export_master(
    unit: Unit, actor: Actor, master_id: int, section_id: int | None = None, page_id: int | None = None
) -> Exported:
    """All that is in the master, in reading order; or in one section of it, or one page. Raises NotFound."""
    await require_teacher(unit, actor, master_id, reads=True)
    name = next(one.name for one in await unit.masters.of_teacher(actor.person_id) if one.id == master_id)
    outline = await unit.outlines.read(master_id)
    wanted = _wanted(outline, section_id, page_id)
    pages = {page.id: page for page in await unit.pages.get_many([page.id for page in wanted])}
    items: list[ExportedPage | ExportedHolder] = []
    pictures: dict[str, tuple[str, bytes]] = {}
    whole = section_id is None and page_id is None
    for item in outline.in_order() if whole else wanted:
        if not isinstance(item, OutlinePage):
            said = (item.display, item.writing) if isinstance(item, Section) else (Display.ORDINARY, "everywhere")
            items.append(ExportedHolder(_holders(outline, holder_of(item)), *said))
            continue
        page, above = pages[item.id], pages.get(item.parent_id or 0)
        holders = _holders(outline, ("section", page.section_id))
        items.append(ExportedPage(holders, page.document, above.title if above else None, item.standing, item.id))
        pictures |= await pictures_of(unit, actor, page.document)
    if section_id is not None:
        name = items[0].holders[-1][1]
    return Exported(pages[page_id].title if page_id is not None else name, items, pictures)


def _wanted(outline: Outline, section_id: int | None, page_id: int | None) -> list[OutlinePage]:
    pages = [item for item in outline.in_order() if isinstance(item, OutlinePage)]
    if section_id is None and page_id is None:
        return pages
    wanted = [page for page in pages if page_id == page.id or section_id == page.section_id]
    if not wanted:
        raise NotFound(what="page" if page_id else "section with pages in it")
    return wanted


async def pictures_of(unit: Unit, actor: Actor, page: Node) -> dict[str, tuple[str, bytes]]:
    """The pictures on a page that the actor may see: media type and bytes, by their fingerprints."""
    found: dict[str, tuple[str, bytes]] = {}
    for source in bytes_on(page):
        picture = await unit.blobs.for_person(source, actor.person_id)
        if picture is not None:
            found[source] = picture.media_type, await unit.blobs.body(picture)
    return found


def _holders(outline: Outline, holder: Holder) -> tuple[tuple[Holder, str], ...]:
    inside = outline.holders()
    at: Holder | None = holder
    path: list[Holder] = []
    while at is not None:
        path.append(at)
        at = inside.get(at)
    names = outline.names_of(path)
    return tuple((holder, names[holder]) for holder in reversed(path))
