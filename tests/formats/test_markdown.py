"""Markdown into pages."""

import pytest

from red_thread.core.page.nodes import plain_text
from red_thread.formats.markdown import read_markdown
from tests.notation import show


def read(text):
    return read_markdown("01 My page.md", text.encode())


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("High <u>water</u> and <mark>low</mark>", ["High water and low"]),
        ("One<br>two", ["One\ntwo"]),
        ("<!-- for the teacher -->\n\nEbb <!-- not this -->and flow", ["Ebb and flow"]),
        ("<div>In a <b>box</b></div>\n\nEbb", ["In a box", "Ebb"]),
        ("<my-word>Kelp</my-word> here", ["Kelp here"]),
        ("---\nBring boots. And a coat.\n---\n\nEbb", ["Bring boots. And a coat.", "Ebb"]),
        ("---\nNote: bring boots\n---\n\nEbb", ["Note: bring boots", "Ebb"]),
    ],
)
def test_what_people_write_between_is_read_as_it_is_meant(text, words):
    found = read(text)
    said = [plain_text(block) for block in found.document["content"]]
    assert ([one for one in said if one], found.problems) == (words, [])


def test_underlined_words_are_written_and_read_as_people_do():
    (block,) = read("High <u>water</u>").document["content"]
    assert [mark["type"] for mark in block["content"][1]["marks"]] == ["underline"]


def test_old_encodings_are_read():
    assert (
        show(read_markdown("x.md", "# Où\n\nLa marée à Brest, l’été".encode("cp1252")).document)
        == "b1:La marée à Brest, l’été"
    )


def test_html_is_read_and_pictures_are_named():
    found = read("<script>x</script>\n\nlook ![a limpet](img/limpet.png) here")
    assert found.pictures == ["img/limpet.png"]
    assert show(found.document) == "b2:look  here | b1:!a limpet"
