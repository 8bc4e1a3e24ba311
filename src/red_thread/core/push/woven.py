"""The merge of one copy, as a row of a plan."""

from red_thread.core.merge import Merged, Outcome, merge_page
from red_thread.core.page.check import NotAPage
from red_thread.core.page.nodes import Node
from red_thread.core.push.outcomes import RowOutcome


def weave(base: Node, master: Node, student: Node) -> tuple[RowOutcome, Merged | None, str]:
    """The merge of one copy; a copy that cannot be read fails with the reason and stays as it is."""
    try:
        merged = merge_page(base, master, student, stored=True)
    except NotAPage as error:
        return RowOutcome.FAILED, None, str(error)
    except Exception as error:
        # A defect in the merge must fail this one student's row and no other's; the reason is kept.
        return RowOutcome.FAILED, None, f"The merge broke off: {error!r}."
    knotted = merged.outcome is Outcome.CONFLICTED
    return RowOutcome.CONFLICTED if knotted else RowOutcome.MERGED, merged, ""
