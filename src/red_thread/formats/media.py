"""What may stand on a page beside words: a picture or a recording, whichever the file is."""

from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Unreadable
from red_thread.formats.recordings import clean_recording, is_recording


def clean_media(name: str, body: bytes) -> tuple[str, bytes]:
    """Media type and bytes, rid of all else. Raises Unreadable."""
    if is_recording(body):
        return clean_recording(name, body)
    try:
        return clean_picture(name, body)
    except Unreadable as error:
        raise Unreadable(name, f"{error.why}, nor a recording that can be played") from error
