"""A page out of a file again: its blocks are known by what they say, and keep the ids by which copies are corrected."""

from typing import Any

import pytest
from hypothesis import given

from red_thread.core.merge import merge_page
from red_thread.core.merge.same_blocks import with_ids_of
from red_thread.core.page.nodes import attributes_of, content_of, walk, with_content
from tests.notation import page, show
from tests.properties.strategies import PAGES


def bare(document: dict[str, Any]) -> dict[str, Any]:
    """As a reader of files makes it: with ids of its own."""
    count = iter(range(10_000))

    def anew(node: dict[str, Any]) -> dict[str, Any]:
        attributes = attributes_of(node)
        named = {**node, "attrs": {**attributes, "id": f"b{next(count)}"}} if "id" in attributes else node
        return with_content(named, [anew(child) for child in content_of(node)])

    return anew(document)


def without_empty(node: dict[str, Any]) -> dict[str, Any]:
    return with_content(node, [without_empty(child) for child in content_of(node)])


@pytest.mark.parametrize(
    ("before", "anew", "found"),
    [
        ("a:One. | b:Two.", "x:One. | y:Two.", "a:One. | b:Two."),
        ("a:One. | b:Two.", "x:One. | y:New. | z:Two.", "a:One. | n1:New. | b:Two."),
        ("a:One. | b:Two.", "x:Two. | y:One.", "b:Two. | a:One."),
        ("a:One. | b:Two.", "x:Two.", "b:Two."),
        ("a:The sea falls fast. | b:Two.", "x:The sea falls very fast. | y:Two.", "a:The sea falls very fast. | b:Two."),
        ("a:The sea falls.", "x:Wind.", "a:Wind."),
        ("a:The sea falls. | b:One.", "x:Wind and rain. | y:Sun. | z:One.", "n1:Wind and rain. | n2:Sun. | b:One."),
        ("a:The sea. | a2:The sea.", "x:The sea. | y:The sea.", "a:The sea. | a2:The sea."),
        ("#h:Tides | a:One.", "x:Tides | y:One.", "h:Tides | a:One."),
        ("l=ul[ l1=li[ p1:Kelp ] | l2=li[ p2:Wrack ] ]",) * 2 + ("l=ul[ l1=li[ p1:Kelp ] | l2=li[ p2:Wrack ] ]",),
        ("l=ul[ l1=li[ p1:Kelp ] ]", "x=ul[ y=li[ z:Wrack ] | v=li[ w:Kelp ] ]", "l=ul[ n1=li[ n2:Wrack ] | l1=li[ p1:Kelp ] ]"),
        ("a:High water at {g=}.", "x:High water is at {y=}.", "a:High water is at {g=}."),
        ("n1:One.", "x:Wind and rain. | y:One.", "n2:Wind and rain. | n1:One."),
    ],
)  # fmt: skip
def test_blocks_are_known_again(before, anew, found):
    assert show(with_ids_of(page(before), page(anew))) == found


@given(PAGES)
def test_what_did_not_change_is_as_it_was(document):
    assert with_ids_of(document, bare(document)) == without_empty(document)


@given(PAGES, PAGES)
def test_no_id_is_given_twice_and_no_word_is_changed(before, anew):
    found = with_ids_of(before, anew)
    ids = [attributes_of(node)["id"] for node in walk(found) if "id" in attributes_of(node)]
    assert len(ids) == len(set(ids))
    assert bare(found) == bare(anew)


def test_a_student_keeps_what_was_written_when_the_page_comes_out_of_its_file_again():
    before, student = page("a:The sea falls. | b:Write here:"), page("a:The sea falls. | b:Write here: kelp")
    anew = with_ids_of(before, page("x:The sea falls and rises. | y:Write here:"))
    assert show(merge_page(before, anew, student).page) == "a:The sea falls and rises. | b:Write here: kelp"
