"""What taking a roster in will do, and names to sign in with."""

import pytest

from red_thread.core.classes.roster_plan import KnownPerson, Line, Listed, plan_roster
from red_thread.core.classes.sign_in_names import sign_in_name


def known(number, name, *classes, email=None, outside_id=None, by_others=False, is_student=True):
    return KnownPerson(number, name, email, outside_id, classes, by_others, is_student)


ADA = known(1, "Ada Nwosu", "9A", email="ada@s.example")
BEN = known(2, "Ben", "9A", outside_id="b2")
OTHERS = known(3, "Cem", email="cem@s.example", by_others=True)
TEACHER = known(4, "Tess", email="tess@s.example", is_student=False)
LONE = known(5, "Dua Lo", "9A")


@pytest.mark.parametrize(
    ("entry", "line", "before"),
    [
        (Listed("9A", "New One", None, None), Line.NEW, ""),
        (Listed("9A", "Ada Nwosu", "ada@s.example", None), Line.KNOWN, ""),
        (Listed("9A", "Ada N.", "ada@s.example", None), Line.RENAMED, "Ada Nwosu"),
        (Listed("9B", "Ada Nwosu", "ada@s.example", None), Line.JOINS, ""),
        (Listed("9A", "Ben", None, "b2"), Line.KNOWN, ""),
        (Listed("9A", "Cem", "cem@s.example", None), Line.ASKED, ""),
        (Listed("9A", "Tess", "tess@s.example", None), Line.REFUSED, "is a teacher’s address"),
        (Listed("9A", "dua  lo", None, None), Line.RENAMED, "Dua Lo"),
        (Listed("9B", "Dua Lo", None, None), Line.NEW, ""),
    ],
)
def test_what_becomes_of_a_student(entry, line, before):
    planned = plan_roster([entry], [ADA, BEN, OTHERS, TEACHER, LONE])[0]
    assert (planned.line, planned.before) == (line, before)


def test_who_stands_in_another_class_of_the_file_is_moved_and_who_is_missing_has_left():
    planned = plan_roster(
        [Listed("9B", "Ada Nwosu", "ada@s.example", None), Listed("9A", "Ben", None, "b2")], [ADA, BEN, LONE]
    )
    assert [(p.listed.name, p.line, p.before) for p in planned] == [
        ("Ada Nwosu", Line.MOVED, "9A"),
        ("Ben", Line.KNOWN, ""),
        ("Dua Lo", Line.LEFT, ""),
    ]


def test_a_list_of_one_name_is_an_addition_and_nobody_leaves():
    assert [p.line for p in plan_roster([Listed("9A", "Eli New", None, None)], [ADA, BEN, LONE])] == [Line.NEW]


def test_one_pupil_twice_in_a_class_is_said():
    twice = Listed("9A", "Ada Nwosu", "ada@s.example", None)
    assert [p.line for p in plan_roster([twice, twice], [ADA])] == [Line.KNOWN, Line.REFUSED]


@pytest.mark.parametrize(
    ("name", "taken", "made"),
    [
        ("Ada Nwosu", (), "ada.nwosu"),
        ("Zoë van der Berg", (), "zoe.van.der.berg"),
        ("Ada Nwosu", ("ada.nwosu", "ada.nwosu2"), "ada.nwosu3"),
        ("Anna-Lena O’Neill", (), "anna.lena.oneill"),
        ("李小龍", (), "李小龍"),
        ("!!", (), "student"),
    ],
)
def test_names_to_sign_in_with(name, taken, made):
    assert sign_in_name(name, taken) == made
