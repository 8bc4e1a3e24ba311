"""Sections that are the same by name: what is the same, what is asked, and that nothing is guessed."""

from itertools import permutations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.outline.matching import _assign, match_names  # type: ignore[reportPrivateUsage]

SAME, NEAR, OTHER = "same", "near", "other"


def matched(wanted: str, offered: str) -> str:
    found = match_names({1: wanted}, {2: offered})
    return OTHER if not found else NEAR if found[0].near else SAME


@pytest.mark.parametrize(
    ("wanted", "offered", "how"),
    [
        ("Tides", "tides ", SAME),
        ("Rock pools", "ROCK  POOLS!", SAME),
        ("Sea-state log", "Sea state log", SAME),
        ("Darwin’s finches", "Darwins finches", SAME),
        ("Größen", "GRÖSSEN", SAME),
        ("ﬁeld work", "field work", SAME),
        ("1. Tides", "1 Tides", SAME),
        ("Tides", "Tide", NEAR),
        ("Rock pools", "Rockpools", NEAR),
        ("Rock pools", "Rock pool", NEAR),
        ("Limpets", "Limepts", NEAR),
        ("Limpets", "Limpts", NEAR),
        ("Écologie", "Ecologie", NEAR),
        ("Gezeiten", "Gezeitn", NEAR),
        ("Versuch", "Versuche", NEAR),
        ("Week 1", "Week 2", OTHER),
        ("Week 1", "Week 11", OTHER),
        ("Unit one", "Unit two", OTHER),
        ("Part I", "Part II", OTHER),
        ("Group A", "Group B", OTHER),
        ("C", "C++", OTHER),
        ("Heat", "Heap", OTHER),
        ("第一章", "第二章", OTHER),
        ("生物学实验一", "生物学实验二", OTHER),
        ("١ الفصل", "٢ الفصل", OTHER),
        ("Before the storm", "After the storm", OTHER),
        ("Organic chemistry", "Inorganic chemistry", OTHER),
        ("Tides", "Tides and currents", OTHER),
        ("…", "!!!", OTHER),
        ("", "", OTHER),
    ],
)
def test_what_two_names_are_to_each_other(wanted: str, offered: str, how: str):
    assert matched(wanted, offered) == how
    assert matched(offered, wanted) == how


# What teachers call their sections, and what students call theirs, of the same course; None: something of their own.
COURSES: list[dict[str, str | None]] = [
    {
        "tides": "Tides",
        "rock pools": "Rock pools",
        "Fieldwork": "Field work",
        "Sand dune": "Sand dunes",
        "My drawings": None,
        "Tides 2": None,
        "weather": "Weather",
        "Sea stats": "Sea state",
    },
    {
        "Algebra I": "Algebra I",
        "algebra 2": "Algebra 2",
        "Algebra": None,
        "Geometrie": "Geometrie",
        "Stochastik": "Stochastik",
        "Analysis II": "Analysis II",
        "Übungen": "Übung",
        "Klausur": "Klausuren",
        "Formelsamlung": "Formelsammlung",
    },
    {
        "Leçon 1": "Leçon 1",
        "Lecon 2": "Leçon 2",
        "leçon 12": None,
        "Vocabulaires": "Vocabulaire",
        "Grammaire": "Grammaire",
        "Dictées": "Dictée",
        "Conjugaison": "Conjugaison",
        "Mes textes": None,
    },
    {
        "La célula": "La célula",
        "La celula": None,
        "Los ecosistemas": "Los ecosistemas",
        "Experimento": "Experimentos",
        "Tema 3": "Tema 3",
        "Tema 4": "Tema 4",
        "Tema 34": None,
    },
    {
        "第一单元": "第一单元",
        "第二单元": "第二单元",
        "第三单元": None,
        "作文": "作文",
        "单词": "单词",
        "我的笔记": None,
    },
    {
        "Warm up": "Warm-up",
        "C#": "C#",
        "C": None,
        "Python loops": "Python: loops",
        "python lists": "Python: lists",
        "Project A": "Project A",
        "Project B": None,
        "Homework": "Home work",
    },
]


@pytest.mark.parametrize("course", COURSES)
def test_realistic_courses_right_asked_and_wrong(course: dict[str, str | None]):
    names = {name: name for name in course.values() if name}
    truth = {name: own for own, name in course.items() if name}
    found = match_names(names, {own: own for own in course})
    wrong = [match for match in found if not match.near and truth[match.wanted] != match.offered]
    missed = set(truth) - {match.wanted for match in found if truth[match.wanted] == match.offered}
    assert wrong == [], "nothing is taken for the same that is not"
    assert missed == set(), "what belongs together is at least asked"


def test_all_together_the_figures_are():
    """Of 35 sections that are there under their students' names 24 are the same, 11 are asked, none is wrong."""
    figures = {"right": 0, "asked": 0, "wrong": 0}
    for course in COURSES:
        truth = {name: own for own, name in course.items() if name}
        for match in match_names({name: name for name in truth}, {own: own for own in course}):
            right = truth[match.wanted] == match.offered
            figures["asked" if match.near else "right" if right else "wrong"] += 1
    assert figures == {"right": 24, "asked": 11, "wrong": 0}


def test_one_to_one_the_same_before_the_near():
    wanted = {1: "Tide", 2: "Tides"}
    found = match_names(wanted, {"x": "tides", "y": "tide"})
    assert [(m.wanted, m.offered, m.near) for m in found] == [(1, "y", False), (2, "x", False)]
    (one,) = match_names(wanted, {"x": "tides"})
    assert (one.wanted, one.offered, one.near) == (2, "x", False)


@given(
    st.integers(1, 5).flatmap(
        lambda width: st.lists(
            st.lists(st.sampled_from([0, 1, 1000]), min_size=width, max_size=width), min_size=1, max_size=5
        )
    )
)
def test_no_other_way_of_pairing_is_better(likeness: list[list[int]]):
    pairs = _assign(likeness)
    rows, columns = len(likeness), len(likeness[0])
    assert len({row for row, _ in pairs}) == len({column for _, column in pairs}) == min(rows, columns)
    long, short = (range(columns), range(rows)) if rows <= columns else (range(rows), range(columns))
    ways = (zip(short, way, strict=True) for way in permutations(long, len(short)))
    best = max(sum(likeness[a][b] if rows <= columns else likeness[b][a] for a, b in way) for way in ways)
    assert sum(likeness[row][column] for row, column in pairs) == best
