"""Saving what a student writes."""

from dataclasses import dataclass, replace
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.permissions import require_writer
from red_thread.actions.ports import Unit
from red_thread.actions.ports.notebooks import CopyInfo, NewState
from red_thread.actions.ports.windows import Window
from red_thread.actions.read_page import read_page
from red_thread.actions.refusals import OnlyInSpaces
from red_thread.core.merge import common_page, merge_page, merge_windows
from red_thread.core.page.answers import Answers, count_answers, teachers_part, writes_in_knots
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node, attributes_of, plain_text

_MANY = 40  # characters of which more than half go at once: what stood before becomes a moment of its own


@dataclass(frozen=True, slots=True)
class Save:
    """What a window sends: the page, and what it began from.

    `revision`: the state that the window last heard of (0: untouched, on `edition_id`). `window`: which window it is,
    so that one that never got an answer goes on from what it sent itself.
    """

    document: Any
    revision: int
    edition_id: int
    window: Window | None = None


@dataclass(frozen=True, slots=True)
class Saved:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may write on.

    `merged`: something came in between, and the editor has to take the page in. `taken_back`: the page stands in
    no notebook any more; what was sent is kept with it. `full`: the state before, if this save took much out of it.
    """

    revision: int
    sent_revision: int
    edition_id: int
    document: Node
    merged: bool
    answers: Answers
    taken_back: bool
    full: int | None = None


@dataclass(frozen=True, slots=True)
class _Base:
    """What a save began from: the page, and the edition it stood on."""

    page: Node
    edition_id: int


async def save_copy(unit: Unit, actor: Actor, copy_id: int, save: Save) -> Saved:
    """Saves a page that was begun at a revision.

    A save from a stale state is merged with what came in between, never refused and never overwriting: what
    was sent becomes a state of its own first, so that a student who types on meanwhile has a base to go on from. One
    that comes in after a later save of its window, which held all of it, changes nothing.
    Raises PageRefused for what is not a page, OnlyInSpaces for writing where the page takes none.
    """
    copy = await require_writer(unit, actor, copy_id)
    fresh = read_page(save.document)
    stale = save.revision != copy.revision or (save.revision == 0 and save.edition_id != copy.edition_id)
    if stale and save.window is not None and (sent := await unit.notebooks.last_of_window(copy_id, save.window)):
        if sent.overtaken:
            return _as_it_stands(copy, sent.revision)
        save = replace(save, revision=max(save.revision, sent.revision))
        stale = save.revision != copy.revision
    base = await _base(unit, copy, save, fresh) if stale else _Base(copy.document, copy.edition_id)
    _require_spaces_only(copy, base.page, fresh)
    if fresh == copy.document:
        answers = count_answers(fresh, copy.edition)
        return Saved(copy.revision, copy.revision, copy.edition_id, fresh, stale, answers, copy.pulled_back)
    full = await _remember_what_is_full(unit, copy, base.page, fresh)
    if not stale:
        saved = await _add(unit, actor, copy, copy.revision, copy.document, fresh, Cause.STUDENT, save.window)
        return Saved(
            saved.revision, saved.revision, copy.edition_id, fresh, stale, saved.answers, copy.pulled_back, full
        )
    sent = await _add(unit, actor, copy, copy.revision, copy.document, fresh, Cause.SENT, save.window)
    page = await _together(unit, copy, base, fresh)
    saved = await _add(unit, actor, copy, sent.revision, fresh, page, Cause.STUDENT)
    return Saved(saved.revision, sent.revision, copy.edition_id, page, stale, saved.answers, copy.pulled_back, full)


def _as_it_stands(copy: CopyInfo, sent_revision: int) -> Saved:
    answers = count_answers(copy.document, copy.edition)
    return Saved(copy.revision, sent_revision, copy.edition_id, copy.document, True, answers, copy.pulled_back)


def _require_spaces_only(copy: CopyInfo, base: Node, fresh: Node) -> None:
    """On a page that takes writing in its spaces alone, nothing else changes; knots may be untied, not written."""
    if attributes_of(copy.edition).get("writing") != "spaces":
        return
    if teachers_part(fresh) != teachers_part(base) or writes_in_knots(base, fresh):
        raise OnlyInSpaces


async def _together(unit: Unit, copy: CopyInfo, base: _Base, fresh: Node) -> Node:
    """What was sent and what stands, as one page (R16).

    If a push came in between, what the window began from and what it sends are first brought to today's edition, each
    as the push would have done it; so the teacher's words are no other window's.
    """
    began, typed = base.page, fresh
    if base.edition_id != copy.edition_id:
        edition = await unit.masters.edition_document(base.edition_id)
        began, typed = [
            (await aside(merge_page, edition, copy.edition, page, stored=True)).page for page in (began, typed)
        ]
    return (await aside(merge_windows, began, copy.document, typed)).page


async def _remember_what_is_full(unit: Unit, copy: CopyInfo, base: Node, fresh: Node) -> int | None:
    before, after = len(plain_text(base)), len(plain_text(fresh))
    if before < _MANY or 2 * after >= before or not copy.revision:
        return None
    await unit.notebooks.mark_full(copy.id, copy.revision)
    return copy.revision


async def _add(
    unit: Unit,
    actor: Actor,
    copy: CopyInfo,
    revision: int,
    before: Node,
    page: Node,
    cause: Cause,
    window: Window | None = None,
) -> NewState:
    edition = copy.edition_id, copy.edition
    state = next_state(copy.id, revision, before, page, edition, cause, actor.person_id)
    if cause is Cause.STUDENT and state.answers.knots < copy.knots:
        cause = Cause.UNTIED
    state = replace(state, cause=cause, by_student=True, window=window)
    await unit.notebooks.save(state)
    return state


async def _base(unit: Unit, copy: CopyInfo, save: Save, fresh: Node) -> _Base:
    """The state that the window goes on from: the newest that it heard of or sent itself.

    If that is not known (a database that was set back, a state that has been thinned out), what both have in common:
    nothing then counts as taken out, and what both have stands once.
    """
    known = await _known_base(unit, copy, save)
    return known or _Base(common_page(copy.document, fresh), copy.edition_id)


async def _known_base(unit: Unit, copy: CopyInfo, save: Save) -> _Base | None:
    revision = save.revision
    if 0 < revision <= copy.revision:
        edition_id = await unit.notebooks.edition_of_state(copy.id, revision)
        page = await unit.notebooks.state(copy.id, revision) if edition_id is not None else None
        return _Base(page, edition_id) if page is not None and edition_id is not None else None
    editions = await unit.masters.editions(copy.page_id)
    if revision > copy.revision or save.edition_id not in {edition.id for edition in editions}:
        return None
    return _Base(await unit.masters.edition_document(save.edition_id), save.edition_id)
