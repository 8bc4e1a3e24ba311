"""A third maker of pages: prose in whole sentences and code in lines, edited as people edit those.

Sentences are taken out, put in, reworded, parted and joined at their ends; lines of code are put in, taken out, changed
and indented. Laws of their own: sentences never touch, no sign is left behind, every line of code is somebody's line.
"""

import copy
import random
import re
from collections.abc import Iterator
from itertools import pairwise
from typing import Any

from red_thread.core.merge import merge_page
from red_thread.core.page.nodes import is_text_block, plain_text, walk
from tests.properties.laws import check_laws

Node = dict[str, Any]
NOUNS = "sea tide limpet harbour moon ferry gull".split()
VERBS = "falls rises waits turns sleeps comes".split()
TOUCHING = re.compile(r"[a-z]{2}[.!?][A-Z][a-z]")
LEFT_BEHIND = re.compile(r"(?:^|\s)[.,!?;](?:\s|$)")


class Prose:
    """Makes and edits pages. Every new word is its own."""

    def __init__(self, seed: int) -> None:
        self.random = random.Random(seed)
        self.count = 0

    def three_pages(self) -> tuple[Node, Node, Node]:
        blocks = [self.code(k) if self.random.random() < 0.3 else self.paragraph(k) for k in range(3)]
        base = {"type": "doc", "attrs": {"title": "Page"}, "content": blocks}
        return base, self.edited(base, "m"), self.edited(base, "s")

    def sentence(self, hand: str = "b") -> str:
        self.count += 1
        words = ["The", self.random.choice(NOUNS), self.random.choice(VERBS), f"at {hand}{self.count}"]
        return " ".join(words) + self.random.choice("..!?")

    def paragraph(self, k: int) -> Node:
        return _paragraph(f"p{k}", [self.sentence() for _ in range(self.random.randint(1, 4))])

    def code(self, k: int) -> Node:
        return _code(f"c{k}", [self.line() for _ in range(self.random.randint(2, 5))])

    def line(self, hand: str = "b") -> str:
        self.count += 1
        return "    " * self.random.randint(0, 2) + f"{hand}{self.count} = {self.random.choice(NOUNS)}"

    def edited(self, page: Node, hand: str) -> Node:
        blocks = copy.deepcopy(page["content"])
        for _ in range(self.random.randint(1, 3)):
            at = self.random.randrange(len(blocks))
            blocks[at : at + 1] = self.edit(blocks[at], hand)
        return {**page, "content": blocks}

    def edit(self, block: Node, hand: str) -> list[Node]:
        """One edit of one block, which may part it."""
        name, is_code = block["attrs"]["id"], block["type"] == "codeBlock"
        if block["type"] == "table":
            return [block]
        units = plain_text(block).split("\n") if is_code else sentences(plain_text(block))
        new = self.line if is_code else self.sentence
        at, deed = self.random.randint(0, len(units)), self.random.random()
        if deed < 0.35:
            units[at:at] = [new(hand) for _ in range(self.random.randint(1, 2))]
        elif deed < 0.6 and len(units) > 1:
            del units[at % len(units)]
        elif deed < 0.8 and units:
            units[at % len(units)] = self.reworded(units[at % len(units)], hand)
        elif not is_code and deed < 0.9 and 0 < at < len(units):
            self.count += 1
            return [_paragraph(name, units[:at]), _paragraph(f"{hand}{self.count}", units[at:])]
        elif deed > 0.9:
            return [block, self.own(hand)]
        return [_code(name, units) if is_code else _paragraph(name, units)]

    def own(self, hand: str) -> Node:
        """A table with words, a recording or a picture in its cells: things that have no words in their text."""
        self.count += 1
        name = f"{hand}{self.count}"
        source = {"src": "/api/pictures/x", "alt": f"{name}a"}
        things = [
            _paragraph(f"{name}.p", [self.sentence(hand)]),
            {"type": "recording", "attrs": {"id": f"{name}.r", "medium": "sound", **source}},
            {"type": "image", "attrs": {"id": f"{name}.i", **source}},
        ]
        cells = [
            {"type": "tableCell", "attrs": {"id": f"{name}.c{k}"}, "content": [thing]}
            for k, thing in enumerate(things)
        ]
        row = {"type": "tableRow", "attrs": {"id": f"{name}.w"}, "content": cells}
        return {"type": "table", "attrs": {"id": name}, "content": [row]}

    def reworded(self, unit: str, hand: str) -> str:
        self.count += 1
        words = unit.split(" ")
        words[self.random.randrange(len(words) - 1)] = f"{hand}{self.count}"
        return " ".join(words)


def sentences(text: str) -> list[str]:
    return [sentence.strip() for sentence in re.findall(r"[^.!?]+[.!?]?", text.strip())]


def _paragraph(name: str, units: list[str]) -> Node:
    return _filled("paragraph", name, " ".join(units))


def _code(name: str, lines: list[str]) -> Node:
    return _filled("codeBlock", name, "\n".join(lines))


def _filled(kind: str, name: str, text: str) -> Node:
    content = {"content": [{"type": "text", "text": text}]} if text else {}
    return {"type": kind, "attrs": {"id": name}, **content}


def _texts(page: Node, kind: str) -> Iterator[str]:
    return (plain_text(node) for node in walk(page) if node["type"] == kind)


def check_prose(base: Node, master: Node, student: Node) -> None:
    """All laws, and: sentences do not touch, no sign is left behind, each line of code is somebody's.

    Raises AssertionError.
    """
    check_laws(base, master, student)
    page = merge_page(base, master, student).page
    before = [text for side in (base, master, student) for text in _texts(side, "paragraph")]
    for text in _texts(page, "paragraph"):
        for fault in (TOUCHING, LEFT_BEHIND):
            found = fault.search(text)
            assert not found or any(fault.search(one) for one in before), f"{found and found[0]!r} in {text!r}"
    lines = {
        line for side in (base, master, student) for text in _texts(side, "codeBlock") for line in text.split("\n")
    }
    for text in _texts(page, "codeBlock"):
        strange = [line for line in text.split("\n") if line and line not in lines]
        assert not strange, f"lines that nobody wrote: {strange}"
    _check_order(student, page)


def _check_order(student: Node, page: Node) -> None:
    """The student's own sentences stand in their order, in the blocks that are theirs and the teacher's."""
    written = [word for text in _texts(student, "paragraph") for word in re.findall(r"\bs\d+", text)]
    kept = {id(below) for node in walk(page) if node["type"] == "kept" for below in walk(node)}
    there = [
        word
        for node in walk(page)
        if is_text_block(node) and id(node) not in kept
        for word in re.findall(r"\bs\d+", plain_text(node))
    ]
    order = [written.index(word) for word in there if word in written]
    assert all(one < next_one for one, next_one in pairwise(order)), f"the student's words changed places: {there}"
