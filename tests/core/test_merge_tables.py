"""R11: tables merge row by row and cell by cell, and stay rectangular."""

import pytest

from red_thread.core.merge import merge_page
from tests.notation import page, show


def table(*rows):
    """`table("r1 a b", "r2 c d")`: rows of cells; a cell `x=words` has words, an empty one just its id."""
    return f"t=table[ {' | '.join(_row(*row.split(' ')) for row in rows)} ]"


def _row(row_id, *cells):
    return f"{row_id}=row[ {' | '.join(map(_cell, cells))} ]"


def _cell(cell):
    cell_id, _, words = cell.partition("=")
    return f"{cell_id}=cell[ {cell_id}.p:{words} ]"


def merged_table(base, master, student):
    merged = merge_page(page(table(*base)), page(table(*master)), page(table(*student)))
    (node,) = merged.page["content"]
    widths = {len(row["content"]) for row in node["content"]}
    assert len(widths) == 1, "the table is ragged"
    rows = [" ".join([row["attrs"]["id"], *map(_shown, row["content"])]) for row in node["content"]]
    return rows, len(merged.conflicts)


def _shown(cell):
    inside = show(cell)
    words = inside.split("[ ", 1)[1].rsplit(" ]", 1)[0]
    cell_id = cell["attrs"]["id"].split("~")[0]
    return f"{cell_id}={words.partition(':')[2]}" if "kept(" not in words else f"{cell_id}={words}"


TWO = ("r1 a=1 b=2", "r2 c=3 d=4")


@pytest.mark.parametrize(
    ("master", "student", "result", "conflicts"),
    [
        # filled cells and new rows
        ((*TWO, "r3 e=5 f=6"), ("r1 a=1 b=2", "r2 c=3 d=mine"), ["r1 a=1 b=2", "r2 c=3 d=mine", "r3 e=5 f=6"], 0),
        ((*TWO, "r3 e=5 f=6"), (*TWO, "s x=7 y=8"), ["r1 a=1 b=2", "r2 c=3 d=4", "s x=7 y=8", "r3 e=5 f=6"], 0),
        # a new column reaches the student's own rows
        (
            ("r1 a=1 n=new b=2", "r2 c=3 m=new d=4"),
            (*TWO, "s x=7 y=8"),
            ["r1 a=1 n=new b=2", "r2 c=3 m=new d=4", "s x=7 cell= y=8"],
            0,
        ),
        # and the student's own column reaches new rows of the master
        (
            (*TWO, "r3 e=5 f=6"),
            ("r1 a=1 s=own b=2", "r2 c=3 z=own d=4"),
            ["r1 a=1 s=own b=2", "r2 c=3 z=own d=4", "r3 e=5 cell= f=6"],
            0,
        ),
        # a column or a row that the master takes out goes
        (("r1 a=1", "r2 c=3"), ("r1 a=one b=2", "r2 c=3 d=4"), ["r1 a=one", "r2 c=3"], 0),
        (("r1 a=1 b=2",), ("r1 a=one b=2", "r2 c=3 d=4"), ["r1 a=one b=2"], 0),
        # unless the student wrote in it: then it stays whole
        (("r1 a=1", "r2 c=3"), ("r1 a=1 b=2", "r2 c=3 d=4mine"), ["r1 a=1 b=2", "r2 c=3 d=kept(d.p)[ :4mine ]"], 1),
        (("r1 a=1 b=2",), ("r1 a=1 b=2", "r2 c=3 d=4mine"), ["r1 a=1 b=2", "r2 c=3 d=kept(d.p)[ :4mine ]"], 1),
        # words in an own row keep their column
        (("r1 a=1", "r2 c=3"), (*TWO, "s x=7 y=8"), ["r1 a=1 b=2", "r2 c=3 d=4", "s x=7 y=8"], 0),
        (("r1 a=1", "r2 c=3"), (*TWO, "s x=7 y="), ["r1 a=1", "r2 c=3", "s x=7"], 0),
        # a row that the student took out comes back for changed words only
        (("r1 a=1 b=2", "r2 c=3 d=new"), ("r1 a=one b=2",), ["r1 a=one b=2", "r2 c=3 d=new"], 0),
        (("r1 a=1 b=new", "r2 c=3 d=4"), ("r1 a=one b=2",), ["r1 a=one b=new"], 0),
        (("r1 a=1 b=2 e=", "r2 c=3 d=4 f="), ("r1 a=one b=2",), ["r1 a=one b=2 e="], 0),
        (("r1 a=1 b=2 e=", "r2 c=3 d=4 f=new"), ("r1 a=one b=2",), ["r1 a=one b=2 e=", "r2 c=3 d=4 f=new"], 0),
        (("r1 a=1 b=2", "r2 c=3 d=_4_"), ("r1 a=one b=2",), ["r1 a=one b=2"], 0),
        # so does a column, with all that is in it
        (("r1 a=1 b=2", "r2 c=3 d=new"), ("r1 a=one", "r2 c=3"), ["r1 a=one b=2", "r2 c=3 d=new"], 0),
        (("r1 a=1 b=2", "r2 c=3 d=_4_"), ("r1 a=one", "r2 c=3"), ["r1 a=one", "r2 c=3"], 0),
        ((*TWO, "r3 e=5 f="), ("r1 a=one", "r2 c=3"), ["r1 a=one", "r2 c=3", "r3 e=5"], 0),
        ((*TWO, "r3 e=5 f=6"), ("r1 a=one", "r2 c=3"), ["r1 a=one b=2", "r2 c=3 d=4", "r3 e=5 f=6"], 0),
        # an own row follows its columns when the master changes them about
        (("r1 b=2 a=1", "r2 d=4 c=3"), (*TWO, "s x=7 y=8"), ["r1 b=2 a=1", "r2 d=4 c=3", "s y=8 x=7"], 0),
    ],
)
def test_tables(master, student, result, conflicts):
    assert merged_table(TWO, master, student) == (result, conflicts)
