"""What happens to a master page while it is open: who else is here, and what a colleague saved."""

from collections.abc import AsyncIterator

from fastapi import APIRouter
from fastapi.sse import KEEPALIVE_COMMENT

from red_thread.actions.permissions import require_master_page
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.events import EventStream, as_event
from red_thread.web.presence import Stay
from red_thread.web.streams import InStream

router = APIRouter(tags=["master"])


@router.get("/pages/{page_id}/events")
async def get_page_events(page_id: int, stream: InStream, unit: InUnit, actor: ByActor) -> EventStream:
    """Says `here` with the names of the others who have the page open, and `changed` when it was saved."""
    await require_master_page(unit, actor, page_id, reads=True)
    topics = f"page:{page_id}", f"here:{page_id}"
    told = stream.of(lambda later: require_master_page(later, actor, page_id, reads=True), *topics)
    events = _events(told, Stay(stream.database, page_id, actor.person_id))
    return EventStream(events)


async def _events(stream: AsyncIterator[set[str]], stay: Stay) -> AsyncIterator[bytes]:
    page, known, first = f"page:{stay.page_id}", list[str](), True
    await stay.come()
    try:
        async for told in stream:
            others = known if told == {page} else await stay.others()
            here = as_event("here", others) if others != known else b""
            changed = as_event("changed", {}) if page in told and not first else b""
            yield here + changed or KEEPALIVE_COMMENT
            known, first = others, False
    finally:
        stay.leave()
