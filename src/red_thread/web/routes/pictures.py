"""Pictures in and out."""

from fastapi import APIRouter, Request, Response

from red_thread.actions.add_picture import CleanPicture, add_to_copy, add_to_master, see_picture
from red_thread.actions.permissions import require_teacher, require_writer
from red_thread.formats.pictures import clean_picture
from red_thread.settings import Settings
from red_thread.web.dependencies import ByActor, ByUploader, InDatabase, InSettings, InUnit, read_file
from red_thread.web.limits import within_limits
from red_thread.web.schemas import PictureOut

router = APIRouter(tags=["pictures"])


@router.post("/masters/{master_id}/pictures")
async def post_master_picture(
    master_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings
) -> PictureOut:
    """Stores a picture for the master's pages."""
    async with database.begin() as unit:
        await require_teacher(unit, actor, master_id)
    picture = await _clean(request, settings)
    async with database.begin() as unit:
        return PictureOut(src=f"/api/pictures/{await add_to_master(unit, actor, master_id, picture)}")


@router.post("/copies/{copy_id}/pictures")
async def post_copy_picture(
    copy_id: int, request: Request, database: InDatabase, actor: ByUploader, settings: InSettings
) -> PictureOut:
    """Stores a picture for a student's page."""
    async with database.begin() as unit:
        await require_writer(unit, actor, copy_id)
    picture = await _clean(request, settings)
    async with database.begin() as unit:
        return PictureOut(src=f"/api/pictures/{await add_to_copy(unit, actor, copy_id, picture)}")


@router.get("/pictures/{picture_id}", response_class=Response)
async def get_picture(picture_id: str, unit: InUnit, actor: ByActor) -> Response:
    """A picture, for those who may see it."""
    picture = await see_picture(unit, actor, picture_id)
    headers = {"Cache-Control": "private, max-age=86400", "Content-Disposition": "inline"}
    return Response(picture.body, media_type=picture.media_type, headers=headers)


async def _clean(request: Request, settings: Settings) -> CleanPicture:
    upload = await read_file(request, settings)
    return CleanPicture(*await within_limits(upload.name, clean_picture, upload.name, upload.body))
