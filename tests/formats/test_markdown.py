"""Markdown into pages."""

import base64
import io

import pytest
from PIL import Image

from red_thread.core.page.nodes import content_of, plain_text, walk
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
        ("where x <y> z, and List<String>", ["where x <y> z, and List<String>"]),
        ("<String>\n\nEbb", ["<String>", "Ebb"]),
        ("a < b and c > d", ["a < b and c > d"]),
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


def test_links_and_pictures_that_are_written_as_html_come_along():
    found = read(
        'See <a href="https://tides.example">this</a>, <a href="javascript:x">not</a> <img src="kelp.png" alt="Kelp">'
    )
    marks = {part["text"]: part.get("marks") for part in found.document["content"][0]["content"]}
    assert marks["this"] == [{"type": "link", "attrs": {"href": "https://tides.example"}}]
    assert not any(marks[text] for text in marks if text != "this")
    assert found.pictures == ["kelp.png"]
    assert [block["type"] for block in found.document["content"]] == ["paragraph", "image"]


def test_pictures_within_html_within_markdown_come_along():
    made = io.BytesIO()
    Image.new("RGB", (2, 2), "red").save(made, "PNG")
    data = f"data:image/png;base64,{base64.b64encode(made.getvalue()).decode()}"
    found = read(f"<p><img src='{data}'></p>\n\nand <img src='{data}'> here\n\n<div><img src='kelp.png'></div>")
    sources = [node["attrs"]["src"] for node in walk(found.document) if node["type"] == "image"]
    assert (sources, found.pictures, list(found.embedded)) == (
        ["within-1", "within-2", "kelp.png"],
        ["kelp.png"],
        ["within-1", "within-2"],
    )


def test_footnotes_stand_at_the_end_under_their_numbers():
    """Of one word too, which looks like the address of a link; one that is named nowhere is told."""
    found = read_markdown("x.md", b"Wrack[^w] and kelp[^k].\n\n[^k]: Two words.\n[^w]: seaweed\n[^z]: nowhere")
    words, _, notes = content_of(found.document)
    assert (plain_text(words), [plain_text(note) for note in content_of(notes)]) == (
        "Wrack1 and kelp2.",
        ["seaweed", "Two words."],
    )
    assert [mark["type"] for part in content_of(words) for mark in part.get("marks", ())] == ["superscript"] * 2
    assert [(problem.line, problem.reason) for problem in found.problems] == [
        (5, "no words name the footnote z, and it was left out")
    ]
