"""Putting a picture on a page, and seeing one."""

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher, require_writer
from red_thread.actions.refusals import NotFound
from red_thread.actions.room import require_room_in_master, require_room_of_student
from red_thread.core.quotas import Kept
from red_thread.reading.values import CleanBlob
from red_thread.store.blobs import Blob, PutIn
from red_thread.store.unit import Unit


async def add_to_master(unit: Unit, actor: Actor, master_id: int, blob: CleanBlob) -> str:
    """Returns its fingerprint, by which pages name it."""
    await require_teacher(unit, actor, master_id)
    await require_room_in_master(unit, master_id, Kept(len(blob.body), 1))
    return await unit.blobs.keep(blob.media_type, blob.body, PutIn(actor.person_id, master_id=master_id))


async def add_to_copy(unit: Unit, actor: Actor, copy_id: int, blob: CleanBlob) -> str:
    """Returns its fingerprint, by which pages name it."""
    copy = await require_writer(unit, actor, copy_id)
    await require_room_of_student(unit, actor.person_id, Kept(len(blob.body), 1))
    return await unit.blobs.keep(blob.media_type, blob.body, PutIn(actor.person_id, notebook_id=copy.notebook_id))


async def see_blob(unit: Unit, actor: Actor, name: str) -> Blob:
    """What the actor put in, teaches with, or was given with a page. `name`: its fingerprint, or a former id."""
    former = {} if len(name) == FINGERPRINT else await unit.blobs.of_former([name])
    blob = await unit.blobs.for_person(former.get(name, name), actor.person_id)
    if blob is None:
        raise NotFound(what="picture")
    return blob


FINGERPRINT = 40  # characters
