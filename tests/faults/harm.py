"""What goes wrong: each kind of harm, done once when called, and over when it returns."""

import asyncio
import random
from collections.abc import Awaitable, Callable
from dataclasses import dataclass, field

from tests.faults.application import Application
from tests.faults.line import Line


@dataclass
class Harm:
    """Does harm at random, each kind in turn. `longest`: seconds until what was killed is started again."""

    application: Application
    line: Line
    chance: random.Random
    longest: float
    done: dict[str, int] = field(default_factory=dict)

    def kinds(self) -> dict[str, Callable[[], Awaitable[bool]]]:
        kills = {f"{part} killed": lambda part=part: self._kill(part) for part in ("web", "worker", "database")}
        lines = {"answers lost": lambda: self._bad_line("loses"), "lines cut": lambda: self._bad_line("breaks")}
        frozen = {f"{part} frozen": lambda part=part: self._freeze(part) for part in ("web", "worker", "database")}
        disk = {"disk full": self._fill} if self.application.small_disk else {}
        return {**kills, **frozen, "launcher killed": self._kill_launcher, **lines, **disk}

    async def do(self, until: float) -> None:
        """Every kind at least once, in an order of chance, and on until the loop's clock says `until`."""
        kinds = self.kinds()
        clock = asyncio.get_running_loop()
        waiting: list[str] = []
        while waiting or not self.done or clock.time() < until:
            waiting = waiting or self.chance.sample(sorted(kinds), len(kinds))
            name = waiting.pop()
            await asyncio.sleep(self.chance.uniform(0.2, 2))
            if await kinds[name]():
                self.done[name] = self.done.get(name, 0) + 1
            else:
                waiting.insert(0, name)
            if clock.time() >= until and set(self.done) == set(kinds):
                return

    async def _kill(self, part: str) -> bool:
        return self.application.kill(part)

    async def _freeze(self, part: str) -> bool:
        """It lives and does nothing: whoever waits for it is told, and goes on when it does."""
        frozen = self.application.freeze(part)
        await asyncio.sleep(self.chance.uniform(1, max(1, self.longest / 2)))
        self.application.thaw(frozen)
        return bool(frozen)

    async def _kill_launcher(self) -> bool:
        self.application.kill("launcher")
        await self.application.start_again(self.chance.uniform(0, self.longest))
        return True

    async def _bad_line(self, what: str) -> bool:
        before = getattr(self.line, what)
        setattr(self.line, what, 0.6)
        await asyncio.sleep(self.chance.uniform(1, max(1, self.longest / 2)))
        setattr(self.line, what, before)
        return True

    async def _fill(self) -> bool:
        filler = await asyncio.to_thread(self.application.fill_disk)
        await asyncio.sleep(self.chance.uniform(1, max(1, self.longest / 2)))
        filler.unlink()
        return True
