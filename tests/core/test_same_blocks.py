"""A page out of a file again: its blocks are known by what they say, and keep the ids by which copies are corrected."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.merge import merge_page
from red_thread.core.merge.same_blocks import unsure, with_ids_of
from red_thread.core.page.nodes import attributes_of, content_of, paragraph, walk, with_content
from tests.notation import page, show
from tests.properties.strategies import PAGES


def bare(document: dict[str, Any]) -> dict[str, Any]:
    """As a reader of files makes it: with ids of its own."""
    count = iter(range(10_000))

    def anew(node: dict[str, Any]) -> dict[str, Any]:
        attributes = attributes_of(node)
        named = {**node, "attrs": {**attributes, "id": f"b{next(count)}"}} if "id" in attributes else node
        return with_content(named, [anew(child) for child in content_of(node)])

    return anew(document)


def without_empty(node: dict[str, Any]) -> dict[str, Any]:
    return with_content(node, [without_empty(child) for child in content_of(node)])


@pytest.mark.parametrize(
    ("before", "anew", "found"),
    [
        ("a:One. | b:Two.", "x:One. | y:Two.", "a:One. | b:Two."),
        ("a:One. | b:Two.", "x:One. | y:New. | z:Two.", "a:One. | n1:New. | b:Two."),
        ("a:One. | b:Two.", "x:Two. | y:One.", "b:Two. | a:One."),
        ("a:One. | b:Two.", "x:Two.", "b:Two."),
        ("a:The sea falls fast. | b:Two.", "x:The sea falls very fast. | y:Two.", "a:The sea falls very fast. | b:Two."),
        ("a:The sea falls.", "x:Wind.", "a:Wind."),
        ("a:The sea falls. | b:One.", "x:Wind and rain. | y:Sun. | z:One.", "n1:Wind and rain. | n2:Sun. | b:One."),
        ("a:The sea. | a2:The sea.", "x:The sea. | y:The sea.", "a:The sea. | a2:The sea."),
        ("#h:Tides | a:One.", "x:Tides | y:One.", "h:Tides | a:One."),
        ("l=ul[ l1=li[ p1:Kelp ] | l2=li[ p2:Wrack ] ]",) * 2 + ("l=ul[ l1=li[ p1:Kelp ] | l2=li[ p2:Wrack ] ]",),
        ("l=ul[ l1=li[ p1:Kelp ] ]", "x=ul[ y=li[ z:Wrack ] | v=li[ w:Kelp ] ]", "l=ul[ n1=li[ n2:Wrack ] | l1=li[ p1:Kelp ] ]"),
        ("a:High water at {g=}.", "x:High water is at {y=}.", "a:High water is at {g=}."),
        ("n1:One.", "x:Wind and rain. | y:One.", "n2:Wind and rain. | n1:One."),
    ],
)  # fmt: skip
def test_blocks_are_known_again(before, anew, found):
    assert show(with_ids_of(page(before), page(anew))) == found


@given(PAGES)
def test_what_did_not_change_is_as_it_was(document):
    assert with_ids_of(document, bare(document)) == without_empty(document)


@given(PAGES, PAGES)
def test_no_id_is_given_twice_and_no_word_is_changed(before, anew):
    found = with_ids_of(before, anew)
    ids = [attributes_of(node)["id"] for node in walk(found) if "id" in attributes_of(node)]
    assert len(ids) == len(set(ids))
    assert bare(found) == bare(anew)


def test_a_student_keeps_what_was_written_when_the_page_comes_out_of_its_file_again():
    before, student = page("a:The sea falls. | b:Write here:"), page("a:The sea falls. | b:Write here: kelp")
    anew = with_ids_of(before, page("x:The sea falls and rises. | y:Write here:"))
    assert show(merge_page(before, anew, student).page) == "a:The sea falls and rises. | b:Write here: kelp"


def questions(*prompts: str) -> dict[str, Any]:
    """A page of questions; the id of each is its number."""
    spaces = [
        {
            "type": "space",
            "attrs": {"id": f"q{k}", "kind": "lines", "prompt": prompt},
            "content": [paragraph(f"p{k}")],
        }
        for k, prompt in enumerate(prompts)
    ]
    return with_content(page("a:x"), spaces)


def ids(document: dict[str, Any]) -> list[str]:
    return [block["attrs"]["id"] for block in content_of(document)]


@pytest.mark.parametrize(
    ("before", "anew", "found"),
    [
        (["Why does the sea fall?"], ["What is the use of kelp?"], ["n1"]),
        (["Why does the sea fall?"], ["Why does the sea fall so fast?"], ["q0"]),
        (
            ["What did you see at the harbour?", "What did you hear in the dunes?"],
            ["What did you hear deep in the dunes?", "What did you first see at the harbour?"],
            ["q1", "q0"],
        ),
        # As like the one as the other: whose answer goes there would be a guess.
        (["What did you see?", "What did you hear?"], ["What did you smell?", "What did you find?"], ["n1", "n3"]),
        (["Heigth"], ["Height"], ["q0"]),
        (["One?", "Two?", "Three?"], ["Three?", "New one here?", "One?"], ["q2", "n1", "q0"]),
    ],
)
def test_no_answer_comes_under_another_question(before, anew, found):
    assert ids(with_ids_of(questions(*before), bare(questions(*anew)))) == found


def test_a_question_without_words_is_the_one_that_stands_above_it():
    before = page("a:Why? | q=space[ q.p: ] | b:Where? | r=space[ r.p: ]")
    anew = page("x:Where? | y=space[ y.p: ] | z:Why? | w=space[ w.p: ]")
    assert show(with_ids_of(before, anew)) == "b:Where? | r=space[ r.p: ] | a:Why? | q=space[ q.p: ]"


@pytest.mark.parametrize(
    ("before", "anew", "found"),
    [
        (
            "High at {g=} and low at {h=}.",
            "At {x=}: high at {y=} and low at {z=}.",
            "At {n1=}: high at {g=} and low at {h=}.",
        ),
        ("High at {g=} and low at {h=}.", "Low at {x=} and high at {y=}.", "Low at {h=} and high at {g=}."),
        ("High at {g=} and low at {h=}.", "Low and low at {x=}.", "Low and low at {h=}."),
        ("{g=} {h=}", "{x=} {y=}", "{g=} {h=}"),
        ("{g=} rises.", "{x=} and {y=} rises.", "{n1=} and {g=} rises."),
    ],
)
def test_a_gap_is_the_one_between_the_same_words(before, anew, found):
    assert show(with_ids_of(page(f"a:{before}"), page(f"x:{anew}"))) == f"a:{found}"


def table(*rows: str) -> dict[str, Any]:
    """Rows of cells, parted by a bar; the id of each cell says where it stands."""
    made = [
        {
            "type": "tableRow",
            "attrs": {"id": f"r{k}"},
            "content": [
                {
                    "type": "tableCell",
                    "attrs": {"id": f"{k}{j}"},
                    "content": [paragraph(f"p{k}{j}", words.strip())],
                }
                for j, words in enumerate(row.split("|"))
            ],
        }
        for k, row in enumerate(rows)
    ]
    return with_content(page("a:x"), [{"type": "table", "attrs": {"id": "t"}, "content": made}])


def cells(document: dict[str, Any]) -> list[str]:
    (found,) = content_of(document)
    return [" ".join(cell["attrs"]["id"] for cell in content_of(row)) for row in content_of(found)]


@pytest.mark.parametrize(
    ("anew", "found"),
    [
        (("Kind|Length|Count", "Crab||", "Limpet||"), ["00 n2 01", "10 n5 11", "20 n8 21"]),
        (("Count|Kind", "|Crab", "|Limpet"), ["01 00", "11 10", "21 20"]),
        (("Kind|Count", "Limpet|", "Whelk|", "Crab|"), ["00 01", "20 21", "n2 n4", "10 11"]),
        (("Kind|How many", "Crab|", "Limpet|"), ["00 n1", "10 n3", "20 n5"]),
        (("Kinds|Count", "Crabs|", "Limpet|"), ["00 01", "10 11", "20 21"]),
    ],
)
def test_columns_are_known_by_their_headings_and_rows_by_their_first_cells(anew, found):
    before = table("Kind|Count", "Crab|", "Limpet|")
    shown = cells(with_ids_of(before, bare(table(*anew))))
    assert [sum(one.startswith("n") for one in row.split()) for row in shown] == [
        sum(one.startswith("n") for one in row.split()) for row in found
    ]
    assert [[one for one in row.split() if one[0] != "n"] for row in shown] == [
        [one for one in row.split() if one[0] != "n"] for row in found
    ]


PROMPTS = st.lists(
    st.lists(
        st.sampled_from("what why where sea crab dune tide fast slow one two".split()), min_size=2, max_size=5
    ).map(" ".join),
    min_size=1,
    max_size=6,
    unique=True,
)


@given(PROMPTS, PROMPTS)
def test_an_id_goes_to_the_question_itself_wherever_it_stands_in_both(before, anew):
    """What says just the same is never given away to what is only like it."""
    found = ids(with_ids_of(questions(*before), bare(questions(*anew))))
    for prompt, block_id in zip(anew, found, strict=True):
        if prompt in before:
            assert block_id == f"q{before.index(prompt)}"
        elif not block_id.startswith("n"):
            mine, theirs = set(prompt.split()), set(before[int(block_id[1:])].split())
            assert mine & theirs


def test_what_is_asked_no_more_is_told_with_what_is_asked_anew():
    before = questions("Why does the sea fall?", "Where is the wrack?")
    read = bare(questions("Where is the wrack?", "What is kelp good for?"))
    found = unsure(before, read)
    assert [question.words for question in found.gone] == ["Why does the sea fall?"]
    assert [question.words for question in found.fresh] == ["What is kelp good for?"]
    assert unsure(before, bare(before)).gone == unsure(before, bare(before)).fresh == ()
    (column,) = unsure(table("Kind|Count", "Crab|"), bare(table("Kind|How many", "Crab|"))).gone
    assert column.words == "Count"


def test_a_question_is_another_if_somebody_says_so():
    """Then answers to the one stand under the other; the rest is as it was."""
    before = questions("Why does the sea fall?", "Where is the wrack?")
    read = bare(questions("Where is the wrack?", "What is kelp good for?"))
    found = unsure(before, read)
    meant = {found.gone[0].id: found.fresh[0].id}
    assert ids(with_ids_of(before, read, meant)) == ["q1", "q0"]
    assert ids(with_ids_of(before, read))[0] == "q1" and "q0" not in ids(with_ids_of(before, read))


@given(PAGES, PAGES, st.data())
def test_whatever_somebody_says_no_id_stands_twice_and_no_known_block_changes(before, anew, data):
    """Said of questions that are not unsure, of other kinds, or of nothing at all, it is passed over."""
    read = bare(anew)
    known, found = with_ids_of(before, read), unsure(before, read)
    names = st.sampled_from([*(q.id for q in (*found.gone, *found.fresh)), *ids_of(before), *ids_of(read), "nothing"])
    meant = data.draw(st.dictionaries(names, names, max_size=4))
    told = with_ids_of(before, read, meant)
    assert len(ids_of(told)) == len(set(ids_of(told)))
    moved = [(was, now) for was, now in zip(ids_of(known), ids_of(told), strict=True) if was != now]
    assert {now for _, now in moved} <= {question.id for question in found.gone}
    assert all(was not in ids_of(before) for was, _ in moved)


def ids_of(document: dict[str, Any]) -> list[str]:
    return [attributes_of(node)["id"] for node in walk(document) if "id" in attributes_of(node)]
