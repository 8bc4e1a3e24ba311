"""A merge explained: where every block comes from, and why its words are what they are."""

import pytest

from red_thread.core.merge.explain import explain_merge
from tests.notation import page


@pytest.mark.parametrize(
    ("base", "master", "student", "block", "what"),
    [
        ("a:x", "a:x", "a:x y", "a", "changed by student"),
        ("a:x | b:y", "a:z | b:y", "a:x | b:y w", "b", "changed by student"),
        ("a:x | b:y", "a:z | b:y", "a:x | b:y w", "a", "changed by master"),
        ("a:x | b:y", "a:x | b:y | n:new", "a:x w | b:y", "b", "as it was"),
        ("a:x | b:y", "a:x | b:y | n:new", "a:x w | b:y", "n", "new from the master"),
        ("a:x", "a:z", "a:x | m:mine", "m", "the student's own"),
        ("a:x | b:y", "a:x", "a:x w | b:y", "b", "gone, taken out by master"),
        ("a:x | b:y", "a:x | b:z", "a:x w", "b", "taken out by the student, comes back as the master changed it"),
    ],
)
def test_where_a_block_comes_from(base, master, student, block, what):
    _, explained = explain_merge(page(base), page(master), page(student))
    assert [found.what for found in explained if found.id == block] == [what]


@pytest.mark.parametrize(
    ("base", "master", "student", "regions"),
    [
        ("a:one two", "a:ONE two", "a:one zwei", [("ONE", "only the master"), ("zwei", "only the student")]),
        ("a:one two", "a:one TWO", "a:one TWO", [("TWO", "both made the same")]),
        (
            "a:one three two x",
            "a:one three TWO y",
            "a:one three TWO x",
            [("TWO", "both made the same"), ("y", "only the master")],
        ),
        ("a:one", "a:one mine", "a:one yours", [("mine yours", "both put words in")]),
        ("a:one two", "a:one TWO", "a:one zwei", [("TWO", "both changed the same words")]),
        ("a:one two three", "a:one TWO three", "a:one", [("TWO three", "the student only took words out")]),
        ("q=space[ p:one two ]", "q=space[ p:one TWO ]", "q=space[ p:one zwei ]", [("zwei", "both changed")]),
    ],
)
def test_why_words_are_what_they_are(base, master, student, regions):
    _, explained = explain_merge(page(base), page(master), page(student))
    found = [region for block in explained if block.id in "ap" for region in block.regions]
    assert [region.result for region in found] == [words for words, _ in regions]
    assert all(region.reason.startswith(why) for region, (_, why) in zip(found, regions, strict=True))
