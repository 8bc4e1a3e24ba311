"""Work that takes long is done beside the event loop, so that everybody else's requests go on meanwhile."""

import asyncio
from collections.abc import Callable
from typing import ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")


async def aside(work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """Does pure work in a thread; gives or raises what it does."""
    return await asyncio.to_thread(work, *args, **kwargs)
