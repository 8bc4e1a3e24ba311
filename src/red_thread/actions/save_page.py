"""Saving a page as somebody writes it: the master's and a student's alike."""

from dataclasses import dataclass
from typing import Protocol

from red_thread.core.merge import common_page
from red_thread.core.page.nodes import Node
from red_thread.store.windows import Sent, Window


@dataclass(frozen=True, slots=True)
class Base:
    """What a save began from: the page, and the edition that it stood on."""

    page: Node
    edition_id: int | None = None


@dataclass(frozen=True, slots=True)
class SavedPage:
    """The page as it now stands, and `sent_revision`: the state that was sent, from which one may write on.

    `merged`: something came in between, and the editor has to take the page in. `base`: what the save began from;
    None if it changed nothing.
    """

    page: Node
    revision: int
    sent_revision: int
    merged: bool
    base: Base | None = None


class Standing(Protocol):
    """A page as it stands, and how often it was saved."""

    @property
    def document(self) -> Node:
        """The page."""
        ...

    @property
    def revision(self) -> int:
        """How often it was saved."""
        ...


class Sheet(Protocol):
    """A page that is written on; nobody else saves it meanwhile."""

    @property
    def now(self) -> Standing:
        """As it stands."""
        ...

    @property
    def edition_id(self) -> int | None:
        """The edition that it stands on, if it stands on one."""
        ...

    async def last_of_window(self, window: Window) -> Sent | None:
        """The newest state that a window sent."""
        ...

    async def base(self, revision: int) -> Base | None:
        """What one began from who heard last of this revision; None if that is kept no more."""
        ...

    def require_allowed(self, base: Node, fresh: Node) -> None:
        """Raises a Refusal if who writes may not make this of that."""
        ...

    async def keep(self, before: Node, page: Node, revision: int, window: Window | None, in_between: bool) -> int:
        """Stores what follows on `before`, which is at `revision`; gives the revision that stands.

        `in_between`: what was sent, which will be merged at once.
        """
        ...

    async def together(self, base: Base, fresh: Node) -> Node:
        """What was sent and what stands, as one page."""
        ...


async def save_page(sheet: Sheet, fresh: Node, revision: int, late: bool, window: Window | None) -> SavedPage:
    """Saves a page that was begun at `revision`; `late`: something came in since then.

    A late save is merged with what came in between, never refused and never written over it: what was sent becomes a
    state of its own first, so that who types on meanwhile has a base to go on from. A window that never got an answer
    goes on from what it sent itself; what comes in after a later save of its window, which held all of it, changes
    nothing. A base that is gone (a database that was set back, a state that has been thinned out) falls back to what
    both have in common: nothing then counts as taken out, and what both have stands once.
    """
    sent = await sheet.last_of_window(window) if late and window is not None else None
    if sent is not None:
        if sent.overtaken:
            return SavedPage(sheet.now.document, sheet.now.revision, sent.revision, merged=True)
        revision = max(revision, sent.revision)
        late = revision != sheet.now.revision
    base = await _base(sheet, revision, fresh) if late else Base(sheet.now.document, sheet.edition_id)
    sheet.require_allowed(base.page, fresh)
    if fresh == sheet.now.document:
        return SavedPage(fresh, sheet.now.revision, sheet.now.revision, late)
    own = await sheet.keep(sheet.now.document, fresh, sheet.now.revision, window, in_between=late)
    if not late:
        return SavedPage(fresh, own, own, late, base)
    page = await sheet.together(base, fresh)
    return SavedPage(page, await sheet.keep(fresh, page, own, None, in_between=False), own, late, base)


async def _base(sheet: Sheet, revision: int, fresh: Node) -> Base:
    known = await sheet.base(revision)
    return known or Base(common_page(sheet.now.document, fresh), sheet.edition_id)
