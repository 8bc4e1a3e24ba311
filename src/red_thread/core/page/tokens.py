"""The words of a text block: words, breaks and punctuation, never less than a grapheme, with the blanks behind them.

Word boundaries follow Unicode's extended grapheme clusters (UAX #29) for what may not be split; scripts
that are written without spaces go grapheme by grapheme. A number as written is one word, with its sign, its
points and what it counts in: `2.5`, `-3`, `13,99`, `8:40`, `2026-11-26`, `£4`, `20%`.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby
from typing import Any

import regex

from red_thread.core.page.kinds import GAP, KINDS, TEXT, Unit
from red_thread.core.page.nodes import Node, attributes_of, content_of

_UNSPACED = r"[\p{Han}\p{Hiragana}\p{Katakana}\p{Thai}\p{Lao}\p{Khmer}\p{Myanmar}]"
_IN_WORD = r"[\p{L}\p{N}\p{M}_]"
_WORD = regex.compile(_IN_WORD)
_SAYS = regex.compile(r"[\p{L}\p{N}\p{M}\p{So}\p{Sm}\p{Sc}_]")
_ALONE = regex.compile(_UNSPACED)
_LETTERS = rf"(?:(?={_IN_WORD})(?!{_UNSPACED})\X)+"
_SIGN = r"(?:[-−+]?\p{Sc}?(?=\p{Nd}))?"
_WITHIN = r"(?:['’]|(?<=\p{Nd})[.,:/\-\u00a0\u202f](?=\p{Nd}))"
_COUNTED_IN = r"(?:(?<=\p{Nd})[\p{Sc}%‰°])?"
_TOKEN = regex.compile(rf"{_SIGN}{_LETTERS}(?:{_WITHIN}{_LETTERS})*{_COUNTED_IN}|(?:(?=\s)\X(?<=\s))+|\X")
# The same for text without anything that clusters, three times as fast.
_ASCII_TOKEN = regex.compile(
    r"(?:[-+]?\$?(?=[0-9]))?[A-Za-z0-9_]+"
    r"(?:(?:'|(?<=[0-9])[.,:/-](?=[0-9]))[A-Za-z0-9_]+)*"
    r"(?:(?<=[0-9])[$%])?"
    r"|\r\n|\s+|.",
    regex.DOTALL,
)

Mark = dict[str, Any]
Blank = tuple[Node, ...]


@dataclass(slots=True)
class Token:
    """A word, a mark of punctuation, a line break or a gap, with the blank behind it.

    `key` is what it is compared by; `node` carries the marks, and the whole of a break or a gap. `parts`: the pieces
    of a word whose marks change inside it; it is one word all the same. `behind`: the texts of the blank. `glued`:
    no blank stands before it. A blank with which a block begins is a token by itself. Nobody changes a token; it is
    not frozen because a merge makes thousands, and a frozen one takes three times as long to make.
    """

    key: str
    node: Node
    parts: Sequence[Node] = ()
    behind: Blank = ()
    glued: bool = False

    @property
    def is_text(self) -> bool:
        """Whether it is a piece of text rather than another node."""
        return self.node["type"] == TEXT

    @property
    def is_word(self) -> bool:
        """Whether it is a word."""
        return self.is_text and is_word(self.key)

    @property
    def is_blank(self) -> bool:
        """Whether it is nothing but white space."""
        return not self.key or self.key.isspace() or self.key == "\0break"


def tokens_of(block: Node) -> list[Token]:
    """The tokens of a text block, marks and all; of what is no running text its lines, or all of it as one."""
    unit = KINDS[block["type"]].unit
    if unit is not Unit.WORD:
        return _whole_units(block, by_line=unit is Unit.LINE)
    tokens: list[Token] = []
    for is_text, nodes in groupby(content_of(block), _is_text):
        if is_text:
            _add_texts(tokens, list(nodes))
        else:
            tokens += [Token(_key_of(node), node) for node in nodes]
    return tokens


def _whole_units(block: Node, by_line: bool) -> list[Token]:
    """Lines with the break behind each, or all as one; nothing in such a block has marks."""
    text = "".join([node["text"] for node in content_of(block) if _is_text(node)])
    if not text:
        return []
    lines = text.split("\n") if by_line else [text]
    tokens = [Token(line, {"type": TEXT, "text": line}, (), LINE_BREAK) for line in lines[:-1]]
    last = lines[-1]
    return [*tokens, Token(last, {"type": TEXT, "text": last})] if last or not tokens else tokens


def _is_text(node: Node) -> bool:
    return node["type"] == TEXT


def _key_of(node: Node) -> str:
    return f"\0gap {attributes_of(node).get('id', '')}" if node["type"] == GAP else "\0break"


def _add_texts(tokens: list[Token], texts: list[Node]) -> None:
    """Adds the tokens of texts that stand next to each other; where the marks change parts no word."""
    if len(texts) == 1:
        _add_text(tokens, texts[0])
        return
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
        if tokens and word.isspace() and not tokens[-1].behind:
            tokens[-1].behind = tuple(parts)
        else:
            token = in_parts(word, parts)
            token.glued = bool(tokens) and not tokens[-1].behind
            tokens.append(token)


def _add_text(tokens: list[Token], text: Node) -> None:
    bare = len(text) == 2
    for word in split_words(text["text"]):
        if tokens and word.isspace() and not tokens[-1].behind:
            tokens[-1].behind = (_SPACE if bare and word == " " else {**text, "text": word},)
        else:
            tokens.append(Token(word, text, (), (), bool(tokens) and not tokens[-1].behind))


_SPACE: Node = {"type": TEXT, "text": " "}
ONE_BLANK: Blank = (_SPACE,)
LINE_BREAK: Blank = ({"type": TEXT, "text": "\n"},)


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
    """Whether it says something: a word, a number, a sign such as an emoji, but no punctuation."""
    return bool(_SAYS.search(token))


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
        yield from [Token(part["text"], part) for part in token.behind]


def _joins(token: Token) -> Sequence[Mark] | None:
    """Texts with the same marks join, other nodes never."""
    return marks_of(token.node) if token.node["type"] == TEXT else None


def marks_of(node: Node) -> Sequence[Mark]:
    """The marks of a text; empty if it has none."""
    return node.get("marks") or ()


def wording(tokens: Iterable[Token]) -> str:
    """The tokens as plain text."""
    return "".join(_spoken(token) + blank_text(token.behind) for token in tokens)


def blank_text(behind: Blank) -> str:
    """White space as plain text."""
    return "".join([node["text"] for node in behind])


def _spoken(token: Token) -> str:
    if token.is_text:
        return token.key
    return (attributes_of(token.node).get("answer") or "") if token.node["type"] == GAP else "\n"
