"""Who has which master page open just now, whichever process their windows speak with."""

import asyncio
import secrets
from dataclasses import dataclass, field

import structlog

from red_thread.store.database import NotNow, OneSchool

log = structlog.get_logger()
_leaving: set[asyncio.Task[None]] = set()


@dataclass(frozen=True, slots=True)
class Stay:
    """One window of somebody in which a page is open. Coming and going is news of `here:7`."""

    database: OneSchool
    page_id: int
    person_id: int
    window: str = field(default_factory=lambda: secrets.token_hex(8))

    async def come(self) -> None:
        """The page is open from now on."""
        async with self.database.begin() as unit:
            await unit.open_now.stay(self.page_id, self.window, self.person_id)
            await unit.news.of_presence(self.page_id)

    async def others(self) -> list[str]:
        """Who else has it open, by name, each once. The page is still open here, and that is said on the way."""
        async with self.database.begin() as unit:
            await unit.open_now.stay(self.page_id, self.window, self.person_id)
            return await unit.open_now.others(self.page_id, self.person_id)

    def leave(self) -> None:
        """The page is open no more. The window's request may have been cancelled: nothing is waited for."""
        task = asyncio.create_task(self._go())
        _leaving.add(task)
        task.add_done_callback(_leaving.discard)

    async def _go(self) -> None:
        try:
            async with self.database.begin() as unit:
                await unit.open_now.go(self.page_id, self.window)
                await unit.news.of_presence(self.page_id)
        except NotNow:  # it is forgotten by itself before long
            log.info("a window that closed could not be written off")
