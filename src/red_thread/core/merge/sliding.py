"""Where a change of whole sentences stands, if it could stand in several places.

Of `It falls. It rises.` with its second sentence taken out one can as well say that `. It rises` is gone. A
comparison finds either; read with the other side's change in between, the one leaves a sentence and the other a stray
sign. So a stretch that was only put in, or only taken out, is slid to where it begins and ends with sentences.
Comparisons of files do so with lines of code ("diff sliders", Michael Haggerty's indent heuristic, 2016).
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from red_thread.core.merge.sentences import finished
from red_thread.core.merge.sequence import Hunk
from red_thread.core.page.tokens import Token

Tokens = Sequence[Token]


def slid(hunks: list[Hunk], base: Tokens, side: Tokens) -> list[Hunk]:
    """The same changes; what was only put in, or only taken out, is made of whole sentences if it can be."""
    found: list[Hunk] = []
    for at, hunk in enumerate(hunks):
        following = hunks[at + 1].base_from if at + 1 < len(hunks) else len(base) + 1
        before = found[-1].base_to if found else -1
        moves = _Moves(hunk, base, side, before, following)
        found.append(max(moves.all(), key=moves.score) if moves.slides else hunk)
    return found


@dataclass(slots=True)
class _Moves:
    """All places of one change. `before`, `following`: the changes beside it, which it must not touch."""

    hunk: Hunk
    base: Tokens
    side: Tokens
    before: int
    following: int

    @property
    def slides(self) -> bool:
        only_out, only_in = self.hunk.side_from == self.hunk.side_to, self.hunk.base_from == self.hunk.base_to
        return only_out != only_in

    def all(self) -> Iterator[Hunk]:
        yield self.hunk
        for step in (1, -1):
            at = self.hunk
            while (moved := self._moved(at, step)) is not None:
                at = moved
                yield at

    def _moved(self, hunk: Hunk, step: int) -> Hunk | None:
        taken_out = hunk.side_from == hunk.side_to
        tokens, start, end = (
            (self.base, hunk.base_from, hunk.base_to) if taken_out else (self.side, hunk.side_from, hunk.side_to)
        )
        leaves, enters = (start, end) if step > 0 else (end - 1, start - 1)
        if not 0 <= enters < len(tokens) or tokens[leaves].key != tokens[enters].key:
            return None
        moved = Hunk(hunk.base_from + step, hunk.base_to + step, hunk.side_from + step, hunk.side_to + step)
        return moved if self.before < moved.base_from and moved.base_to < self.following else None

    def score(self, hunk: Hunk) -> tuple[int, bool]:
        """Whole sentences first, then what ends with one; of two alike the place where it was found."""
        taken_out = hunk.side_from == hunk.side_to
        tokens, start, end = (
            (self.base, hunk.base_from, hunk.base_to) if taken_out else (self.side, hunk.side_from, hunk.side_to)
        )
        ends = finished(tokens, end)
        begins = start == 0 or finished(tokens, start)
        return ends + (ends and begins), hunk == self.hunk
