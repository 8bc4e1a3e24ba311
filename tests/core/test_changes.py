"""What differs between two editions, in plain words."""

import pytest

from red_thread.core.merge import changes
from tests.notation import page


@pytest.mark.parametrize(
    ("before", "after", "words"),
    [
        ("a:one", "a:one", []),
        ("a:ten paces", "a:ten metres", ["“paces” is now “metres”"]),
        ("a:one", "a:one two", ["“two” is new"]),
        ("a:one two", "a:one", ["“two” is gone"]),
        ("a:1 b 2 c 3", "a:one b 2 c three", ["2 changes in “one b 2 c three”"]),
        ("a:one", "a:*one*", ["the look of a paragraph"]),
        ("a:one", "a:one | b:two", ["a new paragraph"]),
        ("a:one | b:two", "a:one", ["a paragraph is gone"]),
        ("a:one", "#a:one", ["a paragraph is now a heading"]),
        ("a:one | b:two", "b:two | a:one", ["the order"]),
        ("a:one | n=note[ b:two ]", "n=note[ b:two | a:one ]", ["a paragraph moved"]),
        ("a:one", "a:one | q=space[ p: ]", ["a new place to answer"]),
        ("a:one | q=space[ p: ]", "a:one", ["a place to answer is gone"]),
        ("l=ul[ i=li[ x:one ] ]", "l=ul[ i=li[ x:one ] | j=li[ y:two ] ]", ["a new list item"]),
        ("q=space[ p: ]", "q=space:number[ p: ]", ["the settings of a place to answer"]),
    ],
)
def test_changes(before, after, words):
    assert [change.words for change in changes(page(before), page(after))] == words


def test_a_question_and_a_title_are_told_by_their_words():
    before, after = page("q=space[ p: ]", "Day 4"), page("q=space[ p: ]", "Day 4: pools")
    after["content"][0]["attrs"]["prompt"] = "What lives here?"
    told = [change.words for change in changes(before, after)]
    assert told == ["the title is now “Day 4: pools”", "a question is now “What lives here?”"]
