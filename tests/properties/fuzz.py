"""`./red-thread fuzz --n 100000`: merges of made-up pages against the laws, on every core of the machine.

Three makers of pages take turns, because each lacks what it did not think of: `strategies`, by hypothesis, for a tenth,
`prose`, whole sentences and lines of code, for a fifth, and `wild` for the rest, with two windows of one student among
them. What breaks a law is shrunk to the smallest three pages that still break it, and printed as JSON.
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

from red_thread.core.page.check import NotAPage
from tests.properties.laws import check_laws, check_windows
from tests.properties.prose import Prose, check_prose
from tests.properties.shrink import shrunk
from tests.properties.strategies import three_pages
from tests.properties.wild import Wild

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


def broken_by_wild(
    count: int, start: int, law: Law = check_laws, windows: Law = check_windows
) -> tuple[str, Pages] | None:
    """The same with the other maker; every fourth time the three pages are two windows of one student."""
    for number in range(start * AT_ONCE, start * AT_ONCE + count):
        wild = Wild(number)
        base, master, student = wild.three_pages()
        pages, kept = ((base, master, student), law)
        if number % 4 == 3:
            pages, kept = (base, wild.edited(base, "s"), student), windows
        why = _broken(kept, pages)
        if why:
            sort = why.split(":")[0]
            return why, shrunk(pages, lambda smaller, kept=kept, sort=sort: _broken(kept, smaller).startswith(sort))
    return None


def broken_by_prose(count: int, start: int, law: Law = check_prose) -> tuple[str, Pages] | None:
    """The same with the third maker."""
    for number in range(start * AT_ONCE, start * AT_ONCE + count):
        pages = Prose(number).three_pages()
        why = _broken(law, pages)
        if why:
            sort = why[:40]
            return why, shrunk(pages, lambda smaller, sort=sort: _broken(law, smaller).startswith(sort))
    return None


def _broken(law: Law, pages: Pages) -> str:
    try:
        law(*pages)
    except NotAPage:
        return ""
    except Exception as error:
        return f"{type(error).__name__}: {error}"
    return ""


def _broken_by_any(count: int, start: int) -> tuple[str, Pages] | None:
    of_hypothesis, of_prose = count // 10, count // 5
    return (
        broken_by_wild(count - of_hypothesis - of_prose, start)
        or broken_by_prose(of_prose, start)
        or broken_by(of_hypothesis, start)
    )


def main() -> None:
    parser = argparse.ArgumentParser(prog="./red-thread fuzz")
    parser.add_argument("--n", type=int, default=100_000, help="how many merges (100,000)")
    parser.add_argument("--seed", type=int, default=random.SystemRandom().randrange(10**6))
    options = parser.parse_args()
    parts = [min(AT_ONCE, options.n - done) for done in range(0, options.n, AT_ONCE)]
    began, done = time.monotonic(), 0
    with ProcessPoolExecutor(os.cpu_count()) as pool:
        for count, broken in zip(
            parts, pool.map(_broken_by_any, parts, range(options.seed, options.seed + len(parts))), strict=True
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
