"""Pulling pages back: `plan_pull_back(facts, written) -> PullBackPlan`.

Copies that nobody has written on go. Of those with a student's words nothing is ever thrown away: they go into
the student's drawer, or out of the notebook and are kept for the teacher, or stay with the student as their own. Or
nothing goes at all: every copy is cut loose and stays as a page of its student's own.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.notebook.copy_state import CopyState, Deed, Tie, after
from red_thread.core.page.own_words import own_words
from red_thread.core.push.facts import Written
from red_thread.core.push.operations import Cut, PutAway, TakeOut
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.plan import PlannedRows, PullBackPlan, Step

OPENED, NOT_OPENED, IN_DRAWER_ALREADY = "Opened", "Not opened", "In their drawer already"


class WrittenPages(StrEnum):
    """What becomes of pages that students have written on. `CUT`: of all others too, none goes."""

    DRAWER = "drawer"
    TEACHER = "teacher"
    OWN = "own"
    CUT = "cut"


@dataclass(frozen=True, slots=True)
class HeldCopies:
    """Copies of one page, not written on, that stand on one edition. `opened`: their students have seen them."""

    page_id: int
    edition_id: int
    opened: bool
    notebook_ids: tuple[int, ...]
    ordinal: int = 0


@dataclass(frozen=True, slots=True)
class PullBackFacts:
    """All that a plan follows from. Of the audience's copies only those that stand in notebooks."""

    page_ids: tuple[int, ...]
    audience: tuple[int, ...]
    untouched: tuple[HeldCopies, ...]
    written: tuple[Written, ...]


def plan_pull_back(facts: PullBackFacts, written: WrittenPages) -> PullBackPlan:
    """Plans a pull-back. Pure: the same facts always give the same plan."""
    steps = [_step_of_untouched(held, written) for held in facts.untouched]
    steps += _steps_of_written(facts.written, written)
    steps += [Step((), rows) for rows in _not_there(facts)]
    words = {(copy.page_id, copy.notebook_id): own_words(copy.document, copy.base) for copy in facts.written}
    return PullBackPlan(tuple(steps), words=words)


def _step_of_untouched(held: HeldCopies, written: WrittenPages) -> Step:
    outcome = _outcome(CopyState(Tie.TIED), written)
    reason = OPENED if held.opened else NOT_OPENED
    rows = PlannedRows(held.page_id, outcome, held.notebook_ids, reason, held.edition_id)
    return _step(held.page_id, rows, held.ordinal)


def _step(page_id: int, rows: PlannedRows, ordinal: int) -> Step:
    operation = _OPERATIONS.get(rows.outcome)
    return Step((operation(page_id, rows.notebook_ids, ordinal=ordinal),) if operation else (), rows)


_OPERATIONS = {
    RowOutcome.GONE: TakeOut,
    RowOutcome.KEPT: TakeOut,
    RowOutcome.IN_DRAWER: PutAway,
    RowOutcome.OWN: Cut,
}
_DEEDS = {
    WrittenPages.DRAWER: Deed.PULL_BACK_TO_DRAWER,
    WrittenPages.TEACHER: Deed.PULL_BACK_KEPT,
    WrittenPages.OWN: Deed.PULL_BACK_LEFT,
    WrittenPages.CUT: Deed.CUT,
}


def _outcome(state: CopyState, written: WrittenPages) -> RowOutcome:
    """What a pull-back does to a copy, told by what the copy is afterwards."""
    became = after(state, _DEEDS[written])
    if became is None or became == state:
        return RowOutcome.NOT_THERE
    if became.taken_out:
        return RowOutcome.KEPT if state.written else RowOutcome.GONE
    return RowOutcome.OWN if became.tie is Tie.CUT else RowOutcome.IN_DRAWER


def _steps_of_written(copies: Iterable[Written], written: WrittenPages) -> Iterator[Step]:
    alike: dict[tuple[int, RowOutcome, str, int, int], list[int]] = defaultdict(list)
    for copy in copies:
        outcome = _outcome(copy.state, written)
        reason = IN_DRAWER_ALREADY if outcome is RowOutcome.NOT_THERE else ""
        alike[copy.page_id, outcome, reason, copy.edition_id, copy.ordinal].append(copy.notebook_id)
    for (page_id, outcome, reason, edition, ordinal), ids in alike.items():
        yield _step(page_id, PlannedRows(page_id, outcome, tuple(ids), reason, edition), ordinal)


def _not_there(facts: PullBackFacts) -> Iterator[PlannedRows]:
    for page_id in facts.page_ids:
        there = {n for held in facts.untouched if held.page_id == page_id for n in held.notebook_ids}
        there |= {copy.notebook_id for copy in facts.written if copy.page_id == page_id}
        ids = tuple(notebook for notebook in facts.audience if notebook not in there)
        if ids:
            yield PlannedRows(page_id, RowOutcome.NOT_THERE, ids)
