"""Groups of students."""

from fastapi import APIRouter

from red_thread.actions.classes.groups import (
    bring_group_back,
    change_group,
    look_at_groups,
    make_group,
    remove_group,
)
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.classes import CaughtUpOut, GroupIn, GroupOut
from red_thread.web.schemas.common import AddedOut

router = APIRouter(tags=["groups"])


@router.get("/masters/{master_id}/groups")
async def get_groups(master_id: int, unit: InUnit, actor: ByActor) -> list[GroupOut]:
    """The groups of a course, by name."""
    return [GroupOut.model_validate(group) for group in await look_at_groups(unit, actor, master_id)]


@router.post("/masters/{master_id}/groups", status_code=201)
async def post_group(master_id: int, body: GroupIn, unit: InUnit, actor: ByActor) -> AddedOut:
    """A new group."""
    return AddedOut(id=await make_group(unit, actor, master_id, body.name, body.notebook_ids))


@router.put("/groups/{group_id}")
async def put_group(group_id: int, body: GroupIn, unit: InUnit, actor: ByActor) -> CaughtUpOut:
    """Another name, other members; who is new gets what the group was given."""
    return CaughtUpOut.model_validate(await change_group(unit, actor, group_id, body.name, body.notebook_ids))


@router.delete("/groups/{group_id}", status_code=204)
async def delete_group(group_id: int, unit: InUnit, actor: ByActor) -> None:
    """The group is no more; what its students were given stays with them."""
    await remove_group(unit, actor, group_id)


@router.put("/masters/{master_id}/groups/{group_id}", status_code=204)
async def put_group_back(master_id: int, group_id: int, unit: InUnit, actor: ByActor) -> None:
    """A group that was removed is there again."""
    await bring_group_back(unit, actor, master_id, group_id)
