"""Figures, and how they are taken: ours and its baseline in turn, medians of both."""

import os
import time
from collections.abc import Awaitable, Callable
from dataclasses import asdict, dataclass
from statistics import median
from typing import Any

Step = Callable[[int], Awaitable[Any]]
TINY = "RED_THREAD_BENCH_TINY"  # set by the tests, which ask only whether a benchmark runs through


def sized(full: int, tiny: int) -> int:
    """How much is measured: as much as the figures are about, or just enough to see that nothing is broken."""
    return tiny if os.environ.get(TINY) else full


@dataclass(frozen=True, slots=True)
class Figure:
    """One measurement. A ratio at or under the goal is good; no goal: it stands there to be compared with."""

    name: str
    ours: float
    baseline: float
    unit: str
    goal: float | None

    @property
    def ratio(self) -> float:
        return self.ours / self.baseline

    def as_json(self) -> dict[str, Any]:
        return {**asdict(self), "ratio": round(self.ratio, 3)}

    def __str__(self) -> str:
        verdict = "" if self.goal is None else "good" if self.ratio <= self.goal else "OVER"
        goal = "" if self.goal is None else f"goal {self.goal:g}"
        return (
            f"{self.name:<58} {self.ours:>10.2f} {self.unit:<3} beside {self.baseline:>10.2f}"
            f"   ratio {self.ratio:>6.2f}  {goal:<9} {verdict}"
        )


async def timed(step: Step, number: int) -> float:
    """Milliseconds of one run."""
    began = time.perf_counter()
    await step(number)
    return (time.perf_counter() - began) * 1000


async def in_turn(
    ours: Step, baseline: Step, runs: int, before: Callable[[], Awaitable[Any]] | None = None
) -> tuple[float, float]:
    """Medians in milliseconds of two steps that take turns; the first turn of each only warms up.

    `before`: what has to be done before every step and is not measured.
    """
    times: tuple[list[float], list[float]] = ([], [])
    for number in range(runs + 1):
        for step, kept in zip((ours, baseline), times, strict=True):
            if before is not None:
                await before()
            kept.append(await timed(step, number))
    return median(times[0][1:]), median(times[1][1:])
