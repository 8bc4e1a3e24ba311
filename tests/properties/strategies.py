"""Pages, and what teachers and students do to them, for hypothesis."""

import copy
from typing import Any

from hypothesis import strategies as st

WORDS = st.sampled_from(
    "sea tide rock six ten weed low high water crab gull dune e\u0301t\u00e9 潮 汐 แมว مد 👩‍👩‍👧 don't".split()
)
TEXT = st.lists(WORDS, max_size=6).map(" ".join)
NEW = st.integers(0, 10**9)


def paragraph(block_id: str, text: str) -> dict[str, Any]:
    node: dict[str, Any] = {"type": "paragraph", "attrs": {"id": block_id}}
    return {**node, "content": [{"type": "text", "text": text}]} if text else node


@st.composite
def blocks(draw: st.DrawFn, prefix: str, depth: int = 2) -> dict[str, Any]:
    """One block; containers hold more of them."""
    kinds = ["paragraph", "paragraph", "heading"] + (
        ["callout", "bulletList", "taskList", "space", "choice", "table", "blockquote"] if depth else []
    )
    kind = draw(st.sampled_from(kinds))
    if kind in ("paragraph", "heading"):
        node = paragraph(prefix, draw(TEXT))
        return {**node, "type": kind, "attrs": {**node["attrs"], **({"level": 2} if kind == "heading" else {})}}
    if kind in ("callout", "blockquote"):
        return {"type": kind, "attrs": {"id": prefix}, "content": draw(_several(prefix, depth - 1))}
    if kind in ("bulletList", "taskList"):
        item = "listItem" if kind == "bulletList" else "taskItem"
        return {
            "type": kind,
            "attrs": {"id": prefix},
            "content": [
                {
                    "type": item,
                    "attrs": {"id": f"{prefix}.{n}"},
                    "content": [paragraph(f"{prefix}.{n}.p", draw(TEXT))],
                }
                for n in range(draw(st.integers(1, 3)))
            ],
        }
    if kind == "space":
        return {
            "type": "space",
            "attrs": {"id": prefix, "prompt": draw(TEXT), "kind": "lines"},
            "content": [paragraph(f"{prefix}.p", draw(TEXT))],
        }
    if kind == "choice":
        return {
            "type": "space",
            "attrs": {"id": prefix, "prompt": "", "kind": "choice"},
            "content": [
                {
                    "type": "option",
                    "attrs": {"id": f"{prefix}.{n}", "picked": False},
                    "content": [paragraph(f"{prefix}.{n}.p", draw(TEXT))],
                }
                for n in range(2)
            ],
        }
    return _table(prefix, draw(st.integers(1, 3)), draw(st.integers(1, 3)), lambda: draw(TEXT))


def _table(prefix: str, rows: int, columns: int, text: Any) -> dict[str, Any]:
    return {
        "type": "table",
        "attrs": {"id": prefix},
        "content": [
            {
                "type": "tableRow",
                "attrs": {"id": f"{prefix}.r{r}"},
                "content": [
                    {
                        "type": "tableCell",
                        "attrs": {"id": f"{prefix}.r{r}c{c}"},
                        "content": [paragraph(f"{prefix}.r{r}c{c}.p", text())],
                    }
                    for c in range(columns)
                ],
            }
            for r in range(rows)
        ],
    }


def _several(prefix: str, depth: int) -> st.SearchStrategy[list[dict[str, Any]]]:
    return st.integers(1, 3).flatmap(
        lambda n: st.tuples(*[blocks(f"{prefix}.{k}", depth) for k in range(n)]).map(list)
    )


PAGES = st.integers(0, 5).flatmap(
    lambda n: st.tuples(*[blocks(f"b{k}") for k in range(n)]).map(
        lambda made: {"type": "doc", "attrs": {"title": "Page"}, "content": list(made)}
    )
)


def holders(page: dict[str, Any]) -> list[list[dict[str, Any]]]:
    """Every list of blocks of a page that blocks may be put into."""
    found = [page.setdefault("content", [])]
    for node in list(found[0]):
        found += _inner(node)
    return found


def _inner(node: dict[str, Any]) -> list[list[dict[str, Any]]]:
    content = node.get("content", [])
    mine = [content] if node["type"] in ("callout", "blockquote", "listItem", "taskItem", "tableCell") else []
    return mine + [deeper for child in content if isinstance(child, dict) for deeper in _inner(child)]


def text_blocks(page: dict[str, Any]) -> list[dict[str, Any]]:
    found = []
    waiting = list(page.get("content", []))
    while waiting:
        node = waiting.pop(0)
        if node["type"] in ("paragraph", "heading"):
            found.append(node)
        waiting.extend(child for child in node.get("content", []) if child["type"] not in ("text",))
    return found


@st.composite
def edited(draw: st.DrawFn, page: dict[str, Any], hand: str) -> dict[str, Any]:
    """The page after some edits by one hand: words, new blocks, blocks taken out, moves, ticks."""
    page = copy.deepcopy(page)
    for n in range(draw(st.integers(0, 4))):
        what = draw(st.sampled_from(["word", "word", "new", "out", "move", "tick", "title"]))
        _edit(draw, page, what, f"{hand}{n}")
    return page


def _edit(draw: st.DrawFn, page: dict[str, Any], what: str, name: str) -> None:
    places = holders(page)
    place = draw(st.sampled_from(places))
    if what == "title":
        page["attrs"]["title"] = draw(st.sampled_from([f"Title {name}", "Page"]))
    elif what == "word":
        targets = text_blocks(page)
        if targets:
            _reword(draw, draw(st.sampled_from(targets)), name)
    elif what == "new":
        place.insert(draw(st.integers(0, len(place))), paragraph(name, f"{name}w {draw(TEXT)}"))
    elif what == "tick":
        for node in _of_kind(page, "taskItem"):
            node["attrs"]["checked"] = draw(st.booleans())
        for node in _of_kind(page, "option"):
            node["attrs"]["picked"] = draw(st.booleans())
    elif len(place) > (0 if place is places[0] else 1):
        taken = place.pop(draw(st.integers(0, len(place) - 1)))
        if what == "move":
            goal = draw(st.sampled_from(holders(page)))
            goal.insert(draw(st.integers(0, len(goal))), taken)


def _reword(draw: st.DrawFn, node: dict[str, Any], name: str) -> None:
    words = "".join(child.get("text", "") for child in node.get("content", [])).split()
    at = draw(st.integers(0, len(words)))
    words[at : at + draw(st.integers(0, 2))] = draw(st.sampled_from([[], [f"{name}x"], [f"{name}y", "sea"]]))
    text = " ".join(words)
    node.pop("content", None)
    if text:
        node["content"] = [{"type": "text", "text": text}]


def _of_kind(node: dict[str, Any], kind: str) -> list[dict[str, Any]]:
    mine = [node] if node["type"] == kind else []
    return mine + [deeper for child in node.get("content", []) for deeper in _of_kind(child, kind)]


@st.composite
def three_pages(draw: st.DrawFn) -> tuple[dict[str, Any], dict[str, Any], dict[str, Any]]:
    """Base, and what a teacher and a student each made of it."""
    base = draw(PAGES)
    return base, draw(edited(base, "m")), draw(edited(base, "s"))
