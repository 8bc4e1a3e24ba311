"""Which gaps of a text are those of another: by the words that stand right beside them, as a reader tells them."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise, permutations

from red_thread.core.page.kinds import GAP
from red_thread.core.page.nodes import Node

_NEAR = 4  # words on a side that tell a gap, up to the next gap
_EDGE = 0.5  # what the text's own begin and end count, beside a word
_FEW = 6  # gaps of which every way to pair them is looked at
_WORD = re.compile(r"\w+")


@dataclass(frozen=True, slots=True)
class _Gap:
    """A gap with the words on its left and right, the nearest first; `first`, `last`: whether they reach an edge."""

    id: str
    left: tuple[str, ...]
    right: tuple[str, ...]
    first: bool
    last: bool


def same_gaps(before: Sequence[Node], anew: Sequence[Node]) -> dict[int, str]:
    """By its number among the gaps of `anew` the id that a gap has; none, where nothing tells it."""
    here, there = _gaps(before), _gaps(anew)
    if [(one.left, one.right) for one in here] == [(one.left, one.right) for one in there]:
        return {k: one.id for k, one in enumerate(here)}
    found = _paired(here, there)
    return {b: here[a].id for b, a in (found | _between(found, len(here), len(there))).items()}


def _paired(here: Sequence[_Gap], there: Sequence[_Gap]) -> dict[int, int]:
    """The pairs that are most alike together; of many gaps, one pair after the other."""
    alike = {
        (b, a): score for b, one in enumerate(there) for a, other in enumerate(here) if (score := _alike(other, one))
    }
    if max(len(here), len(there)) > _FEW:
        found: dict[int, int] = {}
        for b, a in sorted(alike, key=lambda pair: (-alike[pair], pair)):
            if b not in found and a not in found.values():
                found[b] = a
        return found
    size = max(len(here), len(there))
    best = max(permutations(range(size)), key=lambda order: sum(alike.get((b, a), 0) for b, a in enumerate(order)))
    return {b: a for b, a in enumerate(best) if (b, a) in alike}


def _alike(one: _Gap, other: _Gap) -> float:
    edges = (one.first and other.first and one.left == other.left) + (
        one.last and other.last and one.right == other.right
    )
    return _run(one.left, other.left) + _run(one.right, other.right) + _EDGE * edges


def _run(one: Sequence[str], other: Sequence[str]) -> int:
    """How many words are the same before the first that is not."""
    return next((k for k, (a, b) in enumerate(zip(one, other, strict=False)) if a != b), min(len(one), len(other)))


def _between(found: Mapping[int, int], here: int, there: int) -> dict[int, int]:
    """Gaps without a word beside them: those between the same two, if they are as many."""
    more: dict[int, int] = {}
    ends = [(-1, -1), *sorted(found.items()), (there, here)]
    for (b, a), (next_b, next_a) in pairwise(ends):
        if 0 < next_b - b == next_a - a:
            more |= {b + k: a + k for k in range(1, next_b - b)}
    return more


def _gaps(content: Sequence[Node]) -> list[_Gap]:
    """The gaps of a text; the words between two of them tell both."""
    stretches: list[list[str]] = [[]]
    gaps: list[str] = []
    for node in content:
        if node["type"] == GAP:
            gaps.append(node["attrs"]["id"])
            stretches.append([])
        else:
            stretches[-1] += _WORD.findall(str(node.get("text", "")).casefold())
    return [
        _Gap(
            gap,
            tuple(stretches[k][::-1][:_NEAR]),
            tuple(stretches[k + 1][:_NEAR]),
            k == 0 and len(stretches[0]) < _NEAR,
            k == len(gaps) - 1 and len(stretches[-1]) < _NEAR,
        )
        for k, gap in enumerate(gaps)
    ]
