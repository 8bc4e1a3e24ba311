"""What routes ask for: a transaction, the actor, an uploaded file within limits."""

from collections.abc import AsyncIterator
from typing import Annotated

from fastapi import Depends, Header, Request, UploadFile

from red_thread.actions.actor import Actor
from red_thread.actions.ports import Unit
from red_thread.actions.ports.people import SignedIn
from red_thread.actions.refusals import NotAllowed, TooLarge
from red_thread.actions.sign_in import who_is
from red_thread.settings import Settings
from red_thread.store.database import Database

COOKIE = "red_thread_session"


def settings_of(request: Request) -> Settings:
    return request.app.state.settings


def database_of(request: Request) -> Database:
    return request.app.state.database


async def _unit(database: Annotated[Database, Depends(database_of)]) -> AsyncIterator[Unit]:
    async with database.begin() as unit:
        yield unit


InUnit = Annotated[Unit, Depends(_unit, scope="function")]
InSettings = Annotated[Settings, Depends(settings_of)]


async def _signed_in(
    request: Request, unit: InUnit, x_red_thread_proof: Annotated[str | None, Header()] = None
) -> SignedIn:
    """Who sends the request; one that changes something must bring the session's proof along."""
    found = await who_is(unit, request.cookies.get(COOKIE))
    if request.method not in ("GET", "HEAD") and x_red_thread_proof != found.proof:
        raise NotAllowed(what="do from elsewhere")
    return found


InSession = Annotated[SignedIn, Depends(_signed_in, scope="function")]


async def _actor(signed_in: InSession) -> Actor:
    return Actor(signed_in.person.id, signed_in.person.kind)


ByActor = Annotated[Actor, Depends(_actor, scope="function")]


async def read_upload(file: UploadFile, settings: Settings) -> tuple[str, bytes]:
    """Name and bytes of an uploaded file. Raises TooLarge."""
    name = (file.filename or "the file").replace("\\", "/").rsplit("/", 1)[-1][:120]
    body = await file.read(settings.upload_limit + 1)
    if len(body) > settings.upload_limit:
        raise TooLarge(name=name, limit=f"{settings.upload_limit // 1024 // 1024} MB")
    return name, body
