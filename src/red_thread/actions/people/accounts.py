"""Accounts end: closed, which can be undone; erased on request, which cannot. By who looks after the school alone."""

from red_thread.actions.actor import Actor
from red_thread.actions.people.begin_school import is_mail
from red_thread.actions.permissions import require_administrator
from red_thread.actions.refusals import AddressTaken, NotAnAddress, NotFound, NotYourOwnAccount, StillOpen
from red_thread.store.people.values import Account, Names
from red_thread.store.unit import Unit


async def look_at_accounts(unit: Unit, actor: Actor) -> list[Account]:
    """Everybody of the school, with when they signed in last. Raises NotFound to everybody else."""
    await require_administrator(unit, actor)
    return await unit.accounts.all()


async def close_account(unit: Unit, actor: Actor, person_id: int) -> None:
    """Sessions, codes and rights end; courses go on with a co-teacher, or with the actor. What they wrote stays.

    Raises NotFound, NotYourOwnAccount.
    """
    await _require_person(unit, actor, person_id)
    await unit.accounts.close(person_id, actor.person_id)
    await unit.news.of_people([person_id])


async def reopen_account(unit: Unit, actor: Actor, person_id: int) -> None:
    """An account that was closed is as it was, but for courses that others own now. Raises NotFound."""
    account = await _require_person(unit, actor, person_id)
    if account.erased:
        raise NotFound(what="person")
    await unit.accounts.reopen(person_id)


async def set_address(unit: Unit, actor: Actor, person_id: int, names: Names) -> Names:
    """Says which e-mail and which of the school's ids are a person's; gives those that were.

    An address that somebody claimed who is not the person it belongs to is free again: whoever is there by it goes on
    with a name to sign in, their sessions and codes end, and no class that asks for its owner gets them instead.
    Raises NotFound, NotYourOwnAccount, NotAnAddress, AddressTaken.
    """
    if (await _require_person(unit, actor, person_id)).erased:
        raise NotFound(what="person")
    email, outside_id = (name.strip() if name else "" for name in (names.email, names.outside_id))
    if email and not is_mail(email):
        raise NotAnAddress(email=email)
    wanted = Names(email.lower() or None, outside_id or None)
    for name in (wanted.email, wanted.outside_id):
        known = await unit.people.by_email(name) if name else None
        if known is not None and known.id != person_id:
            raise AddressTaken(email=name)
    return await unit.accounts.set_names(person_id, wanted)


async def erase_person(unit: Unit, actor: Actor, person_id: int) -> int:
    """Takes out a person's words and names for good, on request; a record stays that it was done.

    Only once the account is closed: two steps, of which the first can be undone. Gives how many pages that were.
    Raises NotFound, NotYourOwnAccount, StillOpen.
    """
    account = await _require_person(unit, actor, person_id)
    if account.closed_at is None:
        raise StillOpen(name=account.name)
    return await unit.accounts.erase(person_id, actor.person_id)


async def _require_person(unit: Unit, actor: Actor, person_id: int) -> Account:
    await require_administrator(unit, actor)
    if person_id == actor.person_id:
        raise NotYourOwnAccount
    found = [account for account in await unit.accounts.all() if account.id == person_id]
    if not found:
        raise NotFound(what="person")
    return found[0]
