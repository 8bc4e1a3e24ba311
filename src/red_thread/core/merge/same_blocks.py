"""Which blocks of a page that comes out of a file again are those of the page as it stands.

A file knows no ids. Blocks that say the same are the same, in their order or moved; of the others one is the other if
it is of the same kind and like it in words. What holds no answers is the other too if it alone stands in its place.
Gaps are known by the words around them, columns by their headings, rows by their first cells. Copies that students
have written on are then corrected as if the teacher had typed the change, and no answer comes to stand under another
question: where that is not sure, a block is new, and what was written under the one before is kept as taken out,
unless somebody says that it is the same.
"""

from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from red_thread.core.merge.likeness import alike_words, same_words
from red_thread.core.merge.same_gaps import same_gaps
from red_thread.core.merge.sequence import hunks
from red_thread.core.page.kinds import GAP, KINDS, TABLE, alike
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    bytes_of,
    content_of,
    is_text_block,
    plain_text,
    walk,
    with_attributes,
    with_content,
)


@dataclass(frozen=True, slots=True)
class Question:
    """What is asked on a page: by which id, and in which words. `kind`: of what it is asked with."""

    id: str
    words: str
    kind: str


@dataclass(frozen=True, slots=True)
class Unsure:
    """Questions of a page that a file does not ask in words like them, and questions of the file that are new.

    Somebody may say that one is the other (`Meant`).
    """

    gone: tuple[Question, ...]
    fresh: tuple[Question, ...]


#: By the id of a question on the page, that of the question in the file which it has become.
Meant: TypeAlias = Mapping[str, str]
NOTHING_MEANT: Meant = {}


def with_ids_of(before: Node, anew: Node, meant: Meant = NOTHING_MEANT) -> Node:
    """`anew` under the ids of `before`; blocks that are new have ids that no block of `before` has.

    `meant`: what somebody said of questions that are `unsure`; anything else that it says is passed over.
    """
    known = with_content(anew, _Ids.of(before).blocks(content_of(before), content_of(anew)))
    if not meant:
        return known
    questions = _unsure(before, anew, known)
    gone, fresh = ({question.id: question.kind for question in asked} for asked in (questions.gone, questions.fresh))
    may = {new: old for old, new in meant.items() if old in gone and gone[old] == fresh.get(new)}
    return _renamed(known, anew, may)


def unsure(before: Node, anew: Node) -> Unsure:
    """What a file, read as `anew`, asks in words of which it is not sure what they were in `before`.

    A column asks by its heading, as long as its table stays; the questions of the file go by its own ids.
    """
    return _unsure(before, anew, with_ids_of(before, anew))


def _unsure(before: Node, anew: Node, known: Node) -> Unsure:
    stay = {node["attrs"]["id"] for node in walk(known) if _has_id(node)}
    gone = [block for block in walk(before) if _has_id(block) and block["attrs"]["id"] not in stay]
    tables = [block for block in walk(before) if block["type"] == TABLE and block["attrs"]["id"] in stay]
    heads = [cell for table in tables for row in content_of(table)[:1] for cell in content_of(row)]
    columns = [
        Question(cell["attrs"]["id"], plain_text(cell) or "a column", TABLE)
        for cell in heads
        if cell["attrs"]["id"] not in stay
    ]
    before_ids = {node["attrs"]["id"] for node in walk(before) if _has_id(node)}
    fresh = [
        read
        for read, named in zip(walk(anew), walk(known), strict=True)
        if _has_id(named) and named["attrs"]["id"] not in before_ids
    ]
    return Unsure((*_asked(gone), *columns), tuple(_asked(fresh)))


def _asked(blocks: Iterable[Node]) -> list[Question]:
    asking = (block for block in blocks if KINDS[block["type"]].asks or block["type"] == GAP)
    return [Question(block["attrs"]["id"], _question(block), block["type"]) for block in asking]


def _renamed(known: Node, read: Node, ids: Mapping[str, str]) -> Node:
    """The page with the blocks that the file calls by these ids under others."""
    own = attributes_of(read).get("id", "")
    named = with_attributes(known, id=ids[own]) if own in ids else known
    inside = zip(content_of(known), content_of(read), strict=True)
    return with_content(named, [_renamed(below, as_read, ids) for below, as_read in inside])


def _question(block: Node) -> str:
    return str(attributes_of(block).get("prompt") or "") or plain_text(block) or "a place to answer"


@dataclass(slots=True)
class _Ids:
    """The ids that are given already."""

    given: set[str]
    count: int = 0

    @classmethod
    def of(cls, page: Node) -> "_Ids":
        return cls({node["attrs"]["id"] for node in walk(page) if _has_id(node)})

    def blocks(self, before: Sequence[Node], anew: Sequence[Node]) -> list[Node]:
        same = _same(before, anew)
        return [self._one(before[same[k]] if k in same else None, block) for k, block in enumerate(anew)]

    def _one(self, before: Node | None, anew: Node) -> Node:
        named = self._named(before, anew)
        there = content_of(before) if before else ()
        if is_text_block(anew):
            return with_content(named, list(self._gaps(there, content_of(anew))))
        if before and anew["type"] == TABLE == before["type"] and _is_plain(before) and _is_plain(anew):
            return with_content(named, self._rows(there, content_of(anew)))
        return with_content(named, self.blocks(there, content_of(anew)))

    def _named(self, before: Node | None, anew: Node) -> Node:
        return with_attributes(anew, id=before["attrs"]["id"] if before else self._new()) if _has_id(anew) else anew

    def _gaps(self, before: Sequence[Node], anew: Sequence[Node]) -> Iterator[Node]:
        same, at = same_gaps(before, anew), 0
        for node in anew:
            if node["type"] == GAP:
                yield with_attributes(node, id=same.get(at) or self._new())
                at += 1
            else:
                yield node

    def _rows(self, before: Sequence[Node], anew: Sequence[Node]) -> list[Node]:
        """Cell by cell: in which column by its heading, in which row by its first cell."""
        columns = _same_words(_columns(before), _columns(anew))
        key = next((j for j, column in columns.items() if column == 0), 0)
        rows = _same_words(_keys(before, 0), _keys(anew, key))
        made: list[Node] = []
        for k, row in enumerate(anew):
            there = before[rows[k]] if k in rows else None
            cells = content_of(there) if there else ()
            theirs = [cells[columns[j]] if j in columns and cells else None for j in range(len(content_of(row)))]
            named = [self._one(cell, anew_cell) for cell, anew_cell in zip(theirs, content_of(row), strict=True)]
            made.append(with_content(self._named(there, row), named))
        return made

    def _new(self) -> str:
        while True:
            self.count += 1
            if f"n{self.count}" not in self.given:
                return f"n{self.count}"


def _has_id(node: Node) -> bool:
    return "id" in attributes_of(node)


def _same(before: Sequence[Node], anew: Sequence[Node]) -> dict[int, int]:
    """For blocks of `anew` the index of the one in `before` that it is."""
    here, there = _all_said(before), _all_said(anew)
    same = same_words(here, there)
    left, new = _without(here, set(same.values())), _without(there, same.keys())
    same |= alike_words(_words(left), _words(new), lambda a, b: alike(before[a]["type"], anew[b]["type"]))
    return same | _alone(before, anew, same)


def _same_words(here: Sequence[str], there: Sequence[str]) -> dict[int, int]:
    same = same_words(here, there)
    left, new = _without(here, set(same.values())), _without(there, same.keys())
    return same | alike_words(left, new, lambda a, b: True)


def _without(said: Sequence[str], taken: Collection[int]) -> dict[int, str]:
    return {k: words for k, words in enumerate(said) if k not in taken}


def _words(said: Mapping[int, str]) -> dict[int, str]:
    """Without the kinds, which are asked for by themselves."""
    return {k: words.partition(" ")[2] for k, words in said.items()}


def _all_said(blocks: Sequence[Node]) -> list[str]:
    """What each says. A question without words of its own is the one that the block above it asks."""
    said: list[str] = []
    above = ""
    for block in blocks:
        attributes = attributes_of(block)
        named = attributes.get("prompt") or bytes_of(block) or ""
        if KINDS[block["type"]].asks and not named:
            named = above
        said.append(f"{block['type']} {named} {plain_text(block)}")
        above = plain_text(block)
    return said


def _alone(before: Sequence[Node], anew: Sequence[Node], same: Mapping[int, int]) -> dict[int, int]:
    """What stands by itself in the place of another, and holds no answers that could come under a wrong question."""
    here = [str(a) for a in range(len(before))]
    there = [str(same[b]) if b in same else f"new {b}" for b in range(len(anew))]
    found: dict[int, int] = {}
    for hunk in hunks(here, there):
        one, other = hunk.base_from, hunk.side_from
        is_alone = hunk.base_to - one == 1 == hunk.side_to - other and other not in same and one not in same.values()
        if is_alone and alike(before[one]["type"], anew[other]["type"]) and not _holds_answers(before[one]):
            found[other] = one
    return found


def _holds_answers(block: Node) -> bool:
    return any(KINDS[node["type"]].asks or KINDS[node["type"]].students for node in (block, *walk(block)))


def _is_plain(table: Node) -> bool:
    """Whether every row has as many cells as the first, and none reaches over another."""
    rows = content_of(table)
    spans = (
        attributes_of(cell).get(name) or 1
        for row in rows
        for cell in content_of(row)
        for name in ("colspan", "rowspan")
    )
    return len({len(content_of(row)) for row in rows}) == 1 and all(span == 1 for span in spans)


def _columns(rows: Sequence[Node]) -> list[str]:
    """What each column is called; one without a heading is told by what stands in it."""
    cells = [[plain_text(cell) for cell in content_of(row)] for row in rows]
    return [column[0] or " ".join(column[1:]) for column in zip(*cells, strict=True)]


def _keys(rows: Sequence[Node], column: int) -> list[str]:
    """What each row is told by: its cell in that column; where nothing stands there, all of the row."""
    return [plain_text(content_of(row)[column]) or plain_text(row) for row in rows]
