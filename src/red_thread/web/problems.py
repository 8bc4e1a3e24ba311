"""Errors as `application/problem+json` (RFC 9457), rendered from what an exception carries."""

import structlog
from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from red_thread.actions.refusals import NotReadable, Refused
from red_thread.formats.problems import Unreadable

log = structlog.get_logger()


def _problem(status: int, title: str, detail: str, hint: str = "") -> JSONResponse:
    content = {"type": "about:blank", "status": status, "title": title, "detail": detail, "hint": hint}
    return JSONResponse(content, status_code=status, media_type="application/problem+json")


async def _refused(request: Request, error: Exception) -> JSONResponse:
    refusal = NotReadable(name=error.name, why=error.why) if isinstance(error, Unreadable) else error
    assert isinstance(refusal, Refused)
    return _problem(refusal.status, type(refusal).__name__, str(refusal), refusal.hint)


async def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    where = "; ".join(f"{'.'.join(map(str, e['loc']))}: {e['msg']}" for e in error.errors()[:5])
    return _problem(422, "Invalid", f"This request is not what was expected ({where}).", "Load the page again.")


async def _http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    return _problem(error.status_code, "Error", str(error.detail), "Go back and try again.")


async def _unexpected(request: Request, error: Exception) -> JSONResponse:
    log.exception("unexpected error", path=request.url.path, exc_info=error)
    hint = "Nothing was lost. Try again; if it happens again, tell who looks after Red Thread."
    return _problem(500, "Unexpected", "Something went wrong on our side.", hint)


def add_problem_handlers(app: FastAPI) -> None:
    app.add_exception_handler(Refused, _refused)
    app.add_exception_handler(Unreadable, _refused)
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(HTTPException, _http)
    app.add_exception_handler(Exception, _unexpected)
