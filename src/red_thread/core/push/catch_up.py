"""Catching up: what a notebook should have been given by now, and lacks. Facts in, whole groups of notebooks out."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Given:
    """A push, or a pull-back where it does not `gives`, as it was said to a class or to single notebooks.

    `pages`: page id to the number of its edition. `notebook_ids`: those that were named one by one; `without`: those
    left out.
    """

    gives: bool
    pages: Mapping[int, int]
    to_class: bool
    notebook_ids: frozenset[int] = frozenset()
    without: frozenset[int] = frozenset()

    def concerns(self, notebook_id: int) -> bool:
        return notebook_id not in self.without and (self.to_class or notebook_id in self.notebook_ids)


@dataclass(frozen=True, slots=True)
class Lacking:
    """Notebooks that lack the same. `pages`: page id to the number of the edition that their class was given last."""

    pages: Mapping[int, int]
    notebook_ids: tuple[int, ...]


def lacking(events: Sequence[Given], held: Mapping[int, Mapping[int, int]], there: Iterable[int]) -> list[Lacking]:
    """Groups the notebooks of a class by what they lack, pages and corrections; who lacks nothing is in no group.

    events: all pushes and pull-backs that concern the class or one of the notebooks, in the order in which they were
    made. held: by notebook, the pages that are in it, with the numbers of the editions that they stand on. there: the
    pages that are still in the master, in its order.
    Whoever was left out on purpose stays left out; what was pulled back is not given again.
    """
    order = list(there)
    named = frozenset[int]().union(*(event.notebook_ids | event.without for event in events))
    of_class = _net(events, None)
    groups: dict[tuple[tuple[int, int], ...], list[int]] = {}
    for notebook_id, stands in held.items():
        due = _net(events, notebook_id) if notebook_id in named else of_class
        missing = tuple((page, due[page]) for page in order if page in due and stands.get(page, 0) < due[page])
        if missing:
            groups.setdefault(missing, []).append(notebook_id)
    return [Lacking(dict(missing), tuple(ids)) for missing, ids in groups.items()]


def _net(events: Sequence[Given], notebook_id: int | None) -> dict[int, int]:
    """What all of them together leave in a notebook; None for one that none of them names."""
    net: dict[int, int] = {}
    for event in events:
        if event.concerns(notebook_id) if notebook_id is not None else event.to_class:
            if event.gives:
                net.update(event.pages)
            else:
                net = {page: edition for page, edition in net.items() if page not in event.pages}
    return net
