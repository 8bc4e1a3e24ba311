"""The history of a page as its reader tells it: bursts of writing, and what came in between."""

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

DAY = 24 * 60 * 60.0
WEEK, MONTH = 7 * DAY, 30 * DAY
PAUSE = 10 * 60.0  # seconds without a save that end a burst


class Cause(StrEnum):
    """What made a state."""

    STUDENT = "student"  # a burst of writing
    FULL = "full"  # a burst of writing, right before much of it was taken out
    SENT = "sent"  # what a stale window sent, before it was merged
    PUSH = "push"
    BACK = "back"  # somebody went back to an earlier state
    READY = "ready"  # a burst of writing, at whose end its student said that the page is ready to be read
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
    yield from _last_of_each([state for state in states if state.cause is not Cause.SENT], _one_burst)


@dataclass(frozen=True, slots=True)
class Thinned:
    """`keep`: the revisions that stay. `again_at`: when more may go, if ever; seconds like `State.at`."""

    keep: frozenset[int]
    again_at: float | None


def thin_out(states: Sequence[State], now: float) -> Thinned:
    """Which states of a page a history still needs.

    Of the last week all stay, so that what comes from a phone that was offline is merged with what it began from;
    of the last month the last of each burst; of what is older the last burst of each day. The newest state stays,
    and what is no burst of writing always does: pushes, untied knots, going back.
    """
    young = [state for state in states if now - state.at < WEEK]
    bursts = list(moments(states))
    month = [state for state in bursts if WEEK <= now - state.at < MONTH]
    old = [state for state in bursts if now - state.at >= MONTH]
    keep = {state.revision for state in (*_last_of_each(old, _one_day), *month, *young, *states[-1:])}
    waiting = [state.at + WEEK for state in young] + [state.at + MONTH for state in month]
    return Thinned(frozenset(keep), min(waiting) if len(states) > 1 and waiting else None)


def _last_of_each(states: Sequence[State], belong_together: Callable[[State, State], bool]) -> Iterator[State]:
    for state, following in pairwise(states):
        same_hand = state.cause is following.cause is Cause.STUDENT and state.made_by == following.made_by
        if not (same_hand and belong_together(state, following)):
            yield state
    yield from states[-1:]


def _one_burst(state: State, following: State) -> bool:
    return following.at - state.at < PAUSE


def _one_day(state: State, following: State) -> bool:
    return state.at // DAY == following.at // DAY
