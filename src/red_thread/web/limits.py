"""Files of strangers are read in a process of their own, with limits of time and memory that the system holds.

Whatever a file does to the library that reads it, a loop, a bomb, a crash, ends with that process.
"""

import asyncio
import multiprocessing
import resource
from collections.abc import Callable
from multiprocessing.connection import Connection
from typing import Any, ParamSpec, TypeVar

from red_thread.formats.problems import Unreadable

P = ParamSpec("P")
R = TypeVar("R")

SECONDS = 30
BYTES = 1536 * 1024 * 1024
# A server of processes that has read the parsers in: starting one takes some milliseconds then.
_CONTEXT = multiprocessing.get_context("forkserver")
_CONTEXT.set_forkserver_preload(["red_thread.web.imports", "red_thread.formats.pictures"])


async def within_limits(name: str, work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """What `work` makes of a file called `name`. Raises Unreadable, too, where a limit was met."""
    return await asyncio.to_thread(_in_a_process, name, work, args, kwargs)


def _in_a_process(name: str, work: Callable[..., R], args: tuple[Any, ...], kwargs: dict[str, Any]) -> R:
    near, far = _CONTEXT.Pipe(duplex=False)
    process = _CONTEXT.Process(target=_work, args=(far, work, args, kwargs), daemon=True)
    process.start()
    far.close()
    try:
        if not near.poll(SECONDS):
            raise Unreadable(name, f"reading it took longer than {SECONDS} seconds; try a part of it")
        outcome = near.recv()
    except EOFError:
        raise Unreadable(name, "it could not be read; try a smaller file, or a part of it") from None
    finally:
        near.close()
        process.kill()
        process.join()
    if isinstance(outcome, Exception):
        raise outcome
    return outcome


def _work(far: Connection, work: Callable[..., Any], args: tuple[Any, ...], kwargs: dict[str, Any]) -> None:
    resource.setrlimit(resource.RLIMIT_AS, (BYTES, BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    try:
        outcome = work(*args, **kwargs)
    except Unreadable as error:
        outcome = error
    far.send(outcome)
