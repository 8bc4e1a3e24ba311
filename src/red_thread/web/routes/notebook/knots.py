"""The knots in the copies of one page, for its teacher to untie."""

from fastapi import APIRouter

from red_thread.actions.notebook.untie_knots import look_at_knots, tie_again, untie_knots
from red_thread.core.merge import Untying
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.notebook import KnotsOut, KnottedCopyOut, TieAgain, UntiedCopy, UntieKnots

router = APIRouter(tags=["knots"])


@router.get("/pages/{page_id}/knots")
async def get_knots(page_id: int, unit: InUnit, actor: ByActor) -> KnotsOut:
    """Who has knots in this page, and both wordings of each."""
    page, copies = await look_at_knots(unit, actor, page_id)
    return KnotsOut(title=page.title, copies=[KnottedCopyOut.model_validate(copy) for copy in copies])


@router.post("/pages/{page_id}/knots")
async def post_untie(page_id: int, body: UntieKnots, unit: InUnit, actor: ByActor) -> list[UntiedCopy]:
    """Unties knots in the same way, for one student or for many."""
    chosen = [(one.copy_id, one.knot) for one in body.knots]
    untied = await untie_knots(unit, actor, page_id, chosen, Untying(body.how))
    return [UntiedCopy.model_validate(one) for one in untied]


@router.post("/pages/{page_id}/knots/again")
async def post_tie_again(page_id: int, body: TieAgain, unit: InUnit, actor: ByActor) -> list[UntiedCopy]:
    """Takes untying back where the student has changed nothing since."""
    back = await tie_again(unit, actor, page_id, [(one.copy_id, one.revision) for one in body.copies])
    return [UntiedCopy.model_validate(one) for one in back]
