"""Base, master and student become one page: `merge_page`. Rules: R1 to R15 of docs/merge.md."""

from red_thread.core.merge.changes import Change, changes
from red_thread.core.merge.page import merge_page
from red_thread.core.merge.result import Conflict, ConflictKind, Merged, Outcome

__all__ = ["Change", "Conflict", "ConflictKind", "Merged", "Outcome", "changes", "merge_page"]
