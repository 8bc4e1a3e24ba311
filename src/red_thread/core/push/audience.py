"""Whom a push is for, as its teacher said it."""

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum


class SelectorKind(StrEnum):
    """What a selector's ids are ids of. Who is chosen by each is told by `store/push/selectors.py`."""

    CLASS = "class"
    GROUP = "group"
    AWAY = "away"
    NOTEBOOK = "notebook"


class Only(StrEnum):
    """Which of the students that are named are meant, by what they have of the pages.

    HAS: any of them is there; LACKS: any is not; UNOPENED: any is there and was not opened yet.
    """

    EVERYONE = "everyone"
    HAS = "has"
    LACKS = "lacks"
    UNOPENED = "unopened"


@dataclass(frozen=True, slots=True)
class Selector:
    """Names students by what they are in, or one by one. `ids`: of what `kind` says, each once."""

    kind: SelectorKind
    ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Audience:
    """Everyone whom one of the selectors names; `only` those of them, and `without` these notebooks."""

    selectors: tuple[Selector, ...] = ()
    without: tuple[int, ...] = ()
    only: Only = Only.EVERYONE

    def ids(self, kind: SelectorKind) -> tuple[int, ...]:
        """The ids that the selectors of this kind name."""
        return tuple(number for selector in self.selectors if selector.kind is kind for number in selector.ids)

    def among(self, known: Mapping[SelectorKind, Collection[int]]) -> "Audience":
        """The same audience without what is not known any more; of what is left out, NOTEBOOK tells."""
        named = [
            (selector.kind, [number for number in selector.ids if number in known[selector.kind]])
            for selector in self.selectors
        ]
        without = [notebook for notebook in self.without if notebook in known[SelectorKind.NOTEBOOK]]
        return audience_from(named, without, self.only)


def audience_from(
    named: Iterable[tuple[SelectorKind, Iterable[int]]], without: Iterable[int] = (), only: Only = Only.EVERYONE
) -> Audience:
    """The audience that these selectors make: one a kind, each id once, none that names nothing."""
    ids: dict[SelectorKind, dict[int, None]] = {kind: {} for kind in SelectorKind}
    for kind, numbers in named:
        ids[kind].update(dict.fromkeys(numbers))
    selectors = tuple(Selector(kind, tuple(numbers)) for kind, numbers in ids.items() if numbers)
    return Audience(selectors, tuple(dict.fromkeys(without)), only)


def audience_of(
    classes: Iterable[int] = (),
    groups: Iterable[int] = (),
    notebooks: Iterable[int] = (),
    without: Iterable[int] = (),
    only: Only = Only.EVERYONE,
) -> Audience:
    """An audience, said in short."""
    named = {SelectorKind.CLASS: classes, SelectorKind.GROUP: groups, SelectorKind.NOTEBOOK: notebooks}
    return audience_from(named.items(), without, only)
