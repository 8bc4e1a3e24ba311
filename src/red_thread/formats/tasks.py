"""Things to tick, as web pages and word processors write them: a box before the words."""

import re
from collections.abc import Sequence
from typing import Any

from red_thread.core.page.nodes import Node, content_of, with_content

BOX = re.compile(r"^\s*([☐☑☒])\s*")
_BOX_OF_A_FORM = ".//input[@type='checkbox']"


def ticked(item: Any) -> bool | None:
    """Whether an element is ticked; None if it has no box, or is words alone."""
    if isinstance(item, str):
        return None
    box = item.find(_BOX_OF_A_FORM)
    if box is not None:
        return box.get("checked") is not None
    sign = BOX.match(item.text_content())
    return None if sign is None else sign.group(1) != "☐"


def begins_with_box(paragraph: Any) -> bool:
    """Whether a paragraph is one thing to tick: one box, and nothing before it."""
    boxes = paragraph.findall(_BOX_OF_A_FORM)
    if not boxes:
        return len(re.findall("[☐☑☒]", paragraph.text_content())) == 1 and ticked(paragraph) is not None
    before = "".join(paragraph.xpath("./text()[not(preceding::input) and not(preceding-sibling::*)]"))
    return len(boxes) == 1 and not before.strip()


def with_tasks(blocks: Sequence[Node], more: Sequence[Node]) -> list[Node]:
    """Blocks, and more behind them; things to tick that follow each other are one list."""
    if blocks and more and blocks[-1]["type"] == more[0]["type"] == "taskList":
        joined = with_content(blocks[-1], [*content_of(blocks[-1]), *content_of(more[0])])
        return [*blocks[:-1], joined, *more[1:]]
    return [*blocks, *more]
