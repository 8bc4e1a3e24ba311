"""Saving what a student writes."""

from dataclasses import dataclass, replace
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.next_state import next_state
from red_thread.actions.permissions import require_writer
from red_thread.actions.ports import Unit
from red_thread.actions.ports.notebooks import CopyInfo, NewState
from red_thread.actions.read_page import read_page
from red_thread.actions.refusals import OnlyInSpaces
from red_thread.core.merge import merge_page
from red_thread.core.page.answers import Answers, count_answers, teachers_part
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node, attributes_of


@dataclass(frozen=True, slots=True)
class Saved:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may write on.

    `merged`: something came in between, and the editor has to take the page in. `taken_back`: the page stands in
    no notebook any more; what was sent is kept with it.
    """

    revision: int
    sent_revision: int
    edition_id: int
    document: Node
    merged: bool
    answers: Answers
    taken_back: bool


async def save_copy(unit: Unit, actor: Actor, copy_id: int, document: Any, revision: int, edition_id: int) -> Saved:
    """Saves a page that was begun at a revision (0: untouched, on that edition).

    A save from a stale state is merged with what came in between, never refused and never overwriting: what
    was sent becomes a state of its own first, so that a student who types on meanwhile has a base to go on from.
    Raises PageRefused for what is not a page, OnlyInSpaces for writing where the page takes none.
    """
    copy = await require_writer(unit, actor, copy_id)
    fresh = read_page(document)
    stale = revision != copy.revision or (revision == 0 and edition_id != copy.edition_id)
    began = await _began(unit, copy, revision, edition_id) if stale else copy.document
    if attributes_of(copy.edition).get("writing") == "spaces" and teachers_part(fresh) != teachers_part(began):
        raise OnlyInSpaces
    if fresh == copy.document:
        answers = count_answers(fresh, copy.edition)
        return Saved(copy.revision, copy.revision, copy.edition_id, fresh, stale, answers, copy.pulled_back)
    if not stale:
        saved = await _add(unit, actor, copy, copy.revision, copy.document, fresh, Cause.STUDENT)
        return Saved(saved.revision, saved.revision, copy.edition_id, fresh, stale, saved.answers, copy.pulled_back)
    sent = await _add(unit, actor, copy, copy.revision, copy.document, fresh, Cause.SENT)
    page = merge_page(began, copy.document, fresh).page
    saved = await _add(unit, actor, copy, sent.revision, fresh, page, Cause.STUDENT)
    return Saved(saved.revision, sent.revision, copy.edition_id, page, stale, saved.answers, copy.pulled_back)


async def _add(
    unit: Unit, actor: Actor, copy: CopyInfo, revision: int, before: Node, page: Node, cause: Cause
) -> NewState:
    edition = copy.edition_id, copy.edition
    state = next_state(copy.id, revision, before, page, edition, cause, actor.person_id)
    if cause is Cause.STUDENT and state.answers.knots < copy.knots:
        cause = Cause.UNTIED
    state = replace(state, cause=cause, by_student=True)
    await unit.notebooks.save(state)
    return state


async def _began(unit: Unit, copy: CopyInfo, revision: int, edition_id: int) -> Node:
    """The state that the student began from.

    If that is not known (a database that was set back, a state that has been thinned out), an earlier one: what
    was written in between then counts as written, and nothing of it as taken out.
    """
    if 0 < revision <= copy.revision:
        return await unit.notebooks.state(copy.id, revision) or copy.edition
    if revision > copy.revision:
        return copy.edition
    editions = await unit.masters.editions(copy.page_id)
    known = edition_id in {edition.id for edition in editions}
    return await unit.masters.edition_document(edition_id) if known else copy.edition
