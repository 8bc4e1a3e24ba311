"""What a DOCX document says of its paragraphs arrives: where they stand, boxes to tick, frames, numbers, readings."""

import io
import re

import docx
import pytest
from docx.enum.text import WD_ALIGN_PARAGRAPH
from docx.oxml import parse_xml
from docx.oxml.ns import nsmap, qn

from red_thread.core.page.nodes import attributes_of, content_of, plain_text
from red_thread.formats.docx import read_docx

W = " ".join(f'xmlns:{short}="{nsmap[short]}"' for short in ("w", "w14"))


def read(document):
    made = io.BytesIO()
    document.save(made)
    return read_docx("x.docx", made.getvalue())


def add(paragraph, markup: str, to_properties: bool = False) -> None:
    element = parse_xml(re.sub(r"^<([\w:]+)", rf"<\1 {W}", markup))
    (paragraph._p.get_or_add_pPr() if to_properties else paragraph._p).append(element)


def numbered(document, number: int, start: int | str) -> None:
    """A list of the document's own that begins with `start`."""
    numbering = document.part.numbering_part.numbering_definitions._numbering
    kind = next(
        kind.get(qn("w:abstractNumId"))
        for kind in numbering.findall(qn("w:abstractNum"))
        if kind.find(qn("w:lvl")).find(qn("w:numFmt")).get(qn("w:val")) == "decimal"
    )
    over = f'<w:lvlOverride w:ilvl="0"><w:startOverride w:val="{start}"/></w:lvlOverride>'
    numbering.append(parse_xml(f'<w:num {W} w:numId="{number}"><w:abstractNumId w:val="{kind}"/>{over}</w:num>'))


def entry(document, words: str, number: int) -> None:
    where = f'<w:numPr><w:ilvl w:val="0"/><w:numId w:val="{number}"/></w:numPr>'
    add(document.add_paragraph(words), where, to_properties=True)


@pytest.mark.parametrize(("place", "align"), [("CENTER", "center"), ("RIGHT", "right"), ("LEFT", None)])
def test_words_stand_where_they_stood(place, align):
    document = docx.Document()
    document.add_paragraph("Low tide").alignment = getattr(WD_ALIGN_PARAGRAPH, place)
    (paragraph,) = content_of(read(document).document)
    assert attributes_of(paragraph).get("align") == align


def test_boxes_to_tick_are_one_list():
    document = docx.Document()
    for words, is_on in (("boots", 1), ("net", 0)):
        paragraph = document.add_paragraph()
        box = f'<w14:checkbox><w14:checked w14:val="{is_on}"/></w14:checkbox>'
        add(paragraph, f"<w:sdt><w:sdtPr>{box}</w:sdtPr><w:sdtContent><w:r><w:t>☐</w:t></w:r></w:sdtContent></w:sdt>")
        paragraph.add_run(f" {words}")
    document.add_paragraph("☑ a bucket")
    document.add_paragraph("Words, and a box ☐ among them.")
    tasks, words = content_of(read(document).document)
    assert [(plain_text(item).strip(), attributes_of(item)["checked"]) for item in content_of(tasks)] == [
        ("boots", True),
        ("net", False),
        ("a bucket", True),
    ]
    assert words["type"] == "paragraph"


def test_a_list_begins_where_it_did_and_goes_on_after_other_words():
    document = docx.Document()
    numbered(document, 70, 7)
    numbered(document, 71, 1)
    for words, number in (("g", 70), ("h", 70), ("", 0), ("i", 70), ("", 0), ("a", 71), ("", 0), ("b", 71)):
        if number:
            entry(document, words, number)
        else:
            document.add_paragraph("between")
    lists = [block for block in content_of(read(document).document) if block["type"] == "orderedList"]
    assert [(attributes_of(found).get("start", 1), plain_text(found).split()) for found in lists] == [
        (7, ["g", "h"]),
        (9, ["i"]),
        (1, ["a"]),
        (2, ["b"]),
    ]


@pytest.mark.parametrize("start", ["²", "-3", "9" * 40, "x", ""])
def test_a_number_that_is_none_is_passed_over(start):
    document = docx.Document()
    numbered(document, 70, start)
    entry(document, "g", 70)
    (found,) = content_of(read(document).document)
    assert (found["type"], attributes_of(found).get("start", 1)) == ("orderedList", 1)


@pytest.mark.parametrize(
    "how",
    ['<w:shd w:val="clear" w:fill="FFF2CC"/>', '<w:pBdr><w:top w:val="single"/><w:bottom w:val="single"/></w:pBdr>'],
)
def test_framed_paragraphs_stand_in_a_frame_together(how):
    document = docx.Document()
    for words in ("Mind the tide.", "Wear boots."):
        add(document.add_paragraph(words), how, to_properties=True)
    document.add_paragraph("Then go.")
    note, after = content_of(read(document).document)
    assert (note["type"], len(content_of(note)), plain_text(after)) == ("callout", 2, "Then go.")


def test_how_a_sign_is_read_stands_behind_it():
    document = docx.Document()
    ruby = "<w:ruby><w:rt><w:r><w:t>しお</w:t></w:r></w:rt><w:rubyBase><w:r><w:t>潮</w:t></w:r></w:rubyBase></w:ruby>"
    add(document.add_paragraph("the "), f"<w:r>{ruby}</w:r>")
    found = read(document)
    assert plain_text(found.document) == "the 潮(しお)" and not found.problems
