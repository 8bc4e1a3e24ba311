"""Files: a small one that comes in, beside 50 ms; pages that are hard to print, beside the limit of work."""

import io
import time
from statistics import median

from PIL import Image

from bench.figures import Figure, in_turn, sized
from red_thread.core.page.nodes import Node
from red_thread.formats.as_pdf import write_pdf
from red_thread.formats.pictures import clean_picture
from red_thread.formats.printed import Print, PrintedPage
from red_thread.formats.problems import Unreadable
from red_thread.reading.limits import SECONDS_TO_MAKE, made_within_limits, wake, within_limits

RUNS = sized(15, 1)
SMALL_FILE = 50.0  # milliseconds in which a small file is read


def paragraph(block: str, *texts: Node) -> Node:
    return {"type": "paragraph", "attrs": {"id": block}, "content": list(texts)}


def bold_by_turns(block: str) -> Node:
    kinds = ("bold", "italic")
    return paragraph(block, *({"type": "text", "text": "ab ", "marks": [{"type": kinds[k % 2]}]} for k in range(100)))


def space(block: str) -> Node:
    prompt = {"id": block, "prompt": "Why?", "kind": "lines"}
    return {"type": "space", "attrs": prompt, "content": [paragraph(f"{block}a", {"type": "text", "text": "x"})]}


def cell(block: str) -> Node:
    inner = [paragraph(f"{block}p", {"type": "text", "text": "1"})]
    return {"type": "tableCell", "attrs": {"id": block}, "content": inner}


def table(rows: int, columns: int) -> Node:
    cells = [[cell(f"{r}.{c}") for c in range(columns)] for r in range(rows)]
    lines = [{"type": "tableRow", "attrs": {"id": f"r{r}"}, "content": row} for r, row in enumerate(cells)]
    return {"type": "table", "attrs": {"id": "t"}, "content": lines}


HOSTILE: dict[str, list[Node]] = {
    "10,000 marks": [bold_by_turns(f"b{k}") for k in range(sized(100, 2))],
    "6,000 places to answer": [space(f"s{k}") for k in range(sized(6000, 5))],
    "a table of 110 by 60": [table(sized(110, 3), sized(60, 3))],
    "a paragraph of 180,000 words": [paragraph("long", {"type": "text", "text": "word " * sized(180_000, 50)})],
}


def printed(blocks: list[Node]) -> Print:
    page: Node = {"type": "doc", "attrs": {"title": "Page"}, "content": blocks}
    return Print("Page", [PrintedPage(("Section",), page)])


async def measure() -> list[Figure]:
    wake()
    return [await _small_file(), *[await _hostile(name, blocks) for name, blocks in HOSTILE.items()]]


async def _small_file() -> Figure:
    made = io.BytesIO()
    Image.new("RGB", (8, 8)).save(made, "PNG")

    async def ours(_: int) -> None:
        await within_limits("p.png", clean_picture, "p.png", made.getvalue())

    async def bare(_: int) -> None:
        clean_picture("p.png", made.getvalue())

    read, _ = await in_turn(ours, bare, RUNS)
    return Figure("a small picture, read in a process of its own", read, SMALL_FILE, "ms", 1)


async def _hostile(name: str, blocks: list[Node]) -> Figure:
    """Beside the seconds of work that a print may take; one that meets the limit is refused with a sentence."""
    seconds: list[float] = []
    for _ in range(1):
        began = time.perf_counter()
        try:
            await made_within_limits(name, write_pdf, printed(blocks))
        except Unreadable as refused:
            name = f"{name} (refused: {refused})"
        seconds.append(time.perf_counter() - began)
    return Figure(f"print {name}", median(seconds), SECONDS_TO_MAKE, "s", 1)
