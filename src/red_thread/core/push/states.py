"""The states of a push, and the ways out of each. Every state is left by a job or by its teacher, or is an end."""

from collections.abc import Mapping
from enum import StrEnum


class PushState(StrEnum):
    """Where a push is."""

    SCHEDULED = "scheduled"  # its time has not come: nobody has been looked up
    WAITING = "waiting"  # for the queue
    RUNNING = "running"
    PAUSED = "paused"  # its teacher lets it rest
    FAILED = "failed"  # given up, with the reason
    STOPPED = "stopped"  # ended by its teacher where it stood
    DONE = "done"


class Event(StrEnum):
    """What happens to a push."""

    BEGIN = "begin"  # its time has come: pages and people are looked up
    ADVANCE = "advance"  # a batch is done
    FINISH = "finish"  # no batch is left
    GIVE_UP = "give up"
    PAUSE = "pause"
    STOP = "stop"
    GO_ON = "go on"  # where it stands; what was never begun waits for its beginning


BY_A_JOB = frozenset({Event.BEGIN, Event.ADVANCE, Event.FINISH, Event.GIVE_UP})
ENDS = frozenset({PushState.DONE, PushState.STOPPED})
_UNDER_WAY = {
    Event.ADVANCE: PushState.RUNNING,
    Event.FINISH: PushState.DONE,
    Event.GIVE_UP: PushState.FAILED,
    Event.PAUSE: PushState.PAUSED,
    Event.STOP: PushState.STOPPED,
}
WAYS: Mapping[PushState, Mapping[Event, PushState]] = {
    PushState.SCHEDULED: {
        Event.BEGIN: PushState.WAITING,
        Event.GIVE_UP: PushState.FAILED,
        Event.STOP: PushState.STOPPED,
    },
    PushState.WAITING: _UNDER_WAY,
    PushState.RUNNING: _UNDER_WAY,
    PushState.PAUSED: {Event.GO_ON: PushState.WAITING, Event.STOP: PushState.STOPPED},
    PushState.FAILED: {Event.GO_ON: PushState.WAITING, Event.STOP: PushState.STOPPED},
    PushState.STOPPED: {},
    PushState.DONE: {},
}


def state_after(state: PushState, event: Event, begun: bool = True) -> PushState | None:
    """The state that follows; None if this does not happen in it. `begun`: its pages and people were looked up."""
    after = WAYS[state].get(event)
    return PushState.SCHEDULED if after is PushState.WAITING and event is Event.GO_ON and not begun else after
