"""What students do to their notebooks is done by operations, logged, and undone in one go."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_own_notebook
from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.refusals import ChangedMeanwhile, KeptInOrder, NotFound
from red_thread.core.notebook.allowed import Asks, may
from red_thread.core.notebook.arranging import PageInPlace
from red_thread.core.push import Arrange, Done, Operation, Step, plan_undo
from red_thread.store.notebook.arrangements import NotebookSection
from red_thread.store.unit import Unit

BY_NO_PUSH = 0


@dataclass(frozen=True, slots=True)
class Arranged:
    """`arrangement_id`: by which it is undone; None: nothing was to be done."""

    arrangement_id: int | None


async def undo_arrangement(unit: Unit, actor: Actor, arrangement_id: int) -> Arranged:
    """Undoes what was done in one go, and logs that, so that it can be done again. Raises NotFound, ChangedMeanwhile.

    Where anything has moved on since, all stays as it is.
    """
    arrangement = await unit.arrangements.get(arrangement_id)
    if arrangement is None:
        raise NotFound(what="step")
    await begin(unit, actor, arrangement.notebook_id, "step")
    if arrangement.undone:
        raise ChangedMeanwhile
    done = [Done(Step((one,)), await unit.operations.as_left([one], BY_NO_PUSH)) for one in arrangement.operations]
    if any(not one.as_left for one in done):
        raise ChangedMeanwhile
    await unit.arrangements.mark_undone(arrangement_id)
    undone = [operation for step in plan_undo(done, BY_NO_PUSH).steps for operation in step.operations]
    return await do(unit, actor, arrangement.notebook_id, sorted(undone, key=_is_tucked))


def _is_tucked(operation: Operation) -> bool:
    """A page comes to be tucked under another where that stands: the other goes first."""
    return isinstance(operation, Arrange) and operation.after[0].parent_id is not None


async def begin(unit: Unit, actor: Actor, notebook_id: int, what: str = "notebook") -> None:
    """The notebook is the actor's own, and nobody else arranges it meanwhile. Raises NotFound."""
    await require_own_notebook(unit, actor, notebook_id, what)
    await unit.arrangements.hold(notebook_id)


async def do(unit: Unit, actor: Actor, notebook_id: int, operations: Sequence[Operation]) -> Arranged:
    """All of them or, where a push has taken a place meanwhile, none. Raises ChangedMeanwhile."""
    if not operations:
        return Arranged(None)
    applied = await apply_plan(unit, For(BY_NO_PUSH, actor.person_id), [Step((one,)) for one in operations])
    if any(step.passed_over for step in applied):
        raise ChangedMeanwhile
    await unit.news.of_notebooks([notebook_id])
    return Arranged(await unit.arrangements.add(notebook_id, operations))


def pages_by_id(pages: Sequence[PageInPlace], copy_ids: Collection[int]) -> list[PageInPlace]:
    """The pages of these ids, all of which stand in the notebook or in its drawer. Raises NotFound."""
    chosen = [page for page in pages if page.copy_id in copy_ids and not page.taken_out]
    if len(chosen) < len(set(copy_ids)) or not chosen:
        raise NotFound(what="page")
    return chosen


async def section_of(unit: Unit, notebook_id: int, section_id: int) -> NotebookSection:
    """A section of this notebook. Raises NotFound."""
    section = await unit.arrangements.section(notebook_id, section_id)
    if section is None:
        raise NotFound(what="section")
    return section


async def require_to(unit: Unit, notebook_id: int, asks: Asks, *section_ids: int) -> None:
    """In all these sections the teacher lets students do that. Raises KeptInOrder."""
    allowed = await unit.arrangements.arranging(notebook_id)
    if not all(may(allowed[section_id], asks) for section_id in section_ids):
        raise KeptInOrder
