"""Classes that follow a course of another teacher's too."""

from fastapi import APIRouter

from red_thread.actions.classes.following import (
    answer_following,
    ask_colleague,
    asked_to_follow,
    could_follow,
    follow,
    stop_following,
)
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.classes import AnswerFollowing, AskColleague, AskedOut, AskedToFollowOut, OtherClassOut

router = APIRouter(tags=["classes"])


@router.get("/masters/{master_id}/could-follow")
async def get_could_follow(master_id: int, unit: InUnit, actor: ByActor) -> list[OtherClassOut]:
    """Classes of one's other courses that could follow this one."""
    return [OtherClassOut.model_validate(one) for one in await could_follow(unit, actor, master_id)]


@router.put("/masters/{master_id}/following/{class_id}", status_code=204)
async def put_following(master_id: int, class_id: int, unit: InUnit, actor: ByActor) -> None:
    """A class of one's own follows this course too, or again."""
    await follow(unit, actor, master_id, class_id)


@router.delete("/masters/{master_id}/following/{class_id}", status_code=204)
async def delete_following(master_id: int, class_id: int, unit: InUnit, actor: ByActor) -> None:
    """It follows no more; what it was given stays."""
    await stop_following(unit, actor, master_id, class_id)


@router.post("/masters/{master_id}/following")
async def post_question(master_id: int, body: AskColleague, unit: InUnit, actor: ByActor) -> AskedOut:
    """Asks a colleague whether classes of theirs may follow."""
    return AskedOut(name=await ask_colleague(unit, actor, master_id, body.email))


@router.get("/following")
async def get_questions(unit: InUnit, actor: ByActor) -> list[AskedToFollowOut]:
    """Which courses ask for one's classes."""
    return [
        AskedToFollowOut(
            master_id=one.master_id,
            master_name=one.master_name,
            asked_by=one.asked_by,
            could=[OtherClassOut.model_validate(klass) for klass in could],
        )
        for one, could in await asked_to_follow(unit, actor)
    ]


@router.post("/following/{master_id}", status_code=204)
async def post_answer_to_course(master_id: int, body: AnswerFollowing, unit: InUnit, actor: ByActor) -> None:
    """These classes follow; none is a no."""
    await answer_following(unit, actor, master_id, body.class_ids)
