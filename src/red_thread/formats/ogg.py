"""Ogg (RFC 3533): pages of packets. What comments say is blanked where it is, and their pages are summed up anew."""

import struct
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass, field

_HEAD = struct.Struct("<4sBBqIIIB")
_SUM_AT = 22
_FIRST = 0x02  # a stream begins
# How a stream's first packet begins, and how the second does, behind which its comments follow.
_COMMENTS = {
    b"\x01vorbis": b"\x03vorbis",
    b"\x80theora": b"\x81theora",
    b"OpusHead": b"OpusTags",
    b"Speex   ": b"",
    b"\x7fFLAC": b"",  # after the head of a block, see below
}
_FLAC, _FLAC_BLOCK = b"\x7fFLAC", 4  # bytes of a block's head: its kind, and how long it is
_FLAC_COMMENTS, _FLAC_PICTURE = 4, 6


@dataclass(slots=True)
class _Page:
    at: int
    end: int
    flags: int
    stream: int
    segments: list[tuple[int, int, bool]]  # where each part of a packet begins and ends, and whether the packet does


@dataclass(slots=True)
class _Bitstream:
    """Of one stream the packets that have come: how the first began, and where the present one lies."""

    begins: bytes = b""
    count: int = 0
    parts: list[tuple[int, int]] = field(default_factory=list[tuple[int, int]])


def blank_comments(body: bytearray) -> None:
    """Leaves nothing of what the comments and pictures of all streams say. Raises ValueError for what is no Ogg."""
    streams: defaultdict[int, _Bitstream] = defaultdict(_Bitstream)
    pages = list(_pages(body))
    changed: set[int] = set()
    for page in pages:
        if page.flags & _FIRST:
            streams[page.stream] = _Bitstream()
        stream = streams[page.stream]
        for start, end, last in page.segments:
            stream.parts.append((start, end))
            if last:
                changed |= _packet(body, stream)
    for page in pages:
        if any(page.at <= at < page.end for at in changed):
            struct.pack_into("<I", body, page.at + _SUM_AT, 0)
            struct.pack_into("<I", body, page.at + _SUM_AT, _sum(body[page.at : page.end]))


def _pages(body: bytearray) -> Iterator[_Page]:
    """As a player finds them: whatever lies between two is passed over."""
    at = body.find(b"OggS")
    while at >= 0 and at + _HEAD.size <= len(body):
        _, _, flags, _, stream, _, _, count = _HEAD.unpack_from(body, at)
        start = at + _HEAD.size + count
        segments: list[tuple[int, int, bool]] = []
        began = start
        for size in body[at + _HEAD.size : start]:
            start += size
            if size < 255:
                segments.append((began, start, True))
                began = start
        if began < start:
            segments.append((began, start, False))
        if start > len(body):
            raise ValueError("a page reaches beyond the end")
        yield _Page(at, start, flags, stream, segments)
        at = body.find(b"OggS", start)


def _packet(body: bytearray, stream: _Bitstream) -> set[int]:
    """Blanks a packet that is one of comments; where that began to lie in each page it lies in."""
    parts, stream.parts = stream.parts, []
    stream.count += 1
    if stream.count == 1:
        head = b"".join(body[start:end] for start, end in parts)[:8]
        stream.begins = next((known for known in _COMMENTS if head.startswith(known)), b"")
        return set()
    is_flac = stream.begins == _FLAC
    if not stream.begins or (stream.count > 2 and not is_flac):
        return set()
    packet = bytearray(b"".join(body[start:end] for start, end in parts))
    if is_flac:
        _blank_flac(packet)
    else:
        magic = _COMMENTS[stream.begins]
        if not packet.startswith(magic):
            raise ValueError("its comments are missing")
        _blank(packet, len(magic))
    return _put_back(body, parts, packet)


def _blank_flac(packet: bytearray) -> None:
    kind = packet[0] & 0x7F if packet and packet[0] != 0xFF else None
    if kind == _FLAC_COMMENTS:
        _blank(packet, _FLAC_BLOCK)
    elif kind == _FLAC_PICTURE:
        packet[0] = packet[0] & 0x80 | 1  # a block of padding
        packet[_FLAC_BLOCK:] = bytes(len(packet) - _FLAC_BLOCK)


def _blank(packet: bytearray, at: int) -> None:
    """The maker, then comments as NAME=words, each behind its length."""
    at = _words(packet, at, b"")
    (count,) = struct.unpack_from("<I", packet, at)
    at += 4
    for _ in range(count):
        at = _words(packet, at, b"X=")
    # One byte may say that comments end here; what is behind it means nothing.
    packet[at + 1 :] = bytes(max(len(packet) - at - 1, 0))


def _words(packet: bytearray, at: int, begins: bytes) -> int:
    (length,) = struct.unpack_from("<I", packet, at)
    start, end = at + 4, at + 4 + length
    if end > len(packet):
        raise ValueError("a comment reaches beyond the end")
    packet[start:end] = begins[:length].ljust(length, b" ")
    return end


def _put_back(body: bytearray, parts: list[tuple[int, int]], packet: bytearray) -> set[int]:
    taken = 0
    for start, end in parts:
        body[start:end] = packet[taken : taken + end - start]
        taken += end - start
    return {start for start, _ in parts}


def _sum_table() -> list[int]:
    table: list[int] = []
    for byte in range(256):
        rest = byte << 24
        for _ in range(8):
            rest = (rest << 1 ^ (0x04C11DB7 if rest & 0x80000000 else 0)) & 0xFFFFFFFF
        table.append(rest)
    return table


_SUMS = _sum_table()


def _sum(page: bytes | bytearray) -> int:
    """CRC 32 as RFC 3533 has it: neither turned round nor begun with ones."""
    rest = 0
    for byte in page:
        rest = (rest << 8 & 0xFFFFFFFF) ^ _SUMS[rest >> 24 ^ byte]
    return rest
