"""How often somebody may do what costs others something: tries to get in that fail, uploads, prints, saves.

Of tries only failures count, so that a class of thirty is let in at once; and nobody can lock somebody else out,
because what fails from one address counts for that address alone. The counts are in PostgreSQL: they hold however
many processes answer, and are written in a transaction of their own, so that what is refused is counted all the same.
"""

from collections.abc import AsyncIterator, Callable

from fastapi import Depends, Request
from limits import parse

from red_thread.actions.refusals import TooManyTries, TooOften
from red_thread.settings import Settings
from red_thread.web.dependencies import ByUploader, InDatabase, database_of


class Tries:
    """Tries to sign in."""

    def __init__(self, settings: Settings) -> None:
        self.proxies = settings.proxies
        self.for_account = parse(settings.sign_in_tries).amount
        self.for_address = parse(settings.address_tries).amount

    async def check(self, request: Request, account: str) -> None:
        """Raises TooManyTries if too many have failed lately."""
        of_account, of_address = self._names(request, account)
        async with database_of(request).begin() as unit:
            tried = await unit.turns.counted(of_account), await unit.turns.counted(of_address)
        if tried[0] >= self.for_account or tried[1] >= self.for_address:
            raise TooManyTries

    async def failed(self, request: Request, account: str) -> None:
        """Counts a try that failed."""
        async with database_of(request).begin() as unit:
            for name in self._names(request, account):
                await unit.turns.count(name)

    def _names(self, request: Request, account: str) -> tuple[str, str]:
        address = self._address(request)
        return f"try {address} {account.strip().casefold()[:300]}".replace("\0", ""), f"tries {address}"

    def _address(self, request: Request) -> str:
        """Who asks: the nearest address that is no proxy of ours."""
        address = request.client.host if request.client else "unknown"
        told = [part.strip() for part in request.headers.get("x-forwarded-for", "").split(",") if part.strip()]
        while address in self.proxies and told:
            address = told.pop()
        return address[:100].replace("\0", "")


def at_most(times: int, what: str) -> Callable[..., AsyncIterator[None]]:
    """A dependency: one person may do this so many times in a minute. Raises TooOften."""

    async def counted(actor: ByUploader, database: InDatabase) -> AsyncIterator[None]:
        async with database.begin() as unit:
            done = await unit.turns.count(f"{what} {actor.person_id}")
        if done > times:
            raise TooOften(what=what)
        yield

    return counted


UPLOADS = Depends(at_most(60, "files sent"), scope="function")
PRINTS = Depends(at_most(20, "pages printed"), scope="function")
SAVES = Depends(at_most(300, "pages saved"), scope="function")
