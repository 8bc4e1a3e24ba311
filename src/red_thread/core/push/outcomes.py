"""What can come of one student's copy of one page: declared here once, and read by plans, log, wire and screens."""

from enum import StrEnum

PUSH, PULL_BACK = "push", "pull-back"
CORRECTS, NOT_READABLE = "corrects", "not readable"


class RowOutcome(StrEnum):
    """An outcome. `words`, `under`: how it is told; `changes`: whether anything is other than before; `of`: the
    kinds of plan in which it occurs; `corrects`: whether a copy that was there stands on another edition now;
    `readable`: whether its student has the page afterwards. They stand in the order in which they matter.
    """

    words: str
    under: str
    changes: bool
    of: tuple[str, ...]
    corrects: bool
    readable: bool

    def __new__(
        cls, value: str, words: str, under: str, changes: bool, of: tuple[str, ...], *flags: str
    ) -> "RowOutcome":
        """An outcome with what is known of it; flags: `CORRECTS`, `NOT_READABLE`."""
        made = str.__new__(cls, value)
        made._value_ = value
        made.words, made.under, made.changes, made.of = words, under, changes, of
        made.corrects, made.readable = CORRECTS in flags, NOT_READABLE not in flags
        return made

    FAILED = "failed", "failed", "their page is as it was", False, (PUSH,)
    CONFLICTED = "conflicted", "knotted", "you and the student changed the same words", True, (PUSH,), CORRECTS
    MERGED = "merged", "woven in", "what they wrote stays as it is", True, (PUSH,), CORRECTS
    BACK = "back", "back again", "with what they wrote on it", True, (PUSH,)
    TIED = "tied", "tied again", "it follows your page from now on", True, (PUSH,)
    REFRESHED = "refreshed", "refreshed", "not written on; on the newest edition", True, (PUSH,), CORRECTS
    PLACED = "placed", "placed", "new in their notebook", True, (PUSH,)
    SECTION_TIED = (
        "section-tied",
        "tied by name",
        "a section that was there takes its pages now",
        True,
        (PUSH,),
    )
    RENAMED = "renamed", "renamed", "bears its new name", True, (PUSH,)
    PUT_AWAY = "put-away", "put away", "brought up to date in the drawer", True, (PUSH,), CORRECTS
    IN_DRAWER = "in-drawer", "into the drawer", "with all that they wrote", True, (PULL_BACK,)
    KEPT = "kept", "kept for you", "with all that they wrote", True, (PULL_BACK,)
    OWN = "own", "cut loose", "theirs from now on, with all that is on it", True, (PULL_BACK,)
    GONE = "gone", "gone", "nobody wrote on these", True, (PULL_BACK,), NOT_READABLE
    HELD = "held", "held", "not given; the reasons stand beside them", False, (PUSH,), NOT_READABLE
    LEFT = "left", "left as it is", "they have a copy", False, (PUSH,)
    LOOSE = "loose", "tied to nothing", "it was cut loose; theirs stays as it is", False, (PUSH,)
    HAS_IT = "has-it", "has it already", "nothing changes", False, (PUSH,)
    NOT_THERE = "not-there", "not there", "nothing changes", False, (PULL_BACK,), NOT_READABLE


CHANGING = frozenset(outcome for outcome in RowOutcome if outcome.changes)
