"""Catching up: what a notebook should have been given by now, and lacks. Facts in, whole groups of notebooks out."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from red_thread.core.outline.tree import Holder
from red_thread.core.push.whom import Only


@dataclass(frozen=True, slots=True)
class Given:
    """A push, or a pull-back where it does not `gives`, as it was said to a class or to single notebooks.

    `pages`: page id to the number of its edition. `notebook_ids`: those that were named one by one; `without`: those
    left out. `holders`: dividers and sections that were given as such. `only`: those who had, lacked or had not
    opened one of the pages.
    """

    gives: bool
    pages: Mapping[int, int]
    to_class: bool
    notebook_ids: frozenset[int] = frozenset()
    without: frozenset[int] = frozenset()
    holders: frozenset[Holder] = frozenset()
    only: Only = Only.EVERYONE

    def concerns(self, notebook_id: int) -> bool:
        """Whether this push or pull-back was for a notebook."""
        return notebook_id not in self.without and (self.to_class or notebook_id in self.notebook_ids)


@dataclass(frozen=True, slots=True)
class Held:
    """What a notebook holds: pages with the numbers of the editions that they stand on, dividers and sections."""

    pages: Mapping[int, int] = field(default_factory=dict[int, int])
    holders: frozenset[Holder] = frozenset()


@dataclass(frozen=True, slots=True)
class Lacking:
    """Notebooks that lack the same. `pages`: page id to the number of the edition that their class was given last."""

    pages: Mapping[int, int]
    notebook_ids: tuple[int, ...]
    holders: tuple[Holder, ...] = ()


@dataclass(slots=True)
class _Net:
    """What all events together leave in a notebook."""

    pages: dict[int, int] = field(default_factory=dict[int, int])
    holders: set[Holder] = field(default_factory=set[Holder])


def lacking(
    events: Sequence[Given], held: Mapping[int, Held], there: Iterable[int], holders: Iterable[Holder] = ()
) -> list[Lacking]:
    """Groups the notebooks of a class by what they lack, pages and corrections; who lacks nothing is in no group.

    events: all pushes and pull-backs that concern the class or one of the notebooks, in the order in which they were
    made. held: by notebook. there, holders: the pages, and the dividers and sections, that are still in the master,
    in its order.
    Whoever was left out on purpose stays left out; what was pulled back is not given again.
    """
    order, holder_order = list(there), list(holders)
    named = frozenset[int]().union(*(event.notebook_ids | event.without for event in events))
    of_class = _net(events, None)
    groups: dict[tuple[tuple[tuple[int, int], ...], tuple[Holder, ...]], list[int]] = {}
    for notebook_id, has in held.items():
        due = _net(events, notebook_id) if notebook_id in named else of_class
        pages = tuple(
            (page, due.pages[page])
            for page in order
            if page in due.pages and has.pages.get(page, 0) < due.pages[page]
        )
        missing = tuple(holder for holder in holder_order if holder in due.holders - has.holders)
        if pages or missing:
            groups.setdefault((pages, missing), []).append(notebook_id)
    return [Lacking(dict(pages), tuple(ids), missing) for (pages, missing), ids in groups.items()]


def _net(events: Sequence[Given], notebook_id: int | None) -> _Net:
    """For a notebook; None for one that none of them names."""
    net = _Net()
    for event in events:
        if event.concerns(notebook_id) if notebook_id is not None else event.to_class:
            net.pages = _after(event, net.pages)
            if event.gives:
                net.holders.update(event.holders)
    return net


def _after(event: Given, pages: Mapping[int, int]) -> dict[int, int]:
    """What a notebook with these pages holds afterwards, whose student opens none of them."""
    there = [page in pages for page in event.pages]
    meant = {Only.EVERYONE: True, Only.LACKS: not all(there)}.get(event.only, any(there))
    if not meant:
        return dict(pages)
    if event.gives:
        return {**pages, **event.pages}
    return {page: edition for page, edition in pages.items() if page not in event.pages}
