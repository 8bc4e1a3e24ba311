"""The planner: facts in, a plan out.

For each page every notebook of the audience falls into one of three: its copy is untouched (then it is
refreshed, or has the edition already), it is written on (then the real merge is run), or there is none (then
one is placed, in master order, in the page's own section, which is made where it is missing). A copy that was
pulled back once comes to its place again, with what was written on it.
"""

from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping

from red_thread.core.merge import Merged, Outcome, merge_page
from red_thread.core.page.check import NotAPage
from red_thread.core.page.nodes import Node
from red_thread.core.push.facts import PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.operations import Operation, Refresh, Restore, Weave
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.placements import place_pages, place_sections
from red_thread.core.push.plan import Plan, PlannedRows, Step, WovenCopy

_BY_MERGE = {
    Outcome.UNCHANGED: RowOutcome.MERGED,
    Outcome.REFRESHED: RowOutcome.MERGED,
    Outcome.MERGED: RowOutcome.MERGED,
    Outcome.CONFLICTED: RowOutcome.CONFLICTED,
}


def plan_push(facts: PushFacts) -> Plan:
    """Plans a push. Pure: the same facts always give the same plan."""
    by_id = {page.page_id: page for page in facts.pages}
    missing = _missing(facts)
    newest = _has_it(facts)
    woven = [(written, _weave(written, by_id[written.page_id], newest)) for written in facts.written]
    steps = [
        *(Step((made,)) for made in place_sections(facts, missing)),
        *(_step_of_untouched(group, by_id[group.page_id], newest) for group in facts.untouched),
        *_steps_of_woven(woven, by_id),
        *(
            Step((place,), PlannedRows(place.page_id, RowOutcome.PLACED, place.notebook_ids))
            for place in place_pages(facts, missing)
        ),
    ]
    return Plan(tuple(steps), tuple(copy for _, copy in woven))


def weave(base: Node, master: Node, student: Node) -> tuple[RowOutcome, Merged | None, str]:
    """The merge of one copy; a copy that cannot be read fails with the reason and stays as it is."""
    try:
        merged = merge_page(base, master, student, stored=True)
    except NotAPage as error:
        return RowOutcome.FAILED, None, str(error)
    except Exception as error:
        # A defect in the merge must fail this one student's row and no other's; the reason is kept.
        return RowOutcome.FAILED, None, f"The merge broke off: {error!r}."
    return _BY_MERGE[merged.outcome], merged, ""


def _weave(written: Written, page: PushedPage, has_it: Collection[int]) -> WovenCopy:
    outcome, merged, reason = RowOutcome.HAS_IT, None, ""
    if written.edition_id not in has_it:
        outcome, merged, reason = weave(written.base, page.document, written.document)
    if written.pulled_back and outcome in (RowOutcome.HAS_IT, RowOutcome.MERGED):
        outcome = RowOutcome.BACK
    if written.put_away and outcome.changes:
        outcome = RowOutcome.PUT_AWAY
    return WovenCopy(written.page_id, written.notebook_id, outcome, merged, reason)


def _has_it(facts: PushFacts) -> frozenset[int]:
    """Editions that count as had: those that are pushed, and newer ones that an older push must not undo."""
    numbers = facts.edition_numbers
    pushed = {page.page_id: numbers[page.edition_id] for page in facts.pages if page.edition_id is not None}
    held = {(copy.page_id, copy.edition_id) for copy in (*facts.untouched, *facts.written)}
    return frozenset(edition for page, edition in held if page in pushed and numbers[edition] >= pushed[page])


def _step_of_untouched(group: Untouched, page: PushedPage, newest: Collection[int]) -> Step:
    has_it = group.edition_id in newest
    operations: list[Operation] = []
    if group.pulled_back:
        operations.append(Restore(group.page_id, group.notebook_ids, group.pulled_back, as_new=True))
    if not has_it:
        operations.append(Refresh(group.page_id, group.notebook_ids, group.edition_id, page.edition_id or 0))
    if group.pulled_back:
        outcome = RowOutcome.PUT_AWAY if group.put_away else RowOutcome.PLACED
    elif has_it:
        outcome = RowOutcome.HAS_IT
    else:
        outcome = RowOutcome.PUT_AWAY if group.put_away else RowOutcome.REFRESHED
    rows = PlannedRows(group.page_id, outcome, group.notebook_ids, edition_before=group.edition_id)
    return Step(tuple(operations), rows)


def _steps_of_woven(woven: list[tuple[Written, WovenCopy]], pages: Mapping[int, PushedPage]) -> Iterator[Step]:
    alike: dict[tuple[int, RowOutcome, str, int], list[tuple[Written, WovenCopy]]] = defaultdict(list)
    for written, copy in woven:
        alike[copy.page_id, copy.outcome, copy.reason, written.edition_id].append((written, copy))
    for (page_id, outcome, reason, edition), copies in alike.items():
        operations: list[Operation] = list(_restored(page_id, copies)) if outcome.changes else []
        operations += [
            _woven(written, copy.merged, pages[page_id]) for written, copy in copies if copy.merged is not None
        ]
        ids = tuple(written.notebook_id for written, _ in copies)
        yield Step(tuple(operations), PlannedRows(page_id, outcome, ids, reason, edition))


def _restored(page_id: int, copies: list[tuple[Written, WovenCopy]]) -> Iterator[Restore]:
    out: dict[int, list[int]] = defaultdict(list)
    for written, _ in copies:
        if written.pulled_back:
            out[written.pulled_back].append(written.notebook_id)
    for by, ids in out.items():
        yield Restore(page_id, tuple(ids), by, as_new=True)


def _woven(written: Written, merged: Merged, page: PushedPage) -> Weave:
    return Weave(
        written.page_id,
        written.notebook_id,
        written.copy_id,
        written.revision,
        written.edition_id,
        page.edition_id or 0,
        written.document,
        merged.page,
    )


def _missing(facts: PushFacts) -> dict[int, tuple[int, ...]]:
    """For each page, the notebooks that have no copy of it."""
    have: dict[int, set[int]] = {page.page_id: set() for page in facts.pages}
    for group in facts.untouched:
        have[group.page_id].update(group.notebook_ids)
    for written in facts.written:
        have[written.page_id].add(written.notebook_id)
    return {
        page_id: tuple(n for n in facts.audience if n not in found) if found else facts.audience
        for page_id, found in have.items()
    }
