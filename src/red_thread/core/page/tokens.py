"""The words of a text block: words, spaces and punctuation, never less than a grapheme.

Word boundaries follow Unicode's extended grapheme clusters (UAX #29) for what may not be split; scripts
that are written without spaces go grapheme by grapheme.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby
from typing import Any

import regex

from red_thread.core.page.nodes import Node, attributes_of, content_of

_UNSPACED = r"[\p{Han}\p{Hiragana}\p{Katakana}\p{Thai}\p{Lao}\p{Khmer}\p{Myanmar}]"
_IN_WORD = r"[\p{L}\p{N}\p{M}_]"
_WORD = regex.compile(_IN_WORD)
_ALONE = regex.compile(_UNSPACED)
_LETTERS = rf"(?:(?={_IN_WORD})(?!{_UNSPACED})\X)+"
_TOKEN = regex.compile(rf"{_LETTERS}(?:['’]{_LETTERS})*|(?:(?=\s)\X(?<=\s))+|\X")
# The same for text without anything that clusters, three times as fast.
_ASCII_TOKEN = regex.compile(r"[A-Za-z0-9_]+(?:'[A-Za-z0-9_]+)*|\r\n|\s+|.", regex.DOTALL)

Mark = dict[str, Any]


@dataclass(slots=True)
class Token:
    """A word, a run of spaces, a mark of punctuation, a line break or a gap.

    `key` is what it is compared by; `node` carries the marks, and the whole of a break or a gap. `parts`: the pieces
    of a word whose marks change inside it; it is one word all the same. Nobody changes a token; it is not frozen
    because a merge makes thousands, and a frozen one takes three times as long to make.
    """

    key: str
    node: Node
    parts: Sequence[Node] = ()

    @property
    def is_text(self) -> bool:
        return self.node["type"] == "text"

    @property
    def is_word(self) -> bool:
        return self.is_text and is_word(self.key)

    @property
    def is_blank(self) -> bool:
        return self.key.isspace() or self.key == "\0break"


def tokens_of(block: Node) -> list[Token]:
    """The tokens of a text block, marks and all."""
    tokens: list[Token] = []
    for is_text, nodes in groupby(content_of(block), _is_text):
        if is_text:
            tokens += _tokens_of_texts(list(nodes))
        else:
            tokens += [Token(_key_of(node), node) for node in nodes]
    return tokens


def _is_text(node: Node) -> bool:
    return node["type"] == "text"


def _key_of(node: Node) -> str:
    return f"\0gap {attributes_of(node).get('id', '')}" if node["type"] == "gap" else "\0break"


def _tokens_of_texts(texts: list[Node]) -> list[Token]:
    """The tokens of texts that stand next to each other; where the marks change parts no word."""
    if len(texts) == 1:
        return [Token(word, texts[0]) for word in split_words(texts[0]["text"])]
    tokens: list[Token] = []
    waiting = [(node, node["text"]) for node in reversed(texts)]
    for word in split_words("".join([node["text"] for node in texts])):
        parts: list[Node] = []
        left = word
        while left:
            node, text = waiting.pop()
            piece = text[: len(left)]
            left = left[len(piece) :]
            if len(piece) < len(text):
                waiting.append((node, text[len(piece) :]))
            if piece:
                parts.append({**node, "text": piece})
        tokens.append(in_parts(word, parts))
    return tokens


def in_parts(word: str, parts: Sequence[Node]) -> Token:
    """The token of a word that consists of these pieces of text."""
    alike = all(marks_of(part) == marks_of(parts[0]) for part in parts)
    return Token(word, parts[0], () if alike else parts)


def split_words(text: str) -> list[str]:
    """`"don't stop, 潮汐"` is `["don't", " ", "stop", ",", " ", "潮", "汐"]`.

    How a word is split never depends on the words beside it.
    """
    return (_ASCII_TOKEN if text.isascii() else _TOKEN).findall(text)


def is_word(token: str) -> bool:
    return bool(_WORD.match(token))


def _sort_of(grapheme: str) -> str:
    if grapheme.isspace():
        return "space"
    if _WORD.match(grapheme) and not _ALONE.match(grapheme):
        return "word"
    return "alone"


def needs_space(left: str, right: str) -> bool:
    """Whether two texts that come together would run into one word."""
    if not left or not right:
        return False
    return _sort_of(left[-1]) == "word" == _sort_of(right[0])


def inline_of(tokens: Iterable[Token]) -> list[Node]:
    """The nodes that hold these tokens, neighbours with the same marks joined."""
    content: list[Node] = []
    for like, group in groupby(_pieces(tokens), _joins):
        if like is None:
            content.extend(token.node for token in group)
        else:
            first = next(group)
            content.append({**first.node, "text": first.key + "".join([token.key for token in group])})
    return content


def _pieces(tokens: Iterable[Token]) -> Iterator[Token]:
    for token in tokens:
        if token.parts:
            yield from [Token(part["text"], part) for part in token.parts]
        elif token.key:
            yield token


def _joins(token: Token) -> Sequence[Mark] | None:
    """Texts with the same marks join, other nodes never."""
    return marks_of(token.node) if token.node["type"] == "text" else None


def marks_of(node: Node) -> Sequence[Mark]:
    return node.get("marks") or ()


def wording(tokens: Iterable[Token]) -> str:
    """The tokens as plain text."""
    return "".join(_spoken(token) for token in tokens)


def _spoken(token: Token) -> str:
    if token.is_text:
        return token.key
    return (attributes_of(token.node).get("answer") or "") if token.node["type"] == "gap" else "\n"
