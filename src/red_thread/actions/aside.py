"""Work that takes long is done beside the event loop, so that everybody else's requests go on meanwhile."""

import asyncio
import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from typing import ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")


_PASSWORDS = ThreadPoolExecutor(max(1, (os.cpu_count() or 2) - 1), thread_name_prefix="passwords")


async def aside_from_others(work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """The same for passwords, by threads of their own: merges and plans keep nobody from signing in."""
    return await asyncio.get_running_loop().run_in_executor(_PASSWORDS, partial(work, *args, **kwargs))


async def aside(work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """Does pure work in a thread; gives or raises what it does."""
    return await asyncio.to_thread(work, *args, **kwargs)
