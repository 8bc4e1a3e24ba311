"""Where new dividers, sections and pages go: one operation for each, with a key for every notebook, alike or not."""

from collections import defaultdict
from collections.abc import Collection, Hashable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import NamedTuple, TypeVar

from red_thread.core.outline.order_keys import key_between
from red_thread.core.outline.placement import Entry, put_in, room, room_behind
from red_thread.core.outline.tree import Holder
from red_thread.core.push.facts import Layout, PushFacts
from red_thread.core.push.operations import MakeHolder, Place, PlaceLoose

T = TypeVar("T", bound=Hashable)
Wanted = Mapping[int, Collection[int]]
_key_between = lru_cache(4096)(key_between)  # most notebooks have room between the same two


@dataclass(slots=True)
class _Places:
    """The places of one new thing: a key for each notebook."""

    notebook_ids: list[int] = field(default_factory=list[int])
    keys: list[str] = field(default_factory=list[str])

    def add(self, notebook_ids: Collection[int], key: str) -> None:
        self.notebook_ids.extend(notebook_ids)
        self.keys.extend([key] * len(notebook_ids))


def holders_wanted(facts: PushFacts, missing: Wanted) -> dict[Holder, set[int]]:
    """Dividers and sections that are given as such, and those of pages to place, each with who needs it.

    missing: for each page the notebooks that will get a copy.
    """
    wanted: dict[Holder, set[int]] = defaultdict(set)
    for page in facts.pages:
        wanted["section", page.section_id].update(missing[page.page_id])
    for holder in facts.given_empty:
        wanted[holder].update(facts.audience)
    return wanted


def make_holders(facts: PushFacts, wanted: Mapping[Holder, Collection[int]]) -> Iterator[MakeHolder]:
    """Those that are wanted and not there; a section comes with the dividers that it stands in."""
    found: dict[Holder, _Places] = defaultdict(_Places)
    for layout in facts.holders_in:
        present = {entry.tied_to for entry in layout.entries}
        lacking = [holder for holder in wanted if holder not in present]
        for holders, ids in _alike(layout.notebook_ids, lacking, wanted):
            entries = layout.entries
            for holder in _with_dividers(holders, present, facts):
                key = _key_between(*room(entries, facts.holder_rank, holder))
                entries = put_in(entries, Entry(holder, key))
                found[holder].add(ids, key)
    for holder in sorted(found, key=facts.holder_rank.__getitem__):
        places = found[holder]
        yield MakeHolder(holder, facts.holders.get(holder), tuple(places.notebook_ids), tuple(places.keys))


def _with_dividers(holders: Iterable[Holder], present: Collection[Holder | None], facts: PushFacts) -> list[Holder]:
    """The holders and all dividers above them that are not there, in the order of the master."""
    needed: set[Holder] = set()
    for holder in holders:
        above: Holder | None = holder
        while above is not None and above not in present and above not in needed:
            needed.add(above)
            above = facts.holders.get(above)
    return sorted(needed, key=facts.holder_rank.__getitem__)


def place_pages(facts: PushFacts, wanted: Mapping[int, Wanted]) -> Iterator[Place | PlaceLoose]:
    """Copies for those who are to get one, each in its section. wanted: by the ordinal of the new copies.

    First and second copies are placed together: two things that come at once never get one place.
    """
    for section in dict.fromkeys(page.section_id for page in facts.pages):
        editions = {page.page_id: page.edition_id or 0 for page in facts.pages if page.section_id == section}
        mine = {
            _New(page_id, ordinal): frozenset(pages[page_id])
            for page_id in editions
            for ordinal, pages in wanted.items()
        }
        found: dict[tuple[_New, int | None], _Places] = defaultdict(_Places)
        for layout in (layout for layout in facts.pages_in if layout.section_id == section):
            for new, ids in _alike(layout.notebook_ids, list(mine), mine):
                _put_pages(facts, layout, new, ids, found)
        for new, under in sorted(
            found, key=lambda key: (key[0].ordinal, facts.page_rank[key[0].page_id], key[1] is None)
        ):
            places = found[new, under]
            where = new.page_id, section, editions[new.page_id], tuple(places.notebook_ids), tuple(places.keys)
            yield PlaceLoose(*where) if facts.how.untied else Place(*where, under, new.ordinal)


class _New(NamedTuple):
    """A copy that comes into notebooks."""

    page_id: int
    ordinal: int


def _put_pages(
    facts: PushFacts,
    layout: Layout,
    copies: tuple[_New, ...],
    notebook_ids: list[int],
    found: Mapping[tuple[_New, int | None], _Places],
) -> None:
    """Pages that come together stay together wherever they are asked to; in master order each has its own place."""
    entries, behind = layout.entries, None
    for new in copies:
        if behind is None:
            between = room(entries, facts.page_rank, new.page_id, facts.how.where, facts.tucked)
        else:
            between = room_behind(entries, behind)
        key = _key_between(*between)
        above = facts.tucked.get(new.page_id)
        there = above is not None and any(e.tied_to == above and not e.hidden for e in entries)
        found[new, above if there else None].add(notebook_ids, key)
        if len(copies) > 1:
            entries = put_in(entries, Entry(new.page_id, key))
            behind = None if facts.how.where.is_in_order else key


def _alike(
    notebook_ids: tuple[int, ...], new: list[T], wanted: Mapping[T, Collection[int]]
) -> Iterator[tuple[tuple[T, ...], list[int]]]:
    """Notebooks that want the same new things, together."""
    groups: dict[tuple[T, ...], list[int]] = defaultdict(list)
    for notebook in notebook_ids:
        groups[tuple(item for item in new if notebook in wanted[item])].append(notebook)
    for items, ids in groups.items():
        if items:
            yield items, ids
