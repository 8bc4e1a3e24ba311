"""`merge_page`: base, master and student become one page.

Method: a three-way merge of trees whose blocks have stable ids. First it is decided for every block whether
it stands (`presence`), then where (`placing`, `order`), then what is in it (`assembly`): words by a three-way merge
of tokens (`text`), attributes one by one. Conflicts make kept blocks (`kept`); tables are squared (`columns`).
"""

from typing import Any

from red_thread.core.merge.assembly import Assembly
from red_thread.core.merge.changes import describe_arrivals
from red_thread.core.merge.prepare import prepare
from red_thread.core.merge.result import Merged, Outcome
from red_thread.core.page.check import check_page
from red_thread.core.page.nodes import Node, content_of


def merge_page(base: Any, master: Any, student: Any, *, stored: bool = False) -> Merged:
    """Merges three pages, each as the JSON of a ProseMirror document.

    base: the edition that the copy began as. master: the newer edition. student: the copy as it stands.
    stored: the pages were taken in before, so that the limits for what comes in leave room for what merges kept.
    Raises NotAPage, which says which of the three is none, where and why.
    """
    checked_base = check_page(base, "base", stored=stored)
    checked_master = check_page(master, "master", checked_base, stored=stored)
    checked_student = check_page(student, "student", checked_base, stored=stored)
    if _same(checked_master.page, checked_base.page) or _same(checked_master.page, checked_student.page):
        return Merged(checked_student.page, Outcome.UNCHANGED)
    if _same(checked_student.page, checked_base.page):
        return Merged(checked_master.page, Outcome.REFRESHED, notes=describe_arrivals(checked_base, checked_master))
    return Assembly(*prepare(checked_base, checked_master, checked_student)).run()


def merge_windows(base: Any, saved: Any, typed: Any) -> Merged:
    """Merges what one student typed in a window that did not know of a newer state (R16).

    base: the state that the window began from. saved: the newer state, in the place of the master. typed: what the
    window sends, in the place of the student. Where both changed the same words, what was typed last stands and a
    kept block behind it holds the other wording. Raises NotAPage.
    """
    checked_base = check_page(base, "base", stored=True)
    checked_saved = check_page(saved, "master", checked_base, stored=True)
    checked_typed = check_page(typed, "student", checked_base, stored=True)
    if _same(checked_saved.page, checked_base.page) or _same(checked_saved.page, checked_typed.page):
        return Merged(checked_typed.page, Outcome.UNCHANGED)
    return Assembly(*prepare(checked_base, checked_saved, checked_typed, windows=True)).run()


def _same(one: Node, other: Node) -> bool:
    """Equal, where an empty content is the same as none."""
    if one is other or one == other:
        return True
    here, there = content_of(one), content_of(other)
    if len(here) != len(there) or {**one, "content": 0} != {**other, "content": 0}:
        return False
    return all(map(_same, here, there))
