"""Every kind of file: what it becomes, what is said of what it loses, and that its name need not be true."""

import base64
import io
import json
import zipfile

import pillow_heif
import pytest
import xlsxwriter
from docx.oxml.ns import nsmap
from PIL import Image
from pptx import Presentation
from pptx.util import Inches

from red_thread.core.page.nodes import attributes_of, content_of, plain_text, title_of
from red_thread.reading.files import read_as_pages, read_pages
from red_thread.reading.kinds import KINDS, UNREAD, kind_of

OLE = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + bytes(600)


def a_picture() -> bytes:
    written = io.BytesIO()
    Image.new("RGB", (40, 30), "teal").save(written, "PNG")
    return written.getvalue()


def zipped(**files: str | bytes) -> bytes:
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as archive:
        for path, body in files.items():
            archive.writestr(path, body)
    return made.getvalue()


def a_sheet() -> bytes:
    made = io.BytesIO()
    book = xlsxwriter.Workbook(made)
    tides = book.add_worksheet("Tides")
    for row, values in enumerate(
        [("Place", "Height"), ("Harbour", 4.5), ("Ness & Bay", 3), ("", ""), ("a\nb", True)]
    ):
        tides.write_row(row, 0, values)
    tides.write_formula(5, 1, "=B2+B3", None, 7.5)
    book.add_worksheet("Empty")
    hidden = book.add_worksheet("Answers")
    hidden.write(0, 0, "secret")
    hidden.hide()
    book.close()
    return made.getvalue()


def slides() -> bytes:
    made, deck = io.BytesIO(), Presentation()
    first = deck.slides.add_slide(deck.slide_layouts[1])
    first.shapes.title.text = "The shore"
    body = first.placeholders[1].text_frame
    body.text = "Wrack"
    for words, level in (("brown", 1), ("green", 1), ("Crabs", 0)):
        paragraph = body.add_paragraph()
        paragraph.text, paragraph.level = words, level
    body.paragraphs[0].runs[0].font.bold = True
    first.notes_slide.notes_text_frame.text = "the answer is 42"
    second = deck.slides.add_slide(deck.slide_layouts[6])
    picture = second.shapes.add_picture(io.BytesIO(a_picture()), Inches(1), Inches(1))
    picture._element.nvPicPr.cNvPr.set("descr", "a limpet")
    table = second.shapes.add_table(1, 2, Inches(1), Inches(3), Inches(3), Inches(1)).table
    table.cell(0, 0).text, table.cell(0, 1).text = "high", "low"
    deck.save(made)
    return made.getvalue()


def a_book() -> bytes:
    package = """<package xmlns="http://www.idpf.org/2007/opf"><manifest>
        <item id="b" href="b.xhtml"/><item id="a" href="a%20one.xhtml"/></manifest>
        <spine><itemref idref="a"/><itemref idref="b"/></spine></package>"""
    container = '<container><rootfiles><rootfile full-path="OEBPS/book.opf"/></rootfiles></container>'
    files = {
        "mimetype": "application/epub+zip",
        "META-INF/container.xml": container,
        "OEBPS/book.opf": package,
        "OEBPS/a one.xhtml": "<html><body><h1>Ebb</h1><p>Out.</p><img src='art/kelp.png' alt='kelp'/></body></html>",
        "OEBPS/b.xhtml": "<html><body><h1>Flow</h1><p>In.</p></body></html>",
        "OEBPS/art/kelp.png": a_picture(),
    }
    return zipped(**files)


def an_odt() -> bytes:
    names = "".join(
        f' xmlns:{short}="urn:oasis:names:tc:opendocument:xmlns:{long}:1.0"'
        for short, long in (("office", "office"), ("text", "text"), ("draw", "drawing"))
    )
    words = """<text:h text:outline-level="2">Limpets</text:h><text:p>They hold on.</text:p>
        <text:p><draw:frame><draw:image xlink:href="Pictures/1.png"/></draw:frame></text:p>"""
    content = f"""<office:document-content{names} xmlns:xlink="http://www.w3.org/1999/xlink">
        <office:body><office:text>{words}</office:text></office:body></office:document-content>"""
    parts = "<office:font-face-decls/><office:styles/><office:automatic-styles/><office:master-styles/>"
    styles = f"<office:document-styles{names}>{parts}</office:document-styles>"
    files = {"content.xml": content, "styles.xml": styles, "Pictures/1.png": a_picture()}
    return zipped(mimetype="application/vnd.oasis.opendocument.text", **files)


def a_photo() -> bytes:
    written = io.BytesIO()
    pillow_heif.from_pillow(Image.new("RGB", (64, 48), "teal")).save(written)
    return written.getvalue()


def a_computing_notebook() -> bytes:
    cell = {"cell_type": "markdown", "metadata": {}, "source": ["## Count the limpets\n", "\n", "by *hand*"]}
    return json.dumps({"nbformat": 4, "nbformat_minor": 5, "metadata": {}, "cells": [cell]}).encode()


RTF = rb"{\rtf1\ansi\ansicpg1252 The \b shore\b0  caf\'e9.\par Second line.}"
FILES = {
    "tides.xlsx": (a_sheet, {"tides": "Place Height Harbour 4.5 Ness & Bay 3 a b yes 7.5"}),
    "deck.pptx": (slides, {"The shore": "Wrack brown green Crabs", "deck 2": "a limpet high low"}),
    "sea.epub": (a_book, {"Ebb": "Out. kelp", "Flow": "In."}),
    "limpets.odt": (an_odt, {"limpets": "Limpets They hold on."}),
    "shore.rtf": (lambda: RTF, {"shore": "The shore café. Second line."}),
    "lab.ipynb": (a_computing_notebook, {"lab": "Count the limpets by hand"}),
    "proof.tex": (lambda: rb"\section{Waves} They \emph{break}.", {"Waves": "They break."}),
    "wrack.org": (lambda: b"* Wrack\n- [X] brown\n\n| Place |\n| Ness |\n", {"Wrack": "brown Place Ness"}),
    "tide.rst": (lambda: b"Ebb\n===\n\nIt *falls* [1]_.\n\n.. [1] At night.\n", {"Ebb": "It falls1.  At night."}),
    "photo.heic": (a_photo, {"photo": ""}),
}


def said(page) -> str:
    return " ".join(" ".join(plain_text(block).split()) for block in content_of(page.document)).strip()


@pytest.mark.parametrize("name", FILES)
def test_each_becomes_pages_with_its_words(name):
    made, expected = FILES[name]
    read = read_pages({name: made()}, alone=True)
    assert {title_of(page.document): said(page) for page in read.pages} == expected


@pytest.mark.parametrize("name", FILES)
def test_a_name_need_not_be_true(name):
    """A file of a certain kind is read as what it is, whatever ending somebody gave it."""
    made, expected = FILES[name]
    body = made()
    kind = kind_of(name, body)
    assert kind is not None
    if kind.certain:
        for ending in (".doc", ".zip", ".dat", ".pdf"):
            read = read_pages({f"x{ending}": body}, alone=True)
            assert [said(page) for page in read.pages] == list(expected.values()), ending


def test_what_is_left_out_is_said():
    (sheets,) = (read_pages({"tides.xlsx": a_sheet()}, alone=True).problems,)
    assert [problem.reason for problem in sheets] == [
        "the sheet Empty is empty",
        "the sheet Answers is hidden, and was left out",
    ]
    (notes,) = read_pages({"deck.pptx": slides()}, alone=True).problems
    assert notes.reason == "the speaker’s notes of 1 slide were left out: students would read them"


def test_a_sheet_that_is_too_large_for_a_page_comes_in_as_far_as_it_fits_and_that_is_said():
    made = io.BytesIO()
    with xlsxwriter.Workbook(made) as book:
        sheet = book.add_worksheet("Marks")
        for row in range(5000):
            sheet.write_row(row, 0, [f"student {row}", row])
    read = read_pages({"marks.xlsx": made.getvalue()}, alone=True)
    (page,) = read.pages
    assert len(content_of(content_of(page.document)[0])) == 2000
    (problem,) = read.problems
    assert problem.reason == "the sheet marks has 5000 rows and 2 columns; the first 2000 rows and 2 columns came in"


def test_pictures_come_along_with_their_words():
    for name, source in (("deck.pptx", "a limpet"), ("sea.epub", "kelp"), ("limpets.odt", "")):
        pages = read_pages({name: FILES[name][0]()}, alone=True).pages
        (shown,) = [block for page in pages for block in content_of(page.document) if block["type"] == "image"]
        assert attributes_of(shown)["alt"] == source
        (picture,) = [picture for page in pages for picture in page.pictures.values()]
        assert picture.body.startswith(b"\x89PNG")


def test_what_is_broken_on_one_slide_spoils_no_other():
    """A picture whose bytes are not in the file."""
    deck = Presentation(io.BytesIO(slides()))
    shown = next(shape for shape in deck.slides[1].shapes if hasattr(shape, "image"))
    shown._element.blipFill.blip.set(f"{{{nsmap['r']}}}embed", "rId999")
    made = io.BytesIO()
    deck.save(made)
    first, second = read_pages({"deck.pptx": made.getvalue()}, alone=True).pages
    assert (said(first), said(second)) == ("Wrack brown green Crabs", "high low")


def test_points_of_a_slide_are_a_list_with_levels():
    page, _ = read_pages({"deck.pptx": slides()}, alone=True).pages
    (points,) = content_of(page.document)
    wrack, crabs = content_of(points)
    assert [block["type"] for block in content_of(wrack)] == ["paragraph", "bulletList"] and len(
        content_of(crabs)
    ) == 1


def test_a_picture_that_markdown_holds_itself_comes_in():
    held = base64.b64encode(a_picture()).decode()
    read = read_pages({"x.md": f"![kelp](data:image/png;base64,{held})\n\n![far](C:\\x\\far.png)\n".encode()})
    (page,) = read.pages
    assert len(page.pictures) == 1 and [problem.reason for problem in read.problems] == [
        "a picture that lies elsewhere was left out: nothing is fetched"
    ]


@pytest.mark.parametrize(
    ("name", "body", "why"),
    [
        ("marks.xlsx", OLE, "it is locked with a password: save it without one"),
        ("essay.docx", OLE, "it is locked with a password: save it without one"),
        ("marks.xls", OLE, "it is not a spreadsheet that can be read"),
        ("deck.pptx", b"no", "it is not slides (PPTX), whatever its name says"),
        ("deck.pptx", zipped(**{"ppt/presentation.xml": "<a/>"}), "it is not a PPTX document that can be read"),
        ("book.epub", zipped(mimetype="application/epub+zip"), "it is not an EPUB book that can be read"),
        ("essay.odt", zipped(mimetype="application/vnd.oasis.opendocument.text"), "it is not a document of its kind"),
        ("photo.heic", b"\0\0\0\x18ftypheic" + bytes(40), "it is not a PNG, JPEG"),
        *((f"x{kind.endings[0]}", OLE, kind.why) for kind in UNREAD if kind.endings[0] != ".csv"),
    ],
)
def test_what_cannot_be_read_says_why(name, body, why):
    read = read_pages({name: body}, alone=True)
    assert not read.pages and [problem.reason[: len(why)] for problem in read.problems] == [why]


async def test_a_file_by_itself_is_what_it_is_too():
    """On the way with limits, where a PDF is drawn by two: what only calls itself one is none."""
    read = await read_as_pages("shore.pdf", RTF)
    assert [said(page) for page in read.pages] == ["The shore café. Second line."]


def test_no_ending_belongs_to_two_kinds():
    endings = [ending for kind in (*KINDS, *UNREAD) for ending in kind.endings]
    assert len(endings) == len(set(endings))
