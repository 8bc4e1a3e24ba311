"""The planner: facts in, a plan out.

For each page every notebook of the audience falls into one of four: its copy is untouched (then it is
refreshed, or has the edition already), it is written on (then the real merge is run), it was cut loose (then it stays
the student's, or is tied again), or there is none (then one is placed, in the section that is meant, which is made
where it is missing). A copy that was pulled back once comes to its place again, with what was written on it; where
nobody has written on it, it comes to the place that the push says.
What is under wraps is held.
"""

from collections.abc import Iterator, Mapping

from red_thread.core.outline.tree import Holder
from red_thread.core.push.copies import Copies
from red_thread.core.push.facts import Named, PushFacts
from red_thread.core.push.how import IfOwn
from red_thread.core.push.operations import MakeHolder, Place, PlaceLoose, Rename, TieHolder
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.own_sections import Offer, find_offers, in_their_own
from red_thread.core.push.placements import holders_wanted, make_holders, place_pages
from red_thread.core.push.plan import Plan, PlannedRows, Step
from red_thread.core.push.up_to_date import restored_at, steps_of_untouched, steps_of_written

WITHOUT_ITS_PAGE = "the page under which it hangs is not there"
SECOND_COPY = "beside the one they have"
OWN_NAME = "it has a name of its own there"
CALLED = "theirs, called “{name}”"
BOTH = "another course has it too, called “{name}”"
UNDER_WRAPS = "under wraps: only teachers see it"


def plan_push(facts: PushFacts) -> Plan:
    """Plans a push. Pure: the same facts always give the same plan."""
    copies = Copies.of(facts)
    wanted = holders_wanted(facts, copies.come_to())
    offers = find_offers(facts, wanted)
    taken = [offer for offer in offers if _is_taken(offer, facts.how.if_own)]
    for offer in taken:
        wanted["section", offer.section_id].difference_update(offer.notebook_ids)
    written, woven = steps_of_written(copies)
    steps = [
        *map(_tied, taken),
        *_steps_of_holders(facts, wanted),
        *steps_of_untouched(copies),
        *written,
        *_steps_of_placed(in_their_own(facts, taken), copies),
        *_steps_of_wrapped(facts),
    ]
    return Plan(tuple(steps), tuple(woven), tuple(offer for offer in offers if not _goes_without_saying(offer)))


def _steps_of_wrapped(facts: PushFacts) -> Iterator[Step]:
    for page_id in facts.wrapped:
        yield Step((), PlannedRows(page_id, RowOutcome.HELD, facts.audience, UNDER_WRAPS))
    for holder in facts.wrapped_holders:
        yield Step((), PlannedRows(None, RowOutcome.HELD, facts.audience, UNDER_WRAPS, holder=holder))


def _goes_without_saying(offer: Offer) -> bool:
    return offer.taught and not offer.near


def _is_taken(offer: Offer, if_own: IfOwn) -> bool:
    if if_own is IfOwn.NEAR or _goes_without_saying(offer):
        return True
    return if_own is IfOwn.THEIRS and not offer.near


def _tied(offer: Offer) -> Step:
    holder: Holder = ("section", offer.section_id)
    why = (BOTH if offer.taught else CALLED).format(name=offer.name)
    rows = PlannedRows(None, RowOutcome.SECTION_TIED, offer.notebook_ids, why, holder=holder)
    return Step((TieHolder(holder, offer.notebook_ids, offer.own_ids),), rows)


def _steps_of_placed(facts: PushFacts, copies: Copies) -> Iterator[Step]:
    for place in place_pages(facts, {0: copies.first(), **copies.seconds}):
        if isinstance(place, Place) and place.ordinal:
            yield _placed(facts, place, SECOND_COPY)
        else:
            yield from _first(facts, copies, place)


def _first(facts: PushFacts, copies: Copies, place: Place | PlaceLoose) -> Iterator[Step]:
    """A place for a new copy, or for one that was pulled back."""
    anew = [copy for copy in copies.anew if copy.page_id == place.page_id]
    if not anew:
        yield _placed(facts, place)
        return
    new = place.narrow(set(copies.missing[place.page_id]))
    if new is not None:
        yield _placed(facts, new)
    for copy in anew:
        place_again = place.narrow(frozenset(copy.notebook_ids))
        if isinstance(place_again, Place):
            yield restored_at(copies, copy, place_again)


def _placed(facts: PushFacts, place: Place | PlaceLoose, reason: str = "") -> Step:
    if isinstance(place, Place) and place.under is None and place.page_id in facts.tucked:
        reason = WITHOUT_ITS_PAGE
    return Step((place,), PlannedRows(place.page_id, RowOutcome.PLACED, place.notebook_ids, reason))


def _steps_of_holders(facts: PushFacts, wanted: Mapping[Holder, set[int]]) -> Iterator[Step]:
    for made in make_holders(facts, wanted):
        yield _made(facts, made)
    for named in facts.named:
        yield _named(facts, named)


def _made(facts: PushFacts, made: MakeHolder) -> Step:
    if made.holder not in facts.given_empty:
        return Step((made,))
    return Step((made,), PlannedRows(None, RowOutcome.PLACED, made.notebook_ids, holder=made.holder))


def _named(facts: PushFacts, named: Named) -> Step:
    """A divider or section that is there: its name follows the master's, unless the student gave it another."""
    name, ids, holder = facts.given_empty[named.holder], named.notebook_ids, named.holder
    if named.name == name:
        return Step((), PlannedRows(None, RowOutcome.HAS_IT, ids, holder=holder))
    if named.renamed:
        return Step((), PlannedRows(None, RowOutcome.LEFT, ids, OWN_NAME, holder=holder))
    renamed = Rename(holder, ids, named.name, name)
    return Step((renamed,), PlannedRows(None, RowOutcome.RENAMED, ids, holder=holder))
