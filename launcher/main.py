"""The commands of `./red-thread`."""

import argparse
import os
import subprocess
from pathlib import Path

from launcher.checks import run_checks, run_quick_tests, run_tests
from launcher.install import install_debian, install_front_end, install_front_end_packages, install_python
from launcher.place import FRONT_END, PROJECT, PYTHON, environment
from launcher.release import make_release
from launcher.start import on_data, start


def main(arguments: list[str]) -> None:
    parser = argparse.ArgumentParser(
        prog="./red-thread", description="Red Thread: one master, every student's notebook."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    begin = commands.add_parser("start", help="start everything, with the demo, on this machine")
    begin.add_argument("--port", type=int, default=8420, help="the port to answer on (8420, or the next free one)")
    begin.add_argument("--data", type=Path, default=PROJECT / ".data", help="where the data are kept")
    begin.add_argument("--public-url", help="the address by which others reach it")
    begin.add_argument("--web", type=int, choices=range(1, 17), default=1, help="how many processes answer (1)")
    begin.add_argument("--fresh", action="store_true", help="begin anew; what was there is moved aside")
    begin.add_argument("--no-demo", action="store_true", help="begin without the demo; the data remember it")
    tests = commands.add_parser("test", help="every test and every check", add_help=False)
    tests.add_argument("--quick", action="store_true", help="in two minutes what is worth running at every change")
    commands.add_parser("check", help="style, types, rooms, the generated client, the tests' share")
    commands.add_parser("bench", help="speed, as ratios to a baseline of the same run", add_help=False)
    commands.add_parser("fuzz", help="merges of made-up pages against the laws: --n, --seed", add_help=False)
    commands.add_parser("faults", help="harm while people write: --seconds, --longest, --seed", add_help=False)
    commands.add_parser("screenshots", help="make docs/screenshots anew from the demo")
    commands.add_parser("client", help="describe the API anew and generate the front end's client from it")
    for name, what in (
        ("school", "the school from the shell: teacher, begin, password"),
        ("backup", "write everything into one FILE, while people write"),
        ("restore", "read a backup FILE into empty data, and verify that it is equal"),
    ):
        tool = commands.add_parser(name, help=what, add_help=False)
        tool.add_argument("--data", type=Path, default=PROJECT / ".data")
    release = commands.add_parser("release", help="make an archive that starts without Node.js")
    release.add_argument("--to", type=Path, default=PROJECT / "release", help="the folder that it goes into")
    commands.add_parser("merge", help="merge three pages", add_help=False)
    commands.add_parser("pacing", help="say what arrives when", add_help=False)
    options, rest = parser.parse_known_args(arguments)
    _COMMANDS[options.command](options, rest)


def _start(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(database="RED_THREAD_DATABASE_URL" not in os.environ)
    install_python()
    install_front_end()
    start(options)


def _test(options: argparse.Namespace, rest: list[str]) -> None:
    _prepare(browser=not options.quick)
    raise SystemExit(run_quick_tests() if options.quick else run_tests(rest))


def _check(options: argparse.Namespace, rest: list[str]) -> None:
    _prepare(browser=False)
    raise SystemExit(run_checks())


def _bench(options: argparse.Namespace, rest: list[str]) -> None:
    _prepare(browser=False)
    raise SystemExit(_python("-m", "bench", *rest))


def _fuzz(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(database=False)
    install_python()
    raise SystemExit(_python("-m", "tests.properties.fuzz", *rest))


def _faults(options: argparse.Namespace, rest: list[str]) -> None:
    _prepare(browser=False)
    raise SystemExit(_python("-m", "tests.faults", *rest))


def _screenshots(options: argparse.Namespace, rest: list[str]) -> None:
    _prepare(browser=True)
    raise SystemExit(_python("-m", "tests.screenshots"))


def _client(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(browser=False)
    install_python()
    install_front_end_packages()  # without a build, which a stale client would break
    env = environment(RED_THREAD_DATABASE_URL="postgresql://nowhere")
    subprocess.run([str(PYTHON), "-m", "red_thread", "client"], cwd=PROJECT, env=env, check=True)
    subprocess.run(["npm", "run", "--silent", "client"], cwd=FRONT_END, env=env, check=True)


def _merge(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(database=False)
    install_python()
    os.execve(PYTHON, [str(PYTHON), "-m", "red_thread", "merge", *rest], environment())


def _release(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(database=False)
    install_python()
    install_front_end()
    make_release(options.to)


def _pacing(options: argparse.Namespace, rest: list[str]) -> None:
    install_debian(database=False)
    install_python()
    os.execve(PYTHON, [str(PYTHON), "-m", "red_thread", "pacing", *rest], environment())


def _tool(options: argparse.Namespace, rest: list[str]) -> None:
    """A command on the data: on the server that runs on them, or on one started for as long as it takes."""
    install_debian(database="RED_THREAD_DATABASE_URL" not in os.environ)
    install_python()
    raise SystemExit(on_data(options.data, [options.command, *rest]))


def _prepare(browser: bool) -> None:
    install_debian(browser=browser)
    install_python()
    install_front_end()


def _python(*arguments: str) -> int:
    return subprocess.run([str(PYTHON), *arguments], cwd=PROJECT, env=environment(), check=False).returncode


_COMMANDS = {
    "start": _start,
    "test": _test,
    "check": _check,
    "bench": _bench,
    "fuzz": _fuzz,
    "faults": _faults,
    "screenshots": _screenshots,
    "client": _client,
    "merge": _merge,
    "pacing": _pacing,
    "release": _release,
    "school": _tool,
    "backup": _tool,
    "restore": _tool,
}
