"""Paragraphs of a DOCX document, told so that nothing of them is lost by the library that reads it.

Where the words stand, a frame around them, the number with which a list begins, and how a sign is read are in the
document in ways that it passes over: they become styles and words that it keeps. Source of the elements: ECMA-376,
part 1, section 17.
"""

import re
from collections.abc import Iterator, Mapping
from typing import Any

from lxml import etree  # type: ignore[reportAttributeAccessIssue]

from red_thread.core.page.nodes import Node, content_of, with_attributes, with_content

_W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
PARSER = etree.XMLParser(resolve_entities=False, no_network=True, huge_tree=False)
STYLES = """
p.RedThreadCenter => p.red-thread-center:fresh
p.RedThreadRight => p.red-thread-right:fresh
p.RedThreadFramed => aside > p:fresh
"""
_ALIGNED = {"center": "RedThreadCenter", "right": "RedThreadRight", "end": "RedThreadRight"}
_NUMBERED = re.compile("^\N{LEFT WHITE SQUARE BRACKET}number (\\d+)\N{RIGHT WHITE SQUARE BRACKET}")
_SMALL = re.compile("[0-9]{1,6}")
_NO_SHADE = (None, "auto", "FFFFFF", "ffffff")
Element = Any  # lxml ships no types


def tell_paragraphs(root: Element, numbering: bytes | None) -> None:
    """Changes the tree of a document in place. `numbering`: the part that says how its lists count."""
    for ruby in list(root.iter(f"{_W}ruby")):
        _read_aloud(ruby)
    _tell_numbers(root, _begins(numbering))
    for paragraph in root.iter(f"{_W}p"):
        if style := _style_of(paragraph):
            _properties(paragraph).insert(0, _made("pStyle", val=style))


def as_html(made: str) -> str:
    """What the library made of the styles, as any web page says it."""
    return re.sub(r'class="red-thread-(center|right)"', r'align="\1"', made)


def with_numbers(page: Node) -> Node:
    """The page with its lists beginning where they do in the document."""
    return with_content(page, [made for block in content_of(page) for made in _lists(block)])


def _made(name: str, **attributes: str) -> Element:
    element = etree.Element(f"{_W}{name}")
    for key, value in attributes.items():
        element.set(f"{_W}{key}", value)
    return element


def _properties(paragraph: Element) -> Element:
    properties = paragraph.find(f"{_W}pPr")
    if properties is None:
        properties = _made("pPr")
        paragraph.insert(0, properties)
    return properties


def _value(element: Element | None, path: str) -> str | None:
    child = element.find("/".join(f"{_W}{name}" for name in path.split("/"))) if element is not None else None
    return None if child is None else child.get(f"{_W}val")


def _style_of(paragraph: Element) -> str | None:
    """The style of ours that says how a paragraph stands; None where it has one of its own, or nothing to say."""
    properties = paragraph.find(f"{_W}pPr")
    if properties is None or _value(properties, "pStyle") or properties.find(f"{_W}numPr") is not None:
        return None
    border, shade = properties.find(f"{_W}pBdr"), properties.find(f"{_W}shd")
    framed = border is not None and all(border.find(f"{_W}{side}") is not None for side in ("top", "bottom"))
    if framed or (shade is not None and shade.get(f"{_W}fill") not in _NO_SHADE):
        return "RedThreadFramed"
    return _ALIGNED.get(_value(properties, "jc") or "")


def _read_aloud(ruby: Element) -> None:
    """A sign with its reading above it: the reading in brackets behind it."""
    base, above = ruby.find(f"{_W}rubyBase"), ruby.find(f"{_W}rt")
    words = "".join(base.itertext()) if base is not None else ""
    reading = "".join(above.itertext()) if above is not None else ""
    text = _made("t")
    text.text = f"{words}({reading})" if reading else words
    text.tail = ruby.tail
    ruby.getparent().replace(ruby, text)


def _begins(numbering: bytes | None) -> Mapping[str, int]:
    """By the id of a list that counts in numbers, the first of them."""
    if numbering is None:
        return {}
    root = etree.fromstring(numbering, PARSER)
    kinds = {kind.get(f"{_W}abstractNumId"): kind.find(f"{_W}lvl") for kind in root.iter(f"{_W}abstractNum")}
    firsts: dict[str, int] = {}
    for entry in root.iter(f"{_W}num"):
        level = kinds.get(_value(entry, "abstractNumId"))
        if level is None or _value(level, "numFmt") in (None, "bullet", "none"):
            continue
        start = _value(entry, "lvlOverride/startOverride") or _value(level, "start") or "1"
        firsts[entry.get(f"{_W}numId") or ""] = int(start) if _SMALL.fullmatch(start) else 1
    return firsts


def _tell_numbers(root: Element, begins: Mapping[str, int]) -> None:
    """Where a list begins with another number than 1, or goes on after something else, its first words say so."""
    following = dict(begins)
    before = None
    for block in root.iterfind(f"{_W}body/*"):
        number = _value(block, "pPr/numPr/numId")
        if number is None or number not in following:
            before = None
        elif _value(block, "pPr/numPr/ilvl") in (None, "0"):
            if before != number and following[number] != 1:
                _say(block, following[number])
            following[number] += 1
            before = number


def _say(paragraph: Element, number: int) -> None:
    run = _made("r")
    text = etree.SubElement(run, f"{_W}t")
    text.text = f"\N{LEFT WHITE SQUARE BRACKET}number {number}\N{RIGHT WHITE SQUARE BRACKET}"
    _properties(paragraph).addnext(run)


def _lists(block: Node) -> Iterator[Node]:
    """A list as it is, or as several: a new one begins wherever the words of an item say a number."""
    if block["type"] != "orderedList":
        yield block
        return
    made: list[tuple[int, list[Node]]] = []
    for item in content_of(block):
        number, rest = _said(item)
        if number is not None or not made:
            made.append((number or 1, []))
        made[-1][1].append(rest)
    for k, (start, items) in enumerate(made):
        fresh = with_attributes(block, id=f"{block['attrs']['id']}.{k}") if k else block
        yield with_content(with_attributes(fresh, start=start) if start != 1 else fresh, items)


def _said(item: Node) -> tuple[int | None, Node]:
    """The number that an item says, and the item without it."""
    first, *others = content_of(item)
    words = content_of(first)
    number = _NUMBERED.match(words[0].get("text", "")) if words else None
    if number is None:
        return None, item
    text = words[0]["text"][number.end() :]
    shorter = [{**words[0], "text": text}, *words[1:]] if text else words[1:]
    return int(number[1]), with_content(item, [with_content(first, shorter), *others])
