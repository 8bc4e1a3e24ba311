"""Pulling pages back: `plan_pull_back(facts, written) -> PullBackPlan`.

Copies that nobody has written on go. Of those with a student's words nothing is ever thrown away: they go into
the student's drawer, or out of the notebook and are kept for the teacher.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.page.own_words import own_words
from red_thread.core.push.facts import Written
from red_thread.core.push.operations import PutAway, TakeOut
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.plan import PlannedRows, PullBackPlan, Step

OPENED, NOT_OPENED, IN_DRAWER_ALREADY = "Opened", "Not opened", "In their drawer already"


class WrittenPages(StrEnum):
    """What becomes of pages that students have written on."""

    DRAWER = "drawer"
    TEACHER = "teacher"


@dataclass(frozen=True, slots=True)
class HeldCopies:
    """Copies of one page, not written on, that stand on one edition. `opened`: their students have seen them."""

    page_id: int
    edition_id: int
    opened: bool
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class PullBackFacts:
    """All that a plan follows from. Of the audience's copies only those that stand in notebooks."""

    page_ids: tuple[int, ...]
    audience: tuple[int, ...]
    untouched: tuple[HeldCopies, ...]
    written: tuple[Written, ...]


def plan_pull_back(facts: PullBackFacts, written: WrittenPages) -> PullBackPlan:
    """Plans a pull-back. Pure: the same facts always give the same plan."""
    rows = [
        PlannedRows(
            held.page_id, RowOutcome.GONE, held.notebook_ids, OPENED if held.opened else NOT_OPENED, held.edition_id
        )
        for held in facts.untouched
    ]
    rows += _rows_of_written(facts.written, written)
    rows += _not_there(facts)
    words = {(copy.page_id, copy.notebook_id): own_words(copy.document, copy.base) for copy in facts.written}
    return PullBackPlan(tuple(map(_step, rows)), words=words)


def _step(rows: PlannedRows) -> Step:
    if rows.outcome is RowOutcome.IN_DRAWER:
        return Step((PutAway(rows.page_id, rows.notebook_ids),), rows)
    if rows.outcome in (RowOutcome.GONE, RowOutcome.KEPT):
        return Step((TakeOut(rows.page_id, rows.notebook_ids),), rows)
    return Step((), rows)


def _rows_of_written(copies: Iterable[Written], written: WrittenPages) -> Iterator[PlannedRows]:
    alike: dict[tuple[int, RowOutcome, str, int], list[int]] = defaultdict(list)
    for copy in copies:
        outcome, reason = RowOutcome.KEPT, ""
        if written is WrittenPages.DRAWER:
            outcome = RowOutcome.NOT_THERE if copy.put_away else RowOutcome.IN_DRAWER
            reason = IN_DRAWER_ALREADY if copy.put_away else ""
        alike[copy.page_id, outcome, reason, copy.edition_id].append(copy.notebook_id)
    for (page_id, outcome, reason, edition), ids in alike.items():
        yield PlannedRows(page_id, outcome, tuple(ids), reason, edition)


def _not_there(facts: PullBackFacts) -> Iterator[PlannedRows]:
    for page_id in facts.page_ids:
        there = {n for held in facts.untouched if held.page_id == page_id for n in held.notebook_ids}
        there |= {copy.notebook_id for copy in facts.written if copy.page_id == page_id}
        ids = tuple(notebook for notebook in facts.audience if notebook not in there)
        if ids:
            yield PlannedRows(page_id, RowOutcome.NOT_THERE, ids)
