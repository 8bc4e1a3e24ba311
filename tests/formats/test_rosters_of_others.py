"""Lists of students as other people's programs write them: every student, in their class, and nobody who is none."""

import pytest

from red_thread.formats.roster import Means, read_roster

ADA, BEN = ("Ada Nwosu", "ada@s.example"), ("Ben van Dijk", "ben@s.example")


def read(text: str, class_name: str = "9A", **more):
    return read_roster("list.csv", text.encode(), class_name, **more)


def students(roster) -> dict[str, list[tuple[str, str | None]]]:
    return {one.name: [(student.name, student.email) for student in one.students] for one in roster.classes}


HEADINGS = {
    "English": "Email Address,Student ID,First Name,Last Name\nada@s.example,1,Ada,Nwosu\nben@s.example,2,Ben,van Dijk\n",
    "one column, turned": 'Student ID,"Surname, First name",E-mail\n1,"Nwosu, Ada",ada@s.example\n2,"van Dijk, Ben",ben@s.example\n',
    "turned by what is in it": 'Student,Email\n"Nwosu, Ada",ada@s.example\n"van Dijk, Ben",ben@s.example\n',
    "German": "Nachname;Vorname;E-Mail-Adresse;Geburtsdatum\nNwosu;Ada;ada@s.example;1.2.2012\nvan Dijk;Ben;ben@s.example;\n",
    "French": "Nom;Prénom;Adresse e-mail\nNwosu;Ada;ada@s.example\nvan Dijk;Ben;ben@s.example\n",
    "Spanish": "Nombre;Apellidos;Correo electrónico\nAda;Nwosu;ada@s.example\nBen;van Dijk;ben@s.example\n",
    "Dutch": "Roepnaam,Tussenvoegsel,Achternaam,E-mailadres\nAda,,Nwosu,ada@s.example\nBen,van,Dijk,ben@s.example\n",
    "Polish": "Imię;Nazwisko;Adres e-mail\nAda;Nwosu;ada@s.example\nBen;van Dijk;ben@s.example\n",
    "a directory": "DisplayName,UserPrincipalName,Department\nAda Nwosu,ada@s.example,x\nBen van Dijk,ben@s.example,x\n",
    "a spreadsheet that names its sign": "sep=;\nName;Email\nAda Nwosu;ada@s.example\nBen van Dijk;ben@s.example\n",
    "tabs": "Name\tE-mail\nAda Nwosu\tada@s.example\nBen van Dijk\tben@s.example\n",
    "title lines": "Saltmarsh Lane School\nClass list,,\n\nName,Email,Note\nAda Nwosu,ada@s.example,\nBen van Dijk,ben@s.example,\n",
    "the heading on each page": "Name,Email\nAda Nwosu,ada@s.example\nName,Email\nBen van Dijk,ben@s.example\n",
    "a gradebook": (
        "Student,ID,Email,Essay\nPoints Possible,,,20\nAda Nwosu,1,ada@s.example,18\nBen van Dijk,2,ben@s.example,\n"
        '"Student, Test",9,,\nClass average,,,18\n'
    ),
    "totals and a foot": "Name,Email\nAda Nwosu,ada@s.example\nBen van Dijk,ben@s.example\nTotal: 2,\nPrinted on 1/12/2026,\n",
    "teachers too": "Name,Email,Role\nTess Tan,tess@s.example,Teacher\nAda Nwosu,ada@s.example,Student\nBen van Dijk,ben@s.example,\n",
    "no heading": "Ada Nwosu,ada@s.example\nBen van Dijk,ben@s.example\n",
    "no heading, parted": "ada@s.example;Ada;Nwosu\nben@s.example;Ben;van Dijk\n",
}


@pytest.mark.parametrize("text", HEADINGS.values(), ids=HEADINGS)
def test_every_student_is_read_and_nobody_else(text):
    assert students(read(text)) == {"9A": [ADA, BEN]}


@pytest.mark.parametrize(
    ("text", "names"),
    [
        ("Ada Nwosu\nBen van Dijk\n", ["Ada Nwosu", "Ben van Dijk"]),
        ("Nwosu, Ada\nvan Dijk, Ben\n", ["Ada Nwosu", "Ben van Dijk"]),
        ("名前\n山田太郎\n", ["名前", "山田太郎"]),
    ],
)
def test_a_list_of_names_is_enough(text, names):
    assert [name for name, _ in students(read(text))["9A"]] == names


@pytest.mark.parametrize("heading", ["Form", "Tutor Group", "Klasse", "Classe", "Clase", "Klas", "Klasa", "Homeroom"])
def test_a_column_of_classes_parts_the_list_whatever_it_is_called(heading):
    roster = read(f"Name,{heading}\nAda,9A\nBen,9B\nCem,9B\n", "9C")
    assert {name: [student for student, _ in found] for name, found in students(roster).items()} == {
        "9A": ["Ada"],
        "9B": ["Ben", "Cem"],
    }
    assert roster.certain


def test_a_mark_that_is_not_closed_spoils_one_line():
    roster = read(
        'Name,Email\n"Ada Nwosu,ada@s.example\nBen,ben@s.example\n"Cem\nKaya",cem@s.example\nDua,dua@s.example\n'
    )
    assert [name for name, _ in students(roster)["9A"]] == ["Ada Nwosu", "Ben", "Cem Kaya", "Dua"]
    assert [(one.line, "not closed" in one.reason) for one in roster.problems] == [(2, True)]


def test_what_was_passed_over_is_said():
    roster = read("School\nName,Role\nTess,Teacher\nAda,\nTotal 1,\n")
    assert [(one.line, one.reason.split(":")[0]) for one in roster.problems] == [
        (1, "passed over"),
        (3, "passed over"),
        (5, "passed over"),
    ]


def test_what_columns_are_taken_for_is_shown_and_can_be_said():
    text = "Nwosu|Ada|9A\nvan Dijk|Ben|9A\n"
    roster = read(text)
    assert not roster.certain
    assert [column.samples for column in roster.columns] == [("Nwosu", "van Dijk"), ("Ada", "Ben"), ("9A", "9A")]
    assert [column.means for column in roster.columns] == [Means.FIRST, Means.LAST, Means.CLASS]
    said = read(text, "", means=[Means.LAST, Means.FIRST, Means.CLASS])
    assert [name for name, _ in students(said)["9A"]] == ["Ada Nwosu", "Ben van Dijk"]
    assert said.certain
