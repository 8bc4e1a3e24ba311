"""Which of two rows of things, told by their words, are the same: by what they say, then by likeness.

What is like several as much is none of them: who is mistaken here puts an answer under another question.
"""

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from difflib import SequenceMatcher

from red_thread.core.merge.sequence import matches

LIKE = 0.5  # of the weight of the words that two have, for one to be the other written anew
APART = 0.1  # by which it has to be likelier than any other
_SHORT = 60  # signs up to which a slip of the pen is told by letters
_MOST_PAIRS = 40_000

Allowed = Callable[[int, int], bool]


def same_words(here: Sequence[str], there: Sequence[str]) -> dict[int, int]:
    """By place in `there` the place in `here` of what says just the same: in order first, then what has moved."""
    same = {b: a for a, b in matches(here, there)}
    free: dict[str, list[int]] = {}
    taken = set(same.values())
    for a, said in enumerate(here):
        if a not in taken:
            free.setdefault(said, []).append(a)
    moved = {k: free[said].pop(0) for k, said in enumerate(there) if k not in same and free.get(said)}
    return same | moved


def alike_words(here: Mapping[int, str], there: Mapping[int, str], allowed: Allowed) -> dict[int, int]:
    """The same for what was written anew: the likeliest first, and nothing that might as well be another."""
    if len(here) * len(there) > _MOST_PAIRS:
        return {}
    weigh = _weights([*here.values(), *there.values()])
    pairs = [
        (likeness, b, a)
        for b, theirs in there.items()
        for a, mine in here.items()
        if allowed(a, b) and (likeness := _likeness(mine, theirs, weigh)) > LIKE
    ]
    found: dict[int, int] = {}
    for likeness, b, a in sorted(pairs, key=lambda pair: (-pair[0], pair[1:])):
        rivals = [one for one, k, j in pairs if (k == b) != (j == a) and k not in found and j not in found.values()]
        if b not in found and a not in found.values() and all(one < likeness - APART for one in rivals):
            found[b] = a
    return found


def _weights(said: Sequence[str]) -> Mapping[str, float]:
    """A word that stands everywhere tells little: what? how? the."""
    stands_in = Counter(word for words in said for word in set(words.casefold().split()))
    return {word: 1 / count for word, count in stands_in.items()}


def _likeness(mine: str, theirs: str, weigh: Mapping[str, float]) -> float:
    one, other = Counter(mine.casefold().split()), Counter(theirs.casefold().split())
    shared, more = _weight(one & other, weigh), max(_weight(one, weigh), _weight(other, weigh))
    by_words = shared / more if more else 0.0
    if not mine or not theirs or max(len(mine), len(theirs)) > _SHORT:
        return by_words
    return max(by_words, SequenceMatcher(None, mine.casefold(), theirs.casefold(), autojunk=False).ratio() - 0.2)


def _weight(words: Counter[str], weigh: Mapping[str, float]) -> float:
    return sum(count * weigh[word] for word, count in words.items())
