"""What may become of copies that have moved on since a push that is undone. What students wrote stays in any case."""

from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.page.nodes import Node
from red_thread.core.push.facts import Written
from red_thread.core.push.operations import Operation, Place, PutAway, Refresh, Restore, Weave
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.plan import PlannedRows, Step
from red_thread.core.push.pull_back import PullBackFacts
from red_thread.core.push.woven import weave


class Way(StrEnum):
    """DRAWER: what the push gave goes into the student's drawer, with all that is on it.

    OLDER: what the push changed is changed back by a merge, as a correction of the teacher's would be.
    """

    DRAWER = "drawer"
    OLDER = "older"


@dataclass(frozen=True, slots=True)
class AsTheyAre:
    """The copies as they are now, to be looked up.

    `standing`: page, ordinal and notebook of those that are in no drawer; `written`: by notebook.
    """

    standing: frozenset[tuple[int, int, int]]
    written: Mapping[int, Sequence[Written]]

    @classmethod
    def of(cls, facts: PullBackFacts) -> "AsTheyAre":
        """The same, in order for looking up."""
        copies = (*facts.untouched, *(copy for copy in facts.written if not copy.put_away))
        written: dict[int, list[Written]] = defaultdict(list)
        for copy in facts.written:
            written[copy.notebook_id].append(copy)
        standing = ((copy.page_id, copy.ordinal, notebook) for copy in copies for notebook in copy.notebook_ids)
        return cls(frozenset(standing), written)

    def changed_by(self, operation: Operation, notebook: int) -> Written | None:
        """The copy that the operation changed, if it was written on since and no other push has changed it."""
        if not isinstance(operation, Refresh | Weave):
            return None
        return next((copy for copy in self.written.get(notebook, ()) if _is_of(copy, operation)), None)


def _is_of(copy: Written, operation: Refresh | Weave) -> bool:
    if copy.edition_id != operation.after:
        return False
    if isinstance(operation, Weave):
        return copy.copy_id == operation.copy_id
    return (copy.page_id, copy.ordinal) == (operation.page_id, operation.ordinal)


def ways_of(step: Step, now: AsTheyAre) -> dict[int, Way]:
    """For each notebook of a step what may become of its copy; nothing where it stands there no more."""
    ways: dict[int, Way] = {}
    for operation in step.operations:
        for notebook in operation.notebook_ids:
            way = _way(operation, notebook, now)
            if way is not None:
                ways.setdefault(notebook, way)
    return ways


def _way(operation: Operation, notebook: int, now: AsTheyAre) -> Way | None:
    if isinstance(operation, Place | Restore):
        return Way.DRAWER if (operation.page_id, operation.ordinal, notebook) in now.standing else None
    return Way.OLDER if now.changed_by(operation, notebook) is not None else None


def plan_moved_on(
    step: Step, now: AsTheyAre, notebook_ids: Collection[int], editions: Mapping[int, Node]
) -> list[Step]:
    """What is done for those of its notebooks where the teacher wants it. `editions`: the pages that were before."""
    ways = {notebook: way for notebook, way in ways_of(step, now).items() if notebook in notebook_ids}
    steps: list[Step] = []
    for operation in step.operations:
        if isinstance(operation, Place | Restore):
            ids = tuple(n for n in operation.notebook_ids if ways.get(n) is Way.DRAWER)
            if ids:
                rows = PlannedRows(operation.page_id, RowOutcome.IN_DRAWER, ids)
                steps.append(Step((PutAway(operation.page_id, ids, ordinal=operation.ordinal),), rows))
        elif isinstance(operation, Refresh | Weave):
            wanted = (n for n in operation.notebook_ids if ways.get(n) is Way.OLDER)
            steps += _woven_back(operation, [now.changed_by(operation, n) for n in wanted], editions)
    return steps


def _woven_back(
    operation: Refresh | Weave, copies: Sequence[Written | None], editions: Mapping[int, Node]
) -> Iterator[Step]:
    for copy in copies:
        if copy is None:
            continue
        outcome, merged, reason, _ = weave(copy.base, editions[operation.before], copy.document)
        rows = PlannedRows(copy.page_id, outcome, (copy.notebook_id,), reason)
        state = copy.page_id, copy.notebook_ids, copy.copy_id, copy.revision
        if merged is not None:
            yield Step((Weave(*state, operation.after, operation.before, copy.document, merged.page),), rows)
