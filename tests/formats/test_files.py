"""Rosters, archives and pictures that come in."""

import csv
import io
import zipfile
from datetime import date

import pytest
from PIL import Image

from red_thread.formats import archive
from red_thread.formats.archive import read_archive
from red_thread.formats.pictures import LONGEST_SIDE, clean_picture
from red_thread.formats.problems import Unreadable
from red_thread.formats.roster import read_roster


def zipped(**files):
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED) as made:
        for name, body in files.items():
            made.writestr(name.replace("__", "."), body)
    return written.getvalue()


def table(*rows):
    written = io.StringIO()
    csv.writer(written).writerows(rows)
    return written.getvalue()


USERS = [
    "sourcedId",
    "status",
    "enabledUser",
    "orgSourcedIds",
    "role",
    "username",
    "givenName",
    "familyName",
    "email",
]
CLASSES = ["sourcedId", "status", "title", "classCode"]
ENROLMENTS = ["sourcedId", "status", "classSourcedId", "schoolSourcedId", "userSourcedId", "role"]


def one_roster(users, enrolments, **more):
    return zipped(
        users__csv=table(
            USERS,
            *(
                [i, status, "true", "o", role, "", given, family, email]
                for i, status, role, given, family, email in users
            ),
        ),
        classes__csv=table(CLASSES, ["c1", "active", "9A", ""], ["c2", "active", "", "9B"]),
        enrollments__csv=table(
            ENROLMENTS, *([f"e{n}", status, c, "o", u, role] for n, (status, c, u, role) in enumerate(enrolments))
        ),
        **more,
    )


ADA = ("s1", "active", "student", "Ada", "Nwosu", "ada@school.example")


def names(roster):
    return {found.name: [student.name for student in found.students] for found in roster.classes}


def test_one_roster_1_1():
    body = one_roster(
        [
            ADA,
            ("s2", "tobedeleted", "student", "Ben", "Gone", ""),
            ("t1", "active", "teacher", "Tess", "T", "t@s.example"),
        ],
        [
            ("active", "c1", "s1", "student"),
            ("active", "c2", "s1", "student"),
            ("active", "c1", "t1", "teacher"),
            ("tobedeleted", "c1", "s1", "student"),
        ],
    )
    roster = read_roster("roster.zip", body)
    assert names(roster) == {"9A": ["Ada Nwosu"], "9B": ["Ada Nwosu"]}
    assert roster.classes[0].students[0].outside_id == "s1"
    assert roster.problems == []


def test_who_has_two_roles_is_a_student_and_who_is_not_there_today_is_none():
    users = [
        ("s1", "active", "student", "Ada", "Nwosu", "ada@s.example"),
        ("s2", "active", "student", "Ben", "Okri", "ben@s.example"),
    ]
    roles = (
        "sourcedId,status,userSourcedId,roleType,role,beginDate,endDate\n"
        "r1,active,s1,primary,student,,\nr2,active,s1,secondary,aide,2026-09-01,\nr3,active,s2,primary,student,,2026-10-01\n"
        "r4,active,s2,primary,teacher,2026-10-02,\n"
    )
    body = one_roster(users, [("active", "c1", "s1", "student"), ("active", "c1", "s2", "student")], roles__csv=roles)
    assert names(read_roster("roster.zip", body, today=date(2026, 12, 1))) == {"9A": ["Ada Nwosu"]}


def test_accounts_that_are_off_and_enrolments_of_other_days_are_passed_over_and_counted():
    users = "sourcedId,status,enabledUser,role,givenName,familyName\ns1,active,true,student,Ada,Nwosu\ns2,active,false,student,Ben,O\n"
    enrolments = "sourcedId,status,classSourcedId,userSourcedId,role,beginDate,endDate\n" + "".join(
        f"e{k},active,c1,{who},student,{begins},{ends}\n"
        for k, (who, begins, ends) in enumerate(
            [("s1", "2026-09-01", "2027-07-01"), ("s2", "", ""), ("s1", "2025-09-01", "2026-07-01")]
        )
    )
    classes = "sourcedId,status,title\nc1,active,9A\n"
    body = zipped(users__csv=users, classes__csv=classes, enrollments__csv=enrolments)
    roster = read_roster("roster.zip", body, today=date(2026, 12, 1))
    assert names(roster) == {"9A": ["Ada Nwosu"]}
    assert [one.reason.split(",")[0] for one in roster.problems] == [
        "1 accounts are not enabled",
        "1 enrolments are of other days",
    ]


def test_one_roster_1_2_has_roles_in_a_file_of_their_own():
    users = [(ADA[0], ADA[1], "", *ADA[3:]), ("t1", "active", "", "Tess", "T", "t@s.example")]
    roles = table(
        ["userSourcedId", "status", "roleType", "role"],
        ["s1", "active", "primary", "student"],
        ["t1", "active", "primary", "teacher"],
    )
    body = one_roster(users, [("active", "c1", "s1", "student"), ("active", "c1", "t1", "teacher")], roles__csv=roles)
    assert names(read_roster("roster.zip", body)) == {"9A": ["Ada Nwosu"]}


def test_bad_rows_are_told_by_line_and_good_ones_come_in():
    body = one_roster(
        [
            ADA,
            ("s2", "active", "student", "Ben", "B", "ada@school.example"),
            ("s3", "active", "student", "", "", ""),
            ("s4", "active", "student", "Cem", "C", "no address"),
        ],
        [
            ("active", "c1", "s1", "student"),
            ("active", "c9", "s1", "student"),
            ("active", "c1", "s9", "student"),
            ("active", "c1", "s2", "student"),
        ],
    )
    roster = read_roster("roster.zip", body)
    assert names(roster) == {"9A": ["Ada Nwosu"]}
    assert [(p.file, p.line, p.reason) for p in roster.problems] == [
        ("users.csv", 3, "ada@school.example stands in line 2 already"),
        ("users.csv", 4, "the name is missing"),
        ("users.csv", 5, "“no address” is not an e-mail address"),
        ("enrollments.csv", 3, "there is no class 'c9'"),
        ("enrollments.csv", 4, "there is no user 's9'"),
    ]


@pytest.mark.parametrize(
    ("text", "named", "found", "problems"),
    [
        ("name,email\nAda,ada@s.example\n", "9A", {"9A": ["Ada"]}, []),
        ("Name;E-Mail;Class\nAda;ada@s.example;9A\nBen;ben@s.example;9B\n", "", {"9A": ["Ada"], "9B": ["Ben"]}, []),
        ("\ufeffname,email\n\nAda Å,ada@s.example\n", "9A", {"9A": ["Ada Å"]}, []),
        ("name,email\nAda,ada@s.example\n,x@s.example\n", "9A", {"9A": ["Ada"]}, [(3, "the name is missing")]),
        (
            "name,email\nAda,ada@s.example\nAda B,ADA@s.example\n",
            "9A",
            {"9A": ["Ada"]},
            [(3, "ada@s.example stands in line 2 already")],
        ),
        ("name,email\nAda,\n", "9A", {"9A": ["Ada"]}, []),
        ("Ada Nwosu\nBen Ó\n", "9A", {"9A": ["Ada Nwosu", "Ben Ó"]}, []),
        ("First name\tLast name\nAda\tNwosu\n", "9A", {"9A": ["Ada Nwosu"]}, []),
        ("name,id\nAda,s-1\nBen,s-1\n", "9A", {"9A": ["Ada"]}, [(3, "s-1 stands in line 2 already")]),
        ("name,id\nAda,a@s.example\n", "9A", {}, [(2, "“a@s.example” is an address, not an id")]),
        ("name,id\nAda,s-1\nBen,s-2\n", "9A", {"9A": ["Ada", "Ben"]}, []),
        ("name,email\nAda,ada@s.example\n", "", {}, [(2, "no class is named")]),
    ],
)
def test_plain_lists(text, named, found, problems):
    roster = read_roster("list.csv", text.encode(), named)
    assert names(roster) == found
    assert [(p.line, p.reason) for p in roster.problems] == problems


@pytest.mark.parametrize(
    ("body", "why"),
    [
        (b"", "it is empty"),
        (b"name,email\nAda,\x00\n", "not a text file"),
        (zipped(other__csv="x"), "users.csv is missing"),
        (zipped(users__csv="1,2", classes__csv="x", enrollments__csv="x"), "no header"),
    ],
)
def test_no_roster(body, why):
    with pytest.raises(Unreadable, match=why):
        read_roster("roster", body, "9A")


def test_archives_are_read_without_what_systems_leave_in_them():
    files = read_archive("x.zip", zipped(**{"a/b.md": "x", "__MACOSX/b.md": "x", "a/.hidden": "x"}))
    assert list(files) == ["a/b.md"]


def bomb():
    return zipped(a="0" * 2_000_000)


@pytest.mark.parametrize(
    ("body", "why"),
    [
        (b"PK nonsense", "not a zip"),
        (zipped(**{"../evil.md": "x"}), "leads out of it"),
        (zipped(a="1", b="2", c="3"), "2 at most"),
        (bomb(), "larger than"),
    ],
)
def test_archives_that_are_refused(monkeypatch, body, why):
    monkeypatch.setattr(archive, "MOST_FILES", 2)
    monkeypatch.setattr(archive, "MOST_BYTES", 1024 * 1024)
    with pytest.raises(Unreadable, match=why):
        read_archive("x.zip", body)


def test_an_archive_that_lies_about_its_size_is_refused():
    body = bytearray(bomb())
    at = body.index(b"PK\x01\x02")
    body[at + 24 : at + 28] = (100).to_bytes(4, "little")
    with pytest.raises(Unreadable):
        read_archive("x.zip", bytes(body))


def picture(kind, size=(40, 30), mode="RGB", **more):
    written = io.BytesIO()
    Image.new(mode, size, "red").save(written, kind, **more)
    return written.getvalue()


@pytest.mark.parametrize(
    ("body", "media_type"),
    [
        (picture("PNG"), "image/png"),
        (picture("JPEG"), "image/jpeg"),
        (picture("WEBP"), "image/jpeg"),
        (picture("PNG", mode="RGBA"), "image/png"),
    ],
)
def test_pictures_are_written_anew(body, media_type):
    found, clean = clean_picture("x", body)
    assert found == media_type
    assert Image.open(io.BytesIO(clean)).size == (40, 30)


def test_a_photo_loses_where_it_was_taken_and_is_made_to_fit():
    exif = Image.Exif()
    exif[0x010E] = "at home"
    _, clean = clean_picture("x.jpg", picture("JPEG", (4000, 1000), exif=exif))
    opened = Image.open(io.BytesIO(clean))
    assert opened.size == (LONGEST_SIDE, LONGEST_SIDE // 4)
    assert not opened.getexif()


@pytest.mark.parametrize("body", [b"", b"<p><svg/></p>", picture("PPM"), picture("PNG")[:60]])
def test_what_is_no_picture_is_refused(body):
    with pytest.raises(Unreadable, match="not a PNG"):
        clean_picture("x", body)
