"""The web application."""

import asyncio
import os
import signal
from collections.abc import AsyncIterator, Callable
from contextlib import asynccontextmanager
from dataclasses import asdict
from functools import partial
from types import FrameType
from typing import Any

from fastapi import FastAPI, Request
from fastapi.responses import JSONResponse
from fastapi.routing import APIRoute
from starlette.types import Scope

from red_thread.actions.people.sign_in import who_is
from red_thread.actions.refusals import NotSignedIn
from red_thread.reading.limits import wake
from red_thread.settings import Settings
from red_thread.store.database import Database, Health, NoSuchSchool, NotNow
from red_thread.web.dependencies import COOKIE, database_of
from red_thread.web.events import NewsHub
from red_thread.web.front_end import PackedAnswers, serve_front_end
from red_thread.web.guard import Guard
from red_thread.web.problems import add_problem_handlers
from red_thread.web.routes import blobs, printing, watched
from red_thread.web.routes.classes import away, classes, following, groups
from red_thread.web.routes.master import masters, presence
from red_thread.web.routes.notebook import arranging, knots, notebooks
from red_thread.web.routes.people import accounts, my_schools, people, quotas, session
from red_thread.web.routes.printing import Presses
from red_thread.web.routes.push import pull_backs, pushes
from red_thread.web.tries import Tries


def create_app(settings: Settings, database: Database, demo_people: dict[str, str] | None = None) -> FastAPI:
    """The application on a database. `demo_people`: whom one may walk in as, by e-mail, in the demo."""
    app = FastAPI(
        title="Red Thread",
        version="0.1.0",
        lifespan=_lifespan,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        generate_unique_id_function=_operation_name,
    )
    app.state.settings = settings
    app.state.database = database
    app.state.demo_people = demo_people or {}
    app.state.news = NewsHub(settings.database_url)
    app.state.tries = Tries(settings)
    app.state.presses = Presses()
    app.state.large_turns = asyncio.Semaphore(2)
    app.state.password_turns = asyncio.Semaphore(max(1, (os.cpu_count() or 2) - 1))
    add_problem_handlers(app)
    app.add_middleware(PackedAnswers)
    secure = settings.public_url.startswith("https:")
    app.add_middleware(Guard, hosts=settings.hosts, secure=secure, is_known=partial(_is_known, app))
    for part in _PARTS:
        app.include_router(part.router, prefix="/api")
    app.add_api_route("/health", _health, include_in_schema=False)
    serve_front_end(app, settings.front_end)
    return app


_PARTS = (
    session,
    my_schools,
    people,
    accounts,
    quotas,
    masters,
    presence,
    pushes,
    pull_backs,
    classes,
    following,
    groups,
    away,
    notebooks,
    arranging,
    knots,
    blobs,
    printing,
    watched,
)


async def _is_known(app: FastAPI, scope: Scope) -> bool:
    request = Request({**scope, "app": app})
    try:
        async with database_of(request).begin() as unit:
            await who_is(unit, request.cookies.get(COOKIE))
    except (NotSignedIn, NoSuchSchool):
        return False
    except NotNow:
        return True  # the route asks again, and says that there is too much to do
    return True


def _operation_name(route: APIRoute) -> str:
    return route.name


async def _health(request: Request) -> JSONResponse:
    """Whether this part of the application serves, for the launcher and for who looks after the machine."""
    health: Health = await request.app.state.database.health()
    status = {"status": "ok" if health.database else "no database", **asdict(health)}
    return JSONResponse(status, 200 if health.database else 503)


@asynccontextmanager
async def _lifespan(app: FastAPI) -> AsyncIterator[None]:
    hub: NewsHub = app.state.news
    await hub.open()
    wake()
    restore = _end_streams_on_signals(hub)
    yield
    restore()
    await hub.close()
    await app.state.database.close()


def _end_streams_on_signals(hub: NewsHub) -> Callable[[], None]:
    """Open streams must end before the server waits for its connections, or it waits for ever."""
    before: dict[int, Any] = {}
    loop = asyncio.get_running_loop()

    def handle(number: int, frame: FrameType | None) -> None:
        loop.call_soon_threadsafe(hub.end_streams)
        if callable(before[number]):
            before[number](number, frame)

    try:
        for number in (signal.SIGINT, signal.SIGTERM):
            before[number] = signal.signal(number, handle)
    except ValueError:  # not the main thread: a test's server, which closes the hub itself
        return lambda: None

    def restore() -> None:
        for number, handler in before.items():
            signal.signal(number, handler)

    return restore
