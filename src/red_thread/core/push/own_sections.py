"""Sections that are there and bear the name of one of the master's, which they do not follow: the place of its pages.

Those that another master's push made and that are called the same stand for both from then on. Those that the student
made, and all whose names are only near, are offered: somebody has to say so.
"""

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace

from red_thread.core.outline.matching import Match, match_names
from red_thread.core.outline.tree import Holder
from red_thread.core.push.facts import Layout, OwnSection, PushFacts


@dataclass(frozen=True, slots=True)
class Offer:
    """Notebooks in which a section that is there may stand for one of the master's, that they lack.

    `own_ids`: which it is in the notebook of the same number. `near`: its `name` is not the same but for case, spaces
    and punctuation. `taught`: another master's push made it, not the student.
    """

    section_id: int
    name: str
    near: bool
    notebook_ids: tuple[int, ...]
    own_ids: tuple[int, ...]
    taught: bool = False


def find_offers(facts: PushFacts, wanted: Mapping[Holder, Collection[int]]) -> list[Offer]:
    """What may be offered. wanted: for each divider and section the notebooks that will need it."""
    own: dict[int, list[OwnSection]] = defaultdict(list)
    for section in facts.own_sections:
        own[section.notebook_id].append(section)
    found: dict[tuple[int, str, bool, bool], list[OwnSection]] = defaultdict(list)
    for layout in facts.holders_in:
        present = {entry.tied_to for entry in layout.entries}
        missing = [holder for holder in wanted if holder[0] == "section" and holder not in present]
        for notebook in own.keys() & set(layout.notebook_ids):
            names = {
                number: facts.section_names[number] for _, number in missing if notebook in wanted["section", number]
            }
            for match in _matches(names, own[notebook]):
                one = match.offered
                found[match.wanted, one.name, match.near, one.taught].append(one)
    return [_offer(*key, sections) for key, sections in sorted(found.items())]


def _matches(names: Mapping[int, str], sections: Sequence[OwnSection]) -> list[Match[int, OwnSection]]:
    """One to one; what another master made and is called the same goes before all else: it is not asked about."""
    taught = match_names(names, {section: section.name for section in sections if section.taught})
    same = [match for match in taught if not match.near]
    placed, used = {match.wanted for match in same}, {match.offered for match in same}
    left = {number: name for number, name in names.items() if number not in placed}
    return [*same, *match_names(left, {section: section.name for section in sections if section not in used})]


def _offer(section_id: int, name: str, near: bool, taught: bool, sections: Sequence[OwnSection]) -> Offer:
    ordered = sorted(sections, key=lambda section: section.notebook_id)
    notebooks, own = zip(*((one.notebook_id, one.own_id) for one in ordered), strict=True)
    return Offer(section_id, name, near, notebooks, own, taught)


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
