"""How a block looks, and what it is, changed by both: every combination gives a page that can be one."""

from itertools import product

import pytest

from red_thread.core.merge import merge_page
from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import attributes_of, plain_text

WORDS = [("paragraph", {}), ("paragraph", {"align": "center"}), ("heading", {"level": 2})]
WORDS += [("heading", {"level": 2, "align": "right"}), ("codeBlock", {}), ("formula", {})]
FRAMES = [("callout", {}), ("callout", {"tone": "care"}), ("callout", {"tone": "idea"}), ("blockquote", {})]


def page(kind, attributes):
    text = {"type": "text", "text": "hello"}
    inside = (
        [text] if (kind, attributes) in WORDS else [{"type": "paragraph", "attrs": {"id": "p"}, "content": [text]}]
    )
    block = {"type": kind, "attrs": {"id": "a", **attributes}, "content": inside}
    return {"type": "doc", "attrs": {"title": "P"}, "content": [block]}


@pytest.mark.parametrize("looks", [WORDS, FRAMES])
def test_every_combination_of_looks_gives_a_page_with_its_words(looks):
    for base, master, student in product(looks, repeat=3):
        merged = merge_page(page(*base), page(*master), page(*student)).page
        check_page(merged)
        assert "hello" in plain_text(merged)


@pytest.mark.parametrize("looks", [WORDS[:2], FRAMES[:3]])
def test_the_teachers_look_arrives_where_the_student_left_it(looks):
    for base, master in product(looks, repeat=2):
        [block] = merge_page(page(*base), page(*master), page(*base)).page["content"]
        said = {name: value for name, value in attributes_of(block).items() if name in ("align", "tone") and value}
        assert said == master[1]
