"""A short run of `./red-thread faults`; the long one is run by hand, with what it printed in the notes."""

import pytest

from tests.faults.pushes import run_pushes
from tests.faults.run import run

pytestmark = pytest.mark.xdist_group("start")


async def test_large_pushes_that_are_hit_in_the_middle_end_complete(monkeypatch):
    monkeypatch.setenv("RED_THREAD_WORKERS", "2")  # one of which goes on while the other is killed
    verdict = await run_pushes(rounds=5, students=200, pages=10, seed=3)
    assert verdict.wrong == [], f"\n{verdict}"
    assert sum(verdict.harm.values()) == 5


async def test_nothing_is_lost_nothing_doubled_nothing_stuck():
    verdict = await run(seconds=20, longest=6, seed=7)
    assert verdict.good, f"\n{verdict}"
    assert {"web killed", "worker killed", "database killed", "launcher killed", "lines cut"} <= set(verdict.harm)
    assert verdict.figures["words typed"] > 100
    assert verdict.figures["pushes in the log"] > 1
