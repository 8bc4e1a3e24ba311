"""Which changes of a text block belong together: the regions of its base that are decided as one (R5, R6)."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import takewhile

from red_thread.core.merge.sentences import (
    Stretch,
    begins_with_an_end,
    finished,
    sentences,
    written_anew,
)
from red_thread.core.merge.sequence import Hunk
from red_thread.core.page.tokens import Token

Tokens = Sequence[Token]


@dataclass(slots=True)
class Region:
    """A stretch of base, `base[base_from:base_to]`, that only one side changed, or both."""

    base_from: int
    base_to: int
    master: list[Hunk]
    student: list[Hunk]


def regions_of(
    base: Tokens, by_master: list[Hunk], master: Tokens, by_student: list[Hunk], student: Tokens
) -> list[Region]:
    """Gathers the hunks of both sides: those that touch the same words, and those in a sentence written anew.

    In order, and apart from each other.
    """
    if not by_master or not by_student:
        return gathered(by_master, by_student)
    found = gathered(*_parted(by_master, master, by_student, student))
    parts = sentences(base)
    anew = {*written_anew(base, parts, by_master, master), *written_anew(base, parts, by_student, student)}
    if not anew:
        return found
    return _Whole(base, master, student, sorted(anew)).join(found)


def _parted(
    by_master: list[Hunk], master: Tokens, by_student: list[Hunk], student: Tokens
) -> tuple[list[Hunk], list[Hunk]]:
    """Parts the words that both put in the place of the same words from what only one put in behind them."""
    begins = {hunk.base_from: hunk for hunk in by_student if hunk.base_to > hunk.base_from}
    alike: dict[int, int] = {}
    for mine in by_master:
        other = begins.get(mine.base_from)
        if other is None:
            continue
        most = min(mine.base_to - mine.base_from, other.base_to - other.base_from)
        pairs = zip(master[mine.side_from : mine.side_to], student[other.side_from : other.side_to], strict=False)
        count = sum(1 for _ in takewhile(lambda pair: pair[0].key == pair[1].key, pairs))
        if 0 < count <= most and (mine.base_to, other.base_to) != (mine.base_from + count,) * 2:
            alike[mine.base_from] = count
    return _cut(by_master, alike), _cut(by_student, alike)


def _cut(hunks: list[Hunk], alike: dict[int, int]) -> list[Hunk]:
    found: list[Hunk] = []
    for hunk in hunks:
        count = alike.get(hunk.base_from, 0) if hunk.base_to > hunk.base_from else 0
        base_at, side_at = hunk.base_from + count, hunk.side_from + count
        if count:
            found.append(Hunk(hunk.base_from, base_at, hunk.side_from, side_at))
        if base_at < hunk.base_to or side_at < hunk.side_to:
            found.append(Hunk(base_at, hunk.base_to, side_at, hunk.side_to))
    return found


def gathered(by_master: list[Hunk], by_student: list[Hunk]) -> list[Region]:
    """The hunks of both sides, those that touch the same words together."""
    regions: list[Region] = []
    marked = [(hunk, True) for hunk in by_master] + [(hunk, False) for hunk in by_student]
    for hunk, is_master in sorted(marked, key=lambda h: (h[0].base_from, h[0].base_to, not h[1])):
        if not regions or not _meets(regions[-1], hunk, is_master):
            regions.append(Region(hunk.base_from, hunk.base_to, [], []))
        region = regions[-1]
        region.base_to = max(region.base_to, hunk.base_to)
        (region.master if is_master else region.student).append(hunk)
    return regions


def _meets(region: Region, hunk: Hunk, is_master: bool) -> bool:
    """Same words, strictly among them, or two insertions at one place."""
    if hunk.base_from < region.base_to:
        return hunk.base_to > hunk.base_from or hunk.base_from > region.base_from
    both_insert = region.base_from == region.base_to == hunk.base_from == hunk.base_to
    return both_insert and not (region.master if is_master else region.student)


class _Whole:
    """Joins the regions of each sentence that one side wrote anew and in which the other changed a word too."""

    def __init__(self, base: Tokens, master: Tokens, student: Tokens, anew: list[Stretch]) -> None:
        self.base, self.master, self.student, self.anew = base, master, student, anew

    def join(self, regions: list[Region]) -> list[Region]:
        """Joining may reach into the next sentence, so it goes on until nothing more belongs together."""
        before = -1
        while len(regions) != before:
            before = len(regions)
            for stretch in self.anew:
                regions = self._joined(regions, stretch)
        return regions

    def _joined(self, regions: list[Region], stretch: Stretch) -> list[Region]:
        here = [k for k, region in enumerate(regions) if self._belongs(region, stretch)]
        if not here or not self._by_both([regions[k] for k in here]):
            return regions
        first, last = here[0], here[-1]
        parts = regions[first : last + 1]
        whole = Region(
            min(stretch[0], parts[0].base_from),
            max(stretch[1], *(part.base_to for part in parts)),
            [hunk for part in parts for hunk in part.master],
            [hunk for part in parts for hunk in part.student],
        )
        return [*regions[:first], whole, *regions[last + 1 :]]

    def _by_both(self, regions: list[Region]) -> bool:
        by_master = any(self._in_words(hunk, self.master) for region in regions for hunk in region.master)
        return by_master and any(self._in_words(hunk, self.student) for region in regions for hunk in region.student)

    def _in_words(self, hunk: Hunk, side: Tokens) -> bool:
        changed = [*self.base[hunk.base_from : hunk.base_to], *side[hunk.side_from : hunk.side_to]]
        return any(token.is_word for token in changed)

    def _belongs(self, region: Region, stretch: Stretch) -> bool:
        start, end = stretch
        if region.base_from < end and region.base_to > start:
            return True
        if region.base_from != region.base_to:
            return False
        at = region.base_from
        if at == end:
            return not finished(self.base, end) and not any(map(begins_with_an_end, self._put_in(region)))
        starts = start == 0 or finished(self.base, start)
        return at == start and starts and not all(finished(put, len(put)) for put in self._put_in(region))

    def _put_in(self, region: Region) -> list[Tokens]:
        return [
            side[hunk.side_from : hunk.side_to]
            for side, own in ((self.master, region.master), (self.student, region.student))
            for hunk in own
        ]
