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


def run_checks() -> int:
    """Runs every check to its end; 0 if all hold."""
    failed = [name for name, command, folder in _CHECKS if not _holds(name, command, folder)]
    if not _share_holds():
        failed.append("the tests' share")
    say(f"These checks do not hold: {', '.join(failed)}" if failed else "All checks hold.")
    return 1 if failed else 0


def run_tests(arguments: list[str]) -> int:
    """Every test, in parallel, then every check."""
    browser = ["npm", "run", "--silent", "test"]
    pytest = [str(PYTHON), "-m", "pytest", "-n", "2", "--dist", "loadgroup", *arguments]
    results = [
        subprocess.run(pytest, cwd=PROJECT, env=environment(), check=False).returncode,
        subprocess.run(browser, cwd=FRONT_END, env=environment(), check=False).returncode,
        run_checks(),
    ]
    return max(results)


def _holds(name: str, command: list[str], folder: Path) -> bool:
    done = subprocess.run(command, cwd=folder, env=environment(), capture_output=True, text=True, check=False)
    say(f"{'holds ' if done.returncode == 0 else 'FAILS '} {name}")
    if done.returncode:
        say(done.stdout + done.stderr)
    return done.returncode == 0


def _share_holds() -> bool:
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
    say(f"Tests are {share:.1f} % of {code} lines of code (24 to 34.5 are wanted).")
    return 24 <= share <= 34.5
