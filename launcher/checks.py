"""`./red-thread check` and `./red-thread test`."""

import re
import subprocess
from pathlib import Path

from launcher.place import FRONT_END, PROJECT, PYTHON, environment, say

_CODE = {".py", ".ts", ".svelte", ".js", ".css", ".html", ".sql"}
_CHECKS: list[tuple[str, list[str], Path]] = [
    ("ruff", ["ruff", "check", "."], PROJECT),
    ("format", ["ruff", "format", "--check", "-q", "."], PROJECT),
    ("types", ["pyright"], PROJECT),
    ("rooms", ["lint-imports", "--no-cache"], PROJECT),
    ("client", ["python", "-m", "red_thread", "client", "--check"], PROJECT),
    ("client types", ["npm", "run", "--silent", "client", "--", "--check"], FRONT_END),
    ("svelte-check", ["npm", "run", "--silent", "check"], FRONT_END),
    ("eslint", ["npm", "run", "--silent", "lint"], FRONT_END),
    ("prettier", ["npm", "run", "--silent", "format"], FRONT_END),
]
_QUICK = 4  # the checks of the Python alone


def run_checks() -> int:
    """Runs every check to its end; 0 if all hold."""
    failed = [name for name, command, folder in _CHECKS if not _holds(name, command, folder)]
    _say_share()
    say(f"These checks do not hold: {', '.join(failed)}" if failed else "All checks hold.")
    return 1 if failed else 0


def run_tests(arguments: list[str]) -> int:
    """Every test, in parallel, then every check."""
    return max(_pytest(*arguments), _front_end_tests(), run_checks())


def run_quick_tests() -> int:
    """What is worth running at every change: the core, the units of the front end; style, types and rooms."""
    failed = [name for name, command, folder in _CHECKS[:_QUICK] if not _holds(name, command, folder)]
    return max(len(failed), _pytest("-q", "tests/core"), _front_end_tests())


def _pytest(*arguments: str) -> int:
    command = [str(PYTHON), "-m", "pytest", "-n", "2", "--dist", "loadgroup", *arguments]
    return subprocess.run(command, cwd=PROJECT, env=environment(), check=False).returncode


def _front_end_tests() -> int:
    return subprocess.run(
        ["npm", "run", "--silent", "test"], cwd=FRONT_END, env=environment(), check=False
    ).returncode


def _holds(name: str, command: list[str], folder: Path) -> bool:
    done = subprocess.run(command, cwd=folder, env=environment(), capture_output=True, text=True, check=False)
    say(f"{'holds ' if done.returncode == 0 else 'FAILS '} {name}")
    if done.returncode:
        say(done.stdout + done.stderr)
    return done.returncode == 0


def _say_share() -> None:
    """How much of the code is tests; told, and never a reason to fail."""
    listed = subprocess.run(["git", "ls-files", "-z"], cwd=PROJECT, capture_output=True, text=True, check=False)
    tests = code = 0
    for name in filter(None, listed.stdout.split("\0")):
        path = Path(name)
        if path.suffix not in _CODE or "generated" in path.parts or path.name == "schema.d.ts":
            continue
        lines = sum(1 for line in (PROJECT / path).read_text(errors="replace").splitlines() if line.strip())
        code += lines
        if "tests" in path.parts or re.search(r"^test_|\.test\.|\.spec\.", path.name):
            tests += lines
    share = 100 * tests / max(code, 1)
    beside = "" if 25 <= share <= 33.4 else ": outside a quarter to a third"
    say(f"Tests are {share:.1f} % of {code} lines of code{beside}.")
