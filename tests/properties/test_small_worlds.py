"""Every small world: all that teacher and student can do to two blocks, each against each."""

import itertools
from functools import cache

import pytest

from red_thread.core.merge import merge_page
from tests.notation import page
from tests.properties.laws import check_laws

DEEDS = ("keep", "edit", "delete", "move", "wrap")


@cache
def after(deeds, hand):
    """Two or three blocks after one deed each by one hand; nobody changes what a merge is given."""
    blocks = []
    for name, deed in zip("abc", deeds, strict=False):
        words = f"{name}:{name}lpha one two three"
        if deed == "edit":
            words += f" {hand}edit"
        if deed == "delete":
            continue
        if deed == "wrap":
            words = f"{hand}{name}=note[ {words} ]"
        if deed == "add":
            words += f" | {hand}{name}:{hand}new"
        if deed == "move":
            blocks.insert(0, words)
        else:
            blocks.append(words)
    return page(" | ".join(blocks) or "z:left")


BASE = page("a:alpha one two three | b:blpha one two three")


def hold_the_laws(teacher, students):
    base = after(("keep",) * len(teacher), "")
    for student in students:
        try:
            check_laws(base, after(teacher, "m"), after(student, "s"))
        except AssertionError as error:
            pytest.fail(f"student {student}: {error}")


@pytest.mark.parametrize("teacher", list(itertools.product((*DEEDS, "add"), repeat=2)), ids="-".join)
def test_all_deeds_on_two_blocks(teacher):
    hold_the_laws(teacher, itertools.product((*DEEDS, "add"), repeat=2))


@pytest.mark.parametrize("teacher", list(itertools.product(DEEDS, repeat=3)), ids="-".join)
def test_all_deeds_on_three_blocks(teacher):
    hold_the_laws(teacher, itertools.product(DEEDS, repeat=3))


def table_after(deed, hand):
    rows = [["a", "b"], ["c", "d"]]
    if deed == "row-out":
        rows = rows[:1]
    if deed == "column-out":
        rows = [row[:1] for row in rows]
    if deed == "swap":
        rows = rows[::-1]
    if deed == "row-in":
        rows = [*rows, [f"{hand}e", f"{hand}f"]]
    if deed == "column-in":
        rows = [[row[0], f"{hand}{row[0]}n", *row[1:]] for row in rows]
    names = {"a": "r1", "c": "r2"}
    shown = []
    for row in rows:
        row_id = names.get(row[0], f"{hand}r3")
        words = {cell: f"word{cell}" for cell in row}
        if deed == "edit" and "d" in words:
            words["d"] += f" {hand}edit"
        if deed == "edit-a" and "a" in words:
            words["a"] += f" {hand}edit"
        cells = " | ".join(f"{cell}=cell[ {cell}.p:{words[cell]} ]" for cell in row)
        shown.append(f"{row_id}=row[ {cells} ]")
    return page(f"t=table[ {' | '.join(shown)} ]")


TABLE_DEEDS = ("keep", "edit", "edit-a", "row-out", "column-out", "swap", "row-in", "column-in")


@pytest.mark.parametrize("teacher", TABLE_DEEDS)
@pytest.mark.parametrize("student", TABLE_DEEDS)
def test_all_deeds_on_a_two_by_two_table(teacher, student):
    check_laws(table_after("keep", ""), table_after(teacher, "m"), table_after(student, "s"))


def test_the_small_world_can_conflict():
    outcome = merge_page(BASE, after(("delete", "keep"), "m"), after(("edit", "keep"), "s")).outcome
    assert outcome == "conflicted"
