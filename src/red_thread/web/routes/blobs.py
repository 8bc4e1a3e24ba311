"""Pictures and recordings in and out."""

import re
from collections.abc import AsyncIterator

from fastapi import APIRouter, Request, Response
from fastapi.responses import StreamingResponse

from red_thread.actions.add_blob import CleanBlob, add_to_copy, add_to_master, see_blob
from red_thread.actions.permissions import require_teacher, require_writer
from red_thread.formats.media import clean_media
from red_thread.reading.limits import within_limits
from red_thread.store.blobs import PART, Blob
from red_thread.store.database import OneSchool
from red_thread.web.dependencies import ByUploader, InDatabase, InLargeTurn, InSettings, read_file
from red_thread.web.schemas.common import BlobOut
from red_thread.web.tries import UPLOADS

router = APIRouter(tags=["pictures"])
_RANGE = re.compile(r"bytes=(\d{0,12})-(\d{0,12})")
_HEADERS = {"Cache-Control": "private, max-age=86400", "Content-Disposition": "inline", "Accept-Ranges": "bytes"}


@router.post("/masters/{master_id}/blobs", dependencies=[UPLOADS])
async def post_master_blob(
    master_id: int,
    request: Request,
    database: InDatabase,
    actor: ByUploader,
    settings: InSettings,
    turn: InLargeTurn,
) -> BlobOut:
    """Stores a picture or a recording for the master's pages."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    blob = await _clean(request, settings.master_upload_limit)
    async with database.begin() as unit:
        return BlobOut.of(await add_to_master(unit, actor, master_id, blob), blob.media_type)


@router.post("/copies/{copy_id}/blobs", dependencies=[UPLOADS])
async def post_copy_blob(
    copy_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings
) -> BlobOut:
    """Stores a picture or a recording for a student's page."""
    async with database.begin() as unit:
        await require_writer(unit, actor, copy_id)
    blob = await _clean(request, settings.upload_limit)
    async with database.begin() as unit:
        return BlobOut.of(await add_to_copy(unit, actor, copy_id, blob), blob.media_type)


@router.get("/pictures/{name}", response_class=Response, include_in_schema=False)
@router.get("/blobs/{name}", response_class=Response)
async def get_blob(name: str, request: Request, database: InDatabase, actor: ByUploader) -> Response:
    """A picture or a recording, for those who may see it; a stretch of it where a range is asked for."""
    async with database.begin() as unit:
        blob = await see_blob(unit, actor, name)
    asked = _RANGE.fullmatch(request.headers.get("range", ""))
    first, last = _asked(asked[1], asked[2], blob.size) if asked else (0, blob.size - 1)
    if first > last:
        return Response(status_code=416, headers={"Content-Range": f"bytes */{blob.size}"})
    part = {"Content-Range": f"bytes {first}-{last}/{blob.size}"} if asked else {}
    headers = {**_HEADERS, **part, "Content-Length": str(last - first + 1)}
    body = _stretch(database, blob, first, last)
    return StreamingResponse(body, 206 if asked else 200, headers, media_type=blob.media_type)


def _asked(begins: str, ends: str, size: int) -> tuple[int, int]:
    """The first and the last byte that a range asks for, by RFC 9110, 14.1.2; the last before the first: none."""
    if not begins:  # so many from the end
        return max(size - int(ends or 0), 0), size - 1
    return int(begins), min(int(ends), size - 1) if ends else size - 1


async def _stretch(database: OneSchool, blob: Blob, first: int, last: int) -> AsyncIterator[bytes]:
    """Part by part, each in a transaction of its own: whoever listens slowly holds nothing."""
    for number in range(first // PART, last // PART + 1):
        async with database.begin() as unit:
            body = await unit.blobs.parts(blob.fingerprint, number, number)
        begins = number * PART
        yield body[max(first - begins, 0) : last + 1 - begins]


async def _clean(request: Request, limit: int) -> CleanBlob:
    upload = await read_file(request, limit)
    return CleanBlob(*await within_limits(upload.name, clean_media, upload.name, upload.body))
