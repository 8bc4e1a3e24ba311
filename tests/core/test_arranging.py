"""Where pages come to in a student's notebook: tables, and laws over random notebooks and random moves."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.notebook.allowed import Arranging, Asks, may
from red_thread.core.notebook.arranging import (
    CannotStandThere,
    PageInPlace,
    SectionInPlace,
    Target,
    bring_home,
    move_pages,
    move_section,
)
from red_thread.core.outline.order_keys import keys_between
from red_thread.core.push import Arrange, SectionSpot, StudentsSpot

NOTEBOOK = 7


def notebook(*sections: str) -> list[PageInPlace]:
    """Sections 1, 2, …, each as the numbers of its pages; `5>4`: 5 is tucked under 4; `(5)`: hidden; `5own`."""
    pages: list[PageInPlace] = []
    for section_id, words in enumerate(sections, 1):
        names = words.split()
        for key, name in zip(keys_between(None, None, len(names)), names, strict=True):
            own, hidden = name.endswith("own"), name.startswith("(")
            copy, _, parent = name.removesuffix("own").strip("()").partition(">")
            spot = StudentsSpot(section_id, key, int(parent) if parent else None)
            pages.append(PageInPlace(int(copy), None if own else int(copy) * 10, spot, hidden))
    return pages


def applied(pages: list[PageInPlace], moves: list[Arrange]) -> list[PageInPlace]:
    """The pages after the moves, each done as the statement does it: where the page is, and the place is free."""
    spots = {page.copy_id: page.spot for page in pages}
    for move in moves:
        (copy_id,), (before,), (after,) = move.copy_ids, move.before, move.after
        assert spots[copy_id] == before
        assert (after.notebook_section_id, after.key) not in {spot[:2] for spot in spots.values()}, (
            "the place is free"
        )
        spots[copy_id] = after
    moved = [PageInPlace(page.copy_id, page.page_id, spots[page.copy_id], page.hidden) for page in pages]
    return sorted(moved, key=lambda page: (page.section_id, page.spot.key))


def shown(pages: list[PageInPlace], sections: int) -> list[str]:
    """As `notebook` is told."""
    return [
        " ".join(
            f"{page.copy_id}>{page.spot.parent_id}" if page.spot.parent_id else str(page.copy_id)
            for page in pages
            if page.section_id == section_id
        )
        for section_id in range(1, sections + 1)
    ]


@pytest.mark.parametrize(
    ("sections", "chosen", "target", "becomes"),
    [
        (("1 2 3", "4"), {2}, Target(2, 4), ("1 3", "4 2")),
        (("1 2 3", "4"), {2}, Target(2), ("1 3", "2 4")),
        (("1 2 3", "4"), {1, 3}, Target(2, 4), ("2", "4 1 3")),
        (("1 2 3",), {3}, Target(1), ("3 1 2",)),
        (("1 2 3",), {1}, Target(1, 2), ("2 1 3",)),
        (("1 2>1 3",), {1}, Target(1, 3), ("3 1 2>1",)),  # what is tucked goes along
        (("1 2>1 3",), {3}, Target(1, 1), ("1 2>1 3",)),  # and nothing comes between
        (("1 2>1 3",), {3}, Target(1, 2), ("1 2>1 3",)),
        (("1 2>1 3>1 4",), {4}, Target(1, 2, under=1), ("1 2>1 4>1 3>1",)),
        (("1 2>1 3",), {3}, Target(1, None, under=1), ("1 2>1 3>1",)),
        (("1 2>1 3",), {2}, Target(1, 3), ("1 3 2",)),  # out from under
        (("1 2>1", "3"), {1}, Target(2, 3, under=3), ("", "3 1>3 2>3")),
        (("1 2>1", "3"), {1, 2}, Target(2, 3), ("", "3 1 2>1")),
        (("1 (2) 3",), {3}, Target(1, 1), ("1 3 2",)),
    ],
)
def test_pages_come_to_where_they_are_wanted(sections, chosen, target, becomes):
    pages = notebook(*sections)
    moves = move_pages(NOTEBOOK, pages, chosen, target)
    assert shown(applied(pages, moves), len(sections)) == list(becomes)


@pytest.mark.parametrize(
    ("chosen", "target"),
    [
        ({1}, Target(1, 1)),
        ({1}, Target(1, 2)),  # 2 is tucked under it
        ({3}, Target(1, 4)),  # 4 is in another section
        ({3}, Target(1, 99)),
        ({3}, Target(1, None, under=2)),  # tucked under what is tucked
        ({3}, Target(1, None, under=3)),
    ],
)
def test_no_page_comes_behind_itself_or_under_what_is_tucked(chosen, target):
    with pytest.raises(CannotStandThere):
        move_pages(NOTEBOOK, notebook("1 2>1 3", "4"), chosen, target)


@pytest.mark.parametrize(
    ("moved_to", "comes_to"),
    [
        (Target(2, 4), ("1 2 3", "4")),
        (Target(1, 3), ("1 2 3", "4")),
        (Target(1), ("1 2 3", "4")),
    ],
)
def test_a_page_comes_back_to_where_the_teacher_has_it(moved_to, comes_to):
    pages = notebook("1 2 3", "4")
    pages = applied(pages, move_pages(NOTEBOOK, pages, {2}, moved_to))
    rank = {page_id: place for place, page_id in enumerate((10, 20, 30, 40))}
    home = bring_home(NOTEBOOK, pages, 2, rank, {})
    assert home is not None
    back = applied(pages, [home])
    assert shown(back, 2) == list(comes_to)
    assert bring_home(NOTEBOOK, back, 2, rank, {}) is None, "it is there"


def test_a_page_that_comes_back_is_tucked_under_what_the_teacher_has_it_under():
    pages = notebook("1 2>1 3", "4")
    pages = applied(pages, move_pages(NOTEBOOK, pages, {2}, Target(2, 4)))
    home = bring_home(NOTEBOOK, pages, 2, {10: 0, 20: 1, 30: 2, 40: 3}, {20: 10})
    assert home is not None
    assert shown(applied(pages, [home]), 2) == ["1 2>1 3", "4"]


def test_own_pages_have_no_home():
    pages = notebook("1own", "2")
    pages = applied(pages, move_pages(NOTEBOOK, pages, {1}, Target(2, 2)))
    assert {page.spot.home_section_id for page in pages if page.copy_id == 1} == {None}
    assert bring_home(NOTEBOOK, pages, 1, {}, {}) is None


@st.composite
def notebooks_and_moves(draw: st.DrawFn) -> tuple[list[PageInPlace], list[tuple[set[int], Target]]]:
    sizes = draw(st.lists(st.integers(0, 5), min_size=1, max_size=3))
    number, sections = 0, []
    for size in sizes:
        names: list[str] = []
        top = None
        for _ in range(size):
            number += 1
            tucked = top is not None and draw(st.booleans())
            names.append(f"{number}>{top}" if tucked else str(number))
            top = top if tucked else number
        sections.append(" ".join(names))
    ids = st.integers(1, max(number, 1))
    target = st.builds(Target, st.integers(1, len(sizes)), st.none() | ids, st.none() | ids)
    moves = draw(st.lists(st.tuples(st.sets(ids, min_size=1, max_size=4), target), max_size=8))
    return notebook(*sections), moves


@given(notebooks_and_moves())
def test_whatever_is_moved_nothing_is_lost_parted_or_doubled_and_all_can_be_undone(case):
    pages, moves = case
    done: list[tuple[list[PageInPlace], list[Arrange]]] = []
    for chosen, target in moves:
        try:
            operations = move_pages(NOTEBOOK, pages, chosen, target)
        except CannotStandThere:
            continue
        done.append((pages, operations))
        pages = applied(pages, operations)
        by_id = {page.copy_id: page for page in pages}
        for page in pages:
            parent = by_id.get(page.spot.parent_id or 0)
            if parent is not None:
                assert parent.section_id == page.section_id and parent.spot.parent_id is None
                assert parent.spot.key < page.spot.key
        assert all(by_id[page].section_id == target.section_id for page in chosen if page in by_id)
    for before, operations in reversed(done):
        pages = applied(pages, [operation.inverse(None) for operation in reversed(operations)])
        assert pages == before


def test_a_section_comes_behind_another_and_into_a_divider():
    keys = keys_between(None, None, 3)
    outside = [SectionInPlace(n, SectionSpot(None, key)) for n, key in enumerate(keys, 1)]
    inside = SectionInPlace(9, SectionSpot(5, "a0"))
    sections = [*outside, inside, SectionInPlace(5, SectionSpot(None, "a4"), is_divider=True)]
    (behind,) = move_section(NOTEBOOK, sections, 3, None, keys[0]).after
    assert keys[0] < behind.key < keys[1]
    (first,) = move_section(NOTEBOOK, sections, 3, None, None).after
    assert first.key < keys[0]
    (into,) = move_section(NOTEBOOK, sections, 3, 5, "a0").after
    assert into.divider_id == 5 and into.key > "a0"


@pytest.mark.parametrize("arranging", Arranging)
@pytest.mark.parametrize("asks", Asks)
def test_what_a_teacher_lets_students_do(arranging: Arranging, asks: Asks):
    allowed = arranging is Arranging.ALL or (arranging is Arranging.PAGES and asks is Asks.OWN_PAGE)
    assert may(arranging, asks) is allowed
