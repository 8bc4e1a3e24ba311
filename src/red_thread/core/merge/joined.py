"""Paragraphs that the master has joined (R6): what the student wrote in any of them follows its words into the one.

Method: before anything is compared, the same blocks are joined in the base and in the student's page. What is left
to merge is then one text block, word by word.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import takewhile

from red_thread.core.page.check import CheckedPage, check_page
from red_thread.core.page.kinds import KINDS, Unit
from red_thread.core.page.nodes import Node, content_of, id_of, is_text_block, with_content
from red_thread.core.page.tokens import ONE_BLANK, Blank, Token, inline_of, tokens_of


@dataclass(frozen=True, slots=True)
class _Join:
    """`blocks` stood one behind the other, of which the master kept `stays` with the words of all.

    `blanks`: what the master has between the words of each and of the next.
    """

    blocks: tuple[str, ...]
    stays: str
    blanks: tuple[Blank, ...]


def with_paragraphs_joined(
    base: CheckedPage, master: CheckedPage, student: CheckedPage
) -> tuple[CheckedPage, CheckedPage]:
    """Base and student with those paragraphs joined that the master joined and the student changed."""
    joins = [join for join in _joins(base, master) if _is_changed(join, base, student)]
    if not joins:
        return base, student
    by_stays = {join.stays: join for join in joins}
    gone = {block_id for join in joins for block_id in join.blocks if block_id != join.stays}
    joined_base = check_page(_joined(base.page, (base, base), by_stays, gone), "base", stored=True)
    joined_student = _joined(student.page, (base, student), by_stays, gone)
    return joined_base, check_page(joined_student, "student", joined_base, stored=True)


def _is_changed(join: _Join, base: CheckedPage, student: CheckedPage) -> bool:
    """Whether the student changed one of them, and has all of them still together."""
    together = all(block_id in student and _is_prose(student.node(block_id)) for block_id in join.blocks)
    if not together or len({student.parent(block_id) for block_id in join.blocks}) > 1:
        return False
    return any(student.node(block_id) != base.node(block_id) for block_id in join.blocks)


def _joins(base: CheckedPage, master: CheckedPage) -> Iterator[_Join]:
    def is_gone(block_id: str) -> bool:
        return block_id not in master and _is_prose(base.node(block_id))

    gone = filter(is_gone, base.places)
    for parent in dict.fromkeys(map(base.parent, gone)):
        siblings = base.kids(parent)
        for at, stays in enumerate(siblings):
            if stays in master and _is_prose(base.node(stays)) and _is_prose(master.node(stays)):
                before = list(takewhile(is_gone, map(siblings.__getitem__, range(at - 1, -1, -1))))
                behind = list(takewhile(is_gone, map(siblings.__getitem__, range(at + 1, len(siblings)))))
                if before or behind:
                    yield from _join_around(stays, before, behind, base, master)


def _is_prose(block: Node) -> bool:
    return is_text_block(block) and KINDS[block["type"]].unit is Unit.WORD


def _join_around(
    stays: str, before: Sequence[str], behind: Sequence[str], base: CheckedPage, master: CheckedPage
) -> Iterator[_Join]:
    """The join of a block with some of those that are gone beside it, the nearest first; none if words differ."""
    tokens = tokens_of(master.node(stays))
    joined, own = [token.key for token in tokens], _keys(base, stays)
    of_others = len(joined) - len(own)
    if of_others <= 0:
        return
    left, right = _Beside(before, base, of_others), _Beside(behind, base, of_others)
    for length, n_before in left.blocks_by_length.items():
        n_behind = right.blocks_by_length.get(of_others - length)
        rest = length + len(own)
        if n_behind is None or joined[length:rest] != own or joined[rest:] != right.first(of_others - length):
            continue
        blocks = (*reversed(before[:n_before]), stays, *behind[:n_behind])
        if joined[:length] == [key for block_id in blocks[:n_before] for key in _keys(base, block_id)] and all(
            any(token.is_word for token in tokens_of(base.node(block_id))) for block_id in blocks
        ):
            yield _Join(blocks, stays, tuple(_blanks_between(tokens, [_keys(base, one) for one in blocks])))
            return


def _keys(base: CheckedPage, block_id: str) -> list[str]:
    return [token.key for token in tokens_of(base.node(block_id))]


class _Beside:
    """Blocks on one side of another, the nearest first, as far as they have `most` words together.

    `blocks_by_length`: by how many words the first of them have, how many blocks those are.
    """

    def __init__(self, block_ids: Sequence[str], base: CheckedPage, most: int) -> None:
        self.blocks_by_length, self._keys = {0: 0}, list[str]()
        for count, block_id in enumerate(block_ids, 1):
            self._keys += _keys(base, block_id)
            if len(self._keys) > most:
                break
            self.blocks_by_length.setdefault(len(self._keys), count)

    def first(self, length: int) -> list[str]:
        """So many of their words, block by block."""
        return self._keys[:length]


def _blanks_between(joined: Sequence[Token], parts: Sequence[Sequence[str]]) -> Iterator[Blank]:
    end = 0
    for part in parts[:-1]:
        end += len(part)
        yield joined[end - 1].behind


def _joined(node: Node, sides: tuple[CheckedPage, CheckedPage], by_stays: dict[str, _Join], gone: set[str]) -> Node:
    """The page with the words of joined blocks in the one that stays of each join; sides: the base, and this page."""
    if not content_of(node) or is_text_block(node):
        return node
    children: list[Node] = []
    for child in content_of(node):
        join = by_stays.get(id_of(child))
        if join:
            children.append(with_content(child, inline_of(_all_words(*sides, join))))
        elif id_of(child) not in gone:
            children.append(_joined(child, sides, by_stays, gone))
    return with_content(node, children)


def _all_words(base: CheckedPage, page: CheckedPage, join: _Join) -> list[Token]:
    words = tokens_of(page.node(join.blocks[0]))
    for before, behind, blank in zip(join.blocks, join.blocks[1:], join.blanks, strict=False):
        if words and not words[-1].behind:
            # Two paragraphs that the teacher ran together are no reason to do so with a sentence of the student's.
            wrote = any(page.node(block_id) != base.node(block_id) for block_id in (before, behind))
            words[-1] = replace(words[-1], behind=blank or (ONE_BLANK if wrote else ()))
        words += tokens_of(page.node(behind))
    return words
