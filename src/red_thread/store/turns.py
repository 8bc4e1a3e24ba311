"""How often something happened within a minute, counted for all processes that answer: tries, uploads, prints."""

from datetime import datetime

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

_COUNTED = text("""
    SELECT times FROM turn WHERE what = :what AND minute = date_trunc('minute', CAST(:now AS timestamptz))
""")
_COUNT = text("""
    INSERT INTO turn (what, minute, times) VALUES (:what, date_trunc('minute', CAST(:now AS timestamptz)), 1)
    ON CONFLICT (school_id, what, minute) DO UPDATE SET times = turn.times + 1 RETURNING times
""")
_FORGET = text("DELETE FROM turn WHERE minute < CAST(:now AS timestamptz) - interval '5 minutes'")


class TurnStore:
    """What is counted is written down for the minute that it falls into, and forgotten soon after."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def counted(self, what: str) -> int:
        """How often it happened in this minute."""
        return await self.connection.scalar(_COUNTED, {"what": what, "now": self.now}) or 0

    async def count(self, what: str) -> int:
        """It happens once more; gives how often it has by now, in this minute."""
        times = (await self.connection.execute(_COUNT, {"what": what, "now": self.now})).scalar_one()
        if times == 1:
            await self.connection.execute(_FORGET, {"now": self.now})
        return times
