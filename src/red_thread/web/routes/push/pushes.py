"""Pushing: the plan, the push, its progress, its log."""

from collections.abc import AsyncIterator
from dataclasses import replace

from fastapi import APIRouter, Response
from fastapi.sse import KEEPALIVE_COMMENT

from red_thread.actions.permissions import require_push
from red_thread.actions.push.control_push import go_on, pause_push, push_at, stop_push
from red_thread.actions.push.look_at_pushes import PushSummary, PushView, look_at_push, look_at_pushes
from red_thread.actions.push.plan_push import Preview, preview_push
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.undo import preview_undo, undo_push
from red_thread.actions.push.waiting_push import preview_waiting
from red_thread.core.page.nodes import bytes_on
from red_thread.store.database import OneSchool
from red_thread.store.push.values import PushInfo
from red_thread.web.answers import long_answer
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.events import EventStream, as_event
from red_thread.web.schemas.common import AddedOut
from red_thread.web.schemas.push import (
    ConflictOut,
    MovedOnOut,
    OfferOut,
    PlanOut,
    PushOut,
    PushSentenceIn,
    PushStart,
    PushTime,
    PushViewOut,
    RowsOut,
    SaidOut,
    UndoIn,
    UndoneOut,
    UndoPlanOut,
    WovenOut,
    counts_out,
    holders_out,
    how_out,
    push_sentence,
    reached_out,
    rows_out,
)
from red_thread.web.streams import InStream

router = APIRouter(tags=["push"])
NOTHING_BESIDES = UndoIn()


@router.post("/pushes/plan", response_model=PlanOut)
async def post_plan(body: PushSentenceIn, unit: InUnit, actor: ByActor) -> Response:
    """What a push would do."""
    return await long_answer(_plan, await preview_push(unit, actor, push_sentence(body)))


@router.post("/pushes", status_code=202)
async def post_push(body: PushStart, unit: InUnit, actor: ByActor) -> AddedOut:
    """Starts a push. It goes on by itself, whatever happens to this window."""
    request = replace(push_sentence(body), again_of=body.again_of)
    return AddedOut(id=await start_push(unit, actor, request, body.begins_at))


@router.get("/masters/{master_id}/pushes")
async def get_pushes(master_id: int, unit: InUnit, actor: ByActor) -> list[PushOut]:
    """The log, newest first."""
    return [_summary(summary) for summary in await look_at_pushes(unit, actor, master_id)]


@router.get("/pushes/{push_id}", response_model=PushViewOut)
async def get_push(push_id: int, unit: InUnit, actor: ByActor) -> Response:
    """One push, student by student."""
    return await long_answer(_view, await look_at_push(unit, actor, push_id))


def _view(view: PushView) -> PushViewOut:
    return PushViewOut(
        push=_summary(view.summary),
        page_ids=list(view.titles),
        rows=rows_out(view.rows),
        students=reached_out(view.students),
        titles=view.titles,
        holders=holders_out(view.holders),
        may_change=view.may_change,
    )


@router.get("/pushes/{push_id}/events")
async def get_push_events(push_id: int, stream: InStream, unit: InUnit, actor: ByActor) -> EventStream:
    """Progress as server-sent events, until the push is done."""
    await require_push(unit, actor, push_id, reads=True)
    told = stream.of(lambda later: require_push(later, actor, push_id, reads=True), f"push:{push_id}")
    progress = _progress(told, stream.database, push_id)
    return EventStream(progress)


@router.get("/pushes/{push_id}/plan", response_model=PlanOut)
async def get_plan(push_id: int, unit: InUnit, actor: ByActor) -> Response:
    """What a push that waits would do now."""
    return await long_answer(_plan, await preview_waiting(unit, actor, push_id))


@router.post("/pushes/{push_id}/again", status_code=204)
async def post_again(push_id: int, unit: InUnit, actor: ByActor) -> None:
    """A push that gave up or rests goes on from where it stands."""
    await go_on(unit, actor, push_id)


@router.post("/pushes/{push_id}/pause", status_code=204)
async def post_pause(push_id: int, unit: InUnit, actor: ByActor) -> None:
    """A push under way rests; what is done stays done."""
    await pause_push(unit, actor, push_id)


@router.post("/pushes/{push_id}/stop", status_code=204)
async def post_stop(push_id: int, unit: InUnit, actor: ByActor) -> None:
    """Ends a push where it stands, or before it has begun."""
    await stop_push(unit, actor, push_id)


@router.put("/pushes/{push_id}/time", status_code=204)
async def put_time(push_id: int, body: PushTime, unit: InUnit, actor: ByActor) -> None:
    """A push that waits for its time begins at another, or now."""
    await push_at(unit, actor, push_id, body.begins_at)


@router.get("/pushes/{push_id}/undo")
async def get_undo(push_id: int, unit: InUnit, actor: ByActor) -> UndoPlanOut:
    """What undoing a push or a pull-back would do; nothing happens."""
    plan = await preview_undo(unit, actor, push_id)
    pages = await unit.pages.get_many([one.rows.page_id for one in plan.stays if one.rows.page_id])
    return UndoPlanOut(
        back=plan.back,
        stays=[MovedOnOut(**RowsOut.model_validate(one.rows).model_dump(), way=one.way) for one in plan.stays],
        students=reached_out(plan.students),
        titles={page.id: page.title for page in pages},
    )


@router.post("/pushes/{push_id}/undo")
async def post_undo(push_id: int, unit: InUnit, actor: ByActor, body: UndoIn = NOTHING_BESIDES) -> UndoneOut:
    """Undoes a push or a pull-back, wherever all is still as it left it, and where it is asked for besides."""
    also = frozenset((row.page_id, row.notebook_id) for row in body.also)
    return UndoneOut.model_validate(await undo_push(unit, actor, push_id, also))


async def _progress(stream: AsyncIterator[set[str]], database: OneSchool, push_id: int) -> AsyncIterator[bytes]:
    async for told in stream:
        if not told:
            yield KEEPALIVE_COMMENT
            continue
        async with database.begin() as unit:
            push = await unit.pushes.get(push_id)
        if push is None:
            return
        progress = {"done": push.students_done, "total": push.students, "status": push.status}
        yield as_event("progress", progress)
        if push.finished_at is not None:
            return


def _plan(preview: Preview) -> PlanOut:
    plan = preview.plan
    return PlanOut(
        counts=counts_out(plan.counts),
        changes_anything=plan.changes_anything,
        rows=rows_out(plan.rows),
        woven=[
            WovenOut(
                page_id=copy.page_id,
                notebook_id=copy.notebook_id,
                notes=list(copy.merged.notes),
                conflicts=[ConflictOut.model_validate(conflict.as_json()) for conflict in copy.merged.conflicts],
            )
            for copy in plan.woven
            if copy.merged is not None
        ],
        students=reached_out(preview.students),
        titles={page.id: page.title for page in preview.pages},
        holders=holders_out(preview.holders),
        not_arrived=sum(bytes_on(page.document).count("") for page in preview.pages),
        offers=[OfferOut.model_validate(offer) for offer in plan.offers],
    )


def _summary(summary: PushSummary) -> PushOut:
    push: PushInfo = summary.push
    return PushOut(
        id=push.id,
        kind=push.kind,
        only=push.only,
        how=how_out(push.how),
        undone_at=push.undone_at,
        made_at=push.made_at,
        begins_at=push.begins_at,
        finished_at=push.finished_at,
        status=push.status,  # type: ignore[arg-type]
        problem=push.problem,
        said=SaidOut.model_validate(summary.said),
        students=push.students,
        students_done=push.students_done,
        counts=counts_out(summary.counts),
        again_of=push.again_of,
    )
