"""Taking pages in from files: dividers and sections are made where the master has none of that name.

A page that comes again, one of its title in the section of its name, may be brought up to date: as if the teacher had
typed what is different.
"""

from collections import defaultdict
from collections.abc import Awaitable, Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeAlias

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import add_to_master
from red_thread.actions.aside import aside
from red_thread.actions.master.change_outline import add_divider, add_section
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.master.starter_pages import set_starter
from red_thread.actions.permissions import require_master_page, require_teacher
from red_thread.actions.room import require_room_in_master
from red_thread.core.merge.same_blocks import NOTHING_MEANT, Meant, Unsure, unsure, with_ids_of
from red_thread.core.outline.standing import Standing
from red_thread.core.outline.tree import Outline, OutlinePage, Section
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.kinds import KINDS, NAME_BYTES
from red_thread.core.page.links import with_links
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    bytes_of,
    content_of,
    title_of,
    with_attributes,
    with_bytes,
    with_content,
)
from red_thread.core.quotas import Kept
from red_thread.reading.values import ImportedHolder, ImportedPage
from red_thread.store.master.values import MasterPage
from red_thread.store.unit import Unit

_NOTHING_SAID: Mapping[int, Meant] = {}
_UNTOLD = {("writing", "everywhere")}  # what a file that says nothing of it is read as


Items: TypeAlias = Sequence[ImportedPage | ImportedHolder]


@dataclass(slots=True)
class Taken:
    """What came of it. `page_ids`: new pages. `updated`: by page that changed, the revision that it had before.

    `same`: how many were there already, just so. `section_ids`, `divider_ids`: what was made for them, outer first.
    """

    page_ids: list[int] = field(default_factory=list[int])
    updated: dict[int, int] = field(default_factory=dict[int, int])
    same: int = 0
    section_ids: list[int] = field(default_factory=list[int])
    divider_ids: list[int] = field(default_factory=list[int])

    def note(self, page_id: int, revision: int | None) -> None:
        """A page that was there: the revision that it had before it changed, None if nothing differed."""
        self.same += revision is None
        self.updated |= {} if revision is None else {page_id: revision}


@dataclass(frozen=True, slots=True)
class PageThere:
    """The page of the master that a page of a file is by its name, and the questions of which it is not sure."""

    page_id: int
    unsure: Unsure


async def look_at_import(unit: Unit, actor: Actor, master_id: int, items: Items) -> list[PageThere | None]:
    """For each page, in order, which one of the master it is by its name; None for one that is new.

    Nothing happens. Raises NotFound.
    """
    await require_teacher(unit, actor, master_id)
    known = _Known(await unit.outlines.read(master_id))
    pages = [item for item in items if isinstance(item, ImportedPage)]
    there = [known.take(item) for item in pages]
    before = {page.id: page for page in await unit.pages.get_many([page_id for page_id in there if page_id])}
    return await aside(
        lambda: [
            _there(before[page_id], item.document) if page_id else None
            for item, page_id in zip(pages, there, strict=True)
        ]
    )


def _there(page: MasterPage, document: Node) -> PageThere:
    return PageThere(page.id, unsure(page.document, document))


async def import_pages(
    unit: Unit,
    actor: Actor,
    master_id: int,
    items: Items,
    update: bool = False,
    hear: Callable[[int, int], None] | None = None,
    meant: Mapping[int, Meant] = _NOTHING_SAID,
) -> Taken:
    """Takes pages in, in order, each at the end of its section. `update`: those that are there by name change.

    `meant`: by page, which of its questions are which of the file's.

    `hear` is told how many of the items are done. Raises NotFound, NoRoom.
    """
    await require_teacher(unit, actor, master_id)
    outline = await unit.outlines.read(master_id)
    taken = Taken()
    places, known = _Places(unit, actor, master_id, outline, taken), _Known(outline)
    there = [known.take(item) if update and isinstance(item, ImportedPage) else None for item in items]
    new = sum(page_id is None and isinstance(item, ImportedPage) for item, page_id in zip(items, there, strict=True))
    await require_room_in_master(unit, master_id, Kept(pages=new))
    before = {page.id: page for page in await unit.pages.get_many([page_id for page_id in there if page_id])}
    bring = _UpToDate(unit, actor, meant)
    titles: dict[tuple[int, str], int] = {}
    links = _Links()
    for k, item in enumerate(items):
        if hear is not None:
            hear(k, len(items))
        if isinstance(item, ImportedHolder):
            await places.make(item)
            continue
        document = await _with_pictures(unit, actor, master_id, item)
        page_there = before.get(there[k] or 0)
        if page_there is not None:
            links.note(item, page_there.id, document, page_there)
            titles[page_there.section_id, title_of(document)] = page_there.id
            if not item.leads_to:
                taken.note(page_there.id, await bring.page(page_there, document))
            continue
        section_id = await places.section(item.dividers, item.section)
        parent_id = titles.get((section_id, item.tucked_under)) if item.tucked_under else None
        page_id = await places.add_page(section_id, with_links(document, item.world_alone), parent_id)
        links.note(item, page_id, document)
        titles[section_id, title_of(document)] = page_id
        taken.page_ids.append(page_id)
        await _set_standing(unit, actor, page_id, item.standing)
    for there_before, page_id, document in links.tied():
        if there_before is None:
            await unit.outlines.make_anew(page_id, document)
        else:
            taken.note(page_id, await bring.page(there_before, document))
    return taken


class _Links:
    """Links between pages that come in: where they lead is known once all of those are there."""

    def __init__(self) -> None:
        self.pages: dict[str, int] = {}
        self.waiting: list[tuple[ImportedPage, MasterPage | None, int, Node]] = []

    def note(self, item: ImportedPage, page_id: int, document: Node, before: MasterPage | None = None) -> None:
        """The page that a file became, the first of several; and whether it has links to others."""
        self.pages.setdefault(item.path, page_id)
        if item.leads_to:
            self.waiting.append((item, before, page_id, document))

    def tied(self) -> Iterator[tuple[MasterPage | None, int, Node]]:
        """Each page with links, as it was if it was there, its id, and the page with its links leading to pages."""
        for item, before, page_id, document in self.waiting:
            yield before, page_id, with_links(document, lambda href, item=item: self._lead(item, href))

    def _lead(self, item: ImportedPage, href: str) -> str | None:
        if href not in item.leads_to:
            return href
        return f"/page/{self.pages[href]}" if href in self.pages else None


@dataclass(frozen=True, slots=True)
class _UpToDate:
    """Brings pages up to date. `meant`: by page, which of its questions are which of the file's."""

    unit: Unit
    actor: Actor
    meant: Mapping[int, Meant]

    async def page(self, before: MasterPage, document: Node) -> int | None:
        """Gives the revision that the page had; None where nothing differs.

        That is so for most of a master that comes again, and seen without asking for the page anew.
        """
        if fingerprint(self._anew(before, document)) == before.fingerprint:
            return None
        page = await require_master_page(self.unit, self.actor, before.id, lock=True)
        saved = await save_master_page(self.unit, self.actor, page.id, self._anew(page, document), page.revision)
        return page.revision if saved.page.revision > page.revision else None

    def _anew(self, page: MasterPage, document: Node) -> Node:
        """Under the ids that its blocks have, and with the settings that no file speaks of."""
        settings = {name: value for name, value in attributes_of(document).items() if (name, value) not in _UNTOLD}
        named = with_ids_of(page.document, document, self.meant.get(page.id, NOTHING_MEANT))
        return with_attributes(named, **{**attributes_of(page.document), **settings})


async def _set_standing(unit: Unit, actor: Actor, page_id: int, standing: Standing) -> None:
    if standing.display is not None:
        await unit.outlines.set_display("page", page_id, standing.display)
    if standing.template:
        await unit.outlines.set_template(page_id, True)
    if standing.starter:
        await set_starter(unit, actor, page_id, True)


class _Known:
    """The pages of a master by their names, each to be found once."""

    def __init__(self, outline: Outline) -> None:
        self.pages: dict[tuple[tuple[str, ...], str], list[int]] = defaultdict(list)
        paths = {section.id: _path(outline, section) for section in outline.sections}
        for page in outline.pages_in_order():
            self.pages[paths[page.section_id], _folded(page.title)].append(page.id)

    def take(self, item: ImportedPage) -> int | None:
        names = tuple(map(_folded, (*item.dividers, item.section)))
        found = self.pages[names, _folded(title_of(item.document))]
        return found.pop(0) if found else None


def _path(outline: Outline, section: Section) -> tuple[str, ...]:
    dividers = {divider.id: divider for divider in outline.dividers}
    names, above = [_folded(section.name)], section.divider_id
    while above is not None:
        names.append(_folded(dividers[above].name))
        above = dividers[above].parent_id
    return tuple(reversed(names))


def _folded(name: str) -> str:
    return " ".join(name.split()).casefold()


async def _with_pictures(unit: Unit, actor: Actor, master_id: int, page: ImportedPage) -> Node:
    """The page with its pictures stored; one that is not there goes."""
    names = {
        source: await add_to_master(unit, actor, master_id, picture) for source, picture in page.pictures.items()
    }
    return _renamed(page.document, names)


def _renamed(node: Node, names: Mapping[str, str]) -> Node:
    source = bytes_of(node)
    named = node if source is None else with_bytes(node, names.get(source))
    children = [child for child in content_of(node) if not _is_missing(child, names)]
    return with_content(named, [_renamed(child, names) for child in children])


def _is_missing(node: Node, names: Mapping[str, str]) -> bool:
    """A picture or recording of which nothing is there; of a place to draw on one, the place is."""
    return node["type"] in NAME_BYTES and not KINDS[node["type"]].asks and bytes_of(node) not in names


class _Places:
    """Finds dividers and sections by name, makes those that are missing, and puts pages into them.

    It keeps the outline up to date by itself: reading it anew for each of a thousand pages takes far longer than
    all the rest.
    """

    def __init__(self, unit: Unit, actor: Actor, master_id: int, outline: Outline, taken: Taken) -> None:
        self.unit, self.actor, self.master_id, self.outline = unit, actor, master_id, outline
        self.taken = taken

    async def add_page(self, section_id: int, document: Node, parent_id: int | None) -> int:
        key = self.outline.end_of_section(section_id, parent_id)
        page_id = await self.unit.outlines.add_page(section_id, parent_id, key, document)
        page = OutlinePage(page_id, section_id, parent_id, title_of(document), key, 0, False)
        self.outline = replace(self.outline, pages=(*self.outline.pages, page))
        return page_id

    async def section(self, dividers: tuple[str, ...], name: str) -> int:
        holder = await self._dividers(dividers)
        found = next((s.id for s in self.outline.sections if s.name == name and s.divider_id == holder), None)
        if found is not None:
            return found
        made = await self._made(add_section(self.unit, self.actor, self.master_id, name, holder))
        self.taken.section_ids.append(made)
        return made

    async def make(self, holder: ImportedHolder) -> None:
        """Makes it where it is not there yet. What is in a section that is new is seen by whom it says."""
        if not holder.is_section:
            await self._dividers(holder.names)
            return
        section_id = await self.section(holder.names[:-1], holder.names[-1])
        if section_id in self.taken.section_ids:
            await self.unit.outlines.set_display("section", section_id, holder.display)
            await self.unit.outlines.set_writing(section_id, holder.writing)

    async def _dividers(self, names: Sequence[str]) -> int | None:
        holder: int | None = None
        for name in names:
            holder = await self._divider(holder, name)
        return holder

    async def _divider(self, holder: int | None, name: str) -> int:
        found = next((d.id for d in self.outline.dividers if d.name == name and d.parent_id == holder), None)
        if found is not None:
            return found
        made = await self._made(add_divider(self.unit, self.actor, self.master_id, name, holder))
        self.taken.divider_ids.append(made)
        return made

    async def _made(self, made: Awaitable[int]) -> int:
        item_id = await made
        self.outline = await self.unit.outlines.read(self.master_id)
        return item_id
