"""Whose hand a block is, told by its edition."""

import pytest

from red_thread.core.page.own_blocks import own_blocks, tied_blocks
from tests.notation import page

GIVEN = "a:The moon. | q=space[ p: ] | l=ul[ l1=li[ l1.p:One ] ]"


@pytest.mark.parametrize(
    ("written", "own"),
    [
        (GIVEN, ""),
        ("a:The moon. | q=space[ p:Pulls. ] | l=ul[ l1=li[ l1.p:One ] ]", "p"),
        ("a:My moon. | q=space[ p: ] | l=ul[ l1=li[ l1.p:One ] ]", "a"),
        ("a:The moon. | b:Mine. | q=space[ p: ] | l=ul[ l1=li[ l1.p:One ] ]", "b"),
        ("a:The moon. | q=space[ p: | s:More ] | l=ul[ l1=li[ l1.p:One ] | l2=li[ l2.p:Two ] ]", "s l2"),
        ("a: | q=space[ p: ] | l=ul[ l1=li[ l1.p:One ] ]", ""),
    ],
)
def test_the_outermost_blocks_of_the_student(written: str, own: str):
    assert own_blocks(page(written), page(GIVEN)) == frozenset(own.split())


def test_what_stands_on_nothing_is_all_the_students_own():
    assert own_blocks(page("a:One | l=ul[ l1=li[ l1.p:Two ] ]"), {"type": "doc"}) == {"a", "l"}


def test_the_teachers_are_those_right_on_the_page_that_the_edition_has():
    assert tied_blocks(page("a:Mine. | b:New. | q=space[ p:Pulls. ]"), page(GIVEN)) == {"a", "q"}
