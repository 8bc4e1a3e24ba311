"""`./red-thread fuzz --n 100000`: merges of made-up pages against the laws, on every core of the machine.

What breaks a law is shrunk to the smallest three pages that still break it, and printed as JSON.
"""

import argparse
import json
import os
import random
import sys
import time
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from typing import Any

from hypothesis import HealthCheck, Phase, given, seed, settings

from tests.properties.laws import check_laws
from tests.properties.strategies import three_pages

Pages = tuple[dict[str, Any], dict[str, Any], dict[str, Any]]
Law = Callable[[dict[str, Any], dict[str, Any], dict[str, Any]], None]
AT_ONCE = 2000


def broken_by(count: int, start: int, law: Law = check_laws) -> tuple[str, Pages] | None:
    """The smallest three pages found that break the law, and how; None if `count` of them hold."""
    found: list[tuple[str, Pages]] = []

    @seed(start)
    @settings(
        max_examples=count,
        deadline=None,
        database=None,
        suppress_health_check=list(HealthCheck),
        phases=[Phase.generate, Phase.shrink],
    )
    @given(three_pages())
    def try_it(pages: Pages) -> None:
        try:
            law(*pages)
        except Exception as error:
            found.append((f"{type(error).__name__}: {error}", pages))
            raise

    try:
        try_it()
    except Exception:
        return found[-1]  # the last that is tried is the smallest
    return None


def main() -> None:
    parser = argparse.ArgumentParser(prog="./red-thread fuzz")
    parser.add_argument("--n", type=int, default=100_000, help="how many merges (100,000)")
    parser.add_argument("--seed", type=int, default=random.SystemRandom().randrange(10**6))
    options = parser.parse_args()
    parts = [min(AT_ONCE, options.n - done) for done in range(0, options.n, AT_ONCE)]
    began, done = time.monotonic(), 0
    with ProcessPoolExecutor(os.cpu_count()) as pool:
        for count, broken in zip(
            parts, pool.map(broken_by, parts, range(options.seed, options.seed + len(parts))), strict=True
        ):
            if broken is not None:
                pool.shutdown(cancel_futures=True)
                tell(*broken)
                sys.exit(1)
            done += count
            print(f"\r{done} of {options.n} merges hold", end="", file=sys.stderr, flush=True)
    print(f"\n{done} merges hold (seed {options.seed}, {time.monotonic() - began:.0f} s).", file=sys.stderr)


def tell(why: str, pages: Pages) -> None:
    print(f"\n{why}", file=sys.stderr)
    for name, page in zip(("base", "master", "student"), pages, strict=True):
        print(json.dumps({name: page}, ensure_ascii=False))


if __name__ == "__main__":
    main()
