"""`./red-thread release`: an archive that starts without Node.js, with the front end built and packed."""

import subprocess
import tarfile
from pathlib import Path

from launcher.place import FRONT_END, PROJECT, give_up, say

BUILT = FRONT_END / "dist"


def make_release(to: Path) -> Path:
    """Writes the archive of what is committed here, with the build beside it; gives its file."""
    listed = subprocess.run(["git", "ls-files", "-z"], cwd=PROJECT, capture_output=True, text=True, check=False)
    if listed.returncode:
        give_up("A release is made of a checkout by git, and this is none. Clone the project, then try again.")
    if not (BUILT / ".built").exists():
        give_up("The front end is not built. Start Red Thread once, then try again.")
    version = subprocess.run(
        ["git", "describe", "--tags", "--always", "--dirty"], cwd=PROJECT, capture_output=True, text=True, check=True
    )
    name = f"red-thread-{version.stdout.strip()}"
    to.mkdir(parents=True, exist_ok=True)
    file = to / f"{name}.tar.gz"
    with tarfile.open(file, "w:gz") as archive:
        for path in sorted(filter(None, listed.stdout.split("\0"))):
            archive.add(PROJECT / path, f"{name}/{path}", recursive=False)
        for built in sorted(path for path in BUILT.rglob("*") if path.is_file()):
            archive.add(built, f"{name}/{built.relative_to(PROJECT)}")
    say(f"{file} holds Red Thread with its front end built: unpack it, and ./red-thread start needs no Node.js.")
    return file
