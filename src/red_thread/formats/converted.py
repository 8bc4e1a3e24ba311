"""Documents of other programs into pages, by pandoc, which makes HTML of them.

Pandoc comes from Debian and runs beside the reader, without network or files (`--sandbox`), with limits of memory
and time. Where it is not installed, each of these kinds says what to save it as.
"""

import ctypes
import shutil
import signal
import subprocess
from dataclasses import replace
from functools import partial

from red_thread.formats.archive import read_archive
from red_thread.formats.html import read_html
from red_thread.formats.media import media_among
from red_thread.formats.pages import ReadPage, stem_of
from red_thread.formats.problems import Unreadable

SECONDS = 25
_MEMORY = "-M700M"
_PANDOC = "pandoc"
_FAILED = (subprocess.SubprocessError, OSError)


def read_converted(kind: str, name: str, body: bytes) -> list[ReadPage]:
    """Reads one document. `kind`: pandoc's name of its format. Raises Unreadable."""
    if shutil.which(_PANDOC) is None:
        raise Unreadable(name, "this kind of document is not read here: save it as DOCX, and bring that in")
    made = _run(name, kind, body)
    if b"<img" not in made:
        return [read_html(name, made, stem_of(name))]
    if body[:2] == b"PK":
        page = read_html(name, made, stem_of(name))
        media, problems = media_among(name, "", page.pictures, read_archive(name, body))
        page.problems += problems
        return [replace(page, embedded={**page.embedded, **media}, pictures=[])]
    return [read_html(name, _run(name, kind, body, "--self-contained"), stem_of(name))]


def _run(name: str, kind: str, body: bytes, *options: str) -> bytes:
    command = [_PANDOC, "--sandbox", "--wrap=none", f"--from={kind}", "--to=html", *options, "+RTS", _MEMORY, "-RTS"]
    try:
        return subprocess.run(
            command, input=body, capture_output=True, timeout=SECONDS, check=True, preexec_fn=_end_with_parent
        ).stdout
    except _FAILED as error:
        raise Unreadable(name, "it is not a document of its kind that can be read; save it as DOCX") from error


def reader_of(kind: str) -> partial[list[ReadPage]]:
    """The reader of one of pandoc's formats."""
    return partial(read_converted, kind)


def _end_with_parent() -> None:
    ctypes.CDLL(None).prctl(1, signal.SIGKILL)  # PR_SET_PDEATHSIG
