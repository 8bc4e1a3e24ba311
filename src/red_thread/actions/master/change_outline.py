"""Making, renaming, moving and taking out dividers, sections and pages of the master.

Each says how it was before, so that the interface can undo it by the same verbs.
"""

from dataclasses import replace
from typing import Literal

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_master_page, require_teacher
from red_thread.actions.refusals import CannotMoveThere, NameMissing, NotFound
from red_thread.actions.room import require_room_in_master
from red_thread.core.outline.display import Display
from red_thread.core.outline.order_keys import key_between
from red_thread.core.outline.tree import Outline, OutlinePage
from red_thread.core.page.nodes import Node, paragraph, title_of, with_attributes
from red_thread.core.quotas import Kept
from red_thread.store.master.values import OutlineItem, OutlineKind
from red_thread.store.unit import Unit


async def add_divider(unit: Unit, actor: Actor, master_id: int, name: str, parent_id: int | None = None) -> int:
    """At the end of its holder. Returns the new divider's id."""
    await require_teacher(unit, actor, master_id)
    outline = await unit.outlines.read(master_id)
    _require_divider(outline, parent_id)
    return await unit.outlines.add_divider(
        master_id, parent_id, named(name, "divider"), outline.end_of_divider(parent_id)
    )


async def add_section(unit: Unit, actor: Actor, master_id: int, name: str, divider_id: int | None = None) -> int:
    """At the end of its divider. Returns the new section's id."""
    await require_teacher(unit, actor, master_id)
    outline = await unit.outlines.read(master_id)
    _require_divider(outline, divider_id)
    return await unit.outlines.add_section(
        master_id, divider_id, named(name, "section"), outline.end_of_divider(divider_id)
    )


async def add_page(unit: Unit, actor: Actor, section_id: int, document: Node, parent_id: int | None = None) -> int:
    """At the end of its section, or tucked under another page of it. Returns the new page's id."""
    section = await require_item(unit, actor, "section", section_id)
    outline = await unit.outlines.read(section.master_id)
    if parent_id is not None and (parent_id, section_id) not in {(p.id, p.section_id) for p in outline.pages}:
        raise NotFound(what="page")
    await require_room_in_master(unit, section.master_id, Kept(pages=1))
    return await unit.outlines.add_page(
        section_id, parent_id, outline.end_of_section(section_id, parent_id), document
    )


async def add_blank_page(unit: Unit, actor: Actor, section_id: int, title: str, parent_id: int | None = None) -> int:
    """A new page, on which students may write where the section says. Raises NotFound, NameMissing."""
    await require_item(unit, actor, "section", section_id)
    page = with_attributes(blank_page(title), writing=await unit.outlines.writing_of(section_id))
    return await add_page(unit, actor, section_id, page, parent_id)


def blank_page(title: str) -> Node:
    """A page with a title and one empty paragraph."""
    attributes = {"title": named(title, "page"), "writing": "everywhere"}
    return {"type": "doc", "attrs": attributes, "content": [paragraph("b1")]}


async def rename_item(unit: Unit, actor: Actor, kind: OutlineKind, item_id: int, name: str) -> OutlineItem:
    """Renames a divider or a section; the name of a page is its title. Returns it as it was."""
    item = await require_item(unit, actor, kind, item_id)
    if kind == "page":
        await _retitle(unit, actor, item_id, named(name, kind))
    else:
        await unit.outlines.rename(kind, item_id, named(name, kind))
    return item


async def _retitle(unit: Unit, actor: Actor, page_id: int, title: str) -> None:
    page = await require_master_page(unit, actor, page_id, lock=True)
    if title != title_of(page.document):
        fresh = with_attributes(page.document, title=title)
        await unit.pages.save(page_id, fresh, page.revision + 1, actor.person_id, None)
        await unit.news.of_page(page_id)


async def move_item(
    unit: Unit, actor: Actor, kind: OutlineKind, item_id: int, holder_id: int | None, after_id: int | None
) -> OutlineItem:
    """Moves it behind `after_id` (None: to the beginning) in a holder. A page takes its tucked pages along.

    `after_id` names something of the same kind; behind a page means behind its tucked pages too.
    Returns it as it was.
    """
    item = await require_item(unit, actor, kind, item_id)
    outline = await unit.outlines.read(item.master_id)
    if kind == "page":
        await _move_page(unit, outline, item, holder_id, after_id)
        return item
    _require_divider(outline, holder_id)
    if kind == "divider" and holder_id is not None and holder_id in _dividers_below(outline, item_id):
        raise CannotMoveThere(what="A divider")
    keys = [key for key in _keys_in(outline, kind, holder_id) if key != item.order_key]
    before = _key_of(outline, kind, after_id)
    after = min((key for key in keys if before is None or key > before), default=None)
    await unit.outlines.place(replace(item, holder_id=holder_id, order_key=key_between(before, after)))
    return item


async def set_display(
    unit: Unit, actor: Actor, kind: Literal["section", "page"], item_id: int, display: Display | None
) -> OutlineItem:
    """Puts something under wraps, on display, or neither; None: a page is as its section says.

    Returns it as it was. Raises NotFound.
    """
    item = await require_item(unit, actor, kind, item_id)
    after = Display.ORDINARY if display is None and kind == "section" else display
    await unit.outlines.set_display(kind, item_id, after)
    await unit.news.of_display(item.master_id)
    return item


async def remove_item(unit: Unit, actor: Actor, kind: OutlineKind, item_id: int) -> None:
    """Takes it out of the master. Students keep what they were given; `restore_item` brings it back."""
    await require_item(unit, actor, kind, item_id)
    await unit.outlines.set_removed(kind, item_id, True)


async def restore_item(unit: Unit, actor: Actor, kind: OutlineKind, item_id: int) -> None:
    """Brings back what was taken out, to where it stood; what has taken its place meanwhile comes behind it."""
    item = await require_item(unit, actor, kind, item_id)
    await unit.outlines.set_removed(kind, item_id, False)
    keys = _keys_in(await unit.outlines.read(item.master_id), kind, item.holder_id)
    if keys.count(item.order_key) > 1:
        before = max((key for key in keys if key < item.order_key), default=None)
        await unit.outlines.place(replace(item, order_key=key_between(before, item.order_key)))


async def require_item(unit: Unit, actor: Actor, kind: OutlineKind, item_id: int) -> OutlineItem:
    """Something in the outline of a master that the actor teaches from."""
    item = await unit.outlines.item(kind, item_id)
    if item is None:
        raise NotFound(what=kind)
    await require_teacher(unit, actor, item.master_id, kind)
    return item


def _require_divider(outline: Outline, divider_id: int | None) -> None:
    """A divider of this very master, or none: what is put into another's would be in neither."""
    if divider_id is not None and divider_id not in {divider.id for divider in outline.dividers}:
        raise NotFound(what="divider")


async def _move_page(
    unit: Unit, outline: Outline, item: OutlineItem, holder_id: int | None, after_id: int | None
) -> None:
    section = next((s for s in outline.sections if s.id == holder_id), None)
    if section is None or after_id == item.id:
        raise CannotMoveThere(what="A page")
    group = [p for p in outline.pages if item.id in (p.id, p.parent_id)]
    moving = {page.id for page in group}
    others = sorted((p for p in outline.pages if p.section_id == section.id and p.id not in moving), key=_key)
    target = next((p for p in others if p.id == after_id), None)
    under = item.parent_id if target and item.parent_id in (target.id, target.parent_id) else None
    last = target if under else _last_tucked(others, target)
    before = last.order_key if last else None
    after = min((p.order_key for p in others if before is None or p.order_key > before), default=None)
    for page in sorted(group, key=_key):
        before = key_between(before, after)
        parent_id = under if page.id == item.id else page.parent_id
        await unit.outlines.place(
            replace(item, id=page.id, holder_id=section.id, parent_id=parent_id, order_key=before)
        )


def _last_tucked(pages: list[OutlinePage], target: OutlinePage | None) -> OutlinePage | None:
    if target is None:
        return None
    top = target.parent_id or target.id
    return max((p for p in pages if top in (p.id, p.parent_id)), key=_key)


def _key(page: OutlinePage) -> str:
    return page.order_key


def named(name: str, what: str) -> str:
    """A name as it is kept. Raises NameMissing."""
    name = " ".join(name.split())[:200]
    if not name:
        raise NameMissing(what=what)
    return name


def _keys_in(outline: Outline, kind: OutlineKind, holder_id: int | None) -> list[str]:
    """The order keys of all that stand together there."""
    return outline.section_keys(holder_id) if kind == "page" else outline.divider_keys(holder_id)


def _key_of(outline: Outline, kind: OutlineKind, item_id: int | None) -> str | None:
    pool = outline.dividers if kind == "divider" else outline.sections
    return next((item.order_key for item in pool if item.id == item_id), None)


def _dividers_below(outline: Outline, divider_id: int) -> set[int]:
    below = {divider_id}
    while True:
        more = {d.id for d in outline.dividers if d.parent_id in below} - below
        if not more:
            return below
        below |= more
