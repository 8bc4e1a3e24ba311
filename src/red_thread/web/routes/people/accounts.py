"""Accounts of the school, for who looks after it."""

from fastapi import APIRouter

from red_thread.actions.people.accounts import (
    close_account,
    erase_person,
    look_at_accounts,
    reopen_account,
    set_address,
)
from red_thread.store.people.values import Names
from red_thread.web.dependencies import ByActor, InUnit
from red_thread.web.schemas.people import AccountOut, ErasedOut, NamesOfPerson

router = APIRouter(tags=["people"])


@router.get("/accounts")
async def get_accounts(unit: InUnit, actor: ByActor) -> list[AccountOut]:
    """Everybody, with when they signed in last."""
    return [AccountOut.model_validate(account) for account in await look_at_accounts(unit, actor)]


@router.post("/accounts/{person_id}/close", status_code=204)
async def post_close(person_id: int, unit: InUnit, actor: ByActor) -> None:
    """All ways in and all rights end; what they wrote stays."""
    await close_account(unit, actor, person_id)


@router.put("/accounts/{person_id}/names")
async def put_names(person_id: int, body: NamesOfPerson, unit: InUnit, actor: ByActor) -> NamesOfPerson:
    """Whose address it is; those that were are given back."""
    return NamesOfPerson.model_validate(await set_address(unit, actor, person_id, Names(body.email, body.outside_id)))


@router.post("/accounts/{person_id}/reopen", status_code=204)
async def post_reopen(person_id: int, unit: InUnit, actor: ByActor) -> None:
    """As it was before it was closed."""
    await reopen_account(unit, actor, person_id)


@router.post("/accounts/{person_id}/erase")
async def post_erase(person_id: int, unit: InUnit, actor: ByActor) -> ErasedOut:
    """Takes out a person's words and names for good."""
    return ErasedOut(pages=await erase_person(unit, actor, person_id))
