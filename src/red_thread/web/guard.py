"""What stands before every request and goes with every answer: a limit of size, and the security headers."""

from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

_POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'"
)
_HEADERS = {
    "Content-Security-Policy": _POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Permissions-Policy": "geolocation=(), microphone=()",
}
_MOST_BYTES = 30 * 1024 * 1024


class Guard:
    """Refuses what is far too large before it is read, and sends the security headers with everything.

    Written on ASGI itself: a wrapper that passes whole responses on costs every request a task and a queue.
    """

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        async def send_guarded(message: Message) -> None:
            if message["type"] == "http.response.start":
                _add_headers(MutableHeaders(scope=message), scope["path"])
            await send(message)

        answer = _too_large() if _is_too_large(Headers(scope=scope)) else self.app
        await answer(scope, receive, send_guarded)


def _is_too_large(headers: Headers) -> bool:
    length = headers.get("content-length", "0")
    return not length.isdigit() or int(length) > _MOST_BYTES


def _too_large() -> JSONResponse:
    body = {
        "status": 413,
        "title": "TooLarge",
        "detail": "This is larger than 25 MB.",
        "hint": "Nothing was changed. Choose a smaller file, or part it.",
    }
    return JSONResponse(body, 413, media_type="application/problem+json")


def _add_headers(headers: MutableHeaders, path: str) -> None:
    for name, value in _HEADERS.items():
        headers.setdefault(name, value)
    if path.startswith("/api/"):
        headers.setdefault("Cache-Control", "no-store")
