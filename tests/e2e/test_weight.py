"""What a phone waits for: the script before a page is opened, and with the student's editor, as it goes over the wire."""

import gzip
import re
from pathlib import Path

import pytest

from red_thread.settings import PROJECT

BUILT = PROJECT / "frontend" / "dist"
_STATIC = re.compile(r"""(?:from|import)\s*["']\./([\w.-]+\.js)["']""")


def _with_all_it_needs(*files: Path) -> set[Path]:
    """The files, and whatever has to be there before they run."""
    met, to_read = set[Path](), list(files)
    while to_read:
        if (file := to_read.pop()) not in met:
            met.add(file)
            to_read += [file.parent / name for name in _STATIC.findall(file.read_text())]
    return met


def test_the_service_worker_is_light() -> None:
    weight = len(gzip.compress((BUILT / "worker.js").read_bytes())) / 1000
    assert weight <= 15, f"{weight:.1f} kB of service worker, beside 15"


def _chunk(name: str) -> Path:
    (found,) = (BUILT / "assets").glob(f"{name}-*.js")
    return found


@pytest.mark.parametrize(
    ("views", "most"),
    [
        (("Home", "SignIn"), 60),
        (("Home", "NotebookView"), 60),
        (("Home", "NotebookView", "parts"), 190),
        (("Home", "MasterView"), 60),
    ],
)
def test_no_more_script_is_waited_for(views: tuple[str, ...], most: int) -> None:
    first = re.findall(r'src="/(assets/[\w.-]+\.js)"', (BUILT / "index.html").read_text())
    files = _with_all_it_needs(*(BUILT / name for name in first), *map(_chunk, views))
    weight = sum(len(gzip.compress(file.read_bytes())) for file in files) / 1000
    assert len(first) == 1 and weight <= most, f"{weight:.1f} kB of script, beside {most}"
