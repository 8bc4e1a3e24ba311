"""Telling open pages that something is new, by PostgreSQL's NOTIFY: sent when the transaction commits."""

from collections.abc import Iterable, Iterator, Mapping

import orjson
from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

CHANNEL = "red_thread_news"
_IDS_IN_ONE = 500  # a payload takes 8,000 bytes at most


class Notifier:
    """Sends news to those who have pages open."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def of_push(self, push_id: int, notebook_ids: list[int]) -> None:
        """A push has gone on, and these notebooks have what it brought."""
        await self._send({"push": push_id}, *_in_parts(notebook_ids))

    async def of_notebooks(self, notebook_ids: list[int]) -> None:
        """These notebooks hold something else than before."""
        await self._send(*_in_parts(notebook_ids))

    async def of_display(self, master_id: int) -> None:
        """What the classes of a master read in it is another than before."""
        await self._send({"display": master_id})

    async def of_page(self, page_id: int) -> None:
        """A master page was saved."""
        await self._send({"page": page_id})

    async def of_presence(self, page_id: int) -> None:
        """Somebody has opened a master page, or left it."""
        await self._send({"here": page_id})

    async def of_people(self, person_ids: Iterable[int]) -> None:
        """Something that these people could do has ended: what they have open asks whether it may stay so."""
        await self._send(*({"person": person_id} for person_id in person_ids))

    async def _send(self, *payloads: Mapping[str, object]) -> None:
        await self.connection.execute(
            text("SELECT pg_notify(:channel, payload) FROM unnest(CAST(:payloads AS text[])) payload"),
            {"channel": CHANNEL, "payloads": [orjson.dumps(payload).decode() for payload in payloads]},
        )


def _in_parts(notebook_ids: list[int]) -> Iterator[dict[str, list[int]]]:
    for start in range(0, len(notebook_ids), _IDS_IN_ONE):
        yield {"notebooks": notebook_ids[start : start + _IDS_IN_ONE]}
