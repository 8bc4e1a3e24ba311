"""The commands behind `./red-thread`."""

import asyncio
import gc
import json
import logging
import sys
from pathlib import Path
from typing import Annotated, Any, cast

import orjson
import structlog
import typer
import uvicorn

from red_thread.core.merge import merge_page
from red_thread.core.merge.explain import explain_merge
from red_thread.core.page.check import NotAPage
from red_thread.demo import DEMO_PEOPLE, DemoBrokenOff, load_demo
from red_thread.formats.explained import explained_as_text
from red_thread.main import make_database
from red_thread.settings import PROJECT, load_settings
from red_thread.store.schema import migrate
from red_thread.web.app import create_app

app = typer.Typer(no_args_is_help=True, add_completion=False, pretty_exceptions_enable=False)
_OPENAPI = PROJECT / "src" / "red_thread" / "web" / "openapi.json"


@app.command()
def prepare() -> None:
    """Brings the database's schema up to date and, for a demo, loads its course once."""
    _log_plainly()
    settings = load_settings()
    migrate()
    if not settings.demo:
        return
    try:
        asyncio.run(load_demo(settings, say=lambda words: print(words, flush=True)))
    except DemoBrokenOff as error:
        sys.exit(f"{error} Start once with --fresh to load it anew.")


@app.command()
def web(port: int = 8420, host: str = "127.0.0.1") -> None:
    """Answers requests."""
    _log_plainly()
    settings = load_settings()
    database, _ = make_database(settings)
    application = create_app(settings, database, DEMO_PEOPLE if settings.demo else None)
    uvicorn.run(
        application,
        host=host,
        port=port,
        log_level="warning",
        timeout_graceful_shutdown=5,
        server_header=False,
        proxy_headers=False,
    )


@app.command()
def worker() -> None:
    """Runs the queue's jobs."""
    _log_plainly()
    asyncio.run(_work())


async def _work() -> None:
    database, jobs = make_database(load_settings())
    gc.freeze()  # merging makes much and keeps nothing: what is loaded need not be looked through each time
    async with jobs.app.open_async():
        await jobs.take_up_unfinished()
        await jobs.app.run_worker_async(concurrency=2, delete_jobs="successful", shutdown_graceful_timeout=5)
    await database.close()


@app.command()
def client(check: bool = False) -> None:
    """Writes the API's description, from which the front end's client is generated; or checks that it is current."""
    settings = load_settings()
    database, _ = make_database(settings)
    described = json.dumps(create_app(settings, database).openapi(), indent=1, sort_keys=True) + "\n"
    if not check:
        _OPENAPI.write_text(described)
    elif not _OPENAPI.exists() or _OPENAPI.read_text() != described:
        sys.exit("The API's description is stale: run ./red-thread client")


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
