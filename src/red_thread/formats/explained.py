"""A merge explained, as lines of text for a shell."""

from collections.abc import Iterator, Sequence

from red_thread.core.merge.explain import ExplainedBlock, ExplainedRegion
from red_thread.core.merge.result import Merged

_WIDE = 88


def explained_as_text(merged: Merged, blocks: Sequence[ExplainedBlock]) -> str:
    """The outcome, then every block with its text and the regions in which it changed, then the notes."""
    lines = [_outcome(merged), ""]
    for block in blocks:
        lines += [*_block(block), ""]
    return "\n".join([*lines, *(f"- {note}" for note in merged.notes)]).rstrip() + "\n"


def _outcome(merged: Merged) -> str:
    count = len(merged.conflicts)
    return f"{merged.outcome}" + (f", {count} conflict{'s' if count > 1 else ''}" if count else "")


def _block(block: ExplainedBlock) -> Iterator[str]:
    margin = "  " * block.depth
    yield f"{margin}{block.id}  {block.kind}: {block.what}"
    if block.text:
        yield f"{margin}    {_short(block.text)}"
    for region in block.regions:
        yield from (f"{margin}      {line}" for line in _region(region))


def _region(region: ExplainedRegion) -> Iterator[str]:
    yield f"{region.reason}:"
    for name, words in (("base", region.base), ("master", region.master), ("student", region.student)):
        yield f"  {name:<8} {_shown(words)}"
    yield f"  {'stands':<8} {_shown(region.result)}"


def _shown(words: str) -> str:
    return f"“{_short(words)}”" if words else "nothing"


def _short(words: str) -> str:
    words = words.replace("\n", "⏎")
    return words if len(words) <= _WIDE else f"{words[: _WIDE - 1]}…"
