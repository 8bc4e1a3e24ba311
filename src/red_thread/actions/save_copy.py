"""Saving what a student writes."""

from dataclasses import dataclass
from typing import Any

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_writer
from red_thread.actions.ports import Unit
from red_thread.actions.ports.notebooks import CopyInfo, NewState
from red_thread.actions.read_page import read_page
from red_thread.actions.refusals import OnlyInSpaces
from red_thread.core.merge import merge_page
from red_thread.core.page.answers import Answers, count_answers, teachers_part
from red_thread.core.page.delta import make_delta
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import Node, attributes_of


@dataclass(frozen=True, slots=True)
class Saved:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may write on.

    `merged`: something came in between, and the editor has to take the page in.
    """

    revision: int
    sent_revision: int
    edition_id: int
    document: Node
    merged: bool
    answers: Answers


async def save_copy(unit: Unit, actor: Actor, copy_id: int, document: Any, revision: int, edition_id: int) -> Saved:
    """Saves a page that was begun at a revision (0: untouched, on that edition).

    A save from a stale state is merged with what came in between, never refused and never overwriting: what
    was sent becomes a state of its own first, so that a student who types on meanwhile has a base to go on from.
    Raises PageRefused for what is not a page, OnlyInSpaces for writing where the page takes none.
    """
    copy = await require_writer(unit, actor, copy_id)
    edition = await unit.masters.edition_document(copy.edition_id)
    fresh = read_page(document)
    stale = revision != copy.revision or (revision == 0 and edition_id != copy.edition_id)
    began = await _began(unit, copy, revision, edition_id) if stale else copy.document
    if attributes_of(edition).get("writing") == "spaces" and teachers_part(fresh) != teachers_part(began):
        raise OnlyInSpaces
    history = _History(unit, actor, copy, edition)
    if fingerprint(fresh) == fingerprint(copy.document):
        return Saved(copy.revision, copy.revision, copy.edition_id, fresh, stale, count_answers(fresh, edition))
    await history.add(fresh, "sent" if stale else "student")
    sent = history.revision
    page = fresh
    if stale:
        page = merge_page(began, copy.document, fresh).page
        await history.add(page, "student")
    return Saved(history.revision, sent, copy.edition_id, page, stale, count_answers(page, edition))


class _History:
    """Adds states behind a copy's newest one."""

    def __init__(self, unit: Unit, actor: Actor, copy: CopyInfo, edition: Node) -> None:
        self.unit, self.actor, self.copy, self.edition = unit, actor, copy, edition
        self.revision, self.document = copy.revision, copy.document

    async def add(self, page: Node, cause: str) -> None:
        answers = count_answers(page, self.edition)
        delta = make_delta(self.document, page) if self.revision else None
        self.revision, self.document = self.revision + 1, page
        await self.unit.notebooks.save(
            NewState(
                copy_id=self.copy.id,
                revision=self.revision,
                edition_id=self.copy.edition_id,
                document=page,
                delta=delta,
                cause=cause,
                made_by=self.actor.person_id,
                push_id=None,
                answered=answers.answered,
                knots=answers.knots,
            )
        )


async def _began(unit: Unit, copy: CopyInfo, revision: int, edition_id: int) -> Node:
    """The state that the student began from; the page as it stands if that is not known any more."""
    if revision > 0:
        return await unit.notebooks.state(copy.id, revision) or copy.document
    editions = await unit.masters.editions(copy.page_id)
    known = edition_id in {edition.id for edition in editions}
    return await unit.masters.edition_document(edition_id if known else copy.edition_id)
