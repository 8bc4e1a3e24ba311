"""What happens to a master page while it is open: who else is here, and what a colleague saved."""

from collections.abc import AsyncIterator

from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse

from red_thread.actions.permissions import require_master_page
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.events import COMMENT, EVENT_HEADERS, as_event
from red_thread.web.presence import Presence
from red_thread.web.streams import InStream

router = APIRouter(tags=["master"])


@router.get("/pages/{page_id}/events")
async def get_page_events(
    page_id: int, request: Request, stream: InStream, unit: InUnit, actor: ByActor
) -> StreamingResponse:
    """Says `here` with the names of the others who have the page open, and `changed` when it was saved."""
    await require_master_page(unit, actor, page_id, reads=True)
    person = await unit.people.person(actor.person_id)
    name = person.name if person is not None else ""
    presence: Presence = request.app.state.presence
    topics = f"page:{page_id}", f"here:{page_id}"
    told = stream.of(lambda later: require_master_page(later, actor, page_id, reads=True), *topics)
    events = _events(told, presence, page_id, (actor.person_id, name))
    return StreamingResponse(events, media_type="text/event-stream", headers=EVENT_HEADERS)


async def _events(
    stream: AsyncIterator[set[str]], presence: Presence, page_id: int, who: tuple[int, str]
) -> AsyncIterator[bytes]:
    page, known, first = f"page:{page_id}", list[str](), True
    with presence.at(page_id, *who):
        async for told in stream:
            others = presence.others(page_id, who[0])
            here = as_event("here", others) if others != known else b""
            changed = as_event("changed", {}) if page in told and not first else b""
            yield here + changed or COMMENT
            known, first = others, False
