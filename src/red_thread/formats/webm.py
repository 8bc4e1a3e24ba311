"""WebM (RFC 8794, RFC 9559): elements of id, size and content. Those that tell of its maker become empty space."""

_SEGMENT, _CLUSTER = 0x18538067, 0x1F43B675
_INFO, _TRACKS, _TRACK = 0x1549A966, 0x1654AE6B, 0xAE
_INSIDE = frozenset({_SEGMENT, _INFO, _TRACKS, _TRACK})
_TAGS, _FILES, _CHAPTERS = 0x1254C367, 0x1941A469, 0x1043A770
_TITLE, _DATE, _FILE_NAME, _NAME = 0x7BA9, 0x4461, 0x7384, 0x536E
_TELLING = frozenset({_TAGS, _FILES, _CHAPTERS, _TITLE, _DATE, _FILE_NAME, _NAME})
_APPLICATIONS = frozenset({0x4D80, 0x5741})  # have to be there, whatever they say
_SPACE = 0xEC


def blank_tags(body: bytearray) -> None:
    """Elements keep their places: what points into the file still does. Raises ValueError, IndexError if broken."""
    at = 0
    while at < len(body):
        begin = at
        element, at = _number(body, at, keeps_mark=True)
        size, start = _number(body, at, keeps_mark=False)
        endless = size == (1 << 7 * (start - at)) - 1
        at = start
        if element in _INSIDE or (element == _CLUSTER and endless):
            continue  # what is in it follows
        if endless:
            raise ValueError("an element without an end")
        end = min(start + size, len(body))  # a recording that was cut short plays up to there
        if element in _TELLING:
            _empty(body, begin, end)
        elif element in _APPLICATIONS:
            body[start:end] = b" " * size
        at = end


def _number(body: bytearray, at: int, keeps_mark: bool) -> tuple[int, int]:
    """A number whose first byte says how many there are, and where it ends."""
    first = body[at]
    length = 9 - first.bit_length()
    if not 1 <= length <= 8 or (keeps_mark and length > 4):
        raise ValueError("no element begins here")
    if at + length > len(body):
        raise IndexError("cut short")
    value = int.from_bytes(body[at : at + length], "big")
    return (value if keeps_mark else value & ((1 << 7 * length) - 1)), at + length


def _empty(body: bytearray, begin: int, end: int) -> None:
    """Empty space as long as the element was."""
    whole = end - begin
    width = 8 if whole >= 9 else 1
    rest = whole - 1 - width
    body[begin] = _SPACE
    body[begin + 1 : begin + 1 + width] = (rest | 1 << 7 * width).to_bytes(width, "big")
    body[begin + 1 + width : end] = bytes(rest)
