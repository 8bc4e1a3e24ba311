"""Pages to print: everything on them comes along, nothing is fetched, and there is room to write."""

import io
import re

import pypdfium2
import pypdfium2.raw
import pytest
from lxml import html
from PIL import Image

from red_thread.core.page.nodes import plain_text
from red_thread.core.page.sheet import sheet_of
from red_thread.formats.as_pdf import write_pdf
from red_thread.formats.printed import LINES, Print, PrintedPage, write_html
from tests.notation import page


def a_space(kind: str, *inside, **more):
    attrs = {"id": "q", "kind": kind, "prompt": "How deep is it?", **more}
    return {"type": "space", "attrs": attrs, "content": list(inside)}


def words(text: str):
    return {"type": "paragraph", "attrs": {"id": "w"}, "content": [{"type": "text", "text": text}]}


def printed(*blocks, answers: bool = False, pictures=None, **attrs) -> Print:
    document = {"type": "doc", "attrs": {"title": "Tides & <b>swell</b>", **attrs}, "content": list(blocks)}
    return Print("Shore Studies", [PrintedPage(("Autumn", "Tides"), document)], pictures or {}, answers)


def read(made: Print):
    return html.fromstring(write_html(made).decode()).find("body")


@pytest.mark.parametrize(
    ("notation", "tag", "text"),
    [
        ("a:One _two_ *three*", "p", "One two three"),
        ("#h:Heading", "h2", "Heading"),
        ("l=ul[ l1=li[ l1.p:One ] ]", "ul/li/p", "One"),
        ("l=ol[ l1=li[ l1.p:One ] ]", "ol/li/p", "One"),
        ("l=tl[ l1=ti+[ l1.p:One ] ]", "ul/li/div/p", "One"),
        ("t=table[ r=row[ c=cell[ x:1 ] d=th[ y:2 ] ] ]", "table/tr/td/p", "1"),
        ("q=quote[ x:Said ]", "blockquote/p", "Said"),
        ("n=note[ x:Mind this ]", "div/p", "Mind this"),
    ],
)
def test_every_kind_comes_along(notation, tag, text):
    found = read(Print("x", [PrintedPage((), page(notation))])).findall(f".//{tag}")
    assert [one.text_content() for one in found] == [text]


def test_no_kind_loses_its_words():
    inside = [words("inside"), {"type": "kept", "attrs": {"id": "k", "from": "w", "why": "title"}, "content": []}]
    unknown = {"type": "something new", "attrs": {"id": "n"}, "content": inside}
    assert "inside" in read(printed(unknown)).text_content()


def test_what_is_typed_is_never_markup():
    made = write_html(printed(words("<script>alert(1)</script> & 'so' \"on\"")))
    assert b"<script" not in made
    assert read(printed(words("<i>"))).find(".//h1").text == "Tides & <b>swell</b>"


@pytest.mark.parametrize(
    ("space", "answers", "lines", "shows"),
    [
        (a_space("lines", words("3 m")), False, LINES, ""),
        (a_space("lines", words("3 m"), lines=7), False, 7, ""),
        (a_space("lines", words("3 m"), lines="many"), False, LINES, ""),
        (a_space("lines", words("3 m"), lines=10_000), False, 60, ""),
        (a_space("lines", words("3 m")), True, 0, "3 m"),
        (a_space("lines"), True, LINES, ""),
        (a_space("number", words("3"), unit="m"), True, 0, "3 m"),
        (a_space("photo"), False, 0, ""),
    ],
)
def test_places_to_answer_leave_room_or_show_what_stands_there(space, answers, lines, shows):
    (place,) = read(printed(space, answers=answers)).findall(".//div[@class='space']")
    assert len(place.findall("div[@class='line']")) == lines
    assert " ".join(" ".join(place.itertext()).split()) == f"How deep is it? {shows}".strip()


def test_picks_gaps_and_drawings_are_answers():
    option = {"type": "option", "attrs": {"id": "o", "picked": True}, "content": [words("Marram")]}
    gap = {"type": "gap", "attrs": {"id": "g", "answer": "neap"}}
    drawing = a_space("sketch", strokes=[[[1, 2], [30, 40]], {"points": [{"x": 5, "y": 6}, {"x": 7, "y": 8}]}])
    blocks = a_space("choice", option), {"type": "paragraph", "attrs": {"id": "p"}, "content": [gap]}, drawing
    with_them, without = (write_html(printed(*blocks, answers=on)).decode() for on in (True, False))
    assert "box on" in with_them and "neap" in with_them
    assert re.findall(r"<path class='\w*' d='([^']*)'", with_them) == ["M1 2L30 40", "M5 6L7 8"]
    assert "box on" not in without.partition("</style>")[2] and "neap" not in without and "<path" not in without


def test_pictures_are_in_the_file_and_nothing_else_is_asked_for():
    made = io.BytesIO()
    Image.new("RGB", (8, 8), "red").save(made, "PNG")
    image = {"type": "image", "attrs": {"id": "i", "src": "/api/pictures/x", "alt": "A “limpet”", "width": 80}}
    other = {"type": "image", "attrs": {"id": "j", "src": "http://elsewhere.example/p.png", "alt": "Elsewhere"}}
    body = read(printed(image, other, pictures={"/api/pictures/x": ("image/png", made.getvalue())}))
    (shown,) = body.findall(".//img")
    assert (shown.get("alt"), shown.get("width")) == ("A “limpet”", "80")
    assert shown.get("src").startswith("data:image/png;base64,")
    assert "[Elsewhere]" in body.text_content()


def test_a_picture_to_draw_on_stands_under_what_is_drawn():
    made = io.BytesIO()
    Image.new("RGB", (8, 8), "red").save(made, "PNG")
    place = a_space("sketch", over="limpet", strokes=[[[1, 2], [30, 40]]])
    gone = a_space("sketch", over="nowhere")
    document = printed(place, gone, answers=True, pictures={"limpet": ("image/png", made.getvalue())})
    pads = re.findall(r"<svg viewBox='0 0 1000 563'>(.*?)</svg>", write_html(document).decode())
    assert [re.findall(r"<(\w+)", pad) for pad in pads] == [["image", "path"], []]
    assert write_pdf(document).startswith(b"%PDF")


@pytest.mark.parametrize("source", [r"\frac{1}{2}", r"\no{such", "", "<&"])
def test_formulas_are_drawn_or_stand_as_they_are_written(source):
    content = [{"type": "text", "text": source}] if source else []
    body = read(printed({"type": "formula", "attrs": {"id": "f"}, "content": content}))
    (formula,) = body.findall(".//div[@class='formula']")
    assert formula.find(".//svg") is not None or formula.text_content() == source


@pytest.mark.parametrize(
    ("orientation", "size"),
    [
        (None, None),
        ("portrait", (210, 297)),
        ("landscape", (297, 210)),
        ("A5 landscape", (210, 148)),
        ("Letter portrait", (215.9, 279.4)),
        ("endless", None),
        ("A9 portrait", None),
    ],
)
def test_sizes_of_sheets(orientation, size):
    assert sheet_of({"type": "doc", "attrs": {"title": "x", "orientation": orientation}}) == size


def test_a_pdf_has_each_page_on_sheets_of_its_own_size():
    pages = [
        PrintedPage(("Tides",), page("a:Żółta łódź, Δελφίνι, море", title, orientation=form))
        for title, form in (("Ebb", "A5 portrait"), ("Flow", "landscape"), ("Spring", "endless"))
    ]
    found = pypdfium2.PdfDocument(write_pdf(Print("Shore Studies", pages)))
    sizes = [tuple(round(side / 72 * 25.4) for side in found[k].get_size()) for k in range(len(found))]
    assert sizes == [(148, 210), (297, 210), (210, 297)]
    text = found[0].get_textpage().get_text_bounded()
    assert "Żółta łódź, Δελφίνι, море" in text and plain_text(pages[0].document) in text


def test_nothing_is_fetched_while_a_pdf_is_made(tmp_path):
    secret = tmp_path / "secret.txt"
    secret.write_text("the sea")
    image = {"type": "image", "attrs": {"id": "i", "src": secret.as_uri(), "alt": ""}}
    link = {"type": "text", "text": "there", "marks": [{"type": "link", "attrs": {"href": secret.as_uri()}}]}
    pictures = {secret.as_uri(): ("image/svg+xml", f'<svg><image href="{secret.as_uri()}"/></svg>'.encode())}
    made = write_pdf(printed(image, {**words(""), "content": [link]}, pictures=pictures))
    assert b"the sea" not in made and b"EmbeddedFile" not in made


@pytest.mark.parametrize("paper", ["ruled", "squared", "dotted", "plain", "x' onload='y"])
def test_paper_is_printed_where_it_is_known(paper):
    body = read(printed(words("x"), paper=paper))
    (sheet,) = body.findall("article/div")
    assert sheet.get("class") == (paper if paper in ("ruled", "squared", "dotted") else None)
    assert "onload" not in sheet.attrib


def test_the_pdf_is_tagged_has_its_titles_as_bookmarks_and_its_lists_begin_where_they_say():
    items = [{"type": "listItem", "attrs": {"id": f"i{k}"}, "content": [words("Kelp")]} for k in range(2)]
    steps = {"type": "orderedList", "attrs": {"id": "l", "start": 7}, "content": items}
    made = pypdfium2.PdfDocument(write_pdf(printed(steps)))
    assert pypdfium2.raw.FPDFCatalog_IsTagged(made.raw)
    assert [mark.get_title() for mark in made.get_toc()] == ["Tides & <b>swell</b>"]
    text = made[0].get_textpage().get_text_bounded()
    assert "7." in text and "8." in text and "1." not in text


@pytest.mark.parametrize(
    ("text", "turned"),
    [("הים יורד.", True), ("12 البحر", True), ("The sea", False), ("The עברית", False), ("12.", False)],
)
def test_words_from_right_to_left_stand_so(text, turned):
    assert ("direction:rtl" in write_html(printed(words(text))).decode()) is turned


def a_table(columns: int, *shown: str):
    cells = " | ".join(f"c{k}=cell[ p{k}:{shown[k % len(shown)]}{k} ]" for k in range(columns))
    return page(f"t=table[ r=row[ {cells} ] ]")


@pytest.mark.parametrize("columns", [7, 14, 25, 40])
def test_all_columns_of_a_table_stand_on_the_sheet(columns):
    """Every mark in the last column lies within the margins of its sheet."""
    made = Print("x", [PrintedPage((), a_table(columns, "42 "))])
    (sheet,) = pypdfium2.PdfDocument(write_pdf(made))
    text = sheet.get_textpage()
    boxes = [text.get_charbox(k) for k in range(text.count_chars())]
    assert max(right for _, _, right, _ in boxes) < sheet.get_width() - 30
    assert f"42 {columns - 1}" in " ".join(text.get_text_range().split())


@pytest.mark.parametrize(
    "said",
    ["مرحبا", "שלום", "Ελληνικά", "नमस्ते", "สวัสดี", "Խարիսխ", "გამარჯობა", "海藻", "ひらがな", "한국어", "😀👍🏽"],
)
def test_every_script_of_a_school_has_letters(said, caplog):
    """No glyph is the empty box of a face that lacks it."""
    write_pdf(Print("x", [PrintedPage((), page(f"a:{said}"))], {}, False))
    assert not [entry.getMessage() for entry in caplog.records if "notdef" in entry.getMessage()]


def test_a_script_without_letters_here_is_known_by_a_notice(caplog):
    """What the test above looks for is there where a face is missing."""
    write_pdf(Print("x", [PrintedPage((), page("a:\U000f0001"))], {}, False))
    assert [entry for entry in caplog.records if "notdef" in entry.getMessage()]
