"""R1, R2, R4, R7, R8: which blocks stand, and where."""

import pytest

from red_thread.core.merge import merge_page
from tests.notation import page, show


def merges(base, master, student, result, conflicts=0):
    merged = merge_page(page(base), page(master), page(student))
    assert show(merged.page) == result
    assert len(merged.conflicts) == conflicts
    again = merge_page(page(master), page(master), merged.page)
    assert again.page == merged.page, "merging the same edition again changed something"


A, B, C, D, E = "a:alpha", "b:beta", "c:gamma", "d:delta", "e:epsilon"
ABC = f"{A} | {B} | {C}"
OWN = "s:mine"


@pytest.mark.parametrize(
    ("base", "master", "student", "outcome"),
    [
        (ABC, ABC, ABC, "unchanged"),
        (ABC, ABC, f"{ABC} | {OWN}", "unchanged"),
        (ABC, f"{ABC} | {D}", ABC, "refreshed"),
        (ABC, f"{ABC} | {D}", f"{ABC} | {D}", "unchanged"),
        (ABC, f"{ABC} | {D}", f"{ABC} | {OWN}", "merged"),
        (ABC, "a:one | b:beta", "a:two | b:beta", "conflicted"),
    ],
)
def test_outcomes(base, master, student, outcome):
    assert merge_page(page(base), page(master), page(student)).outcome == outcome


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        # what is new from the master arrives next to its neighbours
        (ABC, f"{A} | {D} | {B} | {C}", f"{A} | {B} | {C} | {OWN}", f"{A} | {D} | {B} | {C} | {OWN}"),
        (ABC, f"{D} | {ABC}", f"{ABC} | {OWN}", f"{D} | {ABC} | {OWN}"),
        (ABC, f"{A} | {D} | {E} | {B} | {C}", f"{ABC} | {OWN}", f"{A} | {D} | {E} | {B} | {C} | {OWN}"),
        (ABC, f"{A} | {B} | {D} | {C}", f"{A} | {C} | {OWN}", f"{A} | {D} | {C} | {OWN}"),
        # own blocks stay under what they were written under; the new comes after
        (ABC, f"{A} | {D} | {B} | {C}", f"{A} | {OWN} | {B} | {C}", f"{A} | {OWN} | {D} | {B} | {C}"),
        (ABC, f"{D} | {ABC}", f"{OWN} | {ABC}", f"{OWN} | {D} | {ABC}"),
        (ABC, f"{B} | {A} | {C}", f"{A} | {OWN} | {B} | {C}", f"{B} | {A} | {OWN} | {C}"),
        (ABC, f"{A} | {C}", f"{A} | {B} | {OWN} | {C}", f"{A} | {OWN} | {C}"),
        (ABC, C, f"{A} | {B} | {OWN} | {C}", f"{OWN} | {C}"),
        (f"{A} | n=note[ {B} ]", A, f"{A} | n=note[ {B} | s:one ] | t:two", f"{A} | s:one | t:two"),
        (ABC, f"{ABC} | {D}", f"{A} | s:one | t:two | {B} | {C}", f"{A} | s:one | t:two | {B} | {C} | {D}"),
        # the student's order stands where the master kept it, the master's where both moved
        (ABC, f"{ABC} | {D}", f"{C} | {B} | {A}", f"{C} | {D} | {B} | {A}"),
        (ABC, f"{C} | {A} | {B}", f"{ABC} | {OWN}", f"{C} | {OWN} | {A} | {B}"),
        (ABC, f"{C} | {A} | {B}", f"{B} | {A} | {C}", f"{C} | {B} | {A}"),
        (
            f"{A} | {B} | {C} | {D}",
            f"{B} | {A} | {C} | {D}",
            f"{A} | {B} | {D} | {C}",
            f"{B} | {A} | {D} | {C}",
        ),
        # what a student took out stays out, unless the master changed it
        (ABC, f"{A} | {B} | c:gamma two", f"{A} | {C}", f"{A} | c:gamma two"),
        (ABC, f"{A} | b:beta two | {C}", f"{A} | {C} | {OWN}", f"{A} | b:beta two | {C} | {OWN}"),
        (ABC, f"{A} | #b:beta | {C}", f"{A} | {C} | {OWN}", f"{A} | #b:beta | {C} | {OWN}"),
        (ABC, f"{A} | b:_beta_ | {C}", f"{A} | {C} | {OWN}", f"{A} | {C} | {OWN}"),
        (ABC, f"{B} | {A} | {C}", f"{A} | {C} | {OWN}", f"{A} | {C} | {OWN}"),
        # what the master took out goes, when the student did not write in it
        (ABC, f"{A} | {C}", f"{ABC} | {OWN}", f"{A} | {C} | {OWN}"),
        (ABC, f"{A} | {C}", f"{A} | b:*beta* | c:gamma!", f"{A} | c:gamma!"),
        (ABC, f"{A} | {C}", f"{C} | {B} | {A}", f"{C} | {A}"),
    ],
)
def test_blocks_without_conflict(base, master, student, result):
    merges(base, master, student, result)


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        (ABC, f"{A} | {C}", f"{A} | b:beta mine | {C}", f"{A} | kept(b)[ :beta mine ] | {C}"),
        (ABC, A, f"{A} | b:my beta | c:my gamma", f"{A} | kept(b)[ :my beta ] | kept(c)[ :my gamma ]"),
        (
            "a:alpha | q=space[ q.p: ]",
            A,
            "a:alpha | q=space[ q.p:crabs | o:and more ]",
            f"{A} | kept(q)[ :crabs | :and more ]",
        ),
        (
            "q=space:choice[ i=option[ x:one ] | j=option[ y:two ] | k=option[ z:six ] ] | a:alpha",
            A,
            "q=space:choice[ i=option[ x:one ] | j=option+[ y:two ] | k=option[ z:six mine ] ] | a:alpha",
            f"kept(q)[ :two | :six mine ] | {A}",
        ),
        (
            "n=note[ x:one | y:two ] | a:alpha",
            A,
            "n=note[ x:one of mine | y:two ] | a:alpha",
            f"kept(x)[ :one of mine ] | {A}",
        ),
    ],
)
def test_words_in_what_the_master_took_out_are_kept(base, master, student, result):
    merges(base, master, student, result, conflicts=result.count("kept("))


@pytest.mark.parametrize(
    ("master", "student", "result"),
    [
        ("i:!a crab", "i:!a gull | s:mine", "i:!a crab | kept(i)[ :!a gull ] | s:mine"),
        ("i:!a crab", "i:! | s:mine", "i:!a crab | s:mine"),
        ("i:!a bird | n:new", "i:!a gull", "i:!a gull | n:new"),
        ("q=space[ i:!a crab ]", "q=space[ i:!a gull ]", "q=space[ i:!a gull ]"),
    ],
)
def test_what_a_picture_is_called_is_words(master, student, result):
    in_space = master.startswith("q")
    base = "q=space[ i:!a bird ]" if in_space else "i:!a bird"
    merges(base, master, student, result, conflicts=result.count("kept(") + in_space)


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        # a container that goes is judged block by block
        ("n=note[ x:one | y:two ] | a:alpha", A, "n=note[ x:one | s:mine | y:two ] | a:alpha", f"s:mine | {A}"),
        (
            "n=note[ x:one | y:two ]",
            "x:one | n=note[ y:two ]",
            "n=note[ x:one mine | y:two ]",
            "x:one mine | n=note[ y:two ]",
        ),
        # wrapped by the master, written in by the student
        (
            "a:alpha | b:beta",
            "n=note[ a:alpha ] | b:beta",
            "a:alpha mine | b:beta",
            "n=note[ a:alpha mine ] | b:beta",
        ),
        # a new wrapper of what the student took out stays away
        ("a:alpha | b:beta", "n=note[ a:alpha ] | b:beta", "b:beta mine", "b:beta mine"),
        ("a:alpha | b:beta", "n=note[ a:alpha | c:new ] | b:beta", "b:beta mine", "n=note[ c:new ] | b:beta mine"),
        # moved by one, changed by the other
        (
            "n=note[ x:one | y:two ] | a:alpha",
            "n=note[ y:two ] | a:alpha | x:one",
            "n=note[ x:one! | y:two ] | a:alpha",
            "n=note[ y:two ] | a:alpha | x:one!",
        ),
        (
            "n=note[ x:one | y:two ] | a:alpha",
            "n=note[ x:one | y:two new ] | a:alpha",
            "n=note[ y:two ] | a:alpha | x:one",
            "n=note[ y:two new ] | a:alpha | x:one",
        ),
        # an own block follows into another container
        (
            "n=note[ x:one ] | a:alpha | b:beta",
            "n=note[ x:one | a:alpha ] | b:beta",
            "n=note[ x:one ] | a:alpha | s:mine | b:beta",
            "n=note[ x:one | a:alpha | s:mine ] | b:beta",
        ),
        # both put containers into each other: the student's move gives way
        (
            "m=note[ x:one ] | n=note[ y:two ]",
            "n=note[ y:two | m=note[ x:one ] ]",
            "m=note[ x:one | n=note[ y:two ] ]",
            "n=note[ y:two | m=note[ x:one ] ]",
        ),
        # what arrives between two blocks that the student put elsewhere together arrives between them there
        (
            "a:alpha | b:beta",
            "a:alpha | c:new | d:newer | b:beta",
            "n=note[ a:alpha | s:mine | b:beta ]",
            "n=note[ a:alpha | s:mine | c:new | d:newer | b:beta ]",
        ),
        (
            "a:alpha | b:beta",
            "a:alpha | b:beta | c:new",
            "n=note[ a:alpha | b:beta ]",
            "n=note[ a:alpha | b:beta ] | c:new",
        ),
        (
            "a:alpha | b:beta | n=note[ x:one ]",
            "a:alpha | m=note[ c:new | n=note[ x:one ] ] | b:beta",
            "n=note[ x:one | a:alpha | b:beta ]",
            "m=note[ c:new | n=note[ x:one | a:alpha | b:beta ] ]",
        ),
        # a list or table that goes stays around the student's own items and rows, and around nothing else
        (
            "l=ul[ i=li[ x:one ] ] | a:alpha",
            A,
            "l=ul[ i=li[ x:one ] | j=li[ s:mine ] ] | a:alpha",
            f"l=ul[ j=li[ s:mine ] ] | {A}",
        ),
        (
            "t=table[ r1=row[ c1=cell[ x:one ] ] ] | a:alpha",
            A,
            "t=table[ r1=row[ c1=cell[ x:one ] ] | r2=row[ c2=cell[ s:mine ] ] ] | a:alpha",
            f"t=table[ r2=row[ c2=cell[ s:mine ] ] ] | {A}",
        ),
        # only the changed neighbour comes back
        (
            "n=note[ x:one | y:two ] | a:alpha",
            "n=note[ x:one | y:two new ] | a:alpha",
            "a:alpha mine",
            "n=note[ y:two new ] | a:alpha mine",
        ),
        (
            "l=ul[ i=li[ x:one ] | j=li[ y:two ] ] | a:alpha",
            "l=ul[ i=li[ x:one ] | j=li[ y:two ] | k=li[ z:three ] ] | a:alpha",
            "a:alpha mine",
            "l=ul[ k=li[ z:three ] ] | a:alpha mine",
        ),
    ],
)
def test_containers(base, master, student, result):
    merges(base, master, student, result)


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        (
            "l=ul[ i=li[ x:one ] | j=li[ y:two ] ]",
            "l=ul[ i=li[ x:one ] ]",
            "l=ul[ i=li[ x:one ] | j=li[ y:two mine ] ]",
            "l=ul[ i=li[ x:one ] | j=li[ kept(y)[ :two mine ] ] ]",
        ),
        (
            "l=ul[ i=li[ x:one six ] ]",
            "l=ul[ i=li[ x:one ten ] ]",
            "l=ul[ i=li[ x:one two ] ]",
            "l=ul[ i=li[ x:one ten | kept(x)[ :one two ] ] ]",
        ),
    ],
)
def test_lists_stay_whole(base, master, student, result):
    merges(base, master, student, result, conflicts=1)


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        (
            "l=tl[ i=ti[ x:one ] ]",
            "l=tl[ i=ti[ x:one new ] ]",
            "l=tl[ i=ti+[ x:one ] ]",
            "l=tl[ i=ti+[ x:one new ] ]",
        ),
        (
            "l=tl[ i=ti[ x:one ] ]",
            "l=tl[ i=ti[ x:one ] | j=ti[ y:two ] ]",
            "l=tl[ i=ti+[ x:one ] | s=ti+[ z:mine ] ]",
            "l=tl[ i=ti+[ x:one ] | s=ti+[ z:mine ] | j=ti[ y:two ] ]",
        ),
        (
            "l=tl[ i=ti+[ x:one ] ]",
            "l=tl[ i=ti+[ x:one new ] ]",
            "l=tl[ i=ti[ x:one ] ]",
            "l=tl[ i=ti[ x:one new ] ]",
        ),
        (
            "q=space:choice[ i=option[ x:one ] ]",
            "q=space:choice[ i=option[ x:1 ] ]",
            "q=space:choice[ i=option+[ x:one ] ]",
            "q=space:choice[ i=option+[ x:1 ] ]",
        ),
        ("a:eat {g=} now", "a:always eat {g=} now", "a:eat {g=algae} now", "a:always eat {g=algae} now"),
        ("a:eat {g=} now", "a:eat {g=} now | b:new", "a:eat {g=algae} now", "a:eat {g=algae} now | b:new"),
    ],
)
def test_ticks_picks_and_gaps_are_the_students(base, master, student, result):
    merges(base, master, student, result)


SPACE = "q=space[ p:one ]"
CHOICE = "q=space:choice[ i=option[ x:one ] | j=option[ y:two ] ]"
PICKED = "q=space:choice[ i=option[ x:one ] | j=option+[ y:two ] ]"


@pytest.mark.parametrize(
    ("base", "master", "student", "result", "kinds"),
    [
        (SPACE, "q=space[ p:two ]", "q=space[ p:three ]", "q=space[ p:three ]", ["answer"]),
        (SPACE, "q=space[ n:new ]", "q=space[ p:one mine ]", "q=space[ p:one mine | n:new ]", ["answer"]),
        (SPACE, "q=space[ p:one | n:new ]", "q=space[ p:one mine ]", "q=space[ p:one mine | n:new ]", []),
        ("q=space[ p: ]", "q=space:number[ p: ]", "q=space[ p:12 ]", "q=space:number[ p:12 ]", []),
        (
            "q=space[ p: ]",
            "q=space:number[ p: ]",
            "q=space[ p:a dozen ]",
            "q=space:number[ p: ] | kept(q)[ :a dozen ]",
            ["retyped"],
        ),
        ("q=space:number[ p: ]", "q=space[ p: ]", "q=space:number[ p:12 ]", "q=space[ p:12 ]", []),
        ("q=space[ p: ]", "q=space[ p: ] | a:new", "q=space[ s:mine ]", "q=space[ s:mine ] | a:new", []),
        # an option that the student picked stands with its words
        (CHOICE, "q=space:choice[ i=option[ x:one ] ]", PICKED, PICKED, ["answer"]),
        # no choice any more: what was picked stands as words where it fits, and is kept where it does not
        (CHOICE, "q=space[ p: ]", PICKED, "q=space[ y:two | p: ]", ["answer"]),
        (CHOICE, "q=space:number[ p: ]", PICKED, "q=space:number[ p: ] | kept(q)[ :two ]", ["retyped"]),
        (CHOICE, "q=space[ p: ] | a:new", f"{CHOICE} | s:mine", "q=space[ p: ] | s:mine | a:new", []),
        ("q=space[ p: ]", CHOICE, "q=space[ p:mine ]", f"{CHOICE} | kept(q)[ :mine ]", ["retyped"]),
    ],
)
def test_writing_spaces(base, master, student, result, kinds):
    merged = merge_page(page(base), page(master), page(student))
    assert show(merged.page) == result
    assert [conflict.kind for conflict in merged.conflicts] == kinds


def title(base, master, student):
    merged = merge_page(page(A, base), page(f"{A} | {B}", master), page(A, student))
    return merged.page["attrs"]["title"], show(merged.page), [c.kind for c in merged.conflicts]


def test_titles():
    assert title("one", "one", "mine") == ("mine", f"{A} | {B}", [])
    assert title("one", "two", "one") == ("two", f"{A} | {B}", [])
    assert title("one", "two", "two") == ("two", f"{A} | {B}", [])
    assert title("one", "two", "mine") == ("two", f"kept(doc)[ :mine ] | {A} | {B}", ["title"])


def test_settings_of_the_page_are_the_teachers():
    merged = merge_page(page(A, paper="plain"), page(A, paper="lines"), page("a:mine", paper="squares"))
    assert merged.page["attrs"]["paper"] == "lines"


def test_notes_say_what_arrived_and_what_came_back():
    merged = merge_page(page(ABC), page(f"{A} | b:beta two | {C} | {D}"), page(f"{A} | {C} | {OWN}"))
    assert merged.notes == ("1 paragraph is new", "1 paragraph came back")
