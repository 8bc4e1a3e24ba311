"""Pages, and what teachers and students do to them, for hypothesis."""

import copy
from collections.abc import Iterator
from typing import Any

from hypothesis import strategies as st

from red_thread.core.page.kinds import ALIGNS, KINDS, TONES, Content

WORDS = st.sampled_from(
    "sea tide rock six ten weed low high water crab gull dune e\u0301t\u00e9 潮 汐 แมว مد 👩‍👩‍👧 don't".split()
)
TEXT = st.lists(WORDS, max_size=6).map(" ".join)
MARK = st.sampled_from([{"type": "bold"}, {"type": "highlight"}, {"type": "link", "attrs": {"href": "/x"}}])
TEXTS = tuple(kind.name for kind in KINDS.values() if kind.content is Content.TEXT)
LEAVES = ("paragraph", "paragraph", *TEXTS, "image", "horizontalRule")
CONTAINERS = (
    "callout bulletList bulletList orderedList taskList taskList space space choice table table blockquote".split()
)
DEEDS = "word word word mark answer new new out move wrap unwrap tick title item-new item-out item-move column retype look".split()


def paragraph(block_id: str, text: str) -> dict[str, Any]:
    node: dict[str, Any] = {"type": "paragraph", "attrs": {"id": block_id}}
    return {**node, "content": [{"type": "text", "text": text}]} if text else node


@st.composite
def blocks(draw: st.DrawFn, prefix: str, depth: int = 2) -> dict[str, Any]:
    """One block; containers hold more of them."""
    kind = draw(st.sampled_from([*LEAVES, *(CONTAINERS if depth else ())]))
    if kind in LEAVES:
        return _leaf(draw, kind, prefix)
    if kind in ("callout", "blockquote"):
        return {"type": kind, "attrs": {"id": prefix}, "content": draw(_several(prefix, depth - 1))}
    if kind in ("bulletList", "orderedList", "taskList"):
        item = "taskItem" if kind == "taskList" else "listItem"
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


def _leaf(draw: st.DrawFn, kind: str, block_id: str) -> dict[str, Any]:
    if kind == "image":
        return {"type": kind, "attrs": {"id": block_id, "src": "/api/pictures/x", "alt": draw(TEXT)}}
    if kind == "horizontalRule":
        return {"type": kind, "attrs": {"id": block_id}}
    node = {**paragraph(block_id, draw(TEXT)), "type": kind}
    if kind == "heading":
        node["attrs"]["level"] = draw(st.sampled_from([1, 2]))
    if kind == "paragraph" and draw(st.integers(0, 3)) == 0:
        gap = {"type": "gap", "attrs": {"id": f"{block_id}.g", "answer": ""}}
        marked = {"type": "text", "text": f" {draw(WORDS)}", "marks": [draw(MARK)]}
        node["content"] = [*node.get("content", []), gap, draw(st.sampled_from([marked, {"type": "hardBreak"}]))]
    return node


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


HOLDERS = ("callout", "blockquote", "listItem", "taskItem", "tableCell", "option")
ITEMS = {"bulletList": "listItem", "orderedList": "listItem", "taskList": "taskItem", "table": "tableRow"}


def holders(page: dict[str, Any]) -> list[list[dict[str, Any]]]:
    """Every list of blocks of a page that blocks may be put into."""
    return [page.setdefault("content", []), *(node["content"] for node in _all(page) if _holds_blocks(node))]


def _holds_blocks(node: dict[str, Any]) -> bool:
    return node["type"] in HOLDERS or (node["type"] == "space" and node["attrs"]["kind"] != "choice")


def _item_lists(page: dict[str, Any]) -> list[tuple[str, list[dict[str, Any]]]]:
    """Every list of items, rows or options, with the kind that it holds."""
    found = [(ITEMS[node["type"]], node["content"]) for node in _all(page) if node["type"] in ITEMS]
    choices = [node for node in _all(page) if node["type"] == "space" and node["attrs"]["kind"] == "choice"]
    return found + [("option", node["content"]) for node in choices]


def _all(node: dict[str, Any]) -> Iterator[dict[str, Any]]:
    for child in node.get("content", []):
        yield child
        yield from _all(child)


def text_blocks(page: dict[str, Any]) -> list[dict[str, Any]]:
    return [node for node in _all(page) if node["type"] in TEXTS]


@st.composite
def edited(draw: st.DrawFn, page: dict[str, Any], hand: str) -> dict[str, Any]:
    """The page after some edits by one hand: words, blocks and items in, out, moved or wrapped, ticks, kinds."""
    page = copy.deepcopy(page)
    for n in range(draw(st.integers(0, 4))):
        _edit(draw, page, draw(st.sampled_from(DEEDS)), f"{hand}{n}")
    return page


def _edit(draw: st.DrawFn, page: dict[str, Any], what: str, name: str) -> None:
    deeds = {
        "title": _retitle,
        "word": _reword,
        "mark": _mark,
        "tick": _tick,
        "answer": _answer,
        "retype": _retype,
        "look": _look,
        "column": _edit_columns,
    }
    if what in deeds:
        deeds[what](draw, page, name)
    elif what.startswith("item"):
        _edit_items(draw, page, what, name)
    else:
        _edit_blocks(draw, page, what, name)


def _retitle(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    page["attrs"]["title"] = draw(st.sampled_from([f"Title {name}", "Page"]))


def _tick(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    for node in _all(page):
        if node["type"] in ("taskItem", "option"):
            node["attrs"]["checked" if node["type"] == "taskItem" else "picked"] = draw(st.booleans())


@st.composite
def marked(draw: st.DrawFn, page: dict[str, Any]) -> None:
    """Marks a page, in place."""
    _mark(draw, page, "")


def _mark(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    """Marks the beginning of a few blocks, maybe in the middle of a word."""
    for block in [block for block in text_blocks(page) if block.get("content", [{}])[0].get("type") == "text"][:2]:
        first, *rest = block["content"]
        cut = draw(st.integers(1, len(first["text"])))
        marks = draw(st.lists(MARK, max_size=2, unique_by=lambda mark: mark["type"]))
        pieces = [{**first, "text": first["text"][:cut], "marks": marks}, {**first, "text": first["text"][cut:]}]
        block["content"] = [*(piece for piece in pieces if piece["text"]), *rest]


def _answer(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    """Fills a gap, names a picture, puts a pin in a space."""
    for n, node in enumerate([node for node in _all(page) if node["type"] in ("gap", "image", "space")]):
        if draw(st.booleans()):
            continue
        if node["type"] == "gap":
            node["attrs"]["answer"] = f"{name}g{n}"
        elif node["type"] == "image":
            node["attrs"]["alt"] = f"{name}i{n}"
        else:
            node["attrs"]["pins"] = [{"x": n, "y": 1}]


def _edit_blocks(draw: st.DrawFn, page: dict[str, Any], what: str, name: str) -> None:
    place = draw(st.sampled_from(holders(page)))
    if what == "new":
        place.insert(draw(st.integers(0, len(place))), paragraph(name, f"{name}w {draw(TEXT)}"))
    elif what == "wrap" and place:
        at = draw(st.integers(0, len(place) - 1))
        place[at] = {"type": "callout", "attrs": {"id": name}, "content": [place[at]]}
    elif what == "unwrap":
        for at in [k for k, node in enumerate(place) if node["type"] in ("callout", "blockquote")][:1]:
            place[at : at + 1] = place[at]["content"]
    elif len(place) > (0 if place is page["content"] else 1):
        taken = place.pop(draw(st.integers(0, len(place) - 1)))
        if what == "move":
            goal = draw(st.sampled_from(holders(page)))
            goal.insert(draw(st.integers(0, len(goal))), taken)


def _edit_items(draw: st.DrawFn, page: dict[str, Any], what: str, name: str) -> None:
    lists = _item_lists(page)
    if not lists:
        return
    kind, items = draw(st.sampled_from(lists))
    if what == "item-new":
        items.insert(draw(st.integers(0, len(items))), _item(kind, name, len(items[0]["content"])))
    elif len(items) > 1:
        taken = items.pop(draw(st.integers(0, len(items) - 1)))
        if what == "item-move":
            goal = (
                items if kind in ("tableRow", "option") else draw(st.sampled_from([i for k, i in lists if k == kind]))
            )
            goal.insert(draw(st.integers(0, len(goal))), taken)


def _item(kind: str, name: str, width: int) -> dict[str, Any]:
    if kind == "tableRow":
        cells = [_cell(f"{name}c{n}", f"{name}w{n}") for n in range(width)]
        return {"type": kind, "attrs": {"id": name}, "content": cells}
    return {"type": kind, "attrs": {"id": name}, "content": [paragraph(f"{name}.p", f"{name}w")]}


def _cell(name: str, words: str) -> dict[str, Any]:
    return {"type": "tableCell", "attrs": {"id": name}, "content": [paragraph(f"{name}.p", words)]}


def _edit_columns(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    for table in [node for node in _all(page) if node["type"] == "table"][:1]:
        width = len(table["content"][0]["content"])
        at = draw(st.integers(0, width))
        for n, row in enumerate(table["content"]):
            if at == width or width == 1:
                row["content"].insert(at, _cell(f"{name}k{n}", f"{name}w"))
            else:
                del row["content"][at]


def _retype(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    for space in [node for node in _all(page) if node["type"] == "space"][:1]:
        kind = draw(st.sampled_from(["lines", "number", "choice"]))
        if (kind == "choice") != (space["attrs"]["kind"] == "choice"):
            made = paragraph(f"{name}.p", "")
            space["content"] = [made if kind != "choice" else _item("option", name, 1)]
        space["attrs"]["kind"] = kind


def _look(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    """Words stand elsewhere, a framed note is of another tone."""
    for node in [node for node in _all(page) if node["type"] in ("paragraph", "heading", "callout")][:2]:
        attribute, values = ("tone", TONES) if node["type"] == "callout" else ("align", ALIGNS)
        node["attrs"][attribute] = draw(st.sampled_from([None, *values]))


def _reword(draw: st.DrawFn, page: dict[str, Any], name: str) -> None:
    if not (targets := text_blocks(page)):
        return
    node = draw(st.sampled_from(targets))
    words = "".join(child.get("text", "") for child in node.get("content", [])).split()
    at = draw(st.integers(0, len(words)))
    words[at : at + draw(st.integers(0, 2))] = draw(st.sampled_from([[], [f"{name}x"], [f"{name}y", "sea"]]))
    text = " ".join(words)
    node.pop("content", None)
    if text:
        node["content"] = [{"type": "text", "text": text}]


@st.composite
def three_pages(draw: st.DrawFn) -> tuple[dict[str, Any], dict[str, Any], dict[str, Any]]:
    """Base, and what a teacher and a student each made of it."""
    base = draw(PAGES)
    return base, draw(edited(base, "m")), draw(edited(base, "s"))
