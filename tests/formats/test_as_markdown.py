"""Pages as Markdown, and whole masters as zips: what goes out comes back unchanged."""

import io
import zipfile
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

import red_thread.demo
from red_thread.core.page.nodes import attributes_of, content_of, plain_text, title_of, walk
from red_thread.formats.archive import read_archive
from red_thread.formats.as_markdown import bare, write_markdown
from red_thread.formats.markdown import read_markdown
from red_thread.formats.master_zip import (
    WrittenHolder,
    WrittenPage,
    folder_name,
    name_of_folder,
    write_master,
)
from red_thread.reading.files import read_pages
from tests.formats.test_other_formats import a_picture
from tests.formats.test_recordings import wav
from tests.notation import links_of, page
from tests.properties.wild import Wild

COURSE = sorted((Path(red_thread.demo.__file__).parent / "course").rglob("*.md"))


def back(document):
    return read_markdown("page.md", write_markdown(document)).document


@given(st.integers(0, 10**9))
def test_any_page_comes_back_unchanged(seed):
    for document in Wild(seed).three_pages():
        if content_of(document):  # one that holds nothing comes back with a line to write on
            assert bare(back(document)) == bare(document)


@pytest.mark.parametrize("file", COURSE, ids=lambda file: file.stem)
def test_the_demo_goes_out_as_markdown_and_comes_back(file):
    found = read_markdown(file.name, file.read_bytes())
    text = write_markdown(found.document, found.tucked_under)
    again = read_markdown(file.name, text)
    assert (bare(again.document), again.tucked_under) == (bare(found.document), found.tucked_under)
    assert b"```red-thread" not in text, "Markdown has signs for all that is in it"


@pytest.mark.parametrize(
    "words",
    [
        *("# no heading", "1. no list", "- no list", "2) no", "::: no frame", "---", "a\\b", "*a* _b_ `c`", "[a](b)"),
        *(
            "<b>",
            "a | b",
            "$$",
            "~~a~~",
            "&amp;",
            "{gap}",
            " lead and trail ",
            "tab\tin",
            "```",
            "= x",
            "+ y",
            "a  b",
        ),
        *("https://shore.example", "**", "1986. was a year", "!", "![a](b)"),
    ],
)
def test_words_that_look_like_signs_stay_words(words):
    document = {"type": "doc", "attrs": {"title": words}, "content": [{"type": "paragraph", "attrs": {"id": "a"}, "content": [{"type": "text", "text": words}]}]}  # fmt: skip
    assert bare(back(document))["content"] == bare(document)["content"]


@pytest.mark.parametrize(
    "fence",
    ["nonsense", "[]", '{"type": "hologram"}', '{"type": "paragraph", "attrs": 5}', '{"type":' + '[' * 5000, "{" * 5000],
)  # fmt: skip
def test_a_fence_that_holds_no_block_is_refused_or_named(fence):
    files = {"a.md": f"Words.\n\n```red-thread\n{fence}\n```\n".encode()}
    problems = read_pages(files).problems
    assert problems


@pytest.mark.parametrize("name", ["Tides", "A/B: what?", "1. Tides", ".hidden", "trail. ", "50% off", "été", "a%2Fb"])
def test_any_name_can_be_a_folder(name):
    folder = folder_name(name)
    assert not set(folder) & set('/\\:*?"<>|')
    assert name_of_folder(folder) == name


def test_a_recording_goes_out_beside_its_page_and_comes_back_as_one():
    sounds = page("a:Listen.", "Wind")
    attributes = {"id": "r", "src": "f" * 40, "alt": "On the wall", "medium": "sound"}
    sounds["content"].append({"type": "recording", "attrs": attributes})
    made = write_master([WrittenPage((("section-1", "Air"),), sounds)], {"f" * 40: ("audio/wav", wav())})
    (found,) = read_pages(read_archive("master.zip", made)).pages
    recording = [node for node in walk(found.document) if node["type"] == "recording"]
    assert [attributes_of(one)["medium"] for one in recording] == ["sound"]
    assert [attributes_of(one)["alt"] for one in recording] == ["On the wall"]
    assert [kept.media_type for kept in found.pictures.values()] == ["audio/wav"]


def test_a_master_comes_back_in_its_order_with_its_pictures():
    tides, dunes = ("section-1", "Tides/ebb"), ("section-2", "Dunes")
    autumn = ("divider-1", "1. Autumn")
    drawn = page("a:Look.", "Drawn")
    drawn["content"].append({"type": "image", "attrs": {"id": "i", "src": "/api/pictures/x", "alt": "teal"}})
    pages = [
        WrittenPage((autumn, dunes), drawn),
        WrittenPage((autumn, tides), page("a:Zebra first", "Zebra")),
        WrittenPage((autumn, tides), page("a:x", "Sheet"), "Zebra"),
        WrittenPage((("section-3", "Alone"),), page("q=space[ p: ]", "Sheet")),
    ]
    made = write_master(pages, {"/api/pictures/x": ("image/png", a_picture())})
    assert made == write_master(pages, {"/api/pictures/x": ("image/png", a_picture())}), "the same file each time"
    read = read_pages(read_archive("master.zip", made))
    found, problems = read.pages, read.problems
    assert problems == []
    told = [(one.dividers, one.section, attributes_of(one.document)["title"], one.tucked_under) for one in found]
    assert told == [
        (("1. Autumn",), "Dunes", "Drawn", None),
        (("1. Autumn",), "Tides/ebb", "Zebra", None),
        (("1. Autumn",), "Tides/ebb", "Sheet", "Zebra"),
        ((), "Alone", "Sheet", None),
    ]
    assert len(found[0].pictures) == 1
    assert [node["type"] for node in walk(found[0].document)][-1] == "image"
    with zipfile.ZipFile(io.BytesIO(made)) as archive:
        assert "pictures/1.png" in archive.namelist()


@pytest.mark.parametrize(
    ("block", "written"),
    [
        ({"kind": "number", "prompt": "How long?", "unit": "cm"}, "::: space number (cm) How long?\n:::"),
        ({"kind": "lines", "prompt": "Why?", "lines": 4}, "::: space lines (4) Why?\n:::"),
        ({"kind": "lines", "prompt": "(Why?) Say it."}, "::: space lines (Why?) Say it.\n:::"),
    ],
)
def test_places_to_answer_are_written_as_people_write_them(block, written):
    space = {"type": "space", "attrs": {"id": "q", **block}, "content": [{"type": "paragraph", "attrs": {"id": "p"}}]}
    text = write_markdown({"type": "doc", "attrs": {"title": "T"}, "content": [space]}).decode()
    assert written in text and "red-thread" not in text


@pytest.mark.parametrize(("mark", "tag"), [("underline", "u"), ("subscript", "sub"), ("superscript", "sup")])
def test_marks_without_a_sign_are_written_as_tags(mark, tag):
    words = [{"type": "text", "text": "H"}, {"type": "text", "text": "2", "marks": [{"type": mark}]}]
    block = {"type": "paragraph", "attrs": {"id": "p"}, "content": words}
    assert (
        f"H<{tag}>2</{tag}>" in write_markdown({"type": "doc", "attrs": {"title": "T"}, "content": [block]}).decode()
    )


def test_links_between_pages_of_a_master_lead_to_files_and_back():
    def leads(to: str):
        mark = {"type": "link", "attrs": {"href": to}}
        return page("a:x")["content"][0] | {"content": [{"type": "text", "text": "there", "marks": [mark]}]}

    ours = "https://school.example"
    tides, dunes = (("section-1", "Tides & 50% more"),), (("section-2", "Dunes"),)
    first = {**page("b:y", "First"), "content": [leads("/page/2"), leads(f"{ours}/page/2"), leads("/page/77")]}
    second = {**page("b:y", "Second?"), "content": [leads("https://elsewhere.example/page/1"), leads("/page/1")]}
    pages = [WrittenPage(tides, first, page_id=1), WrittenPage(dunes, second, page_id=2)]
    read = read_pages(read_archive("master.zip", write_master(pages, {}, ours)))
    assert read.problems == []
    one, two = read.pages
    assert list(links_of(one.document)) == [two.path, two.path, "/page/77"]
    assert list(links_of(two.document)) == ["https://elsewhere.example/page/1", one.path]
    assert (one.leads_to, two.leads_to) == ({two.path}, {one.path})


def test_a_link_that_leads_to_no_page_is_told_and_its_words_stay():
    read = read_pages(
        {"a/x.md": b"See [that](../b.md#top), [this](y.md) and <a href='z.png'>it</a>.", "a/y.md": b"Y"}
    )
    assert plain_text(read.pages[0].document) == "See that, this and it."
    assert list(links_of(read.pages[0].document)) == ["a/y.md"]
    assert [problem.reason for problem in read.problems] == [
        "the link to ../b.md#top was left out: no page comes of that"
    ]


@pytest.mark.parametrize("name", ["Tides " * 33, "潮" * 200, "x" * 60, "y" * 61])
def test_long_names_come_back_whole_and_no_folder_is_too_long_for_a_disk(name):
    name = name.strip()
    inside = (("divider-1", name), ("section-1", f"In {name}"[:200]))
    holders = [WrittenHolder(inside[:1], False), WrittenHolder(inside, True)]
    made = read_archive("master.zip", write_master([*holders, WrittenPage(inside, page("a:x", name))], {}))
    assert all(len(part.encode()) <= 255 for path in made for part in path.split("/"))
    (found,) = read_pages(made).pages
    assert (found.dividers, found.section, title_of(found.document)) == ((name,), f"In {name}"[:200], name)
