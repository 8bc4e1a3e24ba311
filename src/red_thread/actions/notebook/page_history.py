"""The history of a student's page: look at any state, go back to any."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.permissions import require_copy_reader, require_writer
from red_thread.actions.refusals import NotFound, TakenBack
from red_thread.core.merge import changes, merge_page
from red_thread.core.page.delta import apply_delta
from red_thread.core.page.history import Cause, State, moments
from red_thread.core.page.nodes import EMPTY_PAGE, Node
from red_thread.store.notebook.values import CopyInfo, StoredState
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class Moment:
    """One line of the history. `edition`: the number of the edition that the page stood on then, 0 for an own page.

    `by_student`: it was the page's own student; `made_by` is the name.
    """

    revision: int
    made_at: datetime
    made_by: str
    by_student: bool
    cause: str
    edition: int
    changed: tuple[str, ...]


async def look_at_history(unit: Unit, actor: Actor, copy_id: int) -> list[Moment]:
    """The moments of a page, newest first, down to how it was given (revision 0).

    Its student may look, and the teachers of the course.
    """
    copy, _ = await require_copy_reader(unit, actor, copy_id)
    stored = await unit.notebooks.states(copy_id)
    if not stored:
        return []
    by_revision = {state.revision: state for state in stored}
    shown = {moment.revision for moment in moments(as_told(state) for state in stored)}
    before = await _start(unit, stored[0])
    told = await _given(unit, copy, stored[0])
    for revision, page in unfolded(stored):
        if revision in shown:
            state = by_revision[revision]
            words = tuple(change.words for change in changes(before, page))
            told.append(
                Moment(
                    revision=revision,
                    made_at=state.made_at,
                    made_by=state.made_by_name,
                    by_student=state.made_by == copy.person_id,
                    cause=Cause.STUDENT if state.cause is Cause.FULL else state.cause,
                    edition=state.edition_number,
                    changed=words,
                )
            )
            before = page
    return told[::-1]


async def look_at_state(unit: Unit, actor: Actor, copy_id: int, revision: int) -> Node:
    """A page as it was."""
    await require_copy_reader(unit, actor, copy_id)
    return (await _state(unit, copy_id, revision))[0]


async def go_back(unit: Unit, actor: Actor, copy_id: int, revision: int) -> int:
    """Brings the student's page back to a state, as a new one; returns its revision.

    What the student had then comes back on the edition of today: the state is merged with it, so that going
    back never takes away what the teacher has given since.
    """
    copy = await require_writer(unit, actor, copy_id)
    if copy.pulled_back:
        raise TakenBack
    page, edition_id = await _state(unit, copy_id, revision)
    if edition_id is not None and edition_id != copy.edition_id:
        page = merge_page(await unit.editions.document(edition_id), copy.edition, page, stored=True).page
    edition = copy.edition_id, copy.edition
    await unit.notebooks.save(
        next_state(copy_id, copy.revision, copy.document, page, edition, Cause.BACK, actor.person_id)
    )
    await unit.news.of_notebooks([copy.notebook_id])
    return copy.revision + 1


async def _state(unit: Unit, copy_id: int, revision: int) -> tuple[Node, int | None]:
    """A page as it was, and the edition that it stood on."""
    stored = await unit.notebooks.states(copy_id)
    if stored and revision == 0 and stored[0].edition_id is not None:
        return await _start(unit, stored[0]), stored[0].edition_id
    edition_of = {state.revision: state.edition_id for state in stored}
    page = await unit.notebooks.state(copy_id, revision)
    if page is None or revision not in edition_of:
        raise NotFound(what="state of this page")
    return page, edition_of[revision]


async def _start(unit: Unit, first: StoredState) -> Node:
    """What a page was before its first state."""
    return EMPTY_PAGE if first.edition_id is None else await unit.editions.document(first.edition_id)


async def _given(unit: Unit, copy: CopyInfo, first: StoredState) -> list[Moment]:
    """How the page was given; no moment for one that its student began."""
    editions = await unit.editions.of_page(copy.page_id) if copy.page_id is not None else []
    return [Moment(0, e.made_at, "", False, "given", e.number, ()) for e in editions if e.id == first.edition_id]


def as_told(state: StoredState) -> State:
    """A stored state as the rules about histories see it."""
    return State(state.revision, state.made_at.timestamp(), state.made_by, state.cause, state.edition_number)


def unfolded(stored: list[StoredState]) -> Iterator[tuple[int, Node]]:
    """Every state's page, each made from the one before."""
    page: Node = {}
    for state in stored:
        page = state.whole if state.whole is not None else apply_delta(page, state.delta or {"blocks": []})
        yield state.revision, page
