"""The operations of a plan, done in notebooks."""

from collections.abc import Sequence
from typing import Protocol

from red_thread.core.push import Operation


class Operations(Protocol):
    async def run(self, operation: Operation, push_id: int) -> int: ...
    async def as_left(self, operation: Operation, push_id: int, lock: bool = True) -> Sequence[int]: ...
