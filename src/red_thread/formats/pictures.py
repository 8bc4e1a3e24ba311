"""Pictures that come in: read, made no larger than a page needs, turned upright, and written anew.

What is written anew holds the picture and nothing else: no place where a photo was taken, no script.
"""

import base64
import binascii
import io
import re
import struct
from urllib.parse import unquote

from PIL import Image, ImageFile, ImageOps, UnidentifiedImageError
from pillow_heif import register_heif_opener

from red_thread.formats.drawn import draw_svg, is_svg
from red_thread.formats.problems import Unreadable

LONGEST_SIDE = 2000
_READ = ("PNG", "JPEG", "WEBP", "GIF", "BMP", "TIFF", "HEIF", "AVIF")
register_heif_opener(thumbnails=False)
MOST_PIXELS = 25_000_000  # that are decoded
MOST_OF_A_PHOTO = 120_000_000  # of a JPEG, which is decoded at a part of its size: phones make such
Image.MAX_IMAGE_PIXELS = MOST_OF_A_PHOTO
# What Pillow and its decoders raise over broken and strange files, odd EXIF among them.
_BROKEN = (
    UnidentifiedImageError,
    Image.DecompressionBombError,
    OSError,
    ValueError,
    SyntaxError,
    TypeError,
    LookupError,
    ArithmeticError,
    struct.error,
    EOFError,
    AttributeError,
)


_HELD = re.compile(r"data:image/[\w.+-]+;base64,", re.IGNORECASE)
_ELSEWHERE = re.compile(r"[a-zA-Z][\w+.-]*:|//")
FETCHES_NOTHING = "a picture that lies elsewhere was left out: nothing is fetched"


def is_elsewhere(source: str) -> bool:
    """Whether a source is an address in the world or on somebody's disk, and no path among the files beside it."""
    return not source or _ELSEWHERE.match(source) is not None


def picture_held_by(source: str) -> tuple[str, bytes] | None:
    """The picture that a source holds itself (RFC 2397), clean; None if it names one. Raises Unreadable."""
    if not _HELD.match(source):
        return None
    try:
        held = base64.b64decode(unquote(source.split(",", 1)[1]))
    except binascii.Error:
        raise Unreadable("a picture in it", "it is broken") from None
    return clean_picture("a picture in it", held)


def clean_picture(name: str, body: bytes) -> tuple[str, bytes]:
    """Media type and bytes of the picture, as PNG where it has see-through parts, else as JPEG. Raises Unreadable."""
    if is_svg(body):
        body = draw_svg(name, body)
    ImageFile.LOAD_TRUNCATED_IMAGES = False  # another library sets it for all of the process as it is imported
    try:
        with Image.open(io.BytesIO(body), formats=_READ) as opened:
            _require_sensible(name, opened)  # known before anything is decoded
            picture = _upright(opened)
            picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
            see_through = picture.mode in ("RGBA", "LA", "PA", "P")
            written = io.BytesIO()
            if see_through or opened.format == "PNG":
                picture.convert("RGBA" if see_through else "RGB").save(written, "PNG", optimize=True)
            else:
                picture.convert("RGB").save(written, "JPEG", quality=85)
    except _BROKEN as error:
        raise Unreadable(
            name, "it is not a PNG, JPEG, WebP, GIF, BMP, TIFF, HEIC, AVIF or SVG picture of a sensible size"
        ) from error
    return ("image/png" if written.getvalue()[:4] == b"\x89PNG" else "image/jpeg"), written.getvalue()


def _require_sensible(name: str, opened: Image.Image) -> None:
    """Raises Unreadable. A photo will be decoded at a half, a quarter or an eighth of its size if that is enough."""
    most = MOST_OF_A_PHOTO if opened.format == "JPEG" else MOST_PIXELS
    if opened.width * opened.height <= most:
        opened.draft(None, (LONGEST_SIDE, LONGEST_SIDE))
        if opened.width * opened.height <= MOST_PIXELS:
            return
    raise Unreadable(name, f"it has more than {MOST_PIXELS // 1_000_000} million points; make it smaller")


def _upright(opened: Image.Image) -> Image.Image:
    """The picture turned as its camera was held; as it lies where it says nothing that can be read."""
    try:
        return ImageOps.exif_transpose(opened)
    except (ValueError, TypeError, LookupError, ArithmeticError, struct.error, SyntaxError, AttributeError):
        return opened
