"""What is done for the copies that a push finds: they come up to date, are tied again, or stay as they are."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum

from red_thread.core.push.copies import Copies
from red_thread.core.push.facts import PushFacts, Stood, Untouched, Written
from red_thread.core.push.how import Drawer, How, IfCopy, IfCut
from red_thread.core.push.operations import (
    Fetch,
    Move,
    Operation,
    Place,
    Refresh,
    Restore,
    See,
    Spot,
    Tie,
    Weave,
    join,
)
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.plan import PlannedRows, Step, WovenCopy
from red_thread.core.push.woven import Weaving, weave


class _Asked(Enum):
    """What a push does with a copy that does not stay as it is: brings it up to date, or says nothing of it."""

    UPDATE = "update"
    NOTHING = "nothing"


def _asked(copy: Untouched | Written, how: How) -> RowOutcome | _Asked:
    """What becomes of a copy by what was asked for; an outcome where it stays as it is and that is said."""
    if not copy.tied:
        return _asked_of_loose(how)
    if copy.pulled_back is not None:
        return _Asked.NOTHING if how.untied else _Asked.UPDATE
    if how.untied or how.if_copy is IfCopy.LEAVE:
        return RowOutcome.LEFT
    return _Asked.NOTHING if how.if_copy is IfCopy.SECOND else _Asked.UPDATE


def _asked_of_loose(how: How) -> RowOutcome | _Asked:
    if how.untied:
        return RowOutcome.HAS_IT
    if how.if_copy is IfCopy.SECOND:
        return _Asked.NOTHING
    return _Asked.UPDATE if how.if_cut is IfCut.TIE else RowOutcome.LOOSE


def _prepared(copy: Untouched | Written, facts: PushFacts) -> Iterator[Operation]:
    """What has to be done before a copy can come up to date."""
    if not copy.tied:
        were = tuple(stood.was_cut for stood in facts.stood_of(copy))
        yield Tie(copy.page_id, copy.notebook_ids, were, copy.ordinal)
    if copy.pulled_back is not None:
        yield from _restored(copy, copy.pulled_back, facts.stood_of(copy))
    if _fetched(copy, facts.how):
        in_drawer = tuple(stood.in_drawer for stood in facts.stood_of(copy))
        yield Fetch(copy.page_id, copy.notebook_ids, in_drawer, copy.ordinal)


def _restored(copy: Untouched | Written, pulled_back: int, stood: list[Stood]) -> Iterator[Operation]:
    """It stands in its place again, and is new to its student."""
    yield Restore(copy.page_id, copy.notebook_ids, pulled_back, copy.ordinal)
    seen = tuple(copy.seen for copy in stood)
    if any(seen):
        yield See(copy.page_id, copy.notebook_ids, seen, (None,) * len(seen), copy.ordinal)


def _fetched(copy: Untouched | Written, how: How) -> bool:
    return copy.put_away and how.drawer is Drawer.FETCH


def steps_of_untouched(copies: Copies) -> Iterator[Step]:
    """What is done for copies that nobody has written on: they stand on the new edition."""
    how = copies.facts.how
    for group in copies.untouched:
        asked = _asked(group, how)
        if isinstance(asked, RowOutcome):
            yield Step((), _rows(group, asked))
        elif asked is not _Asked.NOTHING:
            has_it = group.edition_id in copies.has_it
            operations = (*_prepared(group, copies.facts), *_refreshed(group, copies))
            yield Step(operations, _rows(group, _outcome_of_untouched(group, has_it, how)))


def restored_at(copies: Copies, group: Untouched, place: Place) -> Step:
    """Copies that were pulled back stand where the push wants them, up to date. `place`: that of a new one."""
    here = replace(group, notebook_ids=place.notebook_ids)
    stood = copies.facts.stood_of(here)
    spots = tuple(Spot(None, key, copy.spot.parent_id) for key, copy in zip(place.keys, stood, strict=True))
    copy_ids, before = tuple(copy.copy_id for copy in stood), tuple(copy.spot for copy in stood)
    moved = Move(here.notebook_ids, copy_ids, before, spots, place.section_id)
    operations = (*_prepared(here, copies.facts), moved, *_refreshed(here, copies))
    return Step(operations, _rows(here, RowOutcome.PLACED))


def _refreshed(group: Untouched, copies: Copies) -> Iterator[Refresh]:
    """Onto the edition that is pushed, if they do not stand on it."""
    if group.edition_id not in copies.has_it:
        after = copies.pages[group.page_id].edition_id or 0
        yield Refresh(group.page_id, group.notebook_ids, group.edition_id, after, group.ordinal)


def _outcome_of_untouched(group: Untouched, has_it: bool, how: How) -> RowOutcome:
    if not group.tied:
        return RowOutcome.TIED
    if _fetched(group, how):
        return RowOutcome.BACK
    if group.put_away and (group.pulled_back is not None or not has_it):
        return RowOutcome.PUT_AWAY
    if group.pulled_back is not None:
        return RowOutcome.PLACED
    return RowOutcome.HAS_IT if has_it else RowOutcome.REFRESHED


def _rows(copy: Untouched | Written, outcome: RowOutcome) -> PlannedRows:
    return PlannedRows(copy.page_id, outcome, copy.notebook_ids, edition_before=copy.edition_id)


@dataclass(frozen=True, slots=True)
class _Woven:
    """A written-on copy with the merge that was run for it, if any."""

    written: Written
    copy: WovenCopy


def steps_of_written(copies: Copies) -> tuple[list[Step], list[WovenCopy]]:
    """What is done for copies that students have written on, alike ones together; and the merges, run."""
    how = copies.facts.how
    alike: dict[object, list[_Woven]] = defaultdict(list)
    for written in copies.written:
        asked = _asked(written, how)
        if asked is _Asked.NOTHING:
            continue
        copy = WovenCopy(written.page_id, written.notebook_id, RowOutcome.HAS_IT, None)
        copy = replace(copy, outcome=asked) if isinstance(asked, RowOutcome) else _weave(written, copies)
        same = written.page_id, copy.outcome, copy.reason, written.edition_id, written.ordinal, written.tied
        alike[same].append(_Woven(written, copy))
    steps = [_step_of_woven(group, copies) for group in alike.values()]
    return steps, [one.copy for group in alike.values() for one in group]


def _weave(written: Written, copies: Copies) -> WovenCopy:
    made = Weaving(RowOutcome.HAS_IT, None)
    if written.edition_id not in copies.has_it:
        made = weave(written.base, copies.pages[written.page_id].document, written.document)
    outcome = _outcome_of_written(written, made.outcome, copies.facts.how)
    return WovenCopy(written.page_id, written.notebook_id, outcome, made.merged, made.reason, made.defect)


def _outcome_of_written(written: Written, outcome: RowOutcome, how: How) -> RowOutcome:
    """A knot and a failure are told before all else; then whence the copy comes; then what it was."""
    quiet = outcome in (RowOutcome.HAS_IT, RowOutcome.MERGED)
    if quiet and not written.tied:
        return RowOutcome.TIED
    if quiet and ((written.pulled_back is not None and not written.put_away) or _fetched(written, how)):
        return RowOutcome.BACK
    changes = outcome.changes or (written.pulled_back is not None and outcome is RowOutcome.HAS_IT)
    return RowOutcome.PUT_AWAY if written.put_away and changes and not _fetched(written, how) else outcome


def _step_of_woven(group: list[_Woven], copies: Copies) -> Step:
    first, outcome = group[0].written, group[0].copy.outcome
    operations: list[Operation] = []
    if outcome.changes:
        operations += join(made for one in group for made in _prepared(one.written, copies.facts))
        after = copies.pages[first.page_id].edition_id or 0
        operations += [_woven(one, after) for one in group if one.copy.merged is not None]
    ids = tuple(one.written.notebook_id for one in group)
    return Step(tuple(operations), PlannedRows(first.page_id, outcome, ids, group[0].copy.reason, first.edition_id))


def _woven(one: _Woven, after: int) -> Weave:
    written, merged = one.written, one.copy.merged
    assert merged is not None
    state = written.page_id, written.notebook_ids, written.copy_id, written.revision
    return Weave(*state, written.edition_id, after, written.document, merged.page)
