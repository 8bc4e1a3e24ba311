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


def comments(*more: bytes) -> bytes:
    said = [b"DEVICE=" + SECRET, b"GEO=" + SECRET * 30, b"", *more]
    told = b"".join(struct.pack("<I", len(one)) + one for one in said)
    return struct.pack("<I", len(SECRET)) + SECRET + struct.pack("<I", len(said)) + told + b"\x01"


def ogg_sum(page: bytes) -> int:
    """Bit by bit, as RFC 3533 tells it."""
    rest = 0
    for bit in (byte >> k & 1 for byte in page for k in range(7, -1, -1)):
        rest = (rest << 1 & 0xFFFFFFFF) ^ (0x04C11DB7 if rest >> 31 ^ bit else 0)
    return rest


def ogg(*packets: bytes, sizes: tuple[int, ...] = (65_000,)) -> bytes:
    """Each packet begins a page; one that is longer than a page may be goes on in the next."""
    made = b""
    for k, packet in enumerate(packets):
        rest, first, begins = packet, True, 2 if k == 0 else 0
        while first or rest:
            size = sizes[len(made) % len(sizes)] // 255 * 255 or 255
            part, rest = rest[:size], rest[size:]
            laced = bytes([255] * (len(part) // 255)) + (b"" if rest else bytes([len(part) % 255]))
            flags = begins | (0 if first else 1)
            head = struct.pack("<4sBBqIIIB", b"OggS", 0, flags, 0, 7, 0, 0, len(laced)) + laced
            page = head + part
            made += page[:22] + struct.pack("<I", ogg_sum(page)) + page[26:]
            first = False
    return made


def element(name: int, content: bytes, endless: bool = False, width: int = 8) -> bytes:
    size = (1 << 7 * width) - 1 if endless else len(content)
    return (
        name.to_bytes((name.bit_length() + 7) // 8, "big") + (size | 1 << 7 * width).to_bytes(width, "big") + content
    )


def webm(codec: bytes, endless: bool = False) -> bytes:
    info = element(0x7BA9, SECRET) + element(0x4461, SECRET[:8], width=1) + element(0x5741, SECRET)
    track = element(0x536E, SECRET, width=1) + element(0x86, codec, width=1)
    cluster = element(0x1F43B675, element(0xA3, b"sound and film", width=1), endless)
    tracks = element(0x1654AE6B, element(0xAE, track))
    inside = element(0x1549A966, info) + element(0x1254C367, SECRET * 9, width=2) + tracks + cluster
    tail = element(0x1941A469, SECRET) + element(0xEC, b"")
    return element(0x1A45DFA3, element(0x4282, b"webm", width=1)) + element(0x18538067, inside + tail, endless)


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
        (ogg(b"\x01vorbis", b"\x03vorbis" + comments()), "audio/ogg"),
        (ogg(b"OpusHead", b"OpusTags" + comments(), sizes=(300, 40)), "audio/ogg"),
        (ogg(b"\x80theora", b"\x81theora" + comments()), "video/ogg"),
        (ogg(b"Speex   ", comments()), "audio/ogg"),
        (ogg(b"\x7fFLAC", b"\x04abc" + comments(), b"\x06abc" + SECRET, b"\xff\xf8sound"), "audio/ogg"),
        (webm(b"A_OPUS"), "audio/webm"),
        (webm(b"V_VP9"), "video/webm"),
        (webm(b"V_VP9", endless=True), "video/webm"),
        (webm(b"V_VP9")[:-9], "video/webm"),
    ],
)
def test_a_recording_is_known_by_its_bytes_and_says_nothing_of_its_maker(body: bytes, media_type: str):
    found, kept = clean_media("from a phone", body)
    assert found == media_type
    assert SECRET not in kept
    assert clean_media("again", kept) == (found, kept), "cleaning twice is cleaning once"


def test_pages_of_an_ogg_are_summed_up_anew_and_nothing_else_of_them_changes():
    sound = b"\x00 what is heard " * 900
    before = ogg(b"OpusHead 1", b"OpusTags" + comments(b"X=" + b"y" * 70_000), sound, sizes=(5_000, 255, 510))
    _, after = clean_recording("wave.ogg", before)
    assert len(after) == len(before) and after.endswith(before[-len(sound) :])
    at, pages = 0, 0
    while at < len(after):
        laced = after[at + 27 : at + 27 + after[at + 26]]
        end = at + 27 + len(laced) + sum(laced)
        page = after[at:end]
        assert struct.unpack_from("<I", page, 22)[0] == ogg_sum(page[:22] + bytes(4) + page[26:])
        at, pages = end, pages + 1
    assert pages > 3


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
