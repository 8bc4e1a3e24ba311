"""The history of a page as its reader tells it: bursts of writing, and what came in between."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

DAY = 24 * 60 * 60.0
PAUSE = 10 * 60.0  # seconds without a save that end a burst


class Cause(StrEnum):
    """What made a state."""

    STUDENT = "student"  # a burst of writing
    SENT = "sent"  # what a stale window sent, before it was merged
    PUSH = "push"
    BACK = "back"  # somebody went back to an earlier state
    UNTIED = "untied"  # a knot, by the student or by the teacher for them


@dataclass(frozen=True, slots=True)
class State:
    """One stored state. `at`: seconds since some fixed moment."""

    revision: int
    at: float
    made_by: int
    cause: Cause
    edition: int


def moments(states: Iterable[State]) -> Iterator[State]:
    """The states worth showing: the last of each burst of writing, and every push, untied knot and going back.

    What was sent from a stale window (`sent`) stands only for what it was merged into right after.
    """
    told = [state for state in states if state.cause is not Cause.SENT]
    for state, following in pairwise(told):
        if not _goes_on(state, following):
            yield state
    yield from told[-1:]


def _goes_on(state: State, following: State) -> bool:
    """Whether the following state belongs to the same burst."""
    same_hand = state.cause is following.cause is Cause.STUDENT and state.made_by == following.made_by
    return same_hand and following.at - state.at < PAUSE
