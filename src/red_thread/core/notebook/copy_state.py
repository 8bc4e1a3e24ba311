"""What a copy is, and what becomes of it: every deed that changes that, by whom it is done, and from where.

A copy has three sides, which do not depend on each other: whether it follows a master page, where it is, and whether
its student has written on it. What a deed does to one of them is told here once: actions ask it whether they may,
the plan of a pull-back is made of it, and `tests/actions/test_copy_states.py` does every deed to a copy in every
state.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum


class Tie(StrEnum):
    """Whether a copy follows a master page."""

    TIED = "tied"
    CUT = "cut"  # it did once
    OWN = "own"  # begun by its student


class Place(StrEnum):
    """Where a copy is in its notebook, or would be if it were not taken out."""

    IN_PLACE = "in place"
    IN_DRAWER = "in the drawer"
    PUT_IN_DRAWER = "put into the drawer by a pull-back"
    THROWN_AWAY = "in the drawer, and going for good"


@dataclass(frozen=True, slots=True)
class CopyState:
    """`taken_out`: a pull-back took it out of the notebook; what is written on it is kept, and it may come back."""

    tie: Tie
    place: Place = Place.IN_PLACE
    written: bool = False
    taken_out: bool = False


class Deed(StrEnum):
    """What somebody does that changes what a copy is."""

    WRITE = "write"
    PUT_AWAY = "put away"
    BRING_BACK = "bring back"
    THROW_AWAY = "throw away"
    PUSH = "push"
    FETCH = "push, and fetch out of the drawer"
    TIE = "push, and tie again"
    PULL_BACK_TO_DRAWER = "pull back; what is written on goes into the drawer"
    PULL_BACK_KEPT = "pull back; what is written on is kept for the teacher"
    PULL_BACK_LEFT = "pull back; what is written on stays with the student"
    CUT = "cut loose"


class By(StrEnum):
    """Who does a deed."""

    STUDENT = "student"
    TEACHER = "teacher"


@dataclass(frozen=True, slots=True)
class Transition:
    """`becomes`: the state after the deed, the same where it changes nothing; None: the deed is refused."""

    by: By
    becomes: Callable[[CopyState], CopyState | None]


def after(state: CopyState, deed: Deed) -> CopyState | None:
    """What a copy in this state is after the deed; None if the deed is refused."""
    return TRANSITIONS[deed].becomes(state)


def _written(state: CopyState) -> CopyState:
    """Wherever it is: a window that was open when a page went still has words to send, and none of them is lost."""
    return replace(state, written=True)


def _put_away(state: CopyState) -> CopyState | None:
    if state.taken_out:
        return None
    return replace(state, place=Place.IN_DRAWER) if state.place is Place.IN_PLACE else state


def _brought_back(state: CopyState) -> CopyState | None:
    return None if state.taken_out else replace(state, place=Place.IN_PLACE)


def _thrown_away(state: CopyState) -> CopyState | None:
    """Only what its student began: what a teacher gave is put away, and never destroyed by a student."""
    if state.tie is not Tie.OWN:
        return None
    return state if state.place is Place.IN_PLACE else replace(state, place=Place.THROWN_AWAY)


def _pushed(state: CopyState) -> CopyState:
    """What was pulled back stands in its notebook again, where it was; what follows nothing stays as it is."""
    return replace(state, taken_out=False) if state.tie is Tie.TIED else state


def _fetched(state: CopyState) -> CopyState:
    pushed = _pushed(state)
    return replace(pushed, place=Place.IN_PLACE) if pushed.tie is Tie.TIED else pushed


def _tied(state: CopyState) -> CopyState:
    return replace(state, tie=Tie.TIED) if state.tie is Tie.CUT and not state.taken_out else _pushed(state)


def _pulled_back(written: Callable[[CopyState], CopyState]) -> Callable[[CopyState], CopyState]:
    """What nobody has written on goes; `written`: what becomes of the others. What follows no page stays as it is."""

    def becomes(state: CopyState) -> CopyState:
        if state.tie is not Tie.TIED or state.taken_out:
            return state
        return written(state) if state.written else replace(state, taken_out=True)

    return becomes


def _into_drawer(state: CopyState) -> CopyState:
    return replace(state, place=Place.PUT_IN_DRAWER) if state.place is Place.IN_PLACE else state


def _cut(state: CopyState) -> CopyState:
    return state if state.tie is not Tie.TIED or state.taken_out else replace(state, tie=Tie.CUT)


TRANSITIONS: Mapping[Deed, Transition] = {
    Deed.WRITE: Transition(By.STUDENT, _written),
    Deed.PUT_AWAY: Transition(By.STUDENT, _put_away),
    Deed.BRING_BACK: Transition(By.STUDENT, _brought_back),
    Deed.THROW_AWAY: Transition(By.STUDENT, _thrown_away),
    Deed.PUSH: Transition(By.TEACHER, _pushed),
    Deed.FETCH: Transition(By.TEACHER, _fetched),
    Deed.TIE: Transition(By.TEACHER, _tied),
    Deed.PULL_BACK_TO_DRAWER: Transition(By.TEACHER, _pulled_back(_into_drawer)),
    Deed.PULL_BACK_KEPT: Transition(By.TEACHER, _pulled_back(lambda state: replace(state, taken_out=True))),
    Deed.PULL_BACK_LEFT: Transition(By.TEACHER, _pulled_back(_cut)),
    Deed.CUT: Transition(By.TEACHER, _cut),
}
if missing := set(Deed) - set(TRANSITIONS):
    raise TypeError(f"No transition for {', '.join(sorted(missing))}")
