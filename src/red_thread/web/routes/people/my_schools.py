"""A teacher's schools: brought together, opened from each other, parted."""

from fastapi import APIRouter, Request, Response

from red_thread.actions.actor import Actor
from red_thread.actions.people.my_school import change_school
from red_thread.actions.people.my_schools import join_link, link_of, look_at_my_schools, open_school, part_schools
from red_thread.actions.people.sign_in import sign_out
from red_thread.actions.refusals import NotFound, SignInFailed
from red_thread.store.database import NoSuchSchool, OneSchool
from red_thread.store.people.values import School
from red_thread.web.dependencies import COOKIE, ByActor, ByUploader, InDatabase, InSettings, InTurn, InUnit
from red_thread.web.routes.people.session import begun, browser_of
from red_thread.web.schemas.people import MySchoolOut, MySchoolsOut, OpenSchool, OtherSchool, SchoolAs, SessionOut
from red_thread.web.tries import Tries

router = APIRouter(tags=["session"])


@router.put("/school", status_code=204)
async def put_school(body: SchoolAs, unit: InUnit, actor: ByActor) -> None:
    """Another name, clock or language for the school."""
    await change_school(unit, actor, School(body.name, body.time_zone, body.language))


@router.get("/session/schools")
async def get_my_schools(unit: InUnit, actor: ByActor, database: InDatabase) -> MySchoolsOut:
    """The schools that are brought together; none, if it is one alone. Where there is one school, nothing is said."""
    schools = [
        MySchoolOut(id=school.school_id, name=school.name, here=school.school_id == unit.school)
        for school in await look_at_my_schools(unit, actor)
    ]
    return MySchoolsOut(schools=schools, several=len(await database.database.schools()) > 1)


@router.post("/session/schools", status_code=204)
async def post_my_school(
    turn: InTurn, body: OtherSchool, request: Request, database: InDatabase, actor: ByUploader
) -> None:
    """Brings the account in another school together with this one, by the name and password that are good there."""
    tries: Tries = request.app.state.tries
    account = f"{body.school} {body.name}"
    await tries.check(request, account)
    async with database.begin() as unit:
        link = await link_of(unit, actor)
    try:
        async with _other(database, body.school).begin() as there:
            await join_link(there, link, body.name, body.password)
    except (SignInFailed, NoSuchSchool) as failed:  # a school that is not there answers as one where nobody is known
        await tries.failed(request, account)
        raise SignInFailed from failed


@router.post("/session/school")
async def post_open_school(
    body: OpenSchool,
    request: Request,
    response: Response,
    database: InDatabase,
    actor: ByUploader,
    settings: InSettings,
) -> SessionOut:
    """Goes over to another of one's schools; the session here ends."""
    link = await _known_link(database, actor, body.school)
    async with _other(database, body.school).begin() as there:
        session = await open_school(there, link, browser_of(request))
        opened = await begun(there, session, response, settings)
    async with database.begin() as unit:
        await sign_out(unit, actor, request.cookies[COOKIE])
    return opened


@router.delete("/session/schools", status_code=204)
async def delete_my_schools(unit: InUnit, actor: ByActor) -> None:
    """This school stands alone again."""
    await part_schools(unit, actor)


async def _known_link(database: OneSchool, actor: Actor, school: int) -> str:
    async with database.begin() as unit:
        known = {one.school_id for one in await look_at_my_schools(unit, actor)}
        link = await unit.links.of(actor.person_id)
    if link is None or school not in known:
        raise NotFound(what="school")
    return link


def _other(database: OneSchool, school: int) -> OneSchool:
    return database.database.of(school)
