"""What stands in notebooks of the pages that are to be pulled back."""

from collections.abc import Sequence
from typing import Protocol

from red_thread.core.push import PullBackFacts


class PullBacks(Protocol):
    async def facts(
        self, page_ids: Sequence[int], notebook_ids: Sequence[int], lock: bool = False
    ) -> PullBackFacts: ...
