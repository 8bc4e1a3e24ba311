"""Base, master and student become one page: `merge_page`. Rules: R1 to R16 of docs/merge.md."""

from red_thread.core.merge.changes import Change, changes
from red_thread.core.merge.common import common_page
from red_thread.core.merge.page import merge_page, merge_windows
from red_thread.core.merge.result import Conflict, ConflictKind, Merged, Outcome
from red_thread.core.merge.untie import Knot, Untying, knots_of, untie, without_knots

__all__ = [
    "Change",
    "Conflict",
    "ConflictKind",
    "Knot",
    "Merged",
    "Outcome",
    "Untying",
    "changes",
    "common_page",
    "knots_of",
    "merge_page",
    "merge_windows",
    "untie",
    "without_knots",
]
