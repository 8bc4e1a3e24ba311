"""The states of a push: each is left by a job or by its teacher, and leads to an end."""

import pytest

from red_thread.core.push.states import BY_A_JOB, ENDS, WAYS, Event, PushState, state_after


@pytest.mark.parametrize("state", PushState)
def test_every_state_leads_to_an_end(state):
    reached, waiting = {state}, [state]
    while waiting:
        fresh = set(WAYS[waiting.pop()].values()) - reached
        reached |= fresh
        waiting += fresh
    assert reached & ENDS


@pytest.mark.parametrize("state", [PushState.SCHEDULED, PushState.WAITING, PushState.RUNNING])
def test_a_job_leaves_what_waits_for_one(state):
    assert WAYS[state].keys() & BY_A_JOB - {Event.GIVE_UP}


@pytest.mark.parametrize("state", sorted(set(PushState) - ENDS))
def test_its_teacher_can_always_end_it(state):
    assert state_after(state, Event.STOP) is PushState.STOPPED


@pytest.mark.parametrize("end", sorted(ENDS))
def test_an_end_is_left_by_nothing(end):
    assert not WAYS[end]


def test_what_was_never_begun_begins_when_it_goes_on():
    assert state_after(PushState.FAILED, Event.GO_ON, begun=False) is PushState.SCHEDULED
    assert state_after(PushState.FAILED, Event.GO_ON) is PushState.WAITING
