"""The commands behind `./red-thread`."""

import asyncio
import gc
import json
import logging
import os
import socket
import sys
import threading
import time
from pathlib import Path
from typing import Annotated, Any, cast

import orjson
import psycopg
import structlog
import typer
from procrastinate.exceptions import ConnectorException

from red_thread.actions.people.begin_school import Beginning
from red_thread.core.merge import merge_page
from red_thread.core.merge.explain import explain_merge
from red_thread.core.page.check import NotAPage
from red_thread.formats.explained import explained_as_text
from red_thread.formats.pacing_json import answer_line
from red_thread.main import make_database
from red_thread.settings import PROJECT, load_settings
from red_thread.shell import add_teacher_from_shell, reset_password
from red_thread.store.backup import BackupFailed, read_backup, write_backup
from red_thread.store.schema import migrate

# What answers requests and reads files comes in with the commands that do so: a worker has no use for it.
app = typer.Typer(no_args_is_help=True, add_completion=False, pretty_exceptions_enable=False)
_GENERATED = PROJECT / "frontend" / "src" / "api" / "generated"
_OPENAPI = PROJECT / "src" / "red_thread" / "web" / "openapi.json"


@app.command()
def prepare(demo: str = "as remembered") -> None:
    """Brings the database's schema up to date and, for a demo, loads its course once.

    --demo yes, no or as remembered: the first start decides, and the data remember it. Prints JSON as its last line:
    whether these data are the demo, and the code of a first start without it.
    """
    from red_thread.demo import DemoBrokenOff, prepare_data

    _log_plainly()
    settings = load_settings()
    migrate()
    try:
        told = asyncio.run(prepare_data(settings, demo, say=lambda words: print(words, file=sys.stderr, flush=True)))
    except DemoBrokenOff as error:
        sys.exit(f"{error} Start once with --fresh to load it anew.")
    print(json.dumps(told), flush=True)


@app.command()
def web(port: int = 8420, host: str = "127.0.0.1", listening: int | None = None) -> None:
    """Answers requests. `listening`: a socket that was handed down, at which several processes answer."""
    import uvicorn

    from red_thread.demo import DEMO_PEOPLE, holds_demo
    from red_thread.web.app import create_app

    _log_plainly()
    _end_with_our_launcher()
    sys.setswitchinterval(0.001)  # threads that plan and merge give way to requests five times sooner
    settings = load_settings()
    database, _ = make_database(settings)
    is_demo = asyncio.run(holds_demo(settings))
    application = create_app(
        settings.model_copy(update={"demo": is_demo}), database, DEMO_PEOPLE if is_demo else None
    )
    config = uvicorn.Config(
        application,
        host=host,
        port=port,
        log_level="warning",
        timeout_graceful_shutdown=5,
        server_header=False,
        proxy_headers=False,
    )
    sockets = None if listening is None else [socket.socket(fileno=listening)]
    uvicorn.Server(config).run(sockets)


@app.command()
def worker() -> None:
    """Runs the queue's jobs."""
    _log_plainly()
    _end_with_our_launcher()
    try:
        asyncio.run(_work())
    except (ConnectorException, psycopg.Error, OSError) as error:
        sys.exit(f"The worker has lost the database ({type(error).__name__}).")


def _end_with_our_launcher(patience: float = 8.0) -> None:
    """Ends the process soon after whoever started it has died, whatever still hangs on a database that is gone."""
    begun_by = os.getppid()

    def watch() -> None:
        while os.getppid() == begun_by:
            time.sleep(0.5)
        time.sleep(patience)
        os._exit(1)

    threading.Thread(target=watch, daemon=True).start()


async def _work() -> None:
    database, jobs = make_database(load_settings())
    gc.freeze()  # merging makes much and keeps nothing: what is loaded need not be looked through each time
    async with jobs.app.open_async():
        await jobs.work()
    await database.close()


school = typer.Typer(no_args_is_help=True, help="The school from the shell: its first teacher, more, passwords.")
app.add_typer(school, name="school")


@school.command("teacher")
def school_teacher(name: str, email: str = "", course: str = "", administers: bool = False, school: int = 1) -> None:
    """Makes a teacher; asks for the password. --course makes a course of theirs, too."""
    _in_school(Beginning(name, email, _asked_password(), "", course), administers=administers, school=school)


@school.command("begin")
def school_begin(name: str, school_name: str, course: str, email: str = "") -> None:
    """Begins a school as the first start's page does: its first teacher, who looks after it, and a course."""
    _in_school(Beginning(name, email, _asked_password(), school_name, course), administers=True)


@school.command("another")
def school_another(name: str, school_name: str, course: str, email: str = "") -> None:
    """Begins one more school beside those there are, with an address of its own; none sees anything of another."""
    _in_school(Beginning(name, email, _asked_password(), school_name, course), administers=True, another=True)


@school.command("password")
def school_password(who: str, school: int = 1) -> None:
    """Sets a new password for somebody, by e-mail address or sign-in name, and ends their sessions."""
    _told(asyncio.run(reset_password(load_settings(), who, _asked_password(), school)))


def _in_school(who: Beginning, **facts: Any) -> None:
    migrate()
    _told(asyncio.run(add_teacher_from_shell(load_settings(), who, **facts)))


def _asked_password() -> str:
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    return typer.prompt("Password", hide_input=True, confirmation_prompt=True)


def _told(words: str) -> None:
    print(words)


@app.command()
def backup(file: Path) -> None:
    """Writes everything into one file, as of one moment, while people write on."""
    try:
        print(write_backup(load_settings().database_url, file))
    except BackupFailed as error:
        sys.exit(str(error))


@app.command()
def restore(file: Path) -> None:
    """Reads a backup into an empty database, and verifies that it is equal, row for row."""
    try:
        print(read_backup(load_settings().database_url, file))
    except BackupFailed as error:
        sys.exit(str(error))


@app.command()
def client(check: bool = False) -> None:
    """Writes the API's description, from which the front end's client is generated, and tables; or checks them."""
    from red_thread.web.app import create_app
    from red_thread.web.for_front_end import files_as_typescript, kinds_as_typescript, outcomes_as_typescript

    settings = load_settings()
    database, _ = make_database(settings)
    described = json.dumps(create_app(settings, database).openapi(), indent=1, sort_keys=True) + "\n"
    for path, text in (
        (_OPENAPI, described),
        (_GENERATED / "outcomes.ts", outcomes_as_typescript()),
        (_GENERATED / "kinds.ts", kinds_as_typescript()),
        (_GENERATED / "files.ts", files_as_typescript()),
    ):
        if not check:
            path.parent.mkdir(exist_ok=True)
            path.write_text(text)
        elif not path.exists() or path.read_text() != text:
            sys.exit(f"{path.name} is stale: run ./red-thread client")


@app.command()
def merge(
    base: Annotated[Path | None, typer.Argument()] = None,
    master: Annotated[Path | None, typer.Argument()] = None,
    student: Annotated[Path | None, typer.Argument()] = None,
    stream: bool = False,
    explain: bool = False,
) -> None:
    """Merges three pages and prints the result; with --stream, JSON lines from standard input.

    With --explain it prints for people: every block with where it comes from, and the regions of its text.
    """
    if stream:
        for line in sys.stdin.buffer:
            if line.strip():
                sys.stdout.buffer.write(_merge_line(line) + b"\n")
                sys.stdout.buffer.flush()
        return
    if base is None or master is None or student is None:
        sys.exit("merge takes three files, BASE.json MASTER.json STUDENT.json, or --stream.")
    try:
        pages: dict[str, Any] = {
            "base": _read_json(base),
            "master": _read_json(master),
            "student": _read_json(student),
        }
        if explain:
            sys.stdout.write(explained_as_text(*explain_merge(**pages)))
        else:
            result = merge_page(**pages).as_json()
            sys.stdout.buffer.write(orjson.dumps(result, option=orjson.OPT_INDENT_2) + b"\n")
    except NotAPage as error:
        sys.exit(str(error))


@app.command()
def pacing(stream: bool = False) -> None:
    """Says what arrives when: reads questions from standard input, one a line, and writes an answer for each."""
    if not stream:
        sys.exit("pacing reads questions from standard input: say --stream.")
    for line in sys.stdin.buffer:
        if line.strip():
            sys.stdout.buffer.write(answer_line(line) + b"\n")
            sys.stdout.buffer.flush()


def _read_json(path: Path) -> object:
    try:
        return orjson.loads(path.read_bytes())
    except OSError as error:
        sys.exit(f"{path} cannot be opened: {error.strerror}.")
    except orjson.JSONDecodeError as error:
        sys.exit(f"{path} is not JSON: {error}.")


def _merge_line(line: bytes) -> bytes:
    """One line of the stream; whatever it holds, the answer is one line too, and the stream goes on."""
    try:
        pages = _parsed(line)
        if not isinstance(pages, dict):
            return orjson.dumps({"error": "the line is no JSON object with base, master and student"})
        told = cast(dict[str, Any], pages)
        missing = [name for name in ("base", "master", "student") if name not in told]
        if missing:
            return orjson.dumps({"error": f"the line has no {' and no '.join(missing)}"})
        return orjson.dumps(merge_page(told["base"], told["master"], told["student"]).as_json())
    except ValueError as error:
        return orjson.dumps({"error": f"the line is not JSON: {_in_utf8(error)}"})
    except NotAPage as error:
        return orjson.dumps({"error": _in_utf8(error)})
    except (RecursionError, MemoryError, ArithmeticError, LookupError, TypeError, AttributeError) as error:
        return orjson.dumps({"error": f"the merge could not be made, which is a defect: {type(error).__name__}"})


def _parsed(line: bytes) -> object:
    """The line as JSON. Lone surrogates are let through: the check of the page says where they stand."""
    try:
        return orjson.loads(line)
    except orjson.JSONDecodeError:
        if rb"\ud" not in line.lower():
            raise
        return json.loads(line)


def _in_utf8(error: Exception) -> str:
    return str(error).encode(errors="replace").decode()


def _log_plainly() -> None:
    logging.basicConfig(level=logging.WARNING, format="%(message)s", stream=sys.stderr)
    structlog.configure(
        processors=[
            structlog.contextvars.merge_contextvars,
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso"),
            structlog.processors.ExceptionRenderer(),
            structlog.processors.JSONRenderer(),
        ],
        wrapper_class=structlog.make_filtering_bound_logger(logging.WARNING),
        logger_factory=structlog.PrintLoggerFactory(sys.stderr),
    )


if __name__ == "__main__":
    app()
