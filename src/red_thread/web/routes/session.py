"""Signing in and out."""

from fastapi import APIRouter, Request, Response

from red_thread.actions.refusals import TooManyTries
from red_thread.actions.sign_in import NewSession, sign_in, sign_out, use_code, walk_in
from red_thread.settings import Settings
from red_thread.web.dependencies import COOKIE, ByActor, InSession, InSettings, InUnit
from red_thread.web.schemas import PersonOut, SessionOut, SignIn, UseCode, WalkerOut, WalkIn, WelcomeOut

router = APIRouter(tags=["session"])


@router.get("/welcome")
async def welcome(request: Request, unit: InUnit, settings: InSettings) -> WelcomeOut:
    """What the sign-in page shows."""
    if not settings.demo:
        return WelcomeOut(demo=False, walkers=[])
    abouts = request.app.state.demo_people
    people = [p for p in await unit.people.to_walk_in_as() if p.email in abouts]
    people.sort(key=lambda person: list(abouts).index(person.email))
    walkers = [WalkerOut(id=p.id, name=p.name, kind=p.kind, about=abouts[p.email]) for p in people]
    return WelcomeOut(demo=True, walkers=walkers)


@router.get("/session")
async def get_session(session: InSession, settings: InSettings) -> SessionOut:
    """Who is signed in."""
    person = PersonOut.model_validate(session.person)
    return SessionOut(person=person, proof=session.proof, demo=settings.demo)


@router.post("/session")
async def post_session(
    body: SignIn, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> SessionOut:
    """Signs in with name and password."""
    _count_try(request, settings)
    return _begun(await sign_in(unit, body.name, body.password), response, settings)


@router.post("/session/code")
async def post_code(
    body: UseCode, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> SessionOut:
    """Signs in with a one-time code and sets the password."""
    _count_try(request, settings)
    return _begun(await use_code(unit, body.code, body.password), response, settings)


@router.post("/session/walk-in")
async def post_walk_in(body: WalkIn, response: Response, unit: InUnit, settings: InSettings) -> SessionOut:
    """Walks in as a made-up person of the demo."""
    return _begun(await walk_in(unit, body.person_id, settings.demo), response, settings)


@router.delete("/session", status_code=204)
async def delete_session(request: Request, response: Response, unit: InUnit, actor: ByActor) -> None:
    """Signs out."""
    await sign_out(unit, actor, request.cookies[COOKIE])
    response.delete_cookie(COOKIE)


def _count_try(request: Request, settings: Settings) -> None:
    client = request.client.host if request.client else "unknown"
    if not request.app.state.tries.hit(request.app.state.tries_allowed, client):
        raise TooManyTries


def _begun(session: NewSession, response: Response, settings: Settings) -> SessionOut:
    response.set_cookie(
        COOKIE,
        session.token,
        max_age=14 * 24 * 3600,
        httponly=True,
        samesite="lax",
        secure=settings.public_url.startswith("https:"),
    )
    person = PersonOut.model_validate(session.person)
    return SessionOut(person=person, proof=session.proof, demo=settings.demo)
