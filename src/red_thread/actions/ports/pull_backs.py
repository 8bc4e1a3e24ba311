"""Taking pushed pages out of notebooks, and putting them back."""

from collections.abc import Sequence
from typing import Protocol

from red_thread.actions.ports.pushes import PushInfo
from red_thread.core.push import PlannedRows, PullBackFacts


class PullBacks(Protocol):
    async def facts(
        self, page_ids: Sequence[int], notebook_ids: Sequence[int], lock: bool = False
    ) -> PullBackFacts: ...
    async def take_out(self, pull_back_id: int, rows: PlannedRows) -> None: ...
    async def put_away(self, rows: PlannedRows) -> None: ...
    async def put_back(self, pull_back: PushInfo) -> int: ...
