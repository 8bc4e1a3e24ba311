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
    gone = [block_id for block_id, place in base.places.items() if block_id not in master and _is_prose(place.node)]
    for parent in dict.fromkeys(map(base.parent, gone)):
        siblings = base.kids(parent)
        for at, stays in enumerate(siblings):
            if stays in master and _is_prose(base.node(stays)) and _is_prose(master.node(stays)):
                before = list(takewhile(lambda block_id: _is_gone(block_id, base, master), reversed(siblings[:at])))
                behind = list(takewhile(lambda block_id: _is_gone(block_id, base, master), siblings[at + 1 :]))
                if before or behind:
                    yield from _join_around(stays, before, behind, base, master)


def _is_gone(block_id: str, base: CheckedPage, master: CheckedPage) -> bool:
    return block_id not in master and _is_prose(base.node(block_id))


def _is_prose(block: Node) -> bool:
    return is_text_block(block) and KINDS[block["type"]].unit is Unit.WORD


def _join_around(
    stays: str, before: Sequence[str], behind: Sequence[str], base: CheckedPage, master: CheckedPage
) -> Iterator[_Join]:
    """The join of a block with some of those that are gone beside it, the nearest first; none if words differ."""
    joined = tokens_of(master.node(stays))
    words = {block_id: tokens_of(base.node(block_id)) for block_id in (*before, stays, *behind)}
    missing = len(joined) - len(words[stays])
    for n_before in range(len(before) + 1):
        wanted = missing - sum(len(words[block_id]) for block_id in before[:n_before])
        n_behind = 0
        while n_behind < len(behind) and wanted > 0:
            wanted -= len(words[behind[n_behind]])
            n_behind += 1
        blocks = (*reversed(before[:n_before]), stays, *behind[:n_behind])
        if wanted == 0 and len(blocks) > 1 and _are(joined, [words[block_id] for block_id in blocks]):
            yield _Join(blocks, stays, tuple(_blanks_between(joined, [words[block_id] for block_id in blocks])))
            return


def _are(joined: Sequence[Token], parts: Sequence[Sequence[Token]]) -> bool:
    """Whether these are the words of all parts, each of which says something."""
    says_something = all(any(token.is_word for token in part) for part in parts)
    return says_something and [token.key for token in joined] == [token.key for part in parts for token in part]


def _blanks_between(joined: Sequence[Token], parts: Sequence[Sequence[Token]]) -> Iterator[Blank]:
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
