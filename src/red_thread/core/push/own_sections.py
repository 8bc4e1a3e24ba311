"""Sections that students made and that bear the name of one of the master's: offered as the place of its pages."""

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace

from red_thread.core.outline.matching import match_names
from red_thread.core.outline.tree import Holder
from red_thread.core.push.facts import Layout, OwnSection, PushFacts


@dataclass(frozen=True, slots=True)
class Offer:
    """Notebooks in which a section of the student's own may stand for one of the master's, that they lack.

    `own_ids`: which it is in the notebook of the same number. `near`: its `name` is not the same but for case, spaces
    and punctuation.
    """

    section_id: int
    name: str
    near: bool
    notebook_ids: tuple[int, ...]
    own_ids: tuple[int, ...]


def find_offers(facts: PushFacts, wanted: Mapping[Holder, Collection[int]]) -> list[Offer]:
    """What may be offered. wanted: for each divider and section the notebooks that will need it."""
    own: dict[int, list[OwnSection]] = defaultdict(list)
    for section in facts.own_sections:
        own[section.notebook_id].append(section)
    found: dict[tuple[int, str, bool], list[OwnSection]] = defaultdict(list)
    for layout in facts.holders_in:
        present = {entry.tied_to for entry in layout.entries}
        missing = [holder for holder in wanted if holder[0] == "section" and holder not in present]
        for notebook in own.keys() & set(layout.notebook_ids):
            names = {
                number: facts.section_names[number] for _, number in missing if notebook in wanted["section", number]
            }
            for match in match_names(names, {section: section.name for section in own[notebook]}):
                found[match.wanted, match.offered.name, match.near].append(match.offered)
    return [_offer(*key, sections) for key, sections in sorted(found.items())]


def _offer(section_id: int, name: str, near: bool, sections: Sequence[OwnSection]) -> Offer:
    ordered = sorted(sections, key=lambda section: section.notebook_id)
    return Offer(section_id, name, near, *zip(*((one.notebook_id, one.own_id) for one in ordered), strict=True))


def in_their_own(facts: PushFacts, offers: Sequence[Offer]) -> PushFacts:
    """The facts as they are once the sections that are offered are tied."""
    if not offers:
        return facts
    taken = {(offer.section_id, notebook) for offer in offers for notebook in offer.notebook_ids}
    of_own = {section.own_id: section for section in facts.own_sections}
    layouts = [
        replace(layout, notebook_ids=tuple(n for n in layout.notebook_ids if (layout.section_id, n) not in taken))
        for layout in facts.pages_in
    ]
    layouts += [
        Layout(offer.section_id, of_own[own].entries, (notebook,))
        for offer in offers
        for notebook, own in zip(offer.notebook_ids, offer.own_ids, strict=True)
    ]
    return replace(facts, pages_in=tuple(layout for layout in layouts if layout.notebook_ids))
