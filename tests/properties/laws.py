"""The laws that every merge keeps, whatever the pages."""

from collections import Counter
from collections.abc import Iterator
from typing import Any

from red_thread.core.merge import merge_page
from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import attributes_of, content_of, plain_text, walk
from red_thread.core.page.tokens import split_words


def words(page: dict[str, Any]) -> Counter[str]:
    """All words of a page: text, answers in gaps, what pictures are called, the title."""
    found: Counter[str] = Counter()
    for node in walk(page):
        attributes = attributes_of(node)
        said = attributes.get("answer") or attributes.get("alt") or attributes.get("title") or ""
        if node["type"] in ("paragraph", "heading", "codeBlock"):  # a mark inside a word parts it not
            said = "".join(child.get("text", "\n") for child in content_of(node))
        found.update(word for word in split_words(said) if word.strip())
    return found


def ids(page: dict[str, Any]) -> list[str]:
    return [attributes_of(node)["id"] for node in walk(page) if attributes_of(node).get("id")]


def ragged_tables(page: dict[str, Any]) -> Iterator[str]:
    for node in walk(page):
        if node["type"] == "table" and len({len(content_of(row)) for row in content_of(node)}) > 1:
            yield attributes_of(node)["id"]


def empty_wrappers(base: dict[str, Any], master: dict[str, Any], student: dict[str, Any]) -> Iterator[str]:
    """New wrappers of the master whose blocks the student has all taken out: they may stay away (R2)."""
    old, mine = set(ids(base)), set(ids(student))

    def stays_away(node: dict[str, Any]) -> bool:
        inside = [kid for kid in content_of(node) if attributes_of(kid).get("id")]
        return bool(inside) and all(
            kid["attrs"]["id"] not in mine if kid["attrs"]["id"] in old else stays_away(kid) for kid in inside
        )

    yield from (attributes_of(node)["id"] for node in walk(master) if node["type"] != "doc" and stays_away(node))


def nothing_in_tables(page: dict[str, Any]) -> Iterator[str]:
    """Rows and cells without a word or a thing in them: they stay out of rows and columns that were taken out (R11)."""
    for table in (node for node in walk(page) if node["type"] == "table"):
        for node in walk(table):
            things = any(below["type"] in ("image", "horizontalRule", "space") for below in walk(node))
            if not things and not plain_text(node).strip() and attributes_of(node).get("id"):
                yield attributes_of(node)["id"]


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
    arriving = {i for i in ids(master) if i not in ids(base)} - set(empty_wrappers(base, master, student))
    arriving -= set(nothing_in_tables(master))
    assert arriving <= set(ids(page)), f"new blocks did not arrive: {arriving - set(ids(page))}"
    assert not list(ragged_tables(page)), "a table is ragged"
    assert (merged.outcome == "conflicted") == bool(merged.conflicts)
    assert merge_page(master, master, page).page == page, "the same edition again changes something"
    assert merge_page(base, master, student).page == page, "the same three pages give another result"
