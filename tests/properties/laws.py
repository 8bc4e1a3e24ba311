"""The laws that every merge keeps, whatever the pages."""

from collections import Counter
from collections.abc import Iterator
from typing import Any

from red_thread.core.merge import merge_page, merge_windows
from red_thread.core.page.check import check_page
from red_thread.core.page.grid import grid_of
from red_thread.core.page.kinds import KINDS
from red_thread.core.page.nodes import attributes_of, content_of, is_text_block, plain_text, walk
from red_thread.core.page.tokens import split_words


def words(page: dict[str, Any]) -> Counter[str]:
    """All words of a page: text, answers in gaps, what pictures are called, the title."""
    found: Counter[str] = Counter()
    for node in walk(page):
        attributes = attributes_of(node)
        said = attributes.get("answer") or attributes.get("alt") or attributes.get("title") or ""
        if is_text_block(node):  # a mark inside a word parts it not
            said = "".join(child.get("text", "\n") for child in content_of(node))
        found.update(word for word in split_words(said) if word.strip())
    return found


def ids(page: dict[str, Any]) -> list[str]:
    return [attributes_of(node)["id"] for node in walk(page) if attributes_of(node).get("id")]


def ragged_tables(page: dict[str, Any]) -> Iterator[str]:
    for node in walk(page):
        if node["type"] == "table" and len(set(grid_of(content_of(node)).widths)) > 1:
            yield attributes_of(node)["id"]


def leaves(page: dict[str, Any]) -> set[str]:
    """What is no wrapper: a new one arrives with what it holds, and stays away if that has gone (R2)."""
    return {
        attributes_of(node)["id"] for node in walk(page) if is_text_block(node) or KINDS[node["type"]].stands_wordless
    }


def nothing_in_tables(page: dict[str, Any]) -> Iterator[str]:
    """Rows and cells without a word or a thing in them: they stay out of rows and columns that were taken out (R11)."""
    for table in (node for node in walk(page) if node["type"] == "table"):
        for node in walk(table):
            things = any(KINDS[below["type"]].stands_wordless for below in walk(node))
            if not things and not plain_text(node).strip() and attributes_of(node).get("id"):
                yield attributes_of(node)["id"]


def hands(page: dict[str, Any]) -> Iterator[str]:
    """Strokes, pins and photos, each as one can look for it."""
    for node in walk(page):
        attributes = attributes_of(node)
        yield from (repr(thing) for name in ("strokes", "pins") for thing in attributes.get(name) or ())
        if node["type"] == "image":
            yield attributes["src"]


def answers(page: dict[str, Any]) -> dict[str, str]:
    return {n["attrs"]["id"]: n["attrs"].get("answer") or "" for n in walk(page) if n["type"] == "gap"}


def filled_up(page: dict[str, Any], known: set[str]) -> list[str]:
    """Items that stand with nothing in them but what a merge had to make."""
    return [
        node["attrs"]["id"]
        for node in walk(page)
        if node["type"] in ("listItem", "taskItem") and not any(i in known or "~" in i for i in ids(node)[1:])
    ]


def check_answers(
    base: dict[str, Any], master: dict[str, Any], student: dict[str, Any], page: dict[str, Any]
) -> None:
    """Drawings, pins and photos are there; a gap that both still have holds what the student put in it (R3, R10)."""
    gone = set(hands(student)) - set(hands(base)) - set(hands(page))
    assert not gone, f"drawings, pins or photos are lost: {gone}"
    before, there, mine, now = answers(base), answers(master), answers(student), answers(page)
    for gap, answer in mine.items():
        if gap in there and answer and answer != before.get(gap, "") and gap in now:
            assert now[gap] == answer, f"the answer in {gap} is {now[gap]!r}"


def check_laws(base: dict[str, Any], master: dict[str, Any], student: dict[str, Any]) -> None:
    """Raises AssertionError for the first law that a merge of the three breaks."""
    merged = merge_page(base, master, student)
    page = merged.page
    check_page(page)
    assert len(ids(page)) == len(set(ids(page))), "an id stands twice"
    mine, began, theirs, now = words(student), words(base), words(master), words(page)
    lost = [word for word in mine if word not in began and word not in now]
    assert not lost, f"words of the student's are lost: {lost}"
    strange = [word for word in now if word not in mine and word not in theirs and word not in began]
    assert not strange, f"words came from nowhere: {strange}"
    arriving = leaves(master) - set(ids(base))
    arriving -= set(nothing_in_tables(master))
    assert arriving <= set(ids(page)), f"new blocks did not arrive: {arriving - set(ids(page))}"
    ragged = [table for side in (base, master, student) for table in ragged_tables(side)]
    assert ragged or not list(ragged_tables(page)), "a table is ragged"
    if all(conflict.kind != "retyped" for conflict in merged.conflicts):
        check_answers(base, master, student, page)
    empty = filled_up(page, {*ids(base), *ids(master), *ids(student)})
    assert not empty, f"empty items stay behind: {empty}"
    assert (merged.outcome == "conflicted") == bool(merged.conflicts)
    assert merge_page(master, master, page).page == page, "the same edition again changes something"
    assert merge_page(base, master, student).page == page, "the same three pages give another result"


def check_windows(base: dict[str, Any], saved: dict[str, Any], typed: dict[str, Any]) -> None:
    """Two windows of one student (R16): whatever either put in is there. Raises AssertionError."""
    page = merge_windows(base, saved, typed).page
    check_page(page, stored=True)
    assert len(ids(page)) == len(set(ids(page))), "an id stands twice"
    began, now = words(base), words(page)
    for name, side in (("saved", saved), ("typed", typed)):
        lost = [word for word in words(side) if word not in began and word not in now]
        assert not lost, f"words that were {name} are lost: {lost}"
        gone = set(hands(side)) - set(hands(base)) - set(hands(page))
        assert not gone, f"drawings, pins or photos that were {name} are lost: {gone}"
