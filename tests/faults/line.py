"""A bad line: passes bytes on between browser and application, loses answers, and breaks in the middle."""

import asyncio
import contextlib
import random
from dataclasses import dataclass, field


@dataclass
class Line:
    """A line to a port. Chances are from 0 to 1: `loses` for an answer, `breaks` for a cut somewhere in between."""

    port: int
    chance: random.Random
    loses: float = 0.0
    breaks: float = 0.0
    lost: int = 0
    broken: int = 0
    tasks: set["asyncio.Task[None]"] = field(default_factory=set)

    async def open(self) -> str:
        """Opens the line; gives the address at its near end."""
        self.server = await asyncio.start_server(self._carry, "127.0.0.1", 0)
        return f"http://127.0.0.1:{self.server.sockets[0].getsockname()[1]}"

    async def close(self) -> None:
        self.server.close()
        for task in self.tasks:
            task.cancel()
        await asyncio.gather(*self.tasks, return_exceptions=True)

    async def _carry(self, near: asyncio.StreamReader, near_end: asyncio.StreamWriter) -> None:
        task = asyncio.current_task()
        assert task is not None
        self.tasks.add(task)
        task.add_done_callback(self.tasks.discard)
        try:
            far, far_end = await asyncio.open_connection("127.0.0.1", self.port)
        except OSError:
            near_end.transport.abort()
            return
        loses = self.chance.random() < self.loses
        breaks = self.chance.random() < self.breaks
        self.lost += loses
        self.broken += breaks and not loses
        limit = self.chance.randrange(3000) if breaks else None
        with contextlib.suppress(OSError, asyncio.CancelledError):
            await asyncio.gather(self._pass(near, far_end, limit), self._pass(far, near_end, 0 if loses else limit))
        for end in (near_end, far_end):
            end.transport.abort()

    async def _pass(self, source: asyncio.StreamReader, target: asyncio.StreamWriter, limit: int | None) -> None:
        """Passes bytes on, at most `limit`; then both ends are cut."""
        passed = 0
        while data := await source.read(16384):
            if limit is not None and passed + len(data) > limit:
                target.write(data[: limit - passed])
                await target.drain()
                raise ConnectionResetError
            passed += len(data)
            target.write(data)
            await target.drain()
        target.write_eof()
