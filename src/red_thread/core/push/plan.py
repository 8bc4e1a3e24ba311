"""A plan: what will happen, row by row, and the operations by which it comes about."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from red_thread.core.merge.result import Merged
from red_thread.core.push.operations import Operation
from red_thread.core.push.outcomes import RowOutcome


@dataclass(frozen=True, slots=True)
class PlannedRows:
    """Rows with the same outcome for the same page. `edition_before`: what the copies stand on, if there are any."""

    page_id: int
    outcome: RowOutcome
    notebook_ids: tuple[int, ...]
    reason: str = ""
    edition_before: int | None = None

    @property
    def changes(self) -> bool:
        """Whether anything is other than before."""
        return self.outcome.changes

    def of(self, notebook_ids: Iterable[int]) -> "PlannedRows":
        return replace(self, notebook_ids=tuple(notebook_ids))


@dataclass(frozen=True, slots=True)
class Step:
    """Alike rows, and what is done for them, in order. No rows: what only prepares for others."""

    operations: tuple[Operation, ...]
    rows: PlannedRows | None = None


@dataclass(frozen=True, slots=True)
class WovenCopy:
    """The merge of one written-on copy, run. `merged`: None where there was nothing to merge, or it broke off."""

    page_id: int
    notebook_id: int
    outcome: RowOutcome
    merged: Merged | None
    reason: str = ""


def counts_of(rows: Iterable[PlannedRows]) -> Mapping[RowOutcome, int]:
    """Rows of each outcome that occurs, in the order in which outcomes matter."""
    totals = dict.fromkeys(RowOutcome, 0)
    for row in rows:
        totals[row.outcome] += len(row.notebook_ids)
    return {outcome: n for outcome, n in totals.items() if n}


@dataclass(frozen=True, slots=True)
class Plan:
    """What will happen, step by step. `woven`: the merges that were run for it."""

    steps: tuple[Step, ...]
    woven: tuple[WovenCopy, ...] = ()

    @property
    def rows(self) -> Sequence[PlannedRows]:
        return tuple(step.rows for step in self.steps if step.rows is not None)

    @property
    def counts(self) -> Mapping[RowOutcome, int]:
        return counts_of(self.rows)

    @property
    def changes_anything(self) -> bool:
        return any(row.outcome.changes for row in self.rows)


@dataclass(frozen=True, slots=True)
class PullBackPlan(Plan):
    """All that pulling back will do. `words`: how many of their own the student of a page and notebook wrote."""

    words: Mapping[tuple[int, int], int] = field(default_factory=dict[tuple[int, int], int])
