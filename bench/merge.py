"""A merge, JSON in and JSON out, beside the least that must be done; its growth; its worst cases."""

import gc
import random
import subprocess
import tempfile
import time
from collections.abc import Callable, Iterable
from difflib import SequenceMatcher
from pathlib import Path
from statistics import median
from typing import Any

import orjson
from merge3 import Merge3
from pycrdt import Doc, Text

from bench.figures import Figure
from red_thread.core.merge import merge_page
from red_thread.core.page.nodes import walk

Page = dict[str, Any]
Three = tuple[bytes, bytes, bytes]
SIZES = ((5, 12.0, 400), (50, 4.0, 120), (500, 3.0, 15))
WORDS = "sea tide rock weed low high water crab gull dune shell sand ebb flood spring neap moon".split()


async def measure() -> list[Figure]:
    # Where a full collection of all that is loaded falls would otherwise decide a figure; the worker does the same.
    gc.collect()
    gc.freeze()
    figures = [_beside_the_floor(blocks, goal, runs) for blocks, goal, runs in SIZES]
    figures += [_beside_git(), _beside_merge3(), _beside_pycrdt()]
    figures += [_growth(500, 5000), *_worst_cases()]
    return figures


def paragraph(block_id: str, words: list[str]) -> Page:
    return {"type": "paragraph", "attrs": {"id": block_id}, "content": [{"type": "text", "text": " ".join(words)}]}


def three(blocks: int, words_each: int = 40) -> Three:
    """A page of so many words a block, and what two hands made of it: words changed, a block new."""
    chance = random.Random(blocks)
    base = [chance.choices(WORDS, k=words_each) for _ in range(blocks)]
    sides = []
    for name in ("master", "student"):
        words = [list(line) for line in base]
        for _ in range(2):
            words[chance.randrange(blocks)][chance.randrange(words_each)] = f"{name}{chance.randrange(99)}"
        page = [paragraph(f"b{k}", line) for k, line in enumerate(words)]
        page.insert(chance.randrange(blocks), paragraph(f"{name}-new", [name, "was", "here"]))
        sides.append(page)
    pages = [[paragraph(f"b{k}", line) for k, line in enumerate(base)], *sides]
    made = [orjson.dumps({"type": "doc", "attrs": {"title": "Page"}, "content": page}) for page in pages]
    return made[0], made[1], made[2]


def ours(pages: Three) -> bytes:
    return orjson.dumps(merge_page(*map(orjson.loads, pages)).as_json())


def floor(pages: Three) -> bytes:
    """Parse three, walk over each once, write one."""
    read = [orjson.loads(page) for page in pages]
    for page in read:
        for _ in walk(page):
            pass
    return orjson.dumps(read[1])


def taken(step: Callable[[], Any]) -> float:
    began = time.perf_counter()
    step()
    return (time.perf_counter() - began) * 1000


def in_turn(one: Callable[[], Any], other: Callable[[], Any], runs: int) -> tuple[float, float]:
    times = [(taken(one), taken(other)) for _ in range(runs + 1)][1:]
    return median(a for a, _ in times), median(b for _, b in times)


def _beside_the_floor(blocks: int, goal: float, runs: int) -> Figure:
    pages = three(blocks)
    mine, least = in_turn(lambda: ours(pages), lambda: floor(pages), runs)
    return Figure(f"merge of {blocks} blocks, beside parsing, walking, writing", mine, least, "ms", goal)


def words_of(page: bytes) -> list[str]:
    return [word for n in walk(orjson.loads(page)) if n["type"] == "text" for word in n["text"].split()]


def _beside_git() -> Figure:
    pages = three(50)
    with tempfile.TemporaryDirectory() as folder:
        names = []
        for name, page in zip(("base", "master", "student"), pages, strict=True):
            (Path(folder) / name).write_text("\n".join(words_of(page)) + "\n")
            names.append(str(Path(folder) / name))
        base, master, student = names
        command = ["git", "merge-file", "-p", master, base, student]
        mine, theirs = in_turn(
            lambda: ours(pages), lambda: subprocess.run(command, capture_output=True, check=False), 30
        )
    return Figure("merge of 50 blocks, beside a git merge-file process", mine, theirs, "ms", 0.5)


def _beside_merge3() -> Figure:
    """Only the words of the page, without blocks, order or marks."""
    pages = three(50)
    base, master, student = map(words_of, pages)
    mine, theirs = in_turn(lambda: ours(pages), lambda: list(Merge3(base, master, student).merge_lines()), 30)
    return Figure("merge of 50 blocks, beside merge3 on its words", mine, theirs, "ms", None)


def _beside_pycrdt() -> Figure:
    """A shared text that knows every keystroke: loaded, both updates applied, encoded."""
    pages = three(50)
    base, *sides = (" ".join(words_of(page)) for page in pages)
    began = Doc({"text": Text(base)})
    state, updates = began.get_update(), []
    for side in sides:
        doc = Doc({"text": Text()})
        doc.apply_update(state)
        text, known = doc["text"], doc.get_state()
        for tag, a, b, c, d in SequenceMatcher(None, base, side, autojunk=False).get_opcodes()[::-1]:
            if tag != "equal":
                text[a:b] = side[c:d]
        updates.append(doc.get_update(known))

    def theirs() -> bytes:
        doc = Doc({"text": Text()})
        for update in (state, *updates):
            doc.apply_update(update)
        return doc.get_update()

    return Figure(
        "merge of 50 blocks, beside pycrdt on its text", *in_turn(lambda: ours(pages), theirs, 30), "ms", None
    )


def _growth(small: int, large: int) -> Figure:
    """How much more a merge costs than the floor, at two sizes: parsing itself grows with what the collector sees."""
    few, many = three(small, 20), three(large, 20)
    less, least_few = in_turn(lambda: ours(few), lambda: floor(few), 30)
    more, least_many = in_turn(lambda: ours(many), lambda: floor(many), 5)
    name = f"times the floor at {large} blocks, beside {small} blocks"
    return Figure(name, more / least_many, less / least_few, "x", 1.3)


def _worst_cases() -> list[Figure]:
    second = 1000.0
    return [
        Figure(f"worst: {name}, beside a second", taken(lambda pages=pages: ours(pages)), second, "ms", 1.0)
        for name, pages in (
            ("2,000 blocks that read alike", _alike(2000)),
            ("20,000 words rewritten by both", _rewritten(20_000)),
            ("500 moves on each side", _moved(1000, 500)),
            ("a table of 100 x 20 half taken out, 1,000 conflicts", _half_taken_out(100, 20)),
            ("50,000 signs of a script without blanks", _unspaced(50_000)),
        )
    ]


def _written(*pages: list[Page]) -> Three:
    made = [orjson.dumps({"type": "doc", "attrs": {"title": "Page"}, "content": page}) for page in pages]
    return made[0], made[1], made[2]


def _alike(blocks: int) -> Three:
    page = [paragraph(f"b{k}", ["the", "same", "words"]) for k in range(blocks)]
    other = [paragraph(f"b{k}", ["the", "same", "words", "again"][: 3 + k % 2]) for k in range(0, blocks, 2)]
    return _written(page, other, [*page[1:], paragraph("own", ["the", "same", "words"])])


def _rewritten(words: int) -> Three:
    chance = random.Random(words)
    return _written(*([paragraph("a", chance.choices(WORDS, k=words))] for _ in range(3)))


def _half_taken_out(rows: int, columns: int) -> Three:
    def table(numbers: Iterable[int], more: str = "") -> list[Page]:
        def cell(row: int, column: int) -> Page:
            inner = paragraph(f"p{row}.{column}", ["cell", str(row), str(column), *more.split()])
            return {"type": "tableCell", "attrs": {"id": f"c{row}.{column}"}, "content": [inner]}

        made = [
            {"type": "tableRow", "attrs": {"id": f"r{row}"}, "content": [cell(row, k) for k in range(columns)]}
            for row in numbers
        ]
        return [{"type": "table", "attrs": {"id": "t"}, "content": made}]

    return _written(table(range(rows)), table(range(0, rows, 2)), table(range(rows), "and mine"))


def _unspaced(signs: int) -> Three:
    chance = random.Random(signs)
    base = [chr(0x4E00 + chance.randrange(3000)) for _ in range(signs)]

    def edited() -> str:
        made = list(base)
        for _ in range(signs // 10):
            made[chance.randrange(signs)] = chr(0x4E00 + chance.randrange(3000))
        return "".join(made)

    return _written(*([paragraph("a", [words])] for words in ("".join(base), edited(), edited())))


def _moved(blocks: int, moves: int) -> Three:
    chance = random.Random(blocks)
    page = [paragraph(f"b{k}", chance.choices(WORDS, k=40)) for k in range(blocks)]
    sides = [list(page), list(page)]
    for side in sides:
        for _ in range(moves):
            side.insert(chance.randrange(blocks - 1), side.pop(chance.randrange(blocks)))
    return _written(page, *sides)
