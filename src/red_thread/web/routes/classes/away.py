"""Who was not there on a day."""

from fastapi import APIRouter

from red_thread.actions.classes.away import look_at_away, note_away
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.classes import AwayIn, AwayOut
from red_thread.web.schemas.common import AddedOut

router = APIRouter(tags=["away"])


@router.get("/masters/{master_id}/away")
async def get_away(master_id: int, unit: InUnit, actor: ByActor) -> list[AwayOut]:
    """Each day on which somebody of the course was away, the newest first."""
    return [AwayOut.model_validate(one) for one in await look_at_away(unit, actor, master_id)]


@router.put("/masters/{master_id}/away")
async def put_away_list(master_id: int, body: AwayIn, unit: InUnit, actor: ByActor) -> AddedOut:
    """Exactly these were away on that day."""
    return AddedOut(id=await note_away(unit, actor, master_id, body.day, body.notebook_ids))
