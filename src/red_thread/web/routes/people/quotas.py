"""Quotas of the school, for who looks after it."""

from fastapi import APIRouter

from red_thread.actions.people.quotas import look_at_quotas, set_quota
from red_thread.core.quotas import Kept, Whose
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.people import KeptAs, NamedKeptOut, QuotasOut

router = APIRouter(tags=["people"])


@router.get("/quotas")
async def get_quotas(unit: InUnit, actor: ByActor) -> QuotasOut:
    """What each may keep, what the school keeps, and who keeps most."""
    found = await look_at_quotas(unit, actor)
    return QuotasOut(
        most={whose: KeptAs.model_validate(kept) for whose, kept in found.most.items()},
        used=KeptAs.model_validate(found.used),
        courses=_named(found.courses),
        students=_named(found.students),
    )


@router.put("/quotas/{whose}")
async def put_quota(whose: Whose, body: KeptAs, unit: InUnit, actor: ByActor) -> KeptAs:
    """How much each may keep from now on; answers what it was."""
    before = await set_quota(unit, actor, whose, Kept(body.bytes, body.pictures, body.pages))
    return KeptAs.model_validate(before)


def _named(fullest: list[tuple[str, Kept]]) -> list[NamedKeptOut]:
    return [NamedKeptOut(name=name, kept=KeptAs.model_validate(kept)) for name, kept in fullest]
