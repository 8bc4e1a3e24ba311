"""The master's outline as values, and the one order in which it is read."""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from red_thread.core.outline.order_keys import key_between


@dataclass(frozen=True, slots=True)
class Divider:
    """Groups sections and other dividers."""

    id: int
    parent_id: int | None
    name: str
    order_key: str


@dataclass(frozen=True, slots=True)
class Section:
    """Holds pages in order."""

    id: int
    divider_id: int | None
    name: str
    order_key: str


@dataclass(frozen=True, slots=True)
class OutlinePage:
    """A master page in the outline. `edition`: the newest number, 0 if never given; `changed` since then."""

    id: int
    section_id: int
    parent_id: int | None
    title: str
    order_key: str
    edition: int
    changed: bool


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

    def in_order(self) -> Iterator[Divider | Section | OutlinePage]:
        """Dividers, sections and pages as one reads them."""
        pages: dict[int | None, list[OutlinePage]] = defaultdict(list)
        for page in sorted(self.pages, key=_order_key):
            pages[page.section_id].append(page)
        inside: dict[int | None, list[Divider | Section]] = defaultdict(list)
        for item in sorted([*self.dividers, *self.sections], key=_order_key):
            inside[item.parent_id if isinstance(item, Divider) else item.divider_id].append(item)
        yield from _below(None, inside, pages)

    def page_order(self) -> list[int]:
        return [item.id for item in self.in_order() if isinstance(item, OutlinePage)]

    def section_order(self) -> list[int]:
        return [item.id for item in self.in_order() if isinstance(item, Section)]


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


def rank(order: Sequence[int]) -> Mapping[int, int]:
    """The place of each id."""
    return {item: k for k, item in enumerate(order)}
