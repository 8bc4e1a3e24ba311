"""Files of strangers are read in a process of their own, with limits of time and memory that the system holds.

Whatever a file does to the library that reads it, a loop, a bomb, a crash, ends with that process.
"""

import asyncio
import ctypes
import multiprocessing
import resource
import signal
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from multiprocessing import forkserver
from multiprocessing.connection import Connection
from pathlib import Path
from time import monotonic
from typing import Any, ParamSpec, TypeVar

from red_thread.formats.pages import Hear, unheard
from red_thread.formats.problems import Unreadable

P = ParamSpec("P")
R = TypeVar("R")

SECONDS = 30  # of a processor's work at reading: on a machine that has much else to do it takes longer by the clock
SECONDS_TO_MAKE = 120  # of a processor's work at making a file that goes out
SECONDS_TO_BEGIN = 60  # on a machine that has much else to do
STILL = 60  # seconds by the clock in which nothing moves: it waits for something that never comes
AT_ONCE = 4  # files; whoever sends more waits, and nobody else does
_SIGNAL_AT_PARENTS_DEATH = 1  # PR_SET_PDEATHSIG
BYTES = 1536 * 1024 * 1024
# A server of processes that has read the parsers in: starting one takes some milliseconds then.
_CONTEXT = multiprocessing.get_context("forkserver")
_CONTEXT.set_forkserver_preload(
    ["red_thread.reading.files", "red_thread.reading.rosters", "red_thread.formats.as_pdf"]
)


# Threads of their own: who waits for a file keeps nobody from signing in, and no push from being woven.
_READERS = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="files")


def wake() -> None:
    """Starts that server, which reads the parsers in by itself: the first file is then read as soon as any other."""
    forkserver.ensure_running()


async def within_limits(name: str, work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """What `work` makes of a file called `name`. Raises Unreadable, too, where a limit was met."""
    return await _beside(_in_a_process, name, SECONDS, work, args, kwargs, None)


async def heard_within_limits(name: str, hear: Hear, work: Callable[..., R], *args: Any) -> R:
    """The same of work that can be heard: it is given `hear=`, and what it tells there is told here, by a thread."""
    return await _beside(_in_a_process, name, SECONDS, work, args, {}, hear)


async def made_within_limits(name: str, work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """A file that goes out, made by `work`. Raises Unreadable where a limit was met."""
    return await _beside(_in_a_process, name, SECONDS_TO_MAKE, work, args, kwargs, None)


async def _beside(work: Callable[..., R], *args: Any) -> R:
    return await asyncio.get_running_loop().run_in_executor(_READERS, work, *args)


def _in_a_process(
    name: str,
    seconds: int,
    work: Callable[..., R],
    args: tuple[Any, ...],
    kwargs: dict[str, Any],
    hear: Hear | None,
) -> R:
    near, far = _CONTEXT.Pipe(duplex=False)
    given = (far, seconds, work, args, kwargs, hear is not None)
    process = _CONTEXT.Process(target=_work, args=given, daemon=True)
    process.start()
    far.close()
    try:
        if not near.poll(SECONDS_TO_BEGIN):
            raise Unreadable(name, "there is too much else to do just now; try again in a minute")
        near.recv()
        outcome = _outcome(name, process.pid or 0, near, hear or unheard)
    except EOFError:
        process.join(1)
        if process.exitcode in (-signal.SIGXCPU, -signal.SIGKILL):
            raise Unreadable(name, f"it took longer than {seconds} seconds of work; try a part of it") from None
        raise Unreadable(name, "it could not be read; try a smaller file, or a part of it") from None
    finally:
        near.close()
        process.kill()
        process.join()
    if isinstance(outcome, Exception):
        raise outcome
    return outcome


def _outcome(name: str, process: int, near: Connection, hear: Hear) -> Any:
    """What comes of it, however long that takes by the clock, as long as the process works."""
    worked, moved_at = _work_of(process), monotonic()
    while monotonic() - moved_at < STILL:
        if near.poll(1):
            outcome = near.recv()
            if not isinstance(outcome, _Done):
                return outcome
            hear(outcome.done, outcome.of)
            moved_at = monotonic()
        elif (now := _work_of(process)) != worked:
            worked, moved_at = now, monotonic()
    raise Unreadable(name, "nothing moved for a minute while it was read; try a part of it")


def _work_of(process: int) -> int:
    """How long a process has worked, in ticks of the system's clock; 0 if it is gone."""
    try:
        fields = Path(f"/proc/{process}/stat").read_text().rpartition(")")[2].split()
    except OSError:
        return 0
    return int(fields[11]) + int(fields[12])


@dataclass(frozen=True, slots=True)
class _Done:
    """What comes before the outcome: how far the work has come."""

    done: int
    of: int


def _work(
    far: Connection,
    seconds: int,
    work: Callable[..., Any],
    args: tuple[Any, ...],
    kwargs: dict[str, Any],
    heard: bool,
) -> None:
    ctypes.CDLL(None).prctl(_SIGNAL_AT_PARENTS_DEATH, signal.SIGKILL)  # when the application ends, it ends as well
    resource.setrlimit(resource.RLIMIT_AS, (BYTES, BYTES))
    used = resource.getrusage(resource.RUSAGE_SELF)
    worked = int(used.ru_utime + used.ru_stime) + seconds
    resource.setrlimit(resource.RLIMIT_CPU, (worked, worked + 5))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    far.send(None)
    if heard:
        kwargs = {**kwargs, "hear": lambda done, of: far.send(_Done(done, of))}
    try:
        outcome = work(*args, **kwargs)
    except Unreadable as error:
        outcome = error
    far.send(outcome)
