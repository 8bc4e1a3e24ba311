"""Pictures that come in: read, made no larger than a page needs, turned upright, and written anew.

What is written anew holds the picture and nothing else: no place where a photo was taken, no script.
"""

import io

from PIL import Image, ImageOps, UnidentifiedImageError

from red_thread.formats.problems import Unreadable

LONGEST_SIDE = 2000
_READ = ("PNG", "JPEG", "WEBP", "GIF")
Image.MAX_IMAGE_PIXELS = 60_000_000


def clean_picture(name: str, body: bytes) -> tuple[str, bytes]:
    """Media type and bytes of the picture, as PNG where it has see-through parts, else as JPEG. Raises Unreadable."""
    try:
        with Image.open(io.BytesIO(body), formats=_READ) as opened:
            picture = ImageOps.exif_transpose(opened)
            picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
            see_through = picture.mode in ("RGBA", "LA", "PA", "P")
            written = io.BytesIO()
            if see_through or opened.format == "PNG":
                picture.convert("RGBA" if see_through else "RGB").save(written, "PNG", optimize=True)
            else:
                picture.convert("RGB").save(written, "JPEG", quality=85)
    except (UnidentifiedImageError, Image.DecompressionBombError, OSError, ValueError, SyntaxError) as error:
        raise Unreadable(name, "it is not a PNG, JPEG, WebP or GIF picture of a sensible size") from error
    return ("image/png" if written.getvalue()[:4] == b"\x89PNG" else "image/jpeg"), written.getvalue()
