"""Where new sections and pages go: one operation for each, with a key for every notebook, alike or not."""

from collections import defaultdict
from collections.abc import Collection, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from red_thread.core.outline.order_keys import key_between
from red_thread.core.outline.placement import Entry, put_in, room_in_order
from red_thread.core.push.facts import Layout, PushFacts
from red_thread.core.push.operations import MakeSection, Place

_Missing = Mapping[int, Collection[int]]
_key_between = lru_cache(4096)(key_between)  # most notebooks have room between the same two


@dataclass(slots=True)
class _Places:
    """The places of one new thing: a key for each notebook."""

    notebook_ids: list[int] = field(default_factory=list[int])
    keys: list[str] = field(default_factory=list[str])


def place_sections(facts: PushFacts, missing: _Missing) -> Iterator[MakeSection]:
    """Sections that have to be made: for a page to place, where the notebook has none tied to its section.

    missing: for each page the notebooks that have no copy of it.
    """
    wanted: dict[int, set[int]] = defaultdict(set)
    for page in facts.pages:
        wanted[page.section_id].update(missing[page.page_id])
    for section, places in _places(facts.sections_in, facts.section_rank, wanted).items():
        yield MakeSection(section, tuple(places.notebook_ids), tuple(places.keys))


def place_pages(facts: PushFacts, missing: _Missing) -> Iterator[Place]:
    """The copies that are missing, each in its section."""
    for section in dict.fromkeys(page.section_id for page in facts.pages):
        editions = {p.page_id: p.edition_id for p in facts.pages if p.section_id == section}
        wanted = {page_id: frozenset(missing[page_id]) for page_id in editions}
        layouts = (layout for layout in facts.pages_in if layout.section_id == section)
        for page_id, places in _places(layouts, facts.page_rank, wanted).items():
            ids, keys = tuple(places.notebook_ids), tuple(places.keys)
            yield Place(page_id, section, editions[page_id] or 0, ids, keys)


def _places(
    layouts: Iterable[Layout], ranks: Mapping[int, int], wanted: Mapping[int, Collection[int]]
) -> dict[int, _Places]:
    """By what is new, in the order of the master, its place in every notebook that wants it."""
    found = {item: _Places() for item in sorted(wanted, key=ranks.__getitem__)}
    for layout in layouts:
        present = {entry.tied_to for entry in layout.entries}
        new = [item for item in found if item not in present]
        for items, ids in _alike(layout.notebook_ids, new, wanted):
            _put(layout.entries, ranks, items, ids, found)
    return {item: places for item, places in found.items() if places.notebook_ids}


def _put(
    entries: tuple[Entry, ...],
    ranks: Mapping[int, int],
    items: tuple[int, ...],
    ids: list[int],
    found: Mapping[int, _Places],
) -> None:
    for item in items:
        key = _key_between(*room_in_order(entries, ranks, item))
        if len(items) > 1:
            entries = put_in(entries, Entry(item, key))
        found[item].notebook_ids.extend(ids)
        found[item].keys.extend([key] * len(ids))


def _alike(
    notebook_ids: tuple[int, ...], new: list[int], wanted: Mapping[int, Collection[int]]
) -> Iterator[tuple[tuple[int, ...], list[int]]]:
    """Notebooks that want the same new things, together."""
    groups: dict[tuple[int, ...], list[int]] = defaultdict(list)
    for notebook in notebook_ids:
        groups[tuple(item for item in new if notebook in wanted[item])].append(notebook)
    for items, ids in groups.items():
        if items:
            yield items, ids
