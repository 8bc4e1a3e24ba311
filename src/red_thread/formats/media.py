"""What may stand on a page beside words: a picture or a recording, whichever the file is."""

import posixpath
from collections.abc import Mapping, Sequence
from urllib.parse import unquote

from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.recordings import clean_recording, is_recording


def clean_media(name: str, body: bytes) -> tuple[str, bytes]:
    """Media type and bytes, rid of all else. Raises Unreadable."""
    if is_recording(body):
        return clean_recording(name, body)
    try:
        return clean_picture(name, body)
    except Unreadable as error:
        raise Unreadable(name, f"{error.why}, nor a recording that can be played") from error


def target_of(path: str, source: str) -> str:
    """What a file at `path` means by the `source` of a picture, among the files of one archive."""
    return posixpath.normpath(posixpath.join(posixpath.dirname(path), unquote(source)))


def media_among(
    name: str, path: str, sources: Sequence[str], files: Mapping[str, bytes]
) -> tuple[dict[str, tuple[str, bytes]], list[Problem]]:
    """The media that a page at `path` shows, by `source`, each clean with its type; and those that could not be had.

    `name`: of the file that the problems are told of.
    """
    media: dict[str, tuple[str, bytes]] = {}
    problems: list[Problem] = []
    for source in sources:
        target = target_of(path, source)
        if target not in files:
            problems.append(Problem(name, 0, f"the picture {source} is not among the files"))
            continue
        try:
            media[source] = clean_media(source, files[target])
        except Unreadable as error:
            problems.append(Problem(name, 0, f"{source}: {error.why}"))
    return media, problems
