"""R3 to R11, R14, R16 where the makers of pages of the first release had not looked."""

import copy
import random

import pytest

from red_thread.core.merge import merge_page, merge_windows
from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import plain_text
from tests.notation import page, show
from tests.properties.laws import check_laws

L = "l=ul[ i=li[ x:one ] | j=li[ y:two ] ]"


def merges(base, master, student, result, conflicts=0):
    merged = merge_page(page(base), page(master), page(student))
    assert show(merged.page) == result
    assert len(merged.conflicts) == conflicts
    check_laws(page(base), page(master), page(student))


@pytest.mark.parametrize(
    ("base", "master", "student", "result", "conflicts"),
    [
        # an item all of whose blocks have left goes, by either hand
        (L, "l=ul[ i=li[ x:one | y:two ] ]", f"{L} | s:mine", "l=ul[ i=li[ x:one | y:two ] ] | s:mine", 0),
        (L, "l=ul[ i=li[ x:one ] ] | y:two", f"{L} | s:mine", "l=ul[ i=li[ x:one ] ] | s:mine | y:two", 0),
        (L, "l=ul[ i=li[ x:one ] | j=li[ y:2 ] ]", "l=ul[ i=li[ x:one ] ] | y:two", "l=ul[ i=li[ x:one ] ] | y:2", 0),
        (L, "x:one | y:two", "l=ul[ i=li[ x:one ] | s=li[ t:mine ] | j=li[ y:two ] ]", "x:one | l=ul[ s=li[ t:mine ] ] | y:two", 0),
        # an own item follows its neighbour into the list that this stands in now; a first one stays first
        (L, "m=ol[ i=li[ x:one ] | j=li[ y:two ] ]", "l=ul[ s=li[ t:me ] | i=li[ x:one ] | j=li[ y:two ] ]", "m=ol[ s=li[ t:me ] | i=li[ x:one ] | j=li[ y:two ] ]", 0),
        (L, "l=tl[ i=ti[ x:one ] | j=ti[ y:two ] ]", "l=ul[ i=li[ x:one ] | s=li[ t:me ] | j=li[ y:two ] ]", "l=tl[ i=ti[ x:one ] | s=ti[ t:me ] | j=ti[ y:two ] ]", 0),
        (L, "l=ul[ i=li[ x:one ] ] | a:mid | m=ul[ j=li[ y:two ] ]", "l=ul[ i=li[ x:one ] | j=li[ y:two ] | s=li[ t:me ] ]", "l=ul[ i=li[ x:one ] ] | a:mid | m=ul[ j=li[ y:two ] | s=li[ t:me ] ]", 0),
        # one id, two kinds
        ("a:one", "a=space[ b:one ]", "a:one mine", "kept(a)[ :one mine ] | a=space[ b:one ]", 1),
        ("a:one", "a:one | n=space[ h:hint ]", "a:one | n:mine", "a:one | n~paragraph:mine | n=space[ h:hint ]", 0),
        # starters in a space give way, and what the student wrote in them stands in place
        ("q=space[ l=ul[ i=li[ x: ] ] ]", "q=space[ m=ol[ j=li[ y: ] ] ]", "q=space[ l=ul[ i=li[ x:mine ] ] ]", "q=space[ l=ul[ i=li[ x:mine ] ] | m=ol[ j=li[ y: ] ] ]", 1),
        # gaps go where the teacher puts them, with their answers
        ("a:eat {g=} | b:see {h=}", "a:eat {g=} see {h=}", "a:eat {g=weed} | b:see {h=crab}", "a:eat {g=weed} see {h=crab}", 0),
        ("a:{g=} eat {h=}", "a:{h=} and {g=}", "a:{g=crabs} eat {h=weed}", "a:{h=weed} and {g=crabs}", 0),
        ("a:eat {g=} now", "a:eat weed now", "a:eat {g=weed} now", "a:eat weed now", 0),
        # a teacher's tick is no change that brings back what the student took out
        ("l=tl[ i=ti[ x:one ] | j=ti[ y:two ] ]", "l=tl[ i=ti+[ x:one ] | j=ti[ y:two ] ] | n:new", "l=tl[ j=ti[ y:two ] ]", "l=tl[ j=ti[ y:two ] ] | n:new", 0),
        # an emoji says something
        ("a:one", "b:two", "a:one 👩‍👩‍👧", "kept(a)[ :one 👩‍👩‍👧 ] | b:two", 1),
    ],
)  # fmt: skip
def test_the_newer_rules(base, master, student, result, conflicts):
    merges(base, master, student, result, conflicts)


@pytest.mark.parametrize(
    ("base", "master", "student", "stands"),
    [
        ("2.5", "3.5", "2.7", "2.7"),
        ("13,99", "14,99", "13,50", "13,50"),
        ("8:40", "9:40", "8:45", "8:45"),
        ("-3", "-4", "3", "3"),
        ("2026-11-26", "2026-12-26", "2026-11-27", "2026-11-27"),
        ("£4.50", "£5.50", "£4.75", "£4.75"),
    ],
)
def test_a_number_is_one_word(base, master, student, stands):
    merges(f"q=space:number[ p:{base} ]", f"q=space:number[ p:{master} ]", f"q=space:number[ p:{student} ]",
           f"q=space:number[ p:{stands} ]", 1)  # fmt: skip


def test_two_sentences_are_never_mixed_into_a_third():
    """Of every paragraph that a student wrote anew and the teacher changed by one word, both wordings stand whole."""
    chance = random.Random(7)
    words = "the tide falls twice a day when moon and sun pull on the sea as one and rises again over rocks".split()
    for _ in range(300):
        old = " ".join(chance.sample(words, 9)).capitalize() + "."
        place = chance.randrange(1, 8)
        taught = " ".join(["TAUGHT" if k == place else word for k, word in enumerate(old.split())])
        mine = " ".join([chance.choice(["the", "and", f"own{k}"]) if k % 3 else f"mine{k}" for k in range(9)]) + "."
        merged = merge_page(page(f"a:{old}"), page(f"a:{taught}"), page(f"a:{mine}"))
        blocks = [plain_text(block) for block in merged.page["content"]]
        assert blocks == [taught, mine], (old, taught, mine)


@pytest.mark.parametrize("kind", ["lines", "number", "choice"])
@pytest.mark.parametrize("name", ["strokes", "pins"])
def test_a_drawing_is_to_be_seen_when_its_space_goes_or_changes(kind, name):
    thing = [[[1, 1], [9, 9]]] if name == "strokes" else [{"x": 4, "y": 5}]
    base, gone, changed = page("q=space:sketch[ p: ]"), page("a:instead"), page(f"q=space:{kind}[ p: ]")
    student = copy.deepcopy(base)
    student["content"][0]["attrs"][name] = thing
    for master in (gone, changed):
        merged = merge_page(base, master, student)
        kept = next(block for block in merged.page["content"] if block["type"] == "kept")
        assert kept["content"][0]["attrs"][name] == thing
        standing = [block for block in merged.page["content"] if block["type"] == "space"]
        assert not any(block["attrs"].get(name) for block in standing), "it stands in one place only"


def test_the_same_knot_stands_once():
    base, first, second = page("a:one two"), page("a:ONE two"), page("a:1 two")
    student = page("a:uno two")
    once = merge_page(base, first, student)
    reverted = copy.deepcopy(once.page)
    reverted["content"][0] = student["content"][0]
    again = merge_page(first, second, reverted)
    assert [block["type"] for block in again.page["content"]] == ["paragraph", "kept"]
    assert again.conflicts[0].kept == once.conflicts[0].kept


def test_cells_that_are_joined_make_no_new_column():
    base = page("t=table[ r=row[ a=cell[ x:one ] | b=cell[ y:two ] ] | s=row[ c=cell[ z:3 ] | d=cell[ w:4 ] ] ]")
    master = copy.deepcopy(base)
    row = master["content"][0]["content"][0]["content"]
    row[0]["attrs"]["colspan"] = 2
    del row[1]
    student = page(
        "t=table[ r=row[ a=cell[ x:one ] | b=cell[ y:two mine ] ] | s=row[ c=cell[ z:3 ] | d=cell[ w:4 ] ] ]"
    )
    merged = merge_page(base, master, student)
    rows = merged.page["content"][0]["content"]
    assert [len(row["content"]) for row in rows] == [1, 2]
    assert [block["type"] for block in rows[0]["content"][0]["content"]] == ["paragraph", "kept"]


@pytest.mark.parametrize(
    ("base", "saved", "typed", "result"),
    [
        ("a:one two", "a:ONE two", "a:uno two", "a:uno two | kept(a)[ :ONE two ]"),
        ("q=space[ p:one ]", "q=space[ p:ONE ]", "q=space[ p:uno ]", "q=space[ p:uno | kept(p)[ :ONE ] ]"),
        ("a:one | b:two", "a:one | b:two | s:new", "a:one more | b:two", "a:one more | b:two | s:new"),
        ("a:one | b:two", "b:two", "a:one more | b:two", "a:one more | b:two"),
        ("a:one | b:two", "a:one more | b:two", "b:two", "a:one more | b:two"),
        ("a:eat {g=}", "a:eat {g=weed}", "a:eat {g=crab}", "a:eat {g=crab} | kept(a)[ :eat weed ]"),
        ("a:x {g=}", "a:x {g=weed}", "b:y", "b:y | a:x {g=weed}"),
    ],
)
def test_of_two_windows_what_was_typed_last_stands_and_the_other_is_seen(base, saved, typed, result):
    merged = merge_windows(page(base), page(saved), page(typed))
    assert show(merged.page) == result
    whys = {block["attrs"]["why"] for block in merged.page["content"] if block["type"] == "kept"}
    assert whys <= {"other-window"}


def test_what_was_taken_in_may_have_grown_by_what_it_keeps():
    words = "x" * 999_000
    grown = page(f"a:{words} | kept:{words}")
    assert merge_page(grown, grown, grown, stored=True).page == grown
    with pytest.raises(Exception, match="takes"):
        check_page(grown)
