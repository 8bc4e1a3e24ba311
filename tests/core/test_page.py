"""What a page is: checks, repair, words, answers, deltas, fingerprints."""

import copy

import pytest

from red_thread.core.page.answers import count_answers, teachers_part
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.delta import apply_delta, make_delta
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import bytes_on, plain_text, walk
from red_thread.core.page.tokens import split_words
from tests.notation import page, show


def broken(change, notation="a:one | l=ul[ i=li[ x:two ] ]"):
    made = page(notation)
    change(made)
    return made


def deep(levels):
    inner = {"type": "paragraph", "attrs": {"id": "p"}}
    for level in range(levels):
        inner = {"type": "callout", "attrs": {"id": f"c{level}"}, "content": [inner]}
    return {"type": "doc", "attrs": {"title": "Deep"}, "content": [inner]}


@pytest.mark.parametrize(
    ("made", "says"),
    [
        ({"type": "paragraph"}, "does not begin with a doc"),
        (None, "does not begin with a doc"),
        (broken(lambda p: p["content"].append({"type": "hologram"})), "'hologram'"),
        (
            broken(lambda p: p["content"].append({"type": "tableCell", "attrs": {"id": "z"}})),
            "tableCell cannot stand in a doc",
        ),
        (broken(lambda p: p["content"].append("text")), "not an object"),
        (broken(lambda p: p["content"][1].update(content=[])), "an empty bulletList"),
        (broken(lambda p: p["content"][0].update(content={})), "not a list"),
        (broken(lambda p: p["content"][0]["attrs"].update(id=7)), "an id that is not text"),
        (broken(lambda p: p["attrs"].update(title=5)), "doc.title cannot be 5"),
        (broken(lambda p: p["content"][0]["content"][0].update(marks=[{"type": "glow"}])), "unknown mark"),
        (broken(lambda p: p["content"][0]["content"][0].pop("text")), "a text without text"),
        (broken(lambda p: p["content"][0].update(attrs=[])), "are not an object"),
        (broken(lambda p: p["content"][0]["content"][0].update(text="\ud800")), "lone surrogates"),
        (page("q=space:telepathy[ p: ]"), "'telepathy'"),
        (deep(33), "deeper than 32"),
        (page(f"a:{'x' * 1_000_001}"), "1000000 at most"),
    ],
    ids=lambda value: value if isinstance(value, str) else "page",
)
def test_what_is_no_page_is_refused_with_where_and_why(made, says):
    with pytest.raises(NotAPage, match="The student page is not a page") as refused:
        check_page(made, "student")
    assert says in str(refused.value)


def test_thirty_two_levels_are_a_page():
    assert len(check_page(deep(31)).places) == 33


@pytest.mark.parametrize("notation", ["a:one | a:two", "n=note[ a:one ] | a:two", "a:one | a:one | a:one"])
def test_doubled_ids_are_given_anew_and_nothing_is_lost(notation):
    made = page(notation)
    mended = check_page(made).page
    ids = [node["attrs"]["id"] for node in walk(mended) if node["type"] != "doc" and "attrs" in node]
    assert len(ids) == len(set(ids))
    assert plain_text(mended) == plain_text(made)
    assert check_page(made).page == mended, "mended in another way the second time"


def test_missing_ids_are_given():
    made = page("a:one | b:two")
    del made["content"][1]["attrs"]
    mended = check_page(made).page
    assert mended["content"][0] is made["content"][0]
    assert mended["content"][1]["attrs"]["id"].startswith("new~")


def test_places_know_parents_and_order():
    checked = check_page(page("a:one | n=note[ x:two | y:three ]"))
    assert list(checked.places) == ["doc", "a", "n", "x", "y"]
    assert checked.kids("n") == ["x", "y"]
    assert checked.ancestors("y") == ["n", "doc"]


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("The sea falls.", ["The", " ", "sea", " ", "falls", "."]),
        ("don't stop", ["don't", " ", "stop"]),
        ("été, don't stop", ["été", ",", " ", "don't", " ", "stop"]),
        ("a  b", ["a", "  ", "b"]),
        ("潮汐", ["潮", "汐"]),
        ("แมว x", ["แ", "ม", "ว", " ", "x"]),
        ("e\u0301t\u00e9", ["e\u0301t\u00e9"]),
        ("👩‍👩‍👧!", ["👩‍👩‍👧", "!"]),
        ("", []),
    ],
)
def test_words(text, words):
    assert split_words(text) == words
    assert "".join(split_words(text)) == text


@pytest.mark.parametrize(
    ("notation", "counts"),
    [
        ("a:no place", (0, 0)),
        ("q=space[ p: ]", (0, 1)),
        ("q=space[ p:crab ]", (1, 1)),
        ("q=space:choice[ i=option[ x:one ] | j=option[ y:two ] ]", (0, 1)),
        ("q=space:choice[ i=option[ x:one ] | j=option+[ y:two ] ]", (1, 1)),
        ("a:eat {g=} and {h=weed}", (1, 2)),
        ("q=space:photo[ p:! ]", (1, 1)),
        ("n=note[ q=space[ p:crab ] ] | a:{g=}", (1, 2)),
    ],
)
def test_answers(notation, counts):
    answers = count_answers(page(notation))
    assert (answers.answered, answers.answerable) == counts


def test_a_starter_is_no_answer():
    start = page("q=space[ p:I saw ]")
    assert count_answers(start, start).answered == 0
    assert count_answers(page("q=space[ p:I saw crabs ]"), start).answered == 1


@pytest.mark.parametrize(
    ("one", "other", "same"),
    [
        ("a:read | q=space[ p: ]", "a:read | q=space[ p:mine | s:more ]", True),
        ("l=tl[ i=ti[ x:one ] ]", "l=tl[ i=ti+[ x:one ] ]", True),
        ("a:eat {g=}", "a:eat {g=algae}", True),
        ("q=space:choice[ i=option[ x:one ] ]", "q=space:choice[ i=option+[ x:one ] ]", True),
        ("a:read", "a:read this", False),
        ("a:read", "a:read | s:mine", False),
        ("q=space:choice[ i=option[ x:one ] ]", "q=space:choice[ i=option[ x:two ] ]", False),
    ],
)
def test_the_teachers_part(one, other, same):
    assert (teachers_part(page(one)) == teachers_part(page(other))) is same


@pytest.mark.parametrize(
    ("before", "after", "sent"),
    [
        ("a:one | b:two", "a:one | b:two more", 0),
        ("a:one | b:two", "b:two | a:one", 0),
        ("a:one | b:two", "a:one", 0),
        ("a:one", "a:one | s:mine | t:too", 2),
        ("a:one", "", 0),
        ("", "a:one", 1),
    ],
)
def test_a_delta_brings_only_what_differs(before, after, sent):
    delta = make_delta(page(before), page(after))
    assert len(delta["blocks"]) == sent
    assert show(apply_delta(page(before), delta)) == show(page(after))


def test_a_delta_carries_the_title():
    before, after = page("a:one", "Old"), page("a:one", "New")
    assert apply_delta(before, make_delta(before, after)) == after


def test_fingerprints_depend_on_content_alone():
    made = page("a:one | b:two")
    shuffled = copy.deepcopy(made)
    shuffled["attrs"] = dict(reversed(list(made["attrs"].items())))
    assert fingerprint(made) == fingerprint(shuffled) != fingerprint(page("a:one | b:2"))


def test_a_block_without_an_id_gets_the_same_one_on_an_edition_and_on_its_copy():
    nameless = {"type": "paragraph", "content": [{"type": "text", "text": "two"}]}
    edition, copy = page("a:one"), page("a:one | s:mine")
    for made in (edition, copy):
        made["content"].insert(1, nameless)
    before = check_page(edition)
    assert list(check_page(copy, "student", before).places)[:3] == list(before.places)


TEXT = {"type": "text", "text": "x"}


def holding(**more):
    return {"type": "doc", "attrs": {"title": "x"}, "content": [{"type": "paragraph", "attrs": {"id": "a"}, **more}]}


def marked(*marks):
    return holding(content=[{**TEXT, "marks": list(marks)}])


def space(**attributes):
    return {
        "type": "doc",
        "attrs": {"title": "x"},
        "content": [{"type": "space", "attrs": {"id": "q", "prompt": "", "kind": "sketch", **attributes},
                     "content": [{"type": "paragraph", "attrs": {"id": "p"}}]}],
    }  # fmt: skip


def cell(**attributes):
    inner = {"type": "tableCell", "attrs": {"id": "c", **attributes}, "content": [page("p:x")["content"][0]]}
    row = {"type": "tableRow", "attrs": {"id": "r"}, "content": [inner]}
    other = page("t=table[ s=row[ d=cell[ y:1 ] ] ]")["content"][0]["content"]
    return {
        "type": "doc",
        "attrs": {"title": "x"},
        "content": [{"type": "table", "attrs": {"id": "t"}, "content": [row, *other]}],
    }


@pytest.mark.parametrize(
    "made",
    [
        holding(content=[{"type": "hardBreak", "content": [TEXT]}]),
        holding(content=[{"type": "text", "text": ""}]),
        holding(content=[{**TEXT, "attrs": {"class": "x"}}]),
        holding(content=[{"type": "text", "text": "a\u0000b"}]),
        holding(marks=[{"type": "bold"}], content=[TEXT]),
        holding(onclick="x"),
        {"type": "doc", "attrs": {"title": "x", "style": "y"}},
        {"type": "doc", "attrs": {"title": "x", "writing": "nowhere"}},
        {"type": "doc", "attrs": {"title": "x"}, "content": [{"type": "kept", "attrs": {"id": "k", "from": "a", "why": "constructor"}, "content": [page("p:x")["content"][0]]}]},
        marked({"type": "textStyle", "attrs": {"color": "red;position:fixed"}}),
        marked({"type": "textStyle", "attrs": {"color": "url(//x)"}}),
        marked({"type": "link", "attrs": {"href": "javascript:alert(1)"}}),
        marked({"type": "link", "attrs": {"href": " javascript:alert(1)"}}),
        marked({"type": "link", "attrs": {"href": "//elsewhere"}}),
        marked({"type": "link", "attrs": {"href": "/x", "onclick": "y"}}),
        marked({"type": "bold", "attrs": {"x": 1}}),
        marked(5),
        holding(content=[{**TEXT, "marks": 5}]),
        space(strokes=[1, 2]),
        space(strokes=[[["a", "b"]]]),
        space(pins=[5]),
        space(strokes=[[[1, 10**30]]]),
        cell(colspan=3_000_000),
        cell(colspan=2),
        cell(rowspan=3),
        cell(colspan=0),
        cell(colspan=True),
    ],
    ids=lambda made: str(made)[40:110],
)  # fmt: skip
def test_only_what_the_table_of_kinds_names_is_in_a_page(made):
    with pytest.raises(NotAPage):
        check_page(made)


@pytest.mark.parametrize(
    "made",
    [
        marked(
            {"type": "link", "attrs": {"href": "https://example.org/x?y#z", "target": "_blank", "rel": "noopener"}}
        ),
        marked({"type": "link", "attrs": {"href": "mailto:a@b.example"}}),
        marked({"type": "link", "attrs": {"href": "/course/1"}}),
        marked({"type": "textStyle", "attrs": {"color": "#aabbcc"}}),
        marked({"type": "highlight", "attrs": {"color": None}}),
        space(strokes=[[[1, 2], [3, 4.5]]], pins=[{"x": 1, "y": 2, "label": "here"}]),
        space(strokes=None, pins=[]),
        cell(rowspan=2),
        cell(colspan=1, colwidth=[120], align="left"),
    ],
    ids=lambda made: str(made)[40:110],
)
def test_what_editors_write_is_in_a_page(made):
    assert check_page(made).page == made


def test_a_picture_to_draw_on_is_the_teachers_and_no_answer():
    paper, drawn = space(over="limpet"), space(over="limpet", strokes=[[[1, 2], [3, 4]]])
    assert bytes_on(paper) == ["limpet"]
    assert (count_answers(paper).answered, count_answers(drawn, paper).answered) == (0, 1)
    assert teachers_part(paper) == teachers_part(drawn) != teachers_part(space())
