"""Catching up: what a notebook should have been given by now, and lacks. Facts in, whole groups of notebooks out."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, TypeAlias

from red_thread.core.outline.tree import Holder
from red_thread.core.push.audience import Only
from red_thread.core.push.how import USUAL, How, IfCopy, IfCut


@dataclass(frozen=True, slots=True)
class Had:
    """A copy of a page in a notebook: the number of its edition. Not `tied`: it is the student's own."""

    edition: int
    tied: bool = True


# By page, the copies of it that a notebook has, in the order in which they came.
Pages: TypeAlias = Mapping[int, tuple[Had, ...]]
_Wave: TypeAlias = tuple[tuple[int, int], ...]


@dataclass(frozen=True, slots=True)
class Given:
    """A push, a pull-back or a cutting, as it was said to a class or to single notebooks.

    `pages`: page id to the number of its edition. `notebook_ids`: those that were named one by one; `without`: those
    left out. `holders`: dividers and sections that were given as such. `only`: those who had, lacked or had not
    opened one of the pages.
    """

    does: Literal["give", "take", "cut"]
    pages: Mapping[int, int]
    to_class: bool
    notebook_ids: frozenset[int] = frozenset()
    without: frozenset[int] = frozenset()
    holders: frozenset[Holder] = frozenset()
    only: Only = Only.EVERYONE
    how: How = USUAL

    def concerns(self, notebook_id: int) -> bool:
        """Whether this was for a notebook."""
        return notebook_id not in self.without and (self.to_class or notebook_id in self.notebook_ids)

    def done_to(self, pages: Pages) -> Pages:
        """What a notebook with these pages holds afterwards, whose student opens none of them and writes nothing."""
        there = [bool(pages.get(page)) for page in self.pages]
        meant = {Only.EVERYONE: True, Only.LACKS: not all(there)}.get(self.only, any(there))
        return {**pages, **{page: self._copies(pages.get(page, ()), page) for page in self.pages}} if meant else pages

    def _copies(self, copies: tuple[Had, ...], page: int) -> tuple[Had, ...]:
        if self.does == "give":
            return _after_push(copies, self.pages[page], self.how)
        if self.does == "take":
            return tuple(copy for copy in copies if not copy.tied)
        return tuple(replace(copy, tied=False) for copy in copies)


def _after_push(copies: tuple[Had, ...], edition: int, how: How) -> tuple[Had, ...]:
    if not copies:
        return (Had(edition, not how.untied),)
    if how.untied:
        return copies
    if how.if_copy is IfCopy.SECOND:
        return (*copies, Had(edition))
    if not any(copy.tied for copy in copies):
        return (*copies[:-1], Had(edition)) if how.if_cut is IfCut.TIE else copies
    if how.if_copy is IfCopy.LEAVE:
        return copies
    return tuple(replace(copy, edition=max(copy.edition, edition)) if copy.tied else copy for copy in copies)


@dataclass(frozen=True, slots=True)
class Held:
    """What a notebook holds: copies, dividers and sections."""

    pages: Pages = field(default_factory=dict[int, tuple[Had, ...]])
    holders: frozenset[Holder] = frozenset()


@dataclass(frozen=True, slots=True)
class Lacking:
    """Notebooks that lack the same: page ids to numbers of editions, by the pushes that bring them.

    `pages`: copies, and corrections. `loose`: pages of their own. `more`: copies beside those, wave by wave.
    """

    notebook_ids: tuple[int, ...]
    pages: Mapping[int, int]
    holders: tuple[Holder, ...] = ()
    loose: Mapping[int, int] = field(default_factory=dict[int, int])
    more: tuple[Mapping[int, int], ...] = ()

    @property
    def page_ids(self) -> tuple[int, ...]:
        """All pages that they lack in some way, each once."""
        return tuple(dict.fromkeys([*self.pages, *self.loose, *(page for wave in self.more for page in wave)]))


def lacking(
    events: Sequence[Given], held: Mapping[int, Held], there: Iterable[int], holders: Iterable[Holder] = ()
) -> list[Lacking]:
    """Groups the notebooks of a class by what they lack, pages and corrections; who lacks nothing is in no group.

    events: all that concerns the class or one of the notebooks, in the order in which it was done. held: by notebook.
    there, holders: the pages, and the dividers and sections, that are still in the master, in its order.
    Whoever was left out on purpose stays left out; what was pulled back is not given again.
    """
    order, holder_order = list(there), list(holders)
    named = frozenset[int]().union(*(event.notebook_ids | event.without for event in events))
    of_class = _net(events, None)
    groups: dict[tuple[_Wave, _Wave, tuple[_Wave, ...], tuple[Holder, ...]], list[int]] = {}
    for notebook_id, has in held.items():
        due = _net(events, notebook_id) if notebook_id in named else of_class
        loose, tied, more = _waves(due.pages, has.pages, order)
        missing = tuple(holder for holder in holder_order if holder in due.holders - has.holders)
        if loose or tied or more or missing:
            groups.setdefault((loose, tied, more, missing), []).append(notebook_id)
    return [
        Lacking(tuple(ids), dict(tied), missing, dict(loose), tuple(map(dict, more)))
        for (loose, tied, more, missing), ids in groups.items()
    ]


def _net(events: Sequence[Given], notebook_id: int | None) -> Held:
    """What all events together leave in a notebook; None for one that none of them names."""
    pages: Pages = {}
    holders: set[Holder] = set()
    for event in events:
        if event.concerns(notebook_id) if notebook_id is not None else event.to_class:
            pages = event.done_to(pages)
            if event.does == "give":
                holders.update(event.holders)
    return Held(pages, frozenset(holders))


def _waves(due: Pages, held: Pages, order: Iterable[int]) -> tuple[_Wave, _Wave, tuple[_Wave, ...]]:
    """What is lacking: pages of one's own, copies and corrections, then one more copy of each, wave by wave."""
    loose: list[tuple[int, int]] = []
    tied: list[tuple[int, int]] = []
    more: list[list[tuple[int, int]]] = []
    for page in order:
        owed, there = due.get(page, ()), held.get(page, ())
        if owed and not there:
            (tied if owed[0].tied else loose).append((page, owed[0].edition))
        elif behind := [one.edition for one, has in zip(owed, there, strict=False) if _is_behind(has, one)]:
            tied.append((page, max(behind)))
        for wave, copy in enumerate(copy for copy in owed[max(1, len(there)) :] if copy.tied):
            if wave == len(more):
                more.append([])
            more[wave].append((page, copy.edition))
    return tuple(loose), tuple(tied), tuple(map(tuple, more))


def _is_behind(there: Had, owed: Had) -> bool:
    return there.tied and owed.tied and there.edition < owed.edition
