"""Putting a picture on a page, and seeing one."""

import secrets
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher, require_writer
from red_thread.actions.refusals import NotFound
from red_thread.store.pictures import Picture
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class CleanPicture:
    """A picture that was read, checked and written anew, so that nothing is in it but the picture."""

    media_type: str
    body: bytes


async def add_to_master(unit: Unit, actor: Actor, master_id: int, picture: CleanPicture) -> str:
    """Returns the picture's id."""
    await require_teacher(unit, actor, master_id)
    return await _add(unit, actor, picture, master_id=master_id, notebook_id=None)


async def add_to_copy(unit: Unit, actor: Actor, copy_id: int, picture: CleanPicture) -> str:
    """Returns the picture's id."""
    copy = await require_writer(unit, actor, copy_id)
    return await _add(unit, actor, picture, master_id=None, notebook_id=copy.notebook_id)


async def see_picture(unit: Unit, actor: Actor, picture_id: str) -> Picture:
    """A picture that the actor put in, teaches with, or was given with a page."""
    picture = await unit.pictures.for_person(picture_id, actor.person_id)
    if picture is None:
        raise NotFound(what="picture")
    return picture


async def _add(
    unit: Unit, actor: Actor, picture: CleanPicture, master_id: int | None, notebook_id: int | None
) -> str:
    picture_id = secrets.token_urlsafe(18)
    await unit.pictures.add(
        Picture(picture_id, actor.person_id, master_id, notebook_id, picture.media_type, picture.body)
    )
    return picture_id
