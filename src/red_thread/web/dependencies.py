"""What routes ask for: a transaction, the actor, an uploaded file within limits."""

from collections.abc import AsyncIterator
from dataclasses import dataclass
from typing import Annotated

from fastapi import Depends, Header, Query, Request
from starlette.datastructures import UploadFile

from red_thread.actions.actor import Actor
from red_thread.actions.people.sign_in import who_is
from red_thread.actions.refusals import NothingSent, StaleProof, TooLarge
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, NoSuchSchool, OneSchool
from red_thread.store.people.values import SignedIn
from red_thread.store.unit import Unit
from red_thread.web.watched import UNWATCHED, Tell, watched

COOKIE = "red_thread_session"
MOST_DIGITS = 9
WATCH = r"^[\w-]{8,40}$"


def settings_of(request: Request) -> Settings:
    return request.app.state.settings


def school_of(request: Request) -> int:
    """The school of the session; before there is one, the school that the page's address names, or the home school.

    A made-up one helps nobody: a session is looked for among those of the school that its own token begins with.
    Raises NoSuchSchool for what is no number.
    """
    token = request.cookies.get(COOKIE)
    named = request.headers.get("x-red-thread-school", "") if token is None else token.rpartition(".")[0]
    if not named:
        return HOME_SCHOOL
    if not (named.isascii() and named.isdigit() and len(named) < MOST_DIGITS):
        raise NoSuchSchool
    return int(named)


def database_of(request: Request) -> OneSchool:
    return request.app.state.database.of(school_of(request))


async def _turn(request: Request) -> AsyncIterator[None]:
    async with request.app.state.password_turns:
        yield


# Asked for before a transaction: work on a password takes a whole processor, and neither all processors nor all
# connections go to those who sign in, however many come at once.
InTurn = Annotated[None, Depends(_turn, scope="function")]


async def _unit(database: Annotated[OneSchool, Depends(database_of)]) -> AsyncIterator[Unit]:
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
        raise StaleProof
    return found


InSession = Annotated[SignedIn, Depends(_signed_in, scope="function")]


async def _actor(signed_in: InSession) -> Actor:
    return Actor(signed_in.person.id, signed_in.person.kind)


ByActor = Annotated[Actor, Depends(_actor, scope="function")]


async def _uploader(
    request: Request,
    database: Annotated[OneSchool, Depends(database_of)],
    x_red_thread_proof: Annotated[str | None, Header()] = None,
) -> Actor:
    """Who sends a file, found out before anything of it is read, in a transaction that does not wait for it."""
    async with database.begin() as unit:
        found = await _signed_in(request, unit, x_red_thread_proof)
    return Actor(found.person.id, found.person.kind)


ByUploader = Annotated[Actor, Depends(_uploader, scope="function")]


InDatabase = Annotated[OneSchool, Depends(database_of)]


@dataclass(frozen=True, slots=True)
class Upload:
    """A file that somebody sent, with the fields beside it."""

    name: str
    body: bytes
    fields: dict[str, str]


async def _large_turn(request: Request) -> AsyncIterator[None]:
    said = request.headers.get("content-length", "")
    if said.isdigit() and int(said) <= settings_of(request).upload_limit:
        yield
        return
    async with request.app.state.large_turns:
        yield


# What is read and worked on by several processes at once would not find room for many large files.
InLargeTurn = Annotated[None, Depends(_large_turn, scope="function")]


async def _watch(
    database: InDatabase,
    actor: ByUploader,
    turn: InLargeTurn,
    watch: Annotated[str, Query(pattern=WATCH)] = UNWATCHED,
) -> AsyncIterator[Tell]:
    async with watched(database, actor.person_id, watch) as tell:
        yield tell


# Tells how far the work on a file has come, under a key that its sender chose.
InWatch = Annotated[Tell, Depends(_watch, scope="function")]


async def read_upload(request: Request, limit: int) -> Upload:
    """Reads the form of a request: its first file of so many bytes, if there is one. Raises TooLarge, NothingSent."""
    async with request.form(max_files=2, max_fields=10, max_part_size=1024 * 1024) as form:
        fields = {key: value for key, value in form.items() if isinstance(value, str)}
        files = [value for value in form.values() if isinstance(value, UploadFile)]
        if not files:
            return Upload("", b"", fields)
        file = files[0]
        name = (file.filename or "the file").replace("\\", "/").rsplit("/", 1)[-1][:120]
        body = await file.read(limit + 1)
    if len(body) > limit:
        raise TooLarge(name=name, limit=f"{limit // 1024 // 1024} MB")
    return Upload(name, body, fields)


async def read_file(request: Request, limit: int) -> Upload:
    """The same where there has to be a file. Raises NothingSent."""
    upload = await read_upload(request, limit)
    if not upload.name:
        raise NothingSent
    return upload
