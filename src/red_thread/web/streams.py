"""Streams of news that end when who hears them may not any more: signed out, taken out, moved to another class."""

from collections.abc import AsyncIterator, Awaitable, Callable
from dataclasses import dataclass
from typing import Annotated

from fastapi import Depends, Request

from red_thread.actions.actor import Actor
from red_thread.actions.people.sign_in import who_is
from red_thread.actions.refusals import Refused
from red_thread.store.database import OneSchool
from red_thread.store.unit import Unit
from red_thread.web.dependencies import COOKIE, ByActor, InDatabase
from red_thread.web.events import NewsHub

Check = Callable[[Unit], Awaitable[object]]


@dataclass(frozen=True, slots=True)
class OwnNews:
    """News for one person by one session. Whether they may hear it is asked again when something of theirs ended,
    and each time that the stream is kept alive."""

    hub: NewsHub
    database: OneSchool
    actor: Actor
    token: str | None

    async def of(self, check: Check, *topics: str) -> AsyncIterator[set[str]]:
        """Of which topics there is news, as long as `check` raises no Refusal."""
        mine, first = f"person:{self.actor.person_id}", True
        async for told in self.hub.of(*topics, mine):
            if not first and (not told or mine in told) and not await self._may_still(check):
                return
            yield told - {mine}
            first = False

    async def _may_still(self, check: Check) -> bool:
        try:
            async with self.database.begin() as unit:
                await who_is(unit, self.token)
                await check(unit)
        except Refused:
            return False
        return True


async def _stream(request: Request, database: InDatabase, actor: ByActor) -> OwnNews:
    return OwnNews(request.app.state.news, database, actor, request.cookies.get(COOKIE))


InStream = Annotated[OwnNews, Depends(_stream, scope="function")]
