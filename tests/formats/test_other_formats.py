"""HTML, DOCX, PDF and pictures as pages: what browsers, word processors and scanners save."""

import base64
import io
import re
import zipfile

import docx
import pytest
from docx.shared import Inches
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from PIL import Image

from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import attributes_of, plain_text, walk
from red_thread.formats.as_markdown import write_markdown
from red_thread.formats.docx import read_docx
from red_thread.formats.html import read_html
from red_thread.formats.markdown import read_markdown
from red_thread.formats.office_math import tex_of
from red_thread.formats.pdf import WORDLESS, read_pdf
from red_thread.formats.printed import Print, PrintedPage, write_html
from red_thread.formats.problems import Unreadable
from red_thread.formats.table_cells import Cell, rectangular
from red_thread.reading.files import read_pages
from tests.notation import show


def a_picture(kind="PNG", size=(40, 30)):
    written = io.BytesIO()
    Image.new("RGB", size, "teal").save(written, kind)
    return written.getvalue()


def read(markup, name="x.html"):
    return read_html(name, markup.encode())


@pytest.mark.parametrize(
    ("markup", "expected"),
    [
        ("loose words", "loose words"),
        ("<p>one</p>\n\n  <p>two\n three</p>", "one | two three"),
        ("<div>a<div>b</div>c</div>", "a | b | c"),
        ("<p>a <b>b <i>c</i></b> d</p>", "a _b __c__ d"),
        ("<p> <b> a </b> <i> b</i> </p>", "_a _b"),
        ("<h2>Head</h2><p>x</p>", "Head | x"),
        ("<p>one<br><br></p>", "one"),
        ("<p>a&nbsp;b &amp; c</p>", "a\xa0b & c"),
        ("<pre>  two\n  lines\n</pre>", "  two\n  lines"),
        ("<blockquote><p>q</p></blockquote>", "q"),
        ("<ul><li>a<ul><li>b</li></ul></li></ul>", "a | b"),
        ("<ul><li>a</li><ul><li>b</li></ul></ul>", "a | b"),
        ("<dl><dt>word</dt><dd>meaning</dd></dl>", "word | meaning"),
        ("<p>seen<script>hidden()</script><style>p{}</style></p>", "seen"),
        ("<p>a<o:p></o:p> b</p>", "a b"),
        ("<details><summary>Ask</summary>Answer</details>", "Ask | Answer"),
    ],
)
def test_the_words_of_html_come_in_as_they_are_shown(markup, expected):
    page = read(markup).document
    words = [plain_text(node) for node in walk(page) if node["type"] in ("paragraph", "heading", "codeBlock")]
    assert " | ".join(words) == expected.replace("_", "")


@pytest.mark.parametrize(
    ("markup", "shown"),
    [
        ("<ul><li><input type=checkbox checked> a</li><li>☐ b</li></ul>", "tl[ ti+[ a ] | ti[ b ] ]"),
        ("<ol start=3><li>a</li></ol>", "ol[ li[ a ] ]"),
        ("<table><tr><th>a</th></tr><tr><td>b</td><td>c</td></tr></table>", "table[ row[ th[ a ] | cell[ ] ] | row[ cell[ b ] | cell[ c ] ] ]"),
        ("<ul></ul><table></table>x", "x"),
    ],
)  # fmt: skip
def test_lists_and_tables_come_in_as_such(markup, shown):
    page = show(read(markup).document)
    bare = " ".join(part.split("=", 1)[-1].split(":", 1)[-1] for part in page.split())
    assert " ".join(bare.split()) == shown


@pytest.mark.parametrize(
    ("markup", "widths"),
    [
        ("<colgroup><col style='width:90.5px'><col width=30></colgroup><tr><td>a<td>b<tr><td width=7>c<td>d", [[90], [48]]),
        ("<tr><td width=120>a<td style='color:red; width: 5000px'>b", [[120], [640]]),
        ("<tr><td width='50%'>a<td width=100>b", [None, [100]]),
        ("<colgroup><col width=100><col width=60></colgroup><tr><td colspan=2>a<tr><td>b<td>c", [[100, 60]]),
        ("<tr><td width=200 colspan=2>a<tr><td>b<td>c", [None]),
        ("<tr><td width=600>a<td width=600>b", [None, None]),
    ],
)  # fmt: skip
def test_columns_come_in_as_wide_as_they_are_said_to_be(markup, widths):
    document = read(f"<table>{markup}</table>").document
    rows = [node for node in walk(document) if node["type"] == "tableRow"]
    assert [cell["attrs"].get("colwidth") for cell in rows[0]["content"]] == widths
    assert not any("colwidth" in cell["attrs"] for row in rows[1:] for cell in row["content"])
    columns = re.findall(
        r"<col(?: style='width:(\d+)px')?>", write_html(Print("", [PrintedPage((), document)])).decode()
    )
    said = [width for cell in widths for width in cell or ([0, 0] if "colspan" in markup else [0])]
    assert [int(width or 0) for width in columns] == (said if any(said) else [])


def test_links_and_marks_of_styles_and_of_tags():
    page = read(
        "<p><a href='https://shore.example/a'>good</a> <a href='javascript:x()'>bad</a> <a href='#note'>near</a>"
        "<span style='font-weight:700'>bold</span><b style='font-weight:normal'>plain</b></p>"
    ).document
    marks = {node["text"].strip(): node.get("marks", []) for node in walk(page) if node["type"] == "text"}
    assert marks["good"] == [{"type": "link", "attrs": {"href": "https://shore.example/a"}}]
    assert marks["bold"] == [{"type": "bold"}]
    assert marks.get("bad near", marks.get("bad", [])) == []


def test_pictures_come_from_beside_it_and_from_within_and_from_nowhere_else():
    inside = f"data:image/png;base64,{base64.b64encode(a_picture()).decode()}"
    found = read(
        f"<p>x <img src='{inside}' alt='teal'></p><img src='pics/a.png'><img src='https://far.example/b.png'>"
    )
    assert found.pictures == ["pics/a.png"]
    assert [media for media, _ in found.embedded.values()] == ["image/png"]
    assert [problem.reason for problem in found.problems] == [
        "a picture that lies elsewhere was left out: nothing is fetched"
    ]
    broken = read("<p>x</p><img src='data:image/png;base64,AAAA'>")
    assert "left out" in broken.problems[0].reason


@pytest.mark.parametrize(
    "markup",
    [
        "<div>" * 5000 + "deep",
        "<blockquote>" * 60 + "deep" + "</blockquote>" * 60,
        "<ul><li>" * 60 + "deep",
        "<table><tr><td>" * 40 + "deep",
        "<table><tr>" + "<td rowspan=999 colspan=999>deep</td>" * 300,
    ],
)
def test_what_is_nested_without_end_keeps_its_words_or_is_refused_with_a_sentence(markup):
    try:
        page = read(markup).document
    except Unreadable as refused:
        assert str(refused)
    else:
        assert "deep" in plain_text(page)


_TAGS = [
    "p",
    "div",
    "ul",
    "ol",
    "li",
    "b",
    "i",
    "table",
    "tr",
    "td",
    "th",
    "h1",
    "h3",
    "blockquote",
    "br",
    "pre",
    "a",
]
_MARKUP = st.lists(
    st.one_of(
        st.sampled_from(_TAGS).map(lambda tag: f"<{tag}>"),
        st.sampled_from(_TAGS).map(lambda tag: f"</{tag}>"),
        st.sampled_from(["crab", "limpet", " ", "\n", "&lt;x&gt;", "<td colspan=3 rowspan=2>"]),
    ),
    max_size=40,
)


@given(_MARKUP)
def test_whatever_the_markup_the_page_is_one_and_no_word_is_lost(parts):
    try:
        found = read("".join(parts)).document
    except Unreadable:
        assert "crab" not in parts
        return
    check_page(found)
    seen = f"{attributes_of(found)['title']} {plain_text(found)}"
    for word in ("crab", "limpet"):
        assert seen.count(word) == parts.count(word)


@given(st.lists(st.lists(st.tuples(st.integers(1, 5), st.integers(1, 5)), max_size=5), min_size=1, max_size=5))
def test_tables_are_rectangular_whatever_their_spans(rows):
    made = rectangular([[Cell([], False, *spans) for spans in row] for row in rows])
    taken: dict[tuple[int, int], int] = {}
    for y, row in enumerate(made):
        x = 0
        for cell in row:
            while (y, x) in taken:
                x += 1
            for at in ((y + dy, x + dx) for dy in range(cell.rowspan) for dx in range(cell.colspan)):
                assert at not in taken
                taken[at] = 1
            x += cell.colspan
    width = max(x for _, x in taken) + 1
    assert len(taken) == width * len(made)


def a_document(tmp_path):
    made = docx.Document()
    made.add_heading("Rock-pool survey", 0)
    made.add_heading("Before you go", 1)
    line = made.add_paragraph("Wear ")
    line.add_run("boots").bold = True
    made.add_paragraph("Bucket", style="List Bullet")
    made.add_paragraph("Net", style="List Bullet")
    made.add_paragraph("Look", style="List Number")
    table = made.add_table(rows=2, cols=2)
    table.cell(0, 0).merge(table.cell(0, 1)).text = "Seen"
    table.cell(1, 0).text = "crab"
    made.add_picture(io.BytesIO(a_picture()), width=Inches(1))
    made.save(str(tmp_path / "a.docx"))
    return (tmp_path / "a.docx").read_bytes()


def test_a_document_of_a_word_processor_comes_in_with_all_its_parts(tmp_path):
    found = read_docx("rock_pools.docx", a_document(tmp_path))
    page = found.document
    assert attributes_of(page)["title"] == "Rock-pool survey"
    kinds = [block["type"] for block in page["content"]]
    assert kinds == ["heading", "paragraph", "bulletList", "orderedList", "table", "image"]
    head = next(node for node in walk(page) if node["type"] in ("tableHeader", "tableCell"))
    assert attributes_of(head)["colspan"] == 2
    assert "boots" in plain_text(page)
    assert len(found.embedded) == 1


def a_pdf(*pages):
    """A PDF as its specification writes one, with a line of words on each page."""
    kids = " ".join(f"{3 + 2 * k} 0 R" for k in range(len(pages)))
    objects = ["<< /Type /Catalog /Pages 2 0 R >>", f"<< /Type /Pages /Kids [{kids}] /Count {len(pages)} >>"]
    for k, words in enumerate(pages):
        drawn = f"BT /F1 24 Tf 40 100 Td ({words}) Tj ET"
        font = "/Resources << /Font << /F1 << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >> >>"
        at = f"/MediaBox [0 0 300 200] /Contents {4 + 2 * k} 0 R"
        objects.append(f"<< /Type /Page /Parent 2 0 R {font} {at} >>")
        objects.append(f"<< /Length {len(drawn)} >>\nstream\n{drawn}\nendstream")
    body, places = "%PDF-1.4\n", []
    for number, words in enumerate(objects, 1):
        places.append(len(body))
        body += f"{number} 0 obj\n{words}\nendobj\n"
    table = "".join(f"{place:010d} 00000 n \n" for place in places)
    size = len(objects) + 1
    end = f"xref\n0 {size}\n0000000000 65535 f \n{table}trailer\n<< /Size {size} /Root 1 0 R >>\nstartxref\n{len(body)}\n%%EOF"
    return (body + end).encode()


def test_each_page_of_a_pdf_is_a_picture_with_its_words_and_a_place_to_write():
    first, second = read_pdf("tide_table.pdf", a_pdf("High water", "Low water"))
    assert attributes_of(second.document)["title"] == "tide table, 2"
    picture, space = first.document["content"]
    assert attributes_of(picture)["alt"] == "High water"
    assert space["type"] == "space"
    media, body = first.embedded["page"]
    with Image.open(io.BytesIO(body)) as drawn:
        assert (media, max(drawn.size)) == ("image/jpeg", 1600)


@pytest.mark.parametrize("body", [b"", b"%PDF-1.4\nnonsense", a_pdf(), a_pdf(*["x"] * 301), a_pdf("x")[:200]])
def test_what_is_no_pdf_or_too_much_of_one_is_refused(body):
    with pytest.raises(Unreadable):
        read_pdf("a.pdf", body)


def broken_documents():
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w") as archive:
        archive.writestr("word/document.xml", "<!DOCTYPE a [<!ENTITY b 'x'>]><a>&b;</a>")
    yield written.getvalue()
    yield b"PK\x03\x04nonsense"
    yield b"\xd0\xcf\x11\xe0" + b"locked" * 50
    yield b""


@pytest.mark.parametrize("body", list(broken_documents()))
def test_what_is_no_document_is_refused(body):
    with pytest.raises(Unreadable):
        read_docx("a.docx", body)


def test_all_formats_come_in_together_each_where_it_lies(tmp_path):
    files = {
        "Autumn/Tides/1-table.pdf": a_pdf("High", "Low"),
        "Autumn/Tides/2-notes.html": b"<h1>Notes</h1><img src='moon.png'>",
        "Autumn/Tides/moon.png": a_picture(),
        "Autumn/Tides/3-survey.docx": a_document(tmp_path),
        "Autumn/Tides/4-log.md": b"# Log\n\nWrite.",
        "Autumn/Tides/tune.mp3": b"ID3",
        "Autumn/Tides/5-broken.pdf": b"no",
    }
    read = read_pages(files)
    pages, problems = read.pages, read.problems
    assert [(page.dividers, page.section, attributes_of(page.document)["title"]) for page in pages] == [
        (("Autumn", "Tides"), "1 table", "1 table, 1"),
        (("Autumn", "Tides"), "1 table", "1 table, 2"),
        (("Autumn",), "Tides", "Notes"),
        (("Autumn",), "Tides", "Rock-pool survey"),
        (("Autumn",), "Tides", "Log"),
    ]
    assert [len(page.pictures) for page in pages] == [1, 1, 1, 1, 0]
    assert [problem.file for problem in problems] == ["Autumn/Tides/5-broken.pdf", "Autumn/Tides/tune.mp3"]


def test_whatever_lies_beside_the_pages_and_is_not_read_is_named_with_what_to_do():
    files = {
        "Tides/1.md": b"# Ebb\n\n![kelp](kelp%20bed.png)",
        "Tides/kelp bed.png": a_picture(),
        **{
            f"Tides/{name}": b"x"
            for name in ("a.pages", "b.odp", "c.numbers", "d.psd", "e.xyz", "f.mp3", "g.csv", "h.odt")
        },
    }
    read = read_pages(files)
    assert len(read.pages[0].pictures) == 1
    assert {problem.file[6:]: problem.reason.split(":")[0] for problem in read.problems} == {
        "a.pages": "this kind of document is not read",
        "b.odp": "this kind of slides is not read",
        "c.numbers": "this kind of sheet is not read",
        "d.psd": "this kind of drawing is not read",
        "e.xyz": "this kind of file is not read, and was left out",
        "f.mp3": "no page shows it, and it was left out",
        "g.csv": "a list is no page; students are brought in under Classes",
        "h.odt": "it is not ODT, whatever its name says",
    }


def test_plain_text_is_a_page_of_its_paragraphs():
    (page,) = read_pages({"tide_notes.txt": "Ebb\nand flow\r\n\r\nKelp".encode("utf-16")}).pages
    words = [plain_text(block) for block in page.document["content"]]
    assert (attributes_of(page.document)["title"], words) == ("tide notes", ["Ebb\nand flow", "Kelp"])


@pytest.mark.parametrize("kind", ["BMP", "TIFF"])
def test_pictures_of_scanners_are_pages(kind):
    (page,) = read_pages({f"scan.{kind.lower()}": a_picture(kind)}, alone=True).pages
    assert len(page.pictures) == 1


def test_a_pdf_without_words_says_so():
    assert [problem.reason for problem in read_pages({"scan.pdf": a_pdf("", "")}).problems] == [WORDLESS]
    assert read_pages({"words.pdf": a_pdf("High", "")}).problems == []


@pytest.mark.parametrize(
    ("markup", "words"),
    [
        ("<p>The <custom-tag>sea</custom-tag> falls <acronym>fast</acronym>.</p>", ["The sea falls fast."]),
        ("<p>A <o:p>word</o:p> and <nobr>another</nobr></p>", ["A word and another"]),
        ("<p><ruby>潮<rp>(</rp><rt>しお</rt><rp>)</rp></ruby>が引く</p>", ["潮(しお)が引く"]),
        ("<p>x <math><mi>a</mi></math> y</p>", ["x a y"]),
    ],
)
def test_an_element_within_a_sentence_does_not_cut_it(markup, words):
    blocks = read_html("x.html", markup.encode()).document["content"]
    assert [plain_text(block) for block in blocks] == words


M = "http://schemas.openxmlformats.org/officeDocument/2006/math"


def a_formula(markup: str) -> str:
    return f'<m:oMath xmlns:m="{M}">{markup}</m:oMath>'


def letters(words: str) -> str:
    return f"<m:r><m:t>{words}</m:t></m:r>"


@pytest.mark.parametrize(
    ("markup", "tex"),
    [
        (f"<m:f><m:num>{letters('a')}</m:num><m:den>{letters('b')}</m:den></m:f>", r"\frac{a}{b}"),
        (f"<m:sSup><m:e>{letters('x')}</m:e><m:sup>{letters('2')}</m:sup></m:sSup>{letters('+1')}", "{x}^{2}+1"),
        (f"<m:rad><m:deg/><m:e>{letters('2')}</m:e></m:rad>", r"\sqrt{2}"),
        (f"<m:d><m:e>{letters('x≤y')}</m:e></m:d>", r"(x\le y)"),
        (f"<m:box><m:e>{letters('kept')}</m:e></m:box>", "kept"),
    ],
)
def test_formulas_of_a_document_are_tex(markup, tex):
    assert tex_of(etree.fromstring(a_formula(markup))) == tex


def test_a_document_keeps_its_formulas_marks_and_code(tmp_path):
    document = docx.Document()
    document.add_paragraph("Before ").add_run("under").underline = True
    line = document.add_paragraph("Then ")
    line._p.append(etree.fromstring(a_formula(letters("a+b"))))
    alone = document.add_paragraph()
    alone._p.append(etree.fromstring(f'<m:oMathPara xmlns:m="{M}">{a_formula(letters("E=m"))}</m:oMathPara>'))
    document.save(tmp_path / "x.docx")
    blocks = read_docx("x.docx", (tmp_path / "x.docx").read_bytes()).document["content"]
    assert [(block["type"], plain_text(block)) for block in blocks] == [
        ("paragraph", "Before under"),
        ("paragraph", "Then a+b"),
        ("formula", "E=m"),
    ]
    assert blocks[0]["content"][1]["marks"] == [{"type": "underline"}]


def test_lists_of_a_word_processor_are_lists():
    def entry(level: int, sign: str, words: str) -> str:
        return f"<p class=MsoListParagraph style='margin:0;mso-list:l0 level{level} lfo1'><span style='mso-list:Ignore'>{sign}<span>&nbsp; </span></span>{words}</p>"

    markup = (
        "<p>Take:</p>"
        + entry(1, "1.", "boots")
        + entry(2, "·", "for <b>mud</b>")
        + entry(1, "2.", "a coat")
        + entry(1, "·", "ropes")
    )
    shown = show(read_html("x.html", f"{markup}<p>Go.</p>".encode()).document)
    assert re.sub(r"\bb\d+", "b", shown) == (
        "b:Take: | b=ol[ b=li[ b:boots | b=ul[ b=li[ b:for _mud_ ] ] ] | b=li[ b:a coat ] ] | b=ul[ b=li[ b:ropes ] ] | b:Go."
    )


def test_html_in_an_old_encoding_that_does_not_say_so_is_read():
    page = read_html("x.html", "<p>La marée à Brest, l’été, où l’île dort</p>".encode("cp1252")).document
    assert plain_text(page["content"][0]) == "La marée à Brest, l’été, où l’île dort"


def test_a_picture_by_itself_is_a_page_with_it():
    read = read_pages({"limpet_drawing.jpg": a_picture("JPEG")}, alone=True)
    (page,), problems = read.pages, read.problems
    assert (attributes_of(page.document)["title"], len(page.pictures), problems) == ("limpet drawing", 1, [])


@pytest.mark.parametrize(
    ("markup", "align"),
    [
        ("<p style='text-align: center'>Ebb</p>", "center"),
        ("<p align=RIGHT>Ebb</p>", "right"),
        ("<h2 style='color:red; text-align:right;'>Ebb</h2>", "right"),
        ("<p style='text-align: justify'>Ebb</p>", None),
        ("<p style='x-text-align: center'>Ebb</p>", None),
        ("<p>Ebb</p>", None),
    ],
)
def test_words_stand_where_the_markup_puts_them(markup, align):
    page = read(markup).document
    assert [attributes_of(block).get("align") for block in page["content"]] == [align]
    printed = write_html(Print("x", [PrintedPage((), page)])).decode()
    assert (f"text-align:{align}" in printed) is (align is not None)


def test_notes_of_all_tones_come_in_go_out_and_are_printed():
    text = "# A\n\n::: note\nPlain.\n:::\n\n::: care\nMud.\n:::\n\n::: idea\nWhy?\n:::\n"
    page = read_markdown("a.md", text.encode()).document
    assert [attributes_of(block).get("tone") for block in page["content"]] == [None, "care", "idea"]
    assert text.partition("\n\n")[2].strip() in write_markdown(page).decode()
    printed = write_html(Print("x", [PrintedPage((), page)])).decode()
    assert printed.count("Take care") == printed.count("A thought") == 1
