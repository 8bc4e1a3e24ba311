"""So many requests of one session at once; who sends more waits, without a connection, and keeps nobody waiting."""

import asyncio
import hashlib
from collections import Counter
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

AT_ONCE = 6  # as many as a browser sends to one address
MOST_WAITING = 100


class TooMany(Exception):
    """More requests of this session are waiting than any window sends."""


class SessionTurns:
    """The turns of all sessions; a session that asks for nothing costs nothing."""

    def __init__(self) -> None:
        self._turns: dict[bytes, asyncio.Semaphore] = {}
        self._asking: Counter[bytes] = Counter()

    @asynccontextmanager
    async def of(self, session: str) -> AsyncIterator[None]:
        """Waits for its turn. Raises TooMany."""
        name = hashlib.sha256(session.encode(errors="replace")).digest()
        if self._asking[name] >= MOST_WAITING:
            raise TooMany
        turn = self._turns.setdefault(name, asyncio.Semaphore(AT_ONCE))
        self._asking[name] += 1
        try:
            async with turn:
                yield
        finally:
            self._asking[name] -= 1
            if not self._asking[name]:
                del self._asking[name], self._turns[name]
