"""A second maker of pages, by other means than hypothesis: fast, and as wild as editors and hands are.

It lifts, joins and parts blocks and items, moves anything anywhere it may stand, changes kinds under the same id and by
new ids, draws, pins, spans cells, moves gaps, and writes whole sentences anew.
"""

import copy
import random
from typing import Any

from red_thread.core.page.check import holds
from red_thread.core.page.kinds import KINDS, Content

Node = dict[str, Any]
WORDS = "sea tide rock six ten weed low high water crab gull dune 2.5 13,99 8:40 été 潮 汐 แมว مد 👩‍👩‍👧 don't The It".split()
TEXT = tuple(kind.name for kind in KINDS.values() if kind.content is Content.TEXT)
BARE = frozenset(name for name in TEXT if KINDS[name].holds == {"text"})
LISTS = {"bulletList": "listItem", "orderedList": "listItem", "taskList": "taskItem"}


class Wild:
    """Makes and changes pages. Every id and every new word is its own."""

    def __init__(self, seed: int) -> None:
        self.random = random.Random(seed)
        self.count = 0

    def three_pages(self) -> tuple[Node, Node, Node]:
        base = {
            "type": "doc",
            "attrs": {"title": "Page"},
            "content": [self.block(2) for _ in range(self.random.randint(0, 5))],
        }
        return base, self.edited(base, "m"), self.edited(base, "s")

    def edited(self, page: Node, hand: str) -> Node:
        page = copy.deepcopy(page)
        deeds = [deed for deed in TEACHERS + STUDENTS if deed.__annotations__.get("by", hand) == hand]
        for _ in range(self.random.randint(0, 5)):
            self.random.choice(deeds)(self, page, hand)
        return page

    def name(self, hand: str = "b") -> str:
        self.count += 1
        return f"{hand}{self.count}"

    def pick(self, found: list[Any]) -> Any:
        return self.random.choice(found) if found else None

    def sentence(self, hand: str = "") -> str:
        words = [self.random.choice(WORDS) for _ in range(self.random.randint(0, 7))]
        if hand:
            words += [self.name(hand) + "w"]
        return " ".join(words) + self.random.choice(["", ".", "?", " "]) if words else ""

    def text(self, hand: str = "") -> str:
        return " ".join(self.sentence(hand) for _ in range(self.random.randint(1, 2))).strip()

    def words(self, hand: str = "", name: str = "") -> list[Node]:
        text = self.text(hand)
        inline: list[Node] = [{"type": "text", "text": text}] if text else []
        if name and self.random.random() < 0.3:
            inline += [{"type": "gap", "attrs": {"id": f"{name}.g", "answer": ""}}, {"type": "text", "text": " end."}]
        return inline

    def leaf(self, hand: str = "") -> Node:
        name = self.name(hand or "b")
        kind = self.random.choice(["paragraph"] * 5 + [*TEXT, "image", "horizontalRule"])
        if kind == "image":
            return {"type": kind, "attrs": {"id": name, "src": "/api/pictures/x", "alt": self.sentence(hand)}}
        if kind == "horizontalRule":
            return {"type": kind, "attrs": {"id": name}}
        level = {"level": 2} if kind == "heading" else {}
        return filled({"type": kind, "attrs": {"id": name, **level}}, self.words(hand, "" if kind in BARE else name))

    def block(self, depth: int, hand: str = "") -> Node:
        if not depth or self.random.random() < 0.4:
            return self.leaf(hand)
        kind = self.random.choice(["callout", "blockquote", *LISTS, *LISTS, "table", "space", "space", "space"])
        name = self.name(hand or "b")
        if kind == "table":
            return self.table(name, hand)
        if kind == "space":
            sort = self.random.choice(["lines", "lines", "number", "choice", "photo", "sketch"])
            inner = [self.part("option", hand) for _ in range(2)] if sort == "choice" else self.inner(depth - 1, hand)
            return {"type": kind, "attrs": {"id": name, "prompt": "?", "kind": sort}, "content": inner}
        if kind in LISTS:
            items = [self.part(LISTS[kind], hand, depth - 1) for _ in range(self.random.randint(1, 3))]
            return {"type": kind, "attrs": {"id": name}, "content": items}
        return {"type": kind, "attrs": {"id": name}, "content": self.inner(depth - 1, hand)}

    def inner(self, depth: int, hand: str) -> list[Node]:
        return [self.block(depth, hand) for _ in range(self.random.randint(1, 2))]

    def part(self, kind: str, hand: str = "", depth: int = 0) -> Node:
        flag = {"taskItem": {"checked": False}, "option": {"picked": False}}.get(kind, {})
        name = self.name(hand or "b")
        first = filled({"type": "paragraph", "attrs": {"id": f"{name}.p"}}, self.words(hand))
        more = self.inner(depth, hand) if depth and self.random.random() < 0.2 else []
        return {"type": kind, "attrs": {"id": name, **flag}, "content": [first, *more]}

    def table(self, name: str, hand: str) -> Node:
        width = self.random.randint(1, 3)
        rows = [self.row(width, hand) for _ in range(self.random.randint(1, 3))]
        return {"type": "table", "attrs": {"id": name}, "content": rows}

    def row(self, width: int, hand: str) -> Node:
        cells = [self.part("tableCell", hand) for _ in range(width)]
        return {"type": "tableRow", "attrs": {"id": self.name(hand or "b")}, "content": cells}


def filled(node: Node, content: list[Node]) -> Node:
    return {**node, "content": content} if content else node


def walk(node: Node) -> list[Node]:
    return [node, *(below for child in node.get("content", []) for below in walk(child))]


def parents(page: Node) -> list[tuple[Node, int]]:
    """Every block with the node that holds it, as (holder, index)."""
    return [(node, k) for node in walk(page) if _of_blocks(node) for k in range(len(node.get("content", [])))]


def _of_blocks(node: Node) -> bool:
    return KINDS[node["type"]].content is Content.BLOCKS


def may_go(page: Node, holder: Node, at: int) -> bool:
    return holder is page or len(holder["content"]) > 1


def texts(page: Node) -> list[Node]:
    return [node for node in walk(page) if node["type"] in TEXT]


def rewords(wild: Wild, page: Node, hand: str) -> None:
    """One word or two exchanged, put in, or taken out."""
    block = wild.pick(texts(page))
    pieces = [node for node in (block or {}).get("content", []) if node["type"] == "text"]
    if not pieces:
        if block:
            block["content"] = [{"type": "text", "text": wild.sentence(hand)}]
        return
    piece = wild.pick(pieces)
    words = piece["text"].split(" ")
    at = wild.random.randint(0, len(words))
    words[at : at + wild.random.randint(0, 2)] = wild.random.choice(
        [[], [wild.name(hand) + "x"], [wild.name(hand), "sea"]]
    )
    piece["text"] = " ".join(words)
    block["content"] = [node for node in block["content"] if node.get("text", "x")]


def writes_anew(wild: Wild, page: Node, hand: str) -> None:
    block = wild.pick(texts(page))
    if block:
        block["content"] = [{"type": "text", "text": wild.sentence(hand) + "."}]


def marks(wild: Wild, page: Node, hand: str) -> None:
    for block in texts(page)[:3]:
        for node in block.get("content", []):
            if node["type"] == "text" and wild.random.random() < 0.5:
                node["marks"] = [{"type": wild.random.choice(["bold", "highlight"])}]


def puts_in(wild: Wild, page: Node, hand: str) -> None:
    holder = wild.pick([node for node in walk(page) if holds(node["type"], "paragraph") and _takes_blocks(node)])
    content = holder.setdefault("content", [])
    content.insert(wild.random.randint(0, len(content)), wild.block(1, hand))


def _takes_blocks(node: Node) -> bool:
    return node["type"] != "space" or node["attrs"]["kind"] != "choice"


def takes_out(wild: Wild, page: Node, hand: str) -> None:
    found = [(h, k) for h, k in parents(page) if may_go(page, h, k) and h["type"] not in ("tableRow",)]
    if found:
        holder, at = wild.pick(found)
        del holder["content"][at]


def takes_all_out(wild: Wild, page: Node, hand: str) -> None:
    if wild.random.random() < 0.2:
        page["content"] = []


def moves(wild: Wild, page: Node, hand: str) -> None:
    found = [(h, k) for h, k in parents(page) if may_go(page, h, k) and h["type"] not in ("tableRow", "table")]
    if not found:
        return
    holder, at = wild.pick(found)
    moved = holder["content"].pop(at)
    goals = [
        n for n in walk(page) if holds(n["type"], moved["type"]) and (moved["type"] == "option" or _takes_blocks(n))
    ]
    goals = [n for n in goals if moved["type"] != "option" or n["attrs"].get("kind") == "choice"]
    goal = wild.pick(goals or [holder])
    content = goal.setdefault("content", [])
    content.insert(wild.random.randint(0, len(content)), moved)


def wraps(wild: Wild, page: Node, hand: str) -> None:
    found = [(h, k) for h, k in parents(page) if holds(h["type"], "callout") and _takes_blocks(h)]
    if found:
        holder, at = wild.pick(found)
        count = wild.random.randint(1, 2)
        inside = holder["content"][at : at + count]
        kind = wild.random.choice(["callout", "blockquote", "bulletList"])
        if kind == "bulletList":
            inside = [{"type": "listItem", "attrs": {"id": wild.name(hand)}, "content": [node]} for node in inside]
        holder["content"][at : at + count] = [{"type": kind, "attrs": {"id": wild.name(hand)}, "content": inside}]


def lifts(wild: Wild, page: Node, hand: str) -> None:
    """What a frame, an item or a list holds goes up; an item that is lifted parts its list."""
    frames = [(h, k) for h, k in parents(page) if h["content"][k]["type"] in ("callout", "blockquote")]
    items = [(h, k) for h, k in parents(page) if h["content"][k]["type"] in LISTS and holds(h["type"], "paragraph")]
    if frames and wild.random.random() < 0.4:
        holder, at = wild.pick(frames)
        holder["content"][at : at + 1] = holder["content"][at]["content"]
    elif items:
        holder, at = wild.pick(items)
        if not _takes_blocks(holder):
            return
        whole = holder["content"][at]
        k = wild.random.randrange(len(whole["content"]))
        before, item, after = whole["content"][:k], whole["content"][k], whole["content"][k + 1 :]
        parted = [{**whole, "content": before}] if before else []
        rest = (
            [{"type": whole["type"], "attrs": {"id": wild.name(hand)}, "content": after}] if after and before else []
        )
        rest = rest or ([{**whole, "content": after}] if after else [])
        holder["content"][at : at + 1] = [*parted, *item["content"], *rest]


def joins(wild: Wild, page: Node, hand: str) -> None:
    """Two neighbours become one: items, lists, or the words of two paragraphs."""
    found = []
    for holder, at in parents(page):
        if at and holder["content"][at - 1]["type"] == holder["content"][at]["type"]:
            kind = holder["content"][at]["type"]
            if kind in ("listItem", "taskItem", "paragraph", *LISTS):
                found.append((holder, at))
    if found:
        holder, at = wild.pick(found)
        one, other = holder["content"][at - 1 : at + 1]
        blank = [{"type": "text", "text": " "}] if one["type"] == "paragraph" and one.get("content") else []
        holder["content"][at - 1 : at + 1] = [
            filled(one, [*one.get("content", []), *blank, *other.get("content", [])])
        ]


def parts(wild: Wild, page: Node, hand: str) -> None:
    """A paragraph parted in two, as Enter does; the second half has a new id."""
    found = [
        (h, k) for h, k in parents(page) if h["content"][k]["type"] == "paragraph" and h["content"][k].get("content")
    ]
    if found:
        holder, at = wild.pick(found)
        block = holder["content"][at]
        cut = wild.random.randrange(len(block["content"]) + 1)
        rest = filled({"type": "paragraph", "attrs": {"id": wild.name(hand)}}, block["content"][cut:])
        holder["content"][at : at + 1] = [
            filled({k: v for k, v in block.items() if k != "content"}, block["content"][:cut]),
            rest,
        ]


def changes_kind(wild: Wild, page: Node, hand: str) -> None:
    """Lists of another kind, by the same id or a new one; text of another kind; a paragraph that becomes a space."""
    found = [(h, k) for h, k in parents(page) if h["content"][k]["type"] in (*LISTS, "paragraph", "heading")]
    if not found:
        return
    holder, at = wild.pick(found)
    node = holder["content"][at]
    name = node["attrs"]["id"] if wild.random.random() < 0.6 else wild.name(hand)
    if node["type"] in LISTS:
        kind = wild.random.choice(list(LISTS))
        items = []
        for item in node["content"]:
            flag = {"checked": False} if LISTS[kind] == "taskItem" else {}
            items.append({**item, "type": LISTS[kind], "attrs": {"id": item["attrs"]["id"], **flag}})
        holder["content"][at] = {"type": kind, "attrs": {"id": name}, "content": items}
    elif hand == "m" and wild.random.random() < 0.3:
        inner = {**node, "type": "paragraph", "attrs": {"id": wild.name(hand)}}
        kind = {"type": "space", "attrs": {"id": name, "prompt": "?", "kind": "lines"}}
        holder["content"][at] = {**kind, "content": [inner]}
    else:
        kind = {"paragraph": "heading", "heading": "paragraph"}[node["type"]]
        level = {"level": 3} if kind == "heading" else {}
        holder["content"][at] = {**node, "type": kind, "attrs": {"id": node["attrs"]["id"], **level}}


def retypes(wild: Wild, page: Node, hand: str, by: "m" = "m") -> None:  # noqa: F821 (read by its annotation)
    for space in [node for node in walk(page) if node["type"] == "space"][:1]:
        kind = wild.random.choice(["lines", "number", "choice", "photo", "sketch"])
        if (kind == "choice") != (space["attrs"]["kind"] == "choice"):
            space["content"] = [wild.part("option" if kind == "choice" else "listItem", hand)]
            if kind != "choice":
                space["content"] = space["content"][0]["content"]
        space["attrs"]["kind"] = kind


def moves_gaps(wild: Wild, page: Node, hand: str) -> None:
    """A gap goes to another place, in its paragraph or in another."""
    found = [(block, node) for block in texts(page) for node in block.get("content", []) if node["type"] == "gap"]
    goals = [block for block in texts(page) if block["type"] not in BARE]
    if found:
        block, gap = wild.pick(found)
        block["content"] = [node for node in block["content"] if node is not gap]
        goal = wild.pick(goals)
        content = goal.setdefault("content", [])
        content.insert(wild.random.randint(0, len(content)), gap)


def spans(wild: Wild, page: Node, hand: str) -> None:
    """Two cells of a row joined, as a table's editor does: the first takes what both held."""
    rows = [node for node in walk(page) if node["type"] == "tableRow" and len(node["content"]) > 1]
    if rows:
        row = wild.pick(rows)
        at = wild.random.randrange(len(row["content"]) - 1)
        one, other = row["content"][at : at + 2]
        if any("rowspan" in cell["attrs"] for cell in row["content"]):
            return
        wide = one["attrs"].get("colspan", 1) + other["attrs"].get("colspan", 1)
        attrs = {**one["attrs"], "colspan": wide}
        row["content"][at : at + 2] = [{**one, "attrs": attrs, "content": [*one["content"], *other["content"]]}]


def changes_table(wild: Wild, page: Node, hand: str) -> None:
    """Rows and columns in and out, where no cell is wide."""
    tables = [node for node in walk(page) if node["type"] == "table"]
    plain = [t for t in tables if not any("colspan" in c["attrs"] for r in t["content"] for c in r["content"])]
    if not plain:
        return
    table = wild.pick(plain)
    width = len(table["content"][0]["content"])
    deed = wild.random.choice(["row", "row-out", "column", "column-out"])
    if deed == "row":
        table["content"].insert(wild.random.randint(0, len(table["content"])), wild.row(width, hand))
    elif deed == "row-out" and len(table["content"]) > 1:
        del table["content"][wild.random.randrange(len(table["content"]))]
    elif deed == "column":
        at = wild.random.randint(0, width)
        for row in table["content"]:
            row["content"].insert(at, wild.part("tableCell", hand))
    elif deed == "column-out" and width > 1:
        at = wild.random.randrange(width)
        for row in table["content"]:
            del row["content"][at]


def answers(wild: Wild, page: Node, hand: str, by: "s" = "s") -> None:  # noqa: F821 (read by its annotation)
    """Fills gaps, picks, ticks, draws, pins, puts a photo in."""
    for node in walk(page):
        if wild.random.random() < 0.5:
            continue
        attrs = node.get("attrs", {})
        if node["type"] == "gap":
            attrs["answer"] = wild.name(hand) + "g"
        elif node["type"] in ("taskItem", "option"):
            attrs["checked" if node["type"] == "taskItem" else "picked"] = True
        elif node["type"] == "space" and attrs["kind"] in ("sketch", "photo", "lines"):
            attrs[wild.random.choice(["strokes", "pins"])] = (
                [[[wild.count, 1], [2, 3]]] if wild.random.random() < 0.5 else None
            ) or []
            if attrs.get("pins"):
                attrs["pins"] = [{"x": wild.count, "y": 2}]
            if attrs["kind"] == "photo":
                node["content"].append(
                    {"type": "image", "attrs": {"id": wild.name(hand), "src": f"/p{wild.count}", "alt": ""}}
                )


TEACHERS = [
    rewords,
    rewords,
    writes_anew,
    marks,
    puts_in,
    takes_out,
    takes_out,
    moves,
    moves,
    wraps,
    lifts,
    lifts,
    joins,
]
STUDENTS = [
    joins,
    parts,
    changes_kind,
    retypes,
    moves_gaps,
    spans,
    changes_table,
    answers,
    answers,
    answers,
    takes_all_out,
]
