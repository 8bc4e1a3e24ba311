"""A push, planned: one row for every student and page, alike rows told together."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.merge.result import Merged


class RowOutcome(StrEnum):
    """What happens to one student's copy of one page."""

    PLACED = "placed"
    REFRESHED = "refreshed"
    MERGED = "merged"
    CONFLICTED = "conflicted"
    HAS_IT = "has-it"
    PUT_AWAY = "put-away"
    BACK = "back"  # pulled back once, and with what the student wrote in the notebook again
    HELD = "held"
    FAILED = "failed"
    # Of a pull-back:
    GONE = "gone"
    IN_DRAWER = "in-drawer"
    KEPT = "kept"  # out of the notebook, kept for the teacher
    NOT_THERE = "not-there"


_CHANGING_NOTHING = {RowOutcome.HAS_IT, RowOutcome.HELD, RowOutcome.FAILED, RowOutcome.NOT_THERE}
CHANGING = frozenset(RowOutcome) - _CHANGING_NOTHING


@dataclass(frozen=True, slots=True)
class PlannedRows:
    """Rows with the same outcome for the same page. `edition_before`: what the copies stand on, if there are any."""

    page_id: int
    outcome: RowOutcome
    notebook_ids: tuple[int, ...]
    reason: str = ""
    edition_before: int | None = None


@dataclass(frozen=True, slots=True)
class Placement:
    """Where new things go: a page's copy (or, with no `page_id`, the section itself) gets this order key."""

    section_id: int
    page_id: int | None
    key: str
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class WovenCopy:
    """The merge of one written-on copy, run."""

    page_id: int
    notebook_id: int
    copy_id: int
    edition_before: int
    revision: int
    outcome: RowOutcome
    merged: Merged | None
    reason: str = ""


@dataclass(frozen=True, slots=True)
class Plan:
    """What will happen, row by row."""

    rows: tuple[PlannedRows, ...]

    @property
    def counts(self) -> Mapping[RowOutcome, int]:
        """Rows of each outcome that occurs."""
        totals = dict.fromkeys(RowOutcome, 0)
        for row in self.rows:
            totals[row.outcome] += len(row.notebook_ids)
        return {outcome: n for outcome, n in totals.items() if n}

    @property
    def changes_anything(self) -> bool:
        return any(row.outcome in CHANGING for row in self.rows)


@dataclass(frozen=True, slots=True)
class PushPlan(Plan):
    """All that a push will do. `rows` tell it all; `placements` and `woven` say how."""

    placements: tuple[Placement, ...]
    woven: tuple[WovenCopy, ...]
    students: int


@dataclass(frozen=True, slots=True)
class PullBackPlan(Plan):
    """All that pulling back will do. `words`: how many of their own the student of a page and notebook wrote."""

    words: Mapping[tuple[int, int], int]
