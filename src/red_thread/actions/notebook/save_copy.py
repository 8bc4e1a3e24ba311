"""Saving what a student writes."""

from dataclasses import dataclass, replace
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.notebook.next_state import next_state
from red_thread.actions.permissions import require_writer
from red_thread.actions.read_page import read_page
from red_thread.actions.refusals import OnlyInSpaces
from red_thread.actions.save_page import Base, SavedPage, save_page
from red_thread.core.merge import merge_page, merge_windows
from red_thread.core.page.answers import Answers, count_answers, teachers_part, writes_in_knots
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node, attributes_of, plain_text
from red_thread.core.page.take_in import take_in
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.unit import Unit
from red_thread.store.windows import Sent, Window

_MANY = 40  # characters of which more than half go at once: what stood before becomes a moment of its own


@dataclass(frozen=True, slots=True)
class Save:
    """What a window sends: the page, and what it began from.

    `revision`: the state that the window last heard of (0: untouched, on `edition_id`). `window`: which window it is,
    so that one that never got an answer goes on from what it sent itself.
    """

    document: Any
    revision: int
    edition_id: int | None
    window: Window | None = None


@dataclass(frozen=True, slots=True)
class Saved:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may write on.

    `merged`: something came in between, and the editor has to take the page in. `taken_back`: the page stands in
    no notebook any more; what was sent is kept with it. `full`: the state before, if this save took much out of it.
    `left_out`: what was sent and can stand on no page, in words.
    """

    revision: int
    sent_revision: int
    edition_id: int | None
    document: Node
    merged: bool
    answers: Answers
    taken_back: bool
    full: int | None = None
    left_out: tuple[str, ...] = ()


async def save_copy(unit: Unit, actor: Actor, copy_id: int, save: Save) -> Saved:
    """Saves a page that was begun at a revision; a late save is merged with what came in between (`save_page`).

    Raises PageRefused for what is not a page, OnlyInSpaces for writing where the page takes none.
    """
    copy = await require_writer(unit, actor, copy_id)
    taken_in = await read_page(unit, save.document)
    fresh = taken_in.page
    late = save.revision != copy.revision or (save.revision == 0 and save.edition_id != copy.edition_id)
    sheet = _CopySheet(unit, actor, copy, save.edition_id)
    saved = await save_page(sheet, fresh, save.revision, late, save.window)
    full = await _remember_what_is_full(unit, copy, saved, fresh)
    answers = count_answers(saved.page, copy.edition)
    where = saved.revision, saved.sent_revision, copy.edition_id
    to_take_in = saved.merged or bool(taken_in.left_out)
    return Saved(*where, saved.page, to_take_in, answers, copy.pulled_back, full, taken_in.left_out)


async def _remember_what_is_full(unit: Unit, copy: CopyInfo, saved: SavedPage, fresh: Node) -> int | None:
    if saved.base is None or not copy.revision:
        return None
    before, after = len(plain_text(saved.base.page)), len(plain_text(fresh))
    if before < _MANY or 2 * after >= before:
        return None
    await unit.notebooks.mark_full(copy.id, copy.revision)
    return copy.revision


@dataclass(frozen=True, slots=True)
class _CopySheet:
    """`began_on`: the edition that an untouched copy stood on when its window opened it."""

    unit: Unit
    actor: Actor
    now: CopyInfo
    began_on: int | None

    @property
    def edition_id(self) -> int | None:
        return self.now.edition_id

    async def last_of_window(self, window: Window) -> Sent | None:
        return await self.unit.notebooks.last_of_window(self.now.id, window)

    async def base(self, revision: int) -> Base | None:
        if 0 < revision <= self.now.revision:
            known, edition_id = await self.unit.notebooks.edition_of_state(self.now.id, revision)
            page = await self.unit.notebooks.state(self.now.id, revision) if known else None
            return Base(page, edition_id) if page is not None else None
        return await self._edition_begun_on() if revision == 0 else None

    async def _edition_begun_on(self) -> Base | None:
        if self.now.page_id is None or self.began_on is None:
            return None
        if self.began_on not in {edition.id for edition in await self.unit.editions.of_page(self.now.page_id)}:
            return None
        return Base(await self.unit.editions.document(self.began_on), self.began_on)

    def require_allowed(self, base: Node, fresh: Node) -> None:
        """On a page that takes writing in its spaces alone, nothing else changes; knots may be untied, not written.

        One that was cut is the student's own.
        """
        if not self.now.tied or attributes_of(self.now.edition).get("writing") != "spaces":
            return
        if not _same_for_the_teacher(base, fresh) or writes_in_knots(base, fresh):
            raise OnlyInSpaces

    async def keep(self, before: Node, page: Node, revision: int, window: Window | None, in_between: bool) -> int:
        cause = Cause.SENT if in_between else Cause.STUDENT
        edition = self.now.edition_id, self.now.edition
        state = next_state(self.now.id, revision, before, page, edition, cause, self.actor.person_id)
        if not in_between and state.answers.knots < self.now.knots:
            cause = Cause.UNTIED
        await self.unit.notebooks.save(replace(state, cause=cause, by_student=True, window=window))
        return state.revision

    async def together(self, base: Base, fresh: Node) -> Node:
        """What was sent and what stands, as one page (R16).

        If a push came in between, what the window began from and what it sends are first brought to today's edition,
        each as the push would have done it; so the teacher's words are no other window's.
        """
        began, typed = base.page, fresh
        if base.edition_id is not None and base.edition_id != self.now.edition_id:
            edition = await self.unit.editions.document(base.edition_id)
            began, typed = [
                (await aside(merge_page, edition, self.now.edition, page, stored=True)).page
                for page in (began, typed)
            ]
        return (await aside(merge_windows, began, self.now.document, typed)).page


def _same_for_the_teacher(base: Node, fresh: Node) -> bool:
    """What stood there before may be older than today's rules; `fresh` has been held to them."""
    part = teachers_part(fresh)
    return part == teachers_part(base) or part == teachers_part(take_in(base).page)
