"""The merge of one copy, as a row of a plan."""

from traceback import extract_tb
from typing import NamedTuple

from red_thread.core.merge import Merged, Outcome, merge_page
from red_thread.core.page.check import NotAPage
from red_thread.core.page.nodes import Node
from red_thread.core.push.outcomes import RowOutcome

BROKE_OFF = "the two could not be brought together, by a fault of the program; it is reported"


class Weaving(NamedTuple):
    """What came of a merge. `defect`: where in the program it broke off, with no word of anybody's in it."""

    outcome: RowOutcome
    merged: Merged | None
    reason: str = ""
    defect: str = ""


def weave(base: Node, master: Node, student: Node) -> Weaving:
    """The merge of one copy; a copy that cannot be read fails with the reason and stays as it is."""
    try:
        merged = merge_page(base, master, student, stored=True)
    except NotAPage as error:
        return Weaving(RowOutcome.FAILED, None, str(error))
    except Exception as error:
        # A defect in the merge must fail this one student's row and no other's.
        return Weaving(RowOutcome.FAILED, None, BROKE_OFF, _place_of(error))
    return Weaving(RowOutcome.CONFLICTED if merged.outcome is Outcome.CONFLICTED else RowOutcome.MERGED, merged)


def _place_of(error: Exception) -> str:
    last = extract_tb(error.__traceback__)[-1]
    return f"{type(error).__name__} in {last.filename.rpartition('/')[2]}, line {last.lineno}"
