"""The master's outline as values, and the one order in which it is read."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal, TypeAlias, TypeVar

from red_thread.core.notebook.allowed import Arranging
from red_thread.core.outline.display import Display
from red_thread.core.outline.order_keys import key_between
from red_thread.core.outline.standing import Standing

T = TypeVar("T")
# What holds pages or other holders: a divider or a section, by its kind and id.
Holder: TypeAlias = tuple[Literal["divider", "section"], int]


@dataclass(frozen=True, slots=True)
class Divider:
    """Groups sections and other dividers."""

    id: int
    parent_id: int | None
    name: str
    order_key: str


@dataclass(frozen=True, slots=True)
class Section:
    """Holds pages in order. `display`: of its pages that say nothing themselves; `writing`: of those made in it.

    `arranging`: what students may do there, where it is another than the course's.
    """

    id: int
    divider_id: int | None
    name: str
    order_key: str
    display: Display = Display.ORDINARY
    writing: str = "everywhere"
    arranging: Arranging | None = None


@dataclass(frozen=True, slots=True)
class OutlinePage:
    """A master page in the outline. `edition`: the newest number, 0 if never given; `changed` since then.

    `own_display`: None where it is as its section says; `display` is what comes of both.
    """

    id: int
    section_id: int
    parent_id: int | None
    title: str
    order_key: str
    edition: int
    changed: bool
    template: bool = False
    starter: bool = False
    display: Display = Display.ORDINARY
    own_display: Display | None = None

    @property
    def standing(self) -> Standing:
        """What it says itself."""
        return Standing(self.own_display, self.template, self.starter)


@dataclass(frozen=True, slots=True)
class Outline:
    """All of one master."""

    dividers: tuple[Divider, ...]
    sections: tuple[Section, ...]
    pages: tuple[OutlinePage, ...]

    def section_keys(self, section_id: int | None) -> list[str]:
        """The order keys of all pages of a section, in order."""
        return sorted(page.order_key for page in self.pages if page.section_id == section_id)

    def divider_keys(self, divider_id: int | None) -> list[str]:
        """The order keys of all that stands in a divider; dividers and sections share one order."""
        dividers = [d.order_key for d in self.dividers if d.parent_id == divider_id]
        return sorted([*dividers, *(s.order_key for s in self.sections if s.divider_id == divider_id)])

    def end_of_divider(self, divider_id: int | None) -> str:
        """The order key for something new at the end of a divider, None for the master itself."""
        return key_between(_last(self.divider_keys(divider_id)), None)

    def end_of_section(self, section_id: int, parent_id: int | None = None) -> str:
        """The order key for a new page at the end of a section, or of the pages tucked under one of its pages."""
        keys = self.section_keys(section_id)
        if parent_id is None:
            return key_between(_last(keys), None)
        tucked = [page.order_key for page in self.pages if parent_id in (page.id, page.parent_id)]
        before = max(tucked) if tucked else _last(keys)
        return key_between(before, min((key for key in keys if before is not None and key > before), default=None))

    def room_behind(self, page_id: int) -> tuple[str | None, str | None]:
        """The keys between which something goes that follows a page and what is tucked under it."""
        page = next(page for page in self.pages if page.id == page_id)
        before = max(one.order_key for one in self.pages if page_id in (one.id, one.parent_id))
        return before, next((key for key in self.section_keys(page.section_id) if key > before), None)

    def in_order(self) -> Iterator[Divider | Section | OutlinePage]:
        """Dividers, sections and pages as one reads them."""
        pages: dict[int | None, list[OutlinePage]] = defaultdict(list)
        for page in sorted(self.pages, key=_order_key):
            pages[page.section_id].append(page)
        inside: dict[int | None, list[Divider | Section]] = defaultdict(list)
        for item in sorted([*self.dividers, *self.sections], key=_order_key):
            inside[item.parent_id if isinstance(item, Divider) else item.divider_id].append(item)
        yield from _below(None, inside, pages)

    def pages_in_order(self) -> list[OutlinePage]:
        """Pages as one reads them."""
        return [item for item in self.in_order() if isinstance(item, OutlinePage)]

    def page_order(self) -> list[int]:
        """Page ids in reading order."""
        return [page.id for page in self.pages_in_order()]

    def holder_order(self) -> list[Holder]:
        """Dividers and sections as one reads them."""
        return [holder_of(item) for item in self.in_order() if not isinstance(item, OutlinePage)]

    def holders(self) -> dict[Holder, Holder | None]:
        """For each divider and section the divider that it stands in."""
        above = {holder_of(divider): divider.parent_id for divider in self.dividers}
        above |= {holder_of(section): section.divider_id for section in self.sections}
        return {holder: None if divider is None else ("divider", divider) for holder, divider in above.items()}

    def names_of(self, holders: Iterable[Holder]) -> dict[Holder, str]:
        """Their names; what is not in the master is left out."""
        names = {holder_of(item): item.name for item in (*self.dividers, *self.sections)}
        return {holder: names[holder] for holder in holders if holder in names}

    def under_wraps(self) -> set[int]:
        """The pages that only teachers see."""
        return {page.id for page in self.pages if page.display is Display.WRAPS}

    def wrapped_sections(self) -> set[Holder]:
        """The sections that are under wraps themselves."""
        return {holder_of(section) for section in self.sections if section.display is Display.WRAPS}

    def tucked(self) -> dict[int, int]:
        """For each page that hangs under another, that other."""
        return {page.id: page.parent_id for page in self.pages if page.parent_id is not None}


def holder_of(item: Divider | Section) -> Holder:
    """A divider or section, as what holds."""
    return ("divider" if isinstance(item, Divider) else "section", item.id)


def _below(
    divider_id: int | None,
    inside: Mapping[int | None, list[Divider | Section]],
    pages: Mapping[int | None, list[OutlinePage]],
) -> Iterator[Divider | Section | OutlinePage]:
    for item in inside.get(divider_id, ()):
        yield item
        if isinstance(item, Divider):
            yield from _below(item.id, inside, pages)
        else:
            yield from pages.get(item.id, ())


def _order_key(item: Divider | Section | OutlinePage) -> str:
    return item.order_key


def _last(keys: list[str]) -> str | None:
    return keys[-1] if keys else None


def rank(order: Sequence[T]) -> Mapping[T, int]:
    """The place of each."""
    return {item: k for k, item in enumerate(order)}
