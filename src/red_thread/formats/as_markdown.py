"""Pages as Markdown that comes back unchanged.

A page is written as Markdown has it, and read again at once. A block that would come back as something else, because
Markdown has no sign for what is in it, stands in a fence of ours as it is: ```` ```red-thread ````.
"""

import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import Any

import orjson
import yaml

from red_thread.core.outline.standing import ORDINARY, Standing
from red_thread.core.page.nodes import Node, attributes_of, content_of, with_content
from red_thread.formats.markdown import FENCE, PAGE_KEYS, read_markdown
from red_thread.formats.problems import Unreadable

_SIGNS = re.compile(r"([\\`*_\[\]<>~$|&])")
_AT_THE_START = re.compile(r"^(\s*\d*)([#+=:.)-])", re.MULTILINE)  # what would make a heading or a list there
_MARKS = {"bold": "**", "italic": "*", "strike": "~~"}
_TAGS = {"underline": "u", "subscript": "sub", "superscript": "sup", "highlight": "mark"}  # as people write them


def write_markdown(document: Node, tucked_under: str | None = None, standing: Standing = ORDINARY) -> bytes:
    """One page, with its title and settings at the head."""
    front = {name: value for name in PAGE_KEYS if isinstance(value := attributes_of(document).get(name), str)}
    if tucked_under is not None:
        front["tucked under"] = tucked_under
    if standing.display is not None:
        front["shown"] = standing.display.words
    front |= {name: "yes" for name in ("template", "starter") if getattr(standing, name)}
    head = f"---\n{yaml.safe_dump(front, allow_unicode=True, sort_keys=False, width=10_000)}---\n"
    blocks = content_of(document)
    body = head
    for way in (_as_they_are, _each, _all_fenced):
        body = f"{head}\n{chr(10).join(f'{one}{chr(10)}' for one in way(blocks))}"
        if _comes_back(body, blocks):
            break
    return body.encode()


def bare(node: Node) -> Node:
    """A node without what says nothing: ids, attributes that are not set, cells' spans of one, an empty content."""
    attributes = {name: value for name, value in attributes_of(node).items() if _says(name, value)}
    kept = {key: value for key, value in node.items() if key not in ("attrs", "content")}
    inside = [bare(child) for child in _joined(content_of(node))]
    return {**kept, **({"attrs": attributes} if attributes else {}), **({"content": inside} if inside else {})}


def _says(name: str, value: Any) -> bool:
    if name in ("colspan", "rowspan", "start"):
        return value not in (1, None)
    if name in ("checked", "picked"):
        return bool(value)
    return name != "id" and value not in (None, "") and (name, value) != ("writing", "everywhere")


def _joined(nodes: Sequence[Node]) -> Iterable[Node]:
    """Texts that follow each other with the same marks, as one."""
    last: Node | None = None
    for node in nodes:
        if last and node["type"] == last["type"] == "text" and node.get("marks", []) == last.get("marks", []):
            last = {**last, "text": last["text"] + node["text"]}
            continue
        if last:
            yield last
        last = node
    if last:
        yield last


def _as_they_are(blocks: Sequence[Node]) -> list[str]:
    """Each block as Markdown; lists that would become one are kept apart by a fence."""
    before = [None, *blocks]
    return [
        _fenced(block) if _is_list(block) and _is_list(last) else _written(block)
        for last, block in zip(before, blocks, strict=False)
    ]


def _is_list(block: Node | None) -> bool:
    return block is not None and block["type"].endswith("List")


def _each(blocks: Sequence[Node]) -> list[str]:
    """The same, and in a fence each block that would not come back: reading every block takes its time."""
    written = zip(_as_they_are(blocks), blocks, strict=True)
    return [one if _comes_back(one, [block]) else _fenced(block) for one, block in written]


def _all_fenced(blocks: Sequence[Node]) -> list[str]:
    return [_fenced(block) for block in blocks]


def _comes_back(text: str, blocks: Sequence[Node]) -> bool:
    try:
        found = read_markdown("page.md", text.encode())
    except (Unreadable, UnicodeEncodeError):
        return False
    return not found.problems and bare(with_content({"type": "doc"}, content_of(found.document))) == bare(
        with_content({"type": "doc"}, blocks)
    )


def _fenced(block: Node) -> str:
    return f"```{FENCE}\n{orjson.dumps(block, option=orjson.OPT_INDENT_2).decode()}\n```"


def _written(block: Node, depth: int = 0) -> str:
    """A block as Markdown, or in a fence where there is no way to write it."""
    writer = _WRITERS.get(block["type"])
    return writer(block, depth) if writer else _fenced(block)


def _inside(block: Node, depth: int) -> str:
    return "\n\n".join(_written(child, depth + 1) for child in content_of(block))


def _paragraph(block: Node, depth: int) -> str:
    return _inline(block)


def _heading(block: Node, depth: int) -> str:
    return f"{'#' * int(attributes_of(block).get('level', 2))} {_inline(block)}"


def _code(block: Node, depth: int) -> str:
    text = "".join(child["text"] for child in content_of(block))
    fence = "`" * max([3, *(len(run) + 1 for run in re.findall(r"`+", text))])
    return f"{fence}{attributes_of(block).get('language') or ''}\n{text}\n{fence}"


def _formula(block: Node, depth: int) -> str:
    return f"$$\n{''.join(child['text'] for child in content_of(block))}\n$$"


def _image(block: Node, depth: int) -> str:
    attributes = attributes_of(block)
    return f"![{_escaped(attributes.get('alt') or '')}](<{attributes.get('src', '')}>)"


def _rule(block: Node, depth: int) -> str:
    return "* * *"


def _quote(block: Node, depth: int) -> str:
    return "\n".join(f"> {line}" if line else ">" for line in _inside(block, depth).split("\n"))


def _list(block: Node, depth: int) -> str:
    numbered, begins = block["type"] == "orderedList", attributes_of(block).get("start") or 1
    return "\n".join(
        _item(item, f"{begins + k}. " if numbered else "- ", depth) for k, item in enumerate(content_of(block))
    )


def _item(item: Node, sign: str, depth: int) -> str:
    box = (
        {True: "[x] ", False: "[ ] "}[bool(attributes_of(item).get("checked"))] if item["type"] == "taskItem" else ""
    )
    indent = " " * len(sign)
    lines = f"{box}{_inside(item, depth)}".split("\n")
    return "\n".join([f"{sign}{lines[0]}", *(f"{indent}{line}" if line else "" for line in lines[1:])])


def _table(block: Node, depth: int) -> str:
    rows = [[_inside(cell, depth).replace("\n", " ") for cell in content_of(row)] for row in content_of(block)]
    lines = [f"| {' | '.join(row)} |" for row in rows]
    return "\n".join([lines[0], f"|{' --- |' * len(rows[0])}", *lines[1:]])


def _space(block: Node, depth: int) -> str:
    kind, prompt = attributes_of(block).get("kind", "lines"), attributes_of(block).get("prompt", "")
    inside = _inside(block, depth)
    if kind == "choice":
        inside = "\n".join(_item(option, "- ", depth) for option in content_of(block))
    return _framed(" ".join(filter(None, ("space", kind, _besides(kind, attributes_of(block)), prompt))), inside)


def _besides(kind: str, said: Mapping[str, Any]) -> str:
    """What a place to answer asks for besides its question, in brackets."""
    if kind == "choice":
        several = said.get("several")
        return "" if several is None else "(several)" if several else "(one)"
    asked = said.get({"number": "unit", "lines": "lines"}.get(kind, ""))
    return f"({asked})" if asked else ""


def _note(block: Node, depth: int) -> str:
    return _framed(attributes_of(block).get("tone") or "note", _inside(block, depth))


def _framed(head: str, inside: str) -> str:
    """Frames within frames are told apart by the length of their fences: the outer ones are longer."""
    fence = ":" * max([3, *(len(run) + 1 for run in re.findall(r":{3,}", inside))])
    return "\n".join([f"{fence} {head}", *([inside] if inside else []), fence])


_WRITERS: dict[str, Callable[[Node, int], str]] = {
    "paragraph": _paragraph,
    "heading": _heading,
    "codeBlock": _code,
    "formula": _formula,
    "image": _image,
    "recording": _image,
    "horizontalRule": _rule,
    "blockquote": _quote,
    "bulletList": _list,
    "orderedList": _list,
    "taskList": _list,
    "table": _table,
    "space": _space,
    "callout": _note,
    "term": lambda block, depth: _framed("term", _inside(block, depth)),
}


def _inline(block: Node) -> str:
    return _AT_THE_START.sub(r"\1\\\2", "".join(_word(part) for part in _joined(content_of(block))))


def _word(part: Node) -> str:
    if part["type"] == "hardBreak":
        return "\\\n"
    if part["type"] == "gap":
        answer = attributes_of(part).get("answer")
        return f"{{gap: {answer}}}" if answer else "{gap}"
    return _marked(part["text"], part.get("marks", []))


def _marked(text: str, marks: Sequence[dict[str, Any]]) -> str:
    names = [mark["type"] for mark in marks]
    written = f"`{text}`" if "code" in names else _escaped(text)
    for mark in reversed(marks):
        if mark["type"] == "link":
            written = f"[{written}](<{(mark.get('attrs') or {}).get('href', '')}>)"
        elif sign := _MARKS.get(mark["type"]):
            written = f"{sign}{written}{sign}"
        elif tag := _TAGS.get(mark["type"]):
            written = f"<{tag}>{written}</{tag}>"
    return written


def _escaped(text: str) -> str:
    return _SIGNS.sub(r"\\\1", text)
