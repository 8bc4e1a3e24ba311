"""What stands before every request and goes with every answer.

Limits of size, counted as a body streams in; the names by which the application answers; the security headers, on
errors too; and an answer where something broke off.
"""

import re
from collections.abc import Awaitable, Callable, Collection
from contextlib import AbstractAsyncContextManager, nullcontext
from traceback import extract_tb

import structlog
from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from red_thread.web.problems import problem
from red_thread.web.turns import SessionTurns, TooMany

log = structlog.get_logger()
_POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "media-src 'self'; font-src 'self'; connect-src 'self'; manifest-src 'self'; worker-src 'self'; base-uri 'none'; "
    "form-action 'self'; frame-ancestors 'none'"
)
_HEADERS = {
    "Content-Security-Policy": _POLICY,
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "geolocation=(), microphone=()",
}
# What a script, a style or a face of letters needs of it: the rest is for views, and weighs on a slow line.
_OF_ASSETS = ("X-Content-Type-Options", "Cross-Origin-Resource-Policy")
# On plain http a browser takes neither, and complains of the second in every window.
_SECURE = {"Strict-Transport-Security": "max-age=31536000", "Cross-Origin-Opener-Policy": "same-origin"}
_BODILESS = ("GET", "HEAD", "OPTIONS")
IsKnown = Callable[[Scope], Awaitable[bool]]
_MB = 1024 * 1024
_MOST_BYTES, _MOST_FOR_A_MASTER, _MOST_JSON = 30 * _MB, 105 * _MB, 8 * _MB
# A form is a little larger than the file in it: what is said is how large that may be.
_SAID = {_MOST_BYTES: 25, _MOST_FOR_A_MASTER: 100, _MOST_JSON: 8}
_HOST = re.compile(r"(\[[0-9a-f:.]+\]|[a-z0-9.-]+)(:\d{1,5})?")
_COOKIE = re.compile(r"red_thread_session=([^;]+)")
_SMALL = 64 * 1024  # of a request that anybody may send; more of it is read for those alone who are signed in
_FOR_A_MASTER = re.compile(r"/api/masters/\d+/(pages|pages/plan|blobs)")


class Guard:
    """Written on ASGI itself: a wrapper that passes whole responses on costs every request a task and a queue."""

    def __init__(self, app: ASGIApp, hosts: Collection[str], secure: bool, is_known: IsKnown) -> None:
        self.app, self.is_known, self.turns = app, is_known, SessionTurns()
        self.hosts = {host.lower() for host in hosts}
        self.headers = {**_HEADERS, **_SECURE} if secure else _HEADERS

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        started = False

        async def send_guarded(message: Message) -> None:
            nonlocal started
            if message["type"] == "http.response.start":
                started = True
                self._add_headers(MutableHeaders(scope=message), scope["path"])
            await send(message)

        headers = Headers(scope=scope)
        limit = _limit(headers, scope["path"])
        try:
            async with self._turn(scope, headers):
                answer = self._refusal(headers, limit) or await self._unknown(scope, headers) or self.app
                await answer(scope, _counted(receive, limit), send_guarded)
        except TooMany:
            await problem(429, "TooMany", "These are many requests at once.", "Wait a moment, then go on.")(
                scope, receive, send_guarded
            )
        except Exception as error:
            _log(scope, error)
            if started:
                raise
            await _unexpected()(scope, receive, send_guarded)

    def _refusal(self, headers: Headers, limit: int) -> JSONResponse | None:
        if "*" not in self.hosts and _host(headers) not in self.hosts:
            return problem(400, "WrongHost", "Red Thread does not answer by this name.", "Use its own address.")
        length = headers.get("content-length", "0")
        return _too_large(limit) if not length.isdigit() or int(length) > limit else None

    def _turn(self, scope: Scope, headers: Headers) -> AbstractAsyncContextManager[None]:
        """Streams stay open for hours and are nobody's turn; nor is who has no session yet."""
        session = _COOKIE.search(headers.get("cookie", ""))
        waits = scope["path"].startswith("/api/") and not scope["path"].endswith("/events")
        return self.turns.of(session[1]) if session and waits else nullcontext()

    async def _unknown(self, scope: Scope, headers: Headers) -> JSONResponse | None:
        """Refuses a large body before anything of it is read, if nobody is signed in who could send it."""
        small = headers.get("content-length", "") if "transfer-encoding" not in headers else ""
        if scope["method"] in _BODILESS or (small.isdigit() and int(small) <= _SMALL):
            return None
        if not scope["path"].startswith("/api/") or await self.is_known(scope):
            return None
        return problem(401, "NotSignedIn", "You are not signed in any more.", "Sign in again.")

    def _add_headers(self, headers: MutableHeaders, path: str) -> None:
        of_asset = path.startswith("/assets/") and not headers.get("content-type", "").startswith("text/html")
        for name, value in self.headers.items():
            if not of_asset or name in _OF_ASSETS:
                headers.setdefault(name, value)
        if path.startswith("/api/"):
            headers.setdefault("Cache-Control", "no-store")


def _host(headers: Headers) -> str:
    """The name by which somebody asks, without its port; empty if it is no name at all."""
    found = _HOST.fullmatch(headers.get("host", "").lower())
    return found[1] if found else ""


def _limit(headers: Headers, path: str) -> int:
    if not headers.get("content-type", "").startswith("multipart/"):
        return _MOST_JSON
    return _MOST_FOR_A_MASTER if _FOR_A_MASTER.fullmatch(path) else _MOST_BYTES


def _counted(receive: Receive, limit: int) -> Receive:
    """The body, refused as soon as more of it has come than may."""
    taken = 0

    async def receive_counted() -> Message:
        nonlocal taken
        message = await receive()
        taken += len(message.get("body", b""))
        if taken > limit:
            raise HTTPException(413, f"This is larger than {_SAID[limit]} MB.")
        return message

    return receive_counted


def _too_large(limit: int) -> JSONResponse:
    hint = "Nothing was changed. Choose a smaller file, or part it."
    return problem(413, "TooLarge", f"This is larger than {_SAID[limit]} MB.", hint)


def _unexpected() -> JSONResponse:
    hint = "Nothing was lost. Try again; if it happens again, tell who looks after Red Thread."
    return problem(500, "Unexpected", "Something went wrong on our side.", hint)


def _log(scope: Scope, error: Exception) -> None:
    """What broke and where, but not what it said: messages of libraries hold names and words of people."""
    route = getattr(scope.get("route"), "path", "?")
    where = [f"{frame.filename.rsplit('/', 1)[-1]}:{frame.lineno}" for frame in extract_tb(error.__traceback__)[-6:]]
    log.error("unexpected error", route=route, kind=type(error).__name__, where=where)
