"""Pulling pages back: the plan, the pull-back, its undoing. The log and each one's rows are with the pushes."""

from fastapi import APIRouter, Response

from red_thread.actions.push.pull_back import PullBackPreview, preview_pull_back, pull_back
from red_thread.web.answers import long_answer
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.common import AddedOut
from red_thread.web.schemas.push import (
    OwnWordsOut,
    PullBackPlanOut,
    PullBackRequestIn,
    counts_out,
    push_request,
    reached_out,
    rows_out,
)

router = APIRouter(tags=["pull back"])


@router.post("/pull-backs/plan", response_model=PullBackPlanOut)
async def post_pull_back_plan(body: PullBackRequestIn, unit: InUnit, actor: ByActor) -> Response:
    """What pulling back would do."""
    return await long_answer(_plan, await preview_pull_back(unit, actor, push_request(body), body.written))


@router.post("/pull-backs", status_code=201)
async def post_pull_back(body: PullBackRequestIn, unit: InUnit, actor: ByActor) -> AddedOut:
    """Takes pages out of notebooks."""
    return AddedOut(id=await pull_back(unit, actor, push_request(body), body.written))


def _plan(preview: PullBackPreview) -> PullBackPlanOut:
    return PullBackPlanOut(
        counts=counts_out(preview.plan.counts),
        changes_anything=preview.plan.changes_anything,
        rows=rows_out(preview.plan.rows),
        words=[
            OwnWordsOut(page_id=page_id, notebook_id=notebook_id, words=words)
            for (page_id, notebook_id), words in preview.plan.words.items()
        ],
        students=reached_out(preview.students),
        titles={page.id: page.title for page in preview.pages},
    )
