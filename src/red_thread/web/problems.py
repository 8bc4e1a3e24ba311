"""Errors as `application/problem+json` (RFC 9457), rendered from what an exception carries."""

import logging

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from red_thread.actions.refusals import NotReadable, NotSignedIn, Refused
from red_thread.formats.problems import Unreadable
from red_thread.store.database import NoSuchSchool, NotNow, SameMoment
from red_thread.store.documents import NotStorable
from red_thread.web.dependencies import COOKIE

_log = logging.getLogger(__name__)


def problem(status: int, title: str, detail: str, hint: str = "") -> JSONResponse:
    """An error as it goes over the wire."""
    content = {"type": "about:blank", "status": status, "title": title, "detail": detail, "hint": hint}
    return JSONResponse(content, status_code=status, media_type="application/problem+json")


async def _refused(request: Request, error: Exception) -> JSONResponse:
    refusal = NotReadable(name=error.name, why=error.why) if isinstance(error, Unreadable) else error
    assert isinstance(refusal, Refused)
    return problem(refusal.status, type(refusal).__name__, str(refusal), refusal.hint)


async def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    where = "; ".join(f"{'.'.join(map(str, e['loc']))[:120]}: {e['msg'][:120]}" for e in error.errors()[:5])
    told = where.encode(errors="replace").decode()  # what somebody sent may be no text that can be sent back
    return problem(422, "Invalid", f"This request is not what was expected ({told}).", "Load the page again.")


async def _no_such_school(request: Request, error: Exception) -> JSONResponse:
    """An address names a school that is not there; of a session that does, nobody is known, and it goes."""
    if COOKIE in request.cookies:
        answer = await _refused(request, NotSignedIn())
        answer.delete_cookie(COOKIE)
        return answer
    hint = "Look at the address once more, or ask whoever gave it to you."
    return problem(404, "NoSuchSchool", "There is no school at this address.", hint)


async def _not_storable(request: Request, error: Exception) -> JSONResponse:
    """Numbers that are no id of anything, and text that PostgreSQL cannot hold."""
    return problem(422, "Invalid", "This request holds a number or a text that cannot be.", "Load the page again.")


async def _not_now(request: Request, error: Exception) -> JSONResponse:
    """Overload, a database that starts anew, somebody who holds a course for long: it is tried again."""
    hint = "Nothing is lost. It is tried again by itself; if not, try in a moment."
    answer = problem(503, "NotNow", "There is too much to do just now.", hint)
    answer.headers["Retry-After"] = "2"
    return answer


async def _same_moment(request: Request, error: Exception) -> JSONResponse:
    """Two did one thing, and the database let one of them: what the other sees is old by now."""
    _log.warning("%s %s: %s", request.method, request.url.path, error)
    hint = "Nothing is lost. Look at what is there now, then try again."
    return problem(409, "SameMoment", "Somebody did the same at the same moment.", hint)


async def _http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    return problem(error.status_code, "Error", str(error.detail), "Go back and try again.")


def add_problem_handlers(app: FastAPI) -> None:
    app.add_exception_handler(Refused, _refused)
    app.add_exception_handler(Unreadable, _refused)
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(NoSuchSchool, _no_such_school)
    app.add_exception_handler(NotStorable, _not_storable)
    app.add_exception_handler(NotNow, _not_now)
    app.add_exception_handler(SameMoment, _same_moment)
    app.add_exception_handler(HTTPException, _http)
