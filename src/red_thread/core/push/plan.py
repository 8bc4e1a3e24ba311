"""A plan: what will happen, row by row, and the operations by which it comes about."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from red_thread.core.merge.result import Merged
from red_thread.core.outline.tree import Holder
from red_thread.core.push.operations import Operation
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.own_sections import Offer


@dataclass(frozen=True, slots=True)
class PlannedRows:
    """Rows with the same outcome for the same page, or the same `holder`, a divider or section.

    `edition_before`: what the copies stand on, if there are any.
    """

    page_id: int | None
    outcome: RowOutcome
    notebook_ids: tuple[int, ...]
    reason: str = ""
    edition_before: int | None = None
    holder: Holder | None = None

    @property
    def changes(self) -> bool:
        """Whether anything is other than before."""
        return self.outcome.changes

    def of(self, notebook_ids: Iterable[int]) -> "PlannedRows":
        """Rows of one outcome for these notebooks; none if there are none."""
        return replace(self, notebook_ids=tuple(notebook_ids))


@dataclass(frozen=True, slots=True)
class Step:
    """Alike rows, and what is done for them, in order. No rows: what only prepares for others."""

    operations: tuple[Operation, ...]
    rows: PlannedRows | None = None


@dataclass(frozen=True, slots=True)
class WovenCopy:
    """The merge of one written-on copy, run. `merged`: None where there was nothing to merge, or it broke off.

    `defect`: where in the program it broke off.
    """

    page_id: int
    notebook_id: int
    outcome: RowOutcome
    merged: Merged | None
    reason: str = ""
    defect: str = ""


def each_once(rows: Iterable[PlannedRows]) -> list[PlannedRows]:
    """The same rows, one for one, with each student named once for a page, by what matters most.

    Who has two copies of a page is one student. Rows of which nobody is left name nobody.
    """
    every = list(rows)
    groups: dict[int | None, list[int]] = defaultdict(list)
    for k, row in enumerate(every):
        groups[row.page_id].append(k)
    for page_id, places in groups.items():
        if page_id is not None and len(places) > 1:
            _name_once(every, places)
    return every


def _name_once(rows: list[PlannedRows], places: list[int]) -> None:
    named: set[int] = set()
    for k in sorted(places, key=lambda k: _WEIGHT[rows[k].outcome]):
        twice = named.intersection(rows[k].notebook_ids)
        if twice:
            rows[k] = rows[k].of(n for n in rows[k].notebook_ids if n not in twice)
        named.update(rows[k].notebook_ids)


_WEIGHT = {outcome: place for place, outcome in enumerate(RowOutcome)}


def counts_of(rows: Iterable[PlannedRows]) -> Mapping[RowOutcome, int]:
    """Rows of each outcome that occurs, in the order in which outcomes matter."""
    totals = dict.fromkeys(RowOutcome, 0)
    for row in each_once(rows):
        totals[row.outcome] += len(row.notebook_ids)
    return {outcome: n for outcome, n in totals.items() if n}


@dataclass(frozen=True, slots=True)
class Plan:
    """What will happen, step by step. `woven`: the merges that were run for it.

    `offers`: sections of students' own that bear the name of one of the pages'.
    """

    steps: tuple[Step, ...]
    woven: tuple[WovenCopy, ...] = ()
    offers: tuple[Offer, ...] = ()

    @property
    def rows(self) -> Sequence[PlannedRows]:
        """All rows of the plan, step by step."""
        return tuple(step.rows for step in self.steps if step.rows is not None)

    @property
    def counts(self) -> Mapping[RowOutcome, int]:
        """How many rows of each outcome there are."""
        return counts_of(self.rows)

    @property
    def changes_anything(self) -> bool:
        """Whether anything in any notebook will be other than it is."""
        return any(row.outcome.changes for row in self.rows)


@dataclass(frozen=True, slots=True)
class PullBackPlan(Plan):
    """All that pulling back will do. `words`: how many of their own the student of a page and notebook wrote."""

    words: Mapping[tuple[int, int], int] = field(default_factory=dict[tuple[int, int], int])
