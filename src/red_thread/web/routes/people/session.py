"""Signing in and out."""

from fastapi import APIRouter, Request, Response

from red_thread.actions.people.sign_in import NewSession, sign_in, sign_out, use_code, walk_in
from red_thread.actions.refusals import CodeNotGood, SignInFailed
from red_thread.actions.room import nearly_full
from red_thread.settings import Settings
from red_thread.store.people.values import Person
from red_thread.store.unit import Unit
from red_thread.web.dependencies import COOKIE, ByActor, InSession, InSettings, InTurn, InUnit
from red_thread.web.schemas.people import (
    PersonOut,
    Reading,
    SchoolAs,
    SessionOut,
    SignIn,
    UseCode,
    WalkerOut,
    WalkIn,
    WelcomeOut,
)
from red_thread.web.tries import Tries

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
    return WelcomeOut(demo=bool(walkers), walkers=walkers)


@router.get("/session")
async def get_session(session: InSession, unit: InUnit, settings: InSettings) -> SessionOut:
    """Who is signed in."""
    return await _shown(unit, session.person, session.proof, settings)


@router.post("/session")
async def post_session(
    turn: InTurn, body: SignIn, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> SessionOut:
    """Signs in with name and password."""
    tries: Tries = request.app.state.tries
    await tries.check(request, body.name)
    try:
        found = await sign_in(unit, body.name, body.password, browser_of(request))
    except SignInFailed:
        await tries.failed(request, body.name)
        raise
    return await begun(unit, found, response, settings)


@router.post("/session/code")
async def post_code(
    turn: InTurn, body: UseCode, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> SessionOut:
    """Signs in with a one-time code and sets the password."""
    tries: Tries = request.app.state.tries
    await tries.check(request, "a code")
    try:
        found = await use_code(unit, body.code, body.password, browser_of(request))
    except CodeNotGood:
        await tries.failed(request, "a code")
        raise
    return await begun(unit, found, response, settings)


@router.post("/session/walk-in")
async def post_walk_in(
    body: WalkIn, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> SessionOut:
    """Walks in as a made-up person of the demo."""
    return await begun(unit, await walk_in(unit, body.person_id, request.app.state.demo_people), response, settings)


@router.delete("/session", status_code=204)
async def delete_session(request: Request, response: Response, unit: InUnit, actor: ByActor) -> None:
    """Signs out."""
    await sign_out(unit, actor, request.cookies[COOKIE])
    response.delete_cookie(COOKIE)


def browser_of(request: Request) -> str:
    """What the browser says that it is."""
    return request.headers.get("user-agent", "")


async def begun(unit: Unit, session: NewSession, response: Response, settings: Settings) -> SessionOut:
    """Sets the cookie of a session that has just begun."""
    response.set_cookie(
        COOKIE,
        session.token,
        max_age=14 * 24 * 3600,
        httponly=True,
        samesite="lax",
        secure=settings.public_url.startswith("https:"),
    )
    return await _shown(unit, session.person, session.proof, settings)


async def _shown(unit: Unit, person: Person, proof: str, settings: Settings) -> SessionOut:
    signs_in_as = person.email or person.sign_in_name or ""
    kind = "teacher" if person.kind == "teacher" else "student"
    shown = PersonOut(
        id=person.id, name=person.name, kind=kind, signs_in_as=signs_in_as, administers=person.administers
    )
    school = SchoolAs.model_validate(await unit.schools.this())
    full = await nearly_full(unit, person)
    kept = await unit.people.reading(person.id)
    reading = Reading.model_validate(kept) if kept is not None else None
    return SessionOut(person=shown, school=school, proof=proof, demo=settings.demo, nearly_full=full, reading=reading)
