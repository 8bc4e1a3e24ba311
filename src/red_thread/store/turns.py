"""How often something happened within a minute, counted for all processes that answer: tries, uploads, prints."""

from datetime import datetime

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

# What fell into the minute before counts by the share of it that is still within the last sixty seconds.
_COUNTED = text("""
    SELECT coalesce(sum(CASE WHEN minute = date_trunc('minute', at) THEN times
        ELSE ceil(times * (60 - extract(second FROM at)) / 60) END), 0)::integer
    FROM turn, (SELECT CAST(:now AS timestamptz) AS at) now
    WHERE what = :what AND minute >= date_trunc('minute', at) - interval '1 minute'
""")
_COUNT = text("""
    INSERT INTO turn (what, minute, times) VALUES (:what, date_trunc('minute', CAST(:now AS timestamptz)), 1)
    ON CONFLICT (school_id, what, minute) DO UPDATE SET times = turn.times + 1
""")
_FORGET = text("DELETE FROM turn WHERE minute < CAST(:now AS timestamptz) - interval '5 minutes'")


class TurnStore:
    """What is counted is written down for the minute that it falls into, and forgotten soon after."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def counted(self, what: str) -> int:
        """How often it happened within the last minute."""
        return int(await self.connection.scalar(_COUNTED, {"what": what, "now": self.now}) or 0)

    async def count(self, what: str) -> int:
        """It happens once more; gives how often it has by now, within the last minute."""
        await self.connection.execute(_COUNT, {"what": what, "now": self.now})
        times = await self.counted(what)
        if times == 1:
            await self.connection.execute(_FORGET, {"now": self.now})
        return times
