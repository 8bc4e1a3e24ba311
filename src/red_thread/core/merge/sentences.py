"""The sentences of a text, and which of them one side wrote anew (R6: a sentence stays a sentence)."""

from collections.abc import Iterator, Sequence

from red_thread.core.merge.sequence import Hunk
from red_thread.core.page.tokens import Token

Stretch = tuple[int, int]  # tokens of the base, the second not in it
_ENDS = frozenset(".!?…‽。！？")
_UNSPACED_ENDS = frozenset("。！？")
_CLOSE = frozenset("\"'”’»)]")


def sentences(tokens: Sequence[Token]) -> list[Stretch]:
    """The sentences of a text, in order and without holes; a line break ends one too."""
    found: list[Stretch] = []
    start = 0
    for k, token in enumerate(tokens):
        if k + 1 == len(tokens) or _ends_at(tokens, k, token):
            found.append((start, k + 1))
            start = k + 1
    return found


def _ends_at(tokens: Sequence[Token], k: int, token: Token) -> bool:
    if token.key == "\0break":
        return True
    if token.key in _UNSPACED_ENDS:
        return tokens[k + 1].key not in _CLOSE
    if not token.behind or not finished(tokens, k + 1):
        return False
    following = tokens[k + 1]
    return not (following.is_word and following.key[0].islower())


def finished(tokens: Sequence[Token], end: int) -> bool:
    """Whether a sentence ends before that place, a quotation mark behind it or not."""
    while end > 0 and tokens[end - 1].key in _CLOSE:
        end -= 1
    return end > 0 and (tokens[end - 1].key in _ENDS or tokens[end - 1].key == "\0break")


def is_inside(tokens: Sequence[Token], place: int) -> bool:
    """Whether a place is within a sentence, with words of it on both sides."""
    return any(start < place < end for start, end in sentences(tokens))


def begins_with_an_end(tokens: Sequence[Token]) -> bool:
    """Whether the first thing in these words ends a sentence."""
    return bool(tokens) and tokens[0].key in _ENDS


def written_anew(
    base: Sequence[Token], found: Sequence[Stretch], hunks: Sequence[Hunk], side: Sequence[Token]
) -> Iterator[Stretch]:
    """The sentences of which less than half of the words are left, and others stand for them."""
    at = 0
    for start, end in found:
        while at < len(hunks) and hunks[at].base_to <= start:
            at += 1
        here = [hunk for hunk in hunks[at:] if hunk.base_from < end and hunk.base_to > start]
        gone = sum(base[k].is_word for h in here for k in range(max(h.base_from, start), min(h.base_to, end)))
        words = gone and sum(token.is_word for token in base[start:end])
        if 2 * (words - gone) < words and any(t.is_word for h in here for t in side[h.side_from : h.side_to]):
            yield start, end
