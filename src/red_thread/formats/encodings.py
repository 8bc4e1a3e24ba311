"""Bytes to text, as other people's programs write it: by its mark, as UTF-8, else by what its letters make likely."""

from charset_normalizer import from_bytes

from red_thread.formats.problems import Unreadable

# What offices and old school systems write. The library knows a hundred more, and takes some of them for these.
_LIKELY = (
    *("cp1252", "cp1250", "cp1251", "cp1253", "cp1254", "cp1255", "cp1256", "cp1257"),
    *("mac_roman", "koi8_r", "cp932", "gb18030", "big5", "cp949"),
)
_MARKS = ((b"\xef\xbb\xbf", "utf-8-sig"), (b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"))
_ENOUGH = 200_000  # bytes by which an encoding is told


def decoded(name: str, body: bytes) -> str:
    """The text, with plain line ends. Raises Unreadable for what is none."""
    text = _decoded(body)
    if "\0" in text:
        raise Unreadable(name, "it is not a text file")
    return text.replace("\r\n", "\n").replace("\r", "\n")


def _decoded(body: bytes) -> str:
    for mark, encoding in _MARKS:
        if body.startswith(mark):
            return body.decode(encoding, errors="replace")
    if (wide := _without_mark(body)) is not None:
        return body.decode(wide, errors="replace")
    try:
        return body.decode("utf-8")
    except UnicodeDecodeError:
        return body.decode(encoding_of(body), errors="replace")


def _without_mark(body: bytes) -> str | None:
    """UTF-16 that does not say so: every other byte of plain letters is nothing."""
    start = body[:400]
    for first, encoding in ((1, "utf-16-le"), (0, "utf-16-be")):
        if len(start) >= 4 and start[first::2].count(0) > len(start) * 0.4 and start[1 - first :: 2].count(0) == 0:
            return encoding
    return None


def encoding_of(body: bytes) -> str:
    """What encoding the letters of a text that is not UTF-8 make likely."""
    found = from_bytes(body[:_ENOUGH], cp_isolation=list(_LIKELY)).best()
    if found is None:
        return "cp1252"
    return "cp1252" if found.encoding == "cp1250" and _is_western(body) else found.encoding


def _is_western(body: bytes) -> bool:
    """Whether what may be of central Europe too is of the west: the two share most letters.

    Read as western, Polish has signs within its words (`Wi³k`), Czech letters that no western tongue has together.
    """
    text = body.decode("cp1252", errors="replace")
    if any(letter in text for letter in "£¥³¹¿¼Œœ\N{REPLACEMENT CHARACTER}ì"):
        return False
    return not ("ø" in text and "è" in text)
