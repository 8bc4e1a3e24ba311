"""How far a file that somebody sent has come, for them alone."""

from typing import Annotated

from fastapi import APIRouter, Path

from red_thread.web.dependencies import WATCH, ByActor, InUnit
from red_thread.web.schemas.common import ProgressOut

router = APIRouter(tags=["watched"])


@router.get("/watched/{watch}")
async def get_watched(watch: Annotated[str, Path(pattern=WATCH)], unit: InUnit, actor: ByActor) -> ProgressOut:
    """What was sent with this key; nothing done of nothing if it is not known here, or not yet."""
    return ProgressOut.model_validate(await unit.open_now.look(actor.person_id, watch))
