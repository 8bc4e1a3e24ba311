"""Tries to sign in that failed: few for one account from one address, many for an address that a school shares.

Only failures count, so that a class of thirty is let in at once; and nobody can lock somebody else out, because what
fails from one address counts for that address alone.
"""

from fastapi import Request
from limits import parse
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter

from red_thread.actions.refusals import TooManyTries
from red_thread.settings import Settings


class Tries:
    def __init__(self, settings: Settings) -> None:
        self.proxies = settings.proxies
        self.limiter = MovingWindowRateLimiter(MemoryStorage())
        self.for_account, self.for_address = parse(settings.sign_in_tries), parse(settings.address_tries)

    def check(self, request: Request, account: str) -> None:
        """Raises TooManyTries if too many have failed lately."""
        address, name = self._address(request), account.strip().casefold()[:300]
        if not self.limiter.test(self.for_account, address, name) or not self.limiter.test(self.for_address, address):
            raise TooManyTries

    def failed(self, request: Request, account: str) -> None:
        """Counts a try that failed."""
        address, name = self._address(request), account.strip().casefold()[:300]
        self.limiter.hit(self.for_account, address, name)
        self.limiter.hit(self.for_address, address)

    def _address(self, request: Request) -> str:
        """Who asks: the nearest address that is no proxy of ours."""
        address = request.client.host if request.client else "unknown"
        told = [part.strip() for part in request.headers.get("x-forwarded-for", "").split(",") if part.strip()]
        while address in self.proxies and told:
            address = told.pop()
        return address[:100]
