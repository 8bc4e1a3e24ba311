"""Sound and films that come in: told by their first bytes, and rid of what says where and by whom they were made.

They are not made anew, for that takes minutes: what is not sound or film in them is overwritten with nothing, where
the file is, so that all that points into it still does.
"""

import struct
from collections.abc import Callable, Iterator

from red_thread.formats.ogg import blank_comments
from red_thread.formats.problems import Unreadable
from red_thread.formats.webm import blank_tags

RECORDINGS = {
    **dict.fromkeys((".mp3", ".m4a", ".wav", ".ogg", ".oga"), "sound"),
    **dict.fromkeys((".mp4", ".m4v", ".mov", ".webm", ".ogv"), "film"),
}
_WEBM = b"\x1a\x45\xdf\xa3"
_SOUND_BRANDS = frozenset({b"M4A ", b"M4B ", b"F4A "})
_TELLING = frozenset({b"udta", b"meta", b"uuid"})  # boxes of an MP4 with places, names and devices
_HOLDING = frozenset({b"moov", b"trak", b"mdia", b"moof", b"traf"})
_WAV_SOUND = frozenset({b"fmt ", b"data", b"fact"})
_DEEPEST = 6


def clean_recording(name: str, body: bytes) -> tuple[str, bytes]:
    """Media type and bytes. Raises Unreadable for what no browser plays."""
    for begins, clean in _CLEANERS:
        if begins(body):
            try:
                return clean(bytearray(body))
            except (struct.error, IndexError, ValueError) as error:
                raise Unreadable(name, "the recording is broken or cut short") from error
    raise Unreadable(name, "it is not an MP3, M4A, WAV, Ogg, MP4 or WebM recording")


def is_recording(body: bytes) -> bool:
    """Whether it begins as one that `clean_recording` knows."""
    return any(begins(body) for begins, _ in _CLEANERS)


def _mp4(body: bytearray) -> tuple[str, bytes]:
    """ISO 14496-12: boxes of size, kind and content."""
    for at, kind, start, end in _boxes(body, 0, len(body), 0):
        if kind in _TELLING:
            body[at + 4 : at + 8] = b"free"
            body[start:end] = bytes(end - start)
    sound = bytes(body[8:12]) in _SOUND_BRANDS or (b"soun" in body and b"vide" not in body)
    return ("audio/mp4" if sound else "video/mp4"), bytes(body)


def _boxes(body: bytearray, at: int, end: int, depth: int) -> Iterator[tuple[int, bytes, int, int]]:
    """Where it is, its kind, and where its content begins and ends, of each box and those within."""
    while at + 8 <= end:
        size, kind = struct.unpack_from(">I4s", body, at)
        start = at + 8
        if size == 1:
            (size,) = struct.unpack_from(">Q", body, start)
            start += 8
        last = end if size == 0 else at + size
        if last < start or last > end:
            raise ValueError("a box reaches beyond what it is in")
        yield at, kind, start, last
        if kind in _HOLDING and depth < _DEEPEST:
            yield from _boxes(body, start, last, depth + 1)
        at = last


def _mp3(body: bytearray) -> tuple[str, bytes]:
    """Without its ID3 tags, before and behind."""
    if body[:3] == b"ID3":
        length = 0
        for digit in body[6:10]:
            length = length << 7 | digit & 0x7F
        footer = 10 if body[5] & 0x10 else 0
        del body[: 10 + length + footer]
    if body[-128:-125] == b"TAG":
        del body[-128:]
    if not _is_mpeg_frame(body):
        raise ValueError("no sound follows the tag")
    return "audio/mpeg", bytes(body)


def _is_mpeg_frame(body: bytes | bytearray) -> bool:
    """Eleven bits that are set, layer II or III, and a bit rate and sample rate that there are (ISO 11172-3).

    Layer I is nobody's, and begins as text of two bytes a letter does.
    """
    if len(body) < 4 or body[0] != 0xFF or body[1] & 0xE0 != 0xE0:
        return False
    return body[1] & 0x06 in (0x02, 0x04) and body[2] & 0xF0 != 0xF0 and body[2] & 0x0C != 0x0C


def _wav(body: bytearray) -> tuple[str, bytes]:
    """RIFF: chunks of kind, size and content; those that are not sound are emptied."""
    at = 12
    while at + 8 <= len(body):
        kind, size = struct.unpack_from("<4sI", body, at)
        start, end = at + 8, min(at + 8 + size, len(body))
        if kind not in _WAV_SOUND:
            body[at : at + 4] = b"JUNK"
            body[start:end] = bytes(end - start)
        at = end + size % 2
    return "audio/wav", bytes(body)


def _ogg(body: bytearray) -> tuple[str, bytes]:
    blank_comments(body)
    return ("video/ogg" if b"theora" in body[:200] else "audio/ogg"), bytes(body)


def _webm(body: bytearray) -> tuple[str, bytes]:
    blank_tags(body)
    return ("video/webm" if b"V_" in body[:4096] else "audio/webm"), bytes(body)


_CLEANERS: tuple[tuple[Callable[[bytes], bool], Callable[[bytearray], tuple[str, bytes]]], ...] = (
    (lambda body: body[4:8] == b"ftyp", _mp4),
    (lambda body: body[:3] == b"ID3" or _is_mpeg_frame(body), _mp3),
    (lambda body: body[:4] == b"RIFF" and body[8:12] == b"WAVE", _wav),
    (lambda body: body[:5] == b"OggS\0", _ogg),
    (lambda body: body[:4] == _WEBM and b"webm" in body[:64], _webm),
)
