"""Recordings that come in: told by what they are, and rid of where and by whom they were made."""

import io
import struct
import wave

import pytest

from red_thread.formats.media import clean_media
from red_thread.formats.problems import Unreadable
from red_thread.formats.recordings import clean_recording

SECRET = b"+51.0430-002.9110/ Ada's phone"
FRAME = b"\xff\xfb\x90\x44" + bytes(413)


def box(kind: bytes, content: bytes = b"", wide: bool = False) -> bytes:
    if wide:
        return struct.pack(">I4sQ", 1, kind, 16 + len(content)) + content
    return struct.pack(">I4s", 8 + len(content), kind) + content


def mp4(brand: bytes = b"isom", wide: bool = False, handler: bytes = b"vide") -> bytes:
    track = box(b"trak", box(b"mdia", box(b"hdlr", handler)) + box(b"udta", SECRET), wide)
    head = box(b"moov", box(b"mvhd", b"times") + track + box(b"meta", SECRET) + box(b"udta", box(b"\xa9xyz", SECRET)))
    return box(b"ftyp", brand + bytes(4)) + head + box(b"uuid", SECRET, wide) + box(b"mdat", b"sound and film")


def wav(extra: bytes = b"") -> bytes:
    made = io.BytesIO()
    with wave.open(made, "wb") as sound:
        sound.setnchannels(1)
        sound.setsampwidth(2)
        sound.setframerate(8000)
        sound.writeframes(bytes(16000))
    body = made.getvalue() + extra
    return body[:4] + struct.pack("<I", len(body) - 8) + body[8:]


def id3(content: bytes) -> bytes:
    size = len(content)
    return b"ID3\x04\x00\x00" + bytes([size >> 21 & 127, size >> 14 & 127, size >> 7 & 127, size & 127]) + content


@pytest.mark.parametrize(
    ("body", "media_type"),
    [
        (mp4(), "video/mp4"),
        (mp4(b"qt  "), "video/mp4"),
        (mp4(wide=True), "video/mp4"),
        (mp4(b"M4A "), "audio/mp4"),
        (mp4(handler=b"soun"), "audio/mp4"),
        (wav(b"LIST" + struct.pack("<I", len(SECRET)) + SECRET), "audio/wav"),
        (id3(SECRET * 40) + FRAME * 3 + (b"TAG" + SECRET).ljust(128, b"\0"), "audio/mpeg"),
        (FRAME * 3, "audio/mpeg"),
        (b"OggS" + bytes(24) + b"\x01vorbis", "audio/ogg"),
        (b"\x1a\x45\xdf\xa3" + bytes(20) + b"webm" + bytes(16) + b"A_OPUS", "audio/webm"),
        (b"\x1a\x45\xdf\xa3" + bytes(20) + b"webm" + bytes(16) + b"V_VP9", "video/webm"),
    ],
)
def test_a_recording_is_known_by_its_bytes_and_says_nothing_of_its_maker(body: bytes, media_type: str):
    found, kept = clean_media("from a phone", body)
    assert found == media_type
    assert SECRET not in kept
    assert clean_media("again", kept) == (found, kept), "cleaning twice is cleaning once"


def test_where_things_are_in_a_film_stays_so():
    """Tables in it point to bytes by their place in the file."""
    body = mp4()
    kept = clean_recording("x", body)[1]
    assert len(kept) == len(body)
    assert kept.index(b"sound and film") == body.index(b"sound and film")
    assert b"times" in kept


def test_sound_still_plays_after_it_was_cleaned():
    kept = clean_recording("x", wav(b"bext" + struct.pack("<I", len(SECRET)) + SECRET))[1]
    with wave.open(io.BytesIO(kept)) as sound:
        assert sound.getnframes() == 8000


@pytest.mark.parametrize(
    "body",
    [
        box(b"ftyp", b"isom" + bytes(4)) + struct.pack(">I4s", 2**31, b"moov"),
        box(b"ftyp", b"isom" + bytes(4)) + struct.pack(">I4s", 3, b"moov") + bytes(8),
        box(b"ftyp", b"isom" + bytes(4)) + struct.pack(">I4sQ", 1, b"moov", 2**63),
        b"ID3",
        id3(SECRET),
        b"MZ this program cannot be run",
        b"<script>alert(1)</script>",
        b"OggS<script>alert(1)</script>",
        b"\x1a\x45\xdf\xa3<script>alert(1)</script>",
        "Words of two bytes a letter, as some editors save them.".encode("utf-16"),
        b"",
    ],
)
def test_what_is_none_or_broken_is_refused_with_a_sentence(body: bytes):
    with pytest.raises(Unreadable):
        clean_media("x", body)


def test_boxes_in_boxes_without_end_are_not_followed():
    body = b""
    for _ in range(5000):
        body = box(b"moov", body)
    clean_recording("x", box(b"ftyp", b"isom" + bytes(4)) + body)
