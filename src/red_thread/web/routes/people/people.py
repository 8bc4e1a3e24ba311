"""The first day of a school, colleagues, and everyone's own way in."""

from fastapi import APIRouter, Request, Response

from red_thread.actions.people.begin_school import (
    Beginning,
    add_course,
    begin_school,
    invite_teacher,
    may_begin,
    take_up_invitation,
)
from red_thread.actions.people.colleagues import look_at_colleagues, set_role, take_out
from red_thread.actions.people.my_schools import end_sessions_of_link, look_at_my_schools
from red_thread.actions.people.own_account import change_password, end_session, look_at_sessions
from red_thread.actions.people.reading import set_reading
from red_thread.actions.refusals import BegunAlready, CodeNotGood, NotTheirPassword
from red_thread.web.code_sheet import code_slip
from red_thread.web.dependencies import COOKIE, ByActor, InDatabase, InSettings, InTurn, InUnit
from red_thread.web.routes.people.session import begun
from red_thread.web.schemas.common import AddedOut, Name
from red_thread.web.schemas.people import (
    Begin,
    BegunOut,
    ChangePassword,
    ColleagueOut,
    InvitedOut,
    InviteTeacher,
    OpenSessionOut,
    Reading,
    RoleIn,
    TakeUpInvitation,
)
from red_thread.web.tries import Tries

router = APIRouter(tags=["people"])


@router.get("/begin/{code}", status_code=204)
async def get_begin(code: str, request: Request, unit: InUnit) -> None:
    """Whether the school waits for its first teacher, and this is its code."""
    tries: Tries = request.app.state.tries
    await tries.check(request, "the first code")
    if not await may_begin(unit, code):
        await tries.failed(request, "the first code")
        raise BegunAlready


@router.post("/begin", status_code=201)
async def post_begin(
    turn: InTurn, body: Begin, request: Request, response: Response, unit: InUnit, settings: InSettings
) -> BegunOut:
    """The first teacher of a school, signed in, with a course."""
    tries: Tries = request.app.state.tries
    await tries.check(request, "the first code")
    beginning = Beginning(
        body.name, body.email, body.password, body.school, body.course, body.time_zone, body.language
    )
    try:
        session, master_id = await begin_school(unit, body.code, beginning, request.headers.get("user-agent", ""))
    except BegunAlready:
        await tries.failed(request, "the first code")
        raise
    return BegunOut(session=await begun(unit, session, response, settings), master_id=master_id)


@router.post("/masters", status_code=201)
async def post_master(body: Name, unit: InUnit, actor: ByActor) -> AddedOut:
    """A further course of one's own."""
    return AddedOut(id=await add_course(unit, actor, body.name))


@router.post("/masters/{master_id}/teachers")
async def post_teacher(
    master_id: int, body: InviteTeacher, unit: InUnit, actor: ByActor, settings: InSettings
) -> InvitedOut:
    """A colleague teaches the course too; one who is new here gets a code, one who is here is asked."""
    known = bool(body.email.strip()) and await unit.people.by_email(body.email) is not None
    handed = await invite_teacher(unit, actor, master_id, body.name, body.email, body.role)
    return InvitedOut(code=code_slip(handed, settings, unit.school) if handed else None, is_here=known)


@router.post("/session/invitation")
async def post_invitation(body: TakeUpInvitation, request: Request, unit: InUnit, actor: ByActor) -> AddedOut:
    """The code of an invitation, from somebody who is here: they work in that course too; gives its master."""
    tries: Tries = request.app.state.tries
    await tries.check(request, "an invitation")
    try:
        return AddedOut(id=await take_up_invitation(unit, actor, body.code))
    except CodeNotGood:
        await tries.failed(request, "an invitation")
        raise


@router.get("/masters/{master_id}/teachers")
async def get_teachers(master_id: int, unit: InUnit, actor: ByActor) -> list[ColleagueOut]:
    """Who works in a course, and as what."""
    found = await look_at_colleagues(unit, actor, master_id)
    return [
        ColleagueOut(person_id=c.person_id, name=c.name, role=c.role, me=c.person_id == actor.person_id)
        for c in found
    ]


@router.put("/masters/{master_id}/teachers/{person_id}", status_code=204)
async def put_teacher(master_id: int, person_id: int, body: RoleIn, unit: InUnit, actor: ByActor) -> None:
    """Another role for a colleague."""
    await set_role(unit, actor, master_id, person_id, body.role)


@router.delete("/masters/{master_id}/teachers/{person_id}", status_code=204)
async def delete_teacher(master_id: int, person_id: int, unit: InUnit, actor: ByActor) -> None:
    """A colleague works in the course no more."""
    await take_out(unit, actor, master_id, person_id)


@router.put("/session/reading", status_code=204)
async def put_reading(body: Reading, unit: InUnit, actor: ByActor) -> None:
    """How one wants to read, on all devices."""
    await set_reading(unit, actor, body.model_dump())


@router.put("/session/password", status_code=204)
async def put_password(
    turn: InTurn, body: ChangePassword, request: Request, database: InDatabase, unit: InUnit, actor: ByActor
) -> None:
    """A new password of one's own; it ends one's other sessions, in all schools that are brought together."""
    tries: Tries = request.app.state.tries
    account = f"password of {actor.person_id}"
    await tries.check(request, account)
    link, schools = await unit.links.of(actor.person_id), await look_at_my_schools(unit, actor)
    try:
        await change_password(unit, actor, body.old, body.new, request.cookies[COOKIE])
    except NotTheirPassword:
        await tries.failed(request, account)
        raise
    for school in schools if link else []:
        if school.school_id != unit.school:
            async with database.database.of(school.school_id).begin() as there:
                await end_sessions_of_link(there, str(link))


@router.get("/sessions")
async def get_sessions(request: Request, unit: InUnit, actor: ByActor) -> list[OpenSessionOut]:
    """Where one is signed in."""
    found = await look_at_sessions(unit, actor, request.cookies[COOKIE])
    return [
        OpenSessionOut(number=session.number, made_at=session.made_at, browser=session.browser, this=this)
        for session, this in found
    ]


@router.delete("/sessions/{number}", status_code=204)
async def delete_other_session(number: str, unit: InUnit, actor: ByActor) -> None:
    """Ends one of one's sessions elsewhere."""
    await end_session(unit, actor, number)
