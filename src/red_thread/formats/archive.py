"""Zip archives that somebody sends: opened with limits, so that a small file cannot become a huge one."""

import io
import lzma
import struct
import zipfile
import zlib
from pathlib import PurePosixPath

from red_thread.formats.problems import Unreadable

# What zipfile and the libraries under it raise over broken, locked and strange archives.
_BROKEN = (
    zipfile.BadZipFile,
    zlib.error,
    lzma.LZMAError,
    struct.error,
    RuntimeError,
    OSError,
    EOFError,
    ValueError,
    LookupError,
    OverflowError,
)
MOST_FILES = 3000
MOST_BYTES = 200 * 1024 * 1024


def read_archive(name: str, body: bytes) -> dict[str, bytes]:
    """The files of a zip by path. Raises Unreadable for what is none, is a bomb, or points outside itself."""
    try:
        archive = zipfile.ZipFile(io.BytesIO(body))
    except _BROKEN:
        raise Unreadable(name, "it is not a zip file") from None
    infos = [info for info in archive.infolist() if not info.is_dir()]
    if len(infos) > MOST_FILES:
        raise Unreadable(name, f"it holds {len(infos)} files, {MOST_FILES} at most")
    if sum(info.file_size for info in infos) > MOST_BYTES:
        raise Unreadable(name, f"unpacked it is larger than {MOST_BYTES // 1024 // 1024} MB")
    return {info.filename: _read(archive, info, name) for info in infos if _is_wanted(info.filename, name)}


def _is_wanted(path: str, name: str) -> bool:
    parts = PurePosixPath(path).parts
    if ".." in parts or path.startswith("/"):
        raise Unreadable(name, f"it holds a path that leads out of it, {path}")
    return not any(part.startswith((".", "__MACOSX")) for part in parts)


def _read(archive: zipfile.ZipFile, info: zipfile.ZipInfo, name: str) -> bytes:
    try:
        with archive.open(info) as file:
            body = file.read(info.file_size + 1)
    except _BROKEN as error:
        raise Unreadable(name, f"{info.filename[:120]!r} in it cannot be unpacked") from error
    if len(body) > info.file_size:
        raise Unreadable(name, f"{info.filename} in it is larger than it says")
    return body
