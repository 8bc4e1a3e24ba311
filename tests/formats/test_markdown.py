"""Markdown into pages."""

import pytest

from red_thread.core.page.nodes import attributes_of
from red_thread.formats.markdown import read_markdown
from red_thread.formats.problems import Unreadable
from tests.notation import show


def read(text):
    return read_markdown("01 My page.md", text.encode())


@pytest.mark.parametrize(
    ("text", "shown"),
    [
        ("Words.", "b1:Words."),
        ("one\ntwo", "b1:one two"),
        ("## Heading\n\ntext", "#b1:Heading | b2:text"),
        ("- one\n- two", "b5=ul[ b2=li[ b1:one ] | b4=li[ b3:two ] ]"),
        ("1. one", "b3=ol[ b2=li[ b1:one ] ]"),
        ("- [ ] boots\n- [x] coat", "b5=tl[ b2=ti[ b1:boots ] | b4=ti+[ b3:coat ] ]"),
        ("> said", "b2=quote[ b1:said ]"),
        ("::: note\nCareful.\n:::", "b2=note[ b1:Careful. ]"),
        ("::: space What lives here?\n:::", "b2=space[ b1: ]"),
        ("::: space number How many?\n:::", "b2=space:number[ b1: ]"),
        ("::: space Why?\nBecause\n:::", "b2=space[ b1:Because ]"),
        (
            "::: space choice Which?\n- one\n- two\n:::",
            "b5=space:choice[ b2=option[ b1:one ] | b4=option[ b3:two ] ]",
        ),
        ("Limpets eat {gap} here.", "b2:Limpets eat {b1=} here."),
        ("$$\n\\frac{a}{b}\n$$\nof $5", "b1:\\frac{a}{b} | b2:of $5"),
        ("so **bold**", "b1:so _bold_"),
        (
            "| a | b |\n| - | - |\n| 1 |  |",
            "b11=table[ b5=row[ b2=th[ b1:a ] | b4=th[ b3:b ] ] | b10=row[ b7=cell[ b6:1 ] | b9=cell[ b8: ] ] ]",
        ),
        ("", "b1:"),
    ],
)
def test_blocks(text, shown):
    found = read(text)
    assert show(found.document) == shown
    assert found.problems == []


@pytest.mark.parametrize(
    ("text", "title"),
    [
        ("# From the heading\n\nx", "From the heading"),
        ("---\ntitle: From the front\n---\n# Not this\n", "From the front"),
        ("x", "My page"),
    ],
)
def test_titles(text, title):
    assert attributes_of(read(text).document)["title"] == title


def test_front_matter_says_how_one_writes_and_what_it_is_tucked_under():
    found = read("---\nwriting: spaces\ntucked under: Tides\n---\nx")
    assert attributes_of(found.document)["writing"] == "spaces"
    assert found.tucked_under == "Tides"


@pytest.mark.parametrize(
    ("text", "line", "reason"),
    [
        ("---\nwriting: nowhere\n---\nx", 1, "not “nowhere”"),
        ("x\n\n[a](ftp://away.example)", 3, "ftp://away.example"),
        ("---\ntitle: t\n---\n\n::: space choice Which?\n:::", 5, "needs a list"),
    ],
)
def test_what_cannot_be_shown_is_told_by_line(text, line, reason):
    (problem,) = read(text).problems
    assert (problem.file, problem.line) == ("01 My page.md", line)
    assert reason in problem.reason


@pytest.mark.parametrize(
    ("body", "why"),
    [(b"\xff\xfe\x00", "UTF-8"), (b"---\na: [\n---\nx", "front matter"), (b"> " * 40 + b"x", "deeper")],
)
def test_what_cannot_be_read_at_all_is_refused(body, why):
    with pytest.raises(Unreadable, match=why):
        read_markdown("x.md", body)


def test_html_is_words_and_pictures_are_named():
    found = read("<script>x</script>\n\nlook ![a limpet](img/limpet.png) here")
    assert found.pictures == ["img/limpet.png"]
    assert show(found.document) == "b1:<script>x</script> | b3:look  here | b2:!a limpet"
