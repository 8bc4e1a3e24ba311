"""`./red-thread faults [--seconds N] [--longest N] [--seed N]`, or `--pushes N [--students N] [--pages N]`."""

import argparse
import asyncio
import secrets

from tests.faults.pushes import run_pushes
from tests.faults.run import run


def main() -> None:
    parser = argparse.ArgumentParser(prog="./red-thread faults")
    parser.add_argument("--seconds", type=float, default=300, help="how long harm is done (300)")
    parser.add_argument("--longest", type=float, default=60, help="seconds until a killed launcher is back (60)")
    parser.add_argument(
        "--pushes", type=int, default=0, help="hit so many large pushes in the middle, and nothing else"
    )
    parser.add_argument("--students", type=int, default=1000, help="notebooks of each of those pushes (1000)")
    parser.add_argument("--pages", type=int, default=20, help="pages of each (20)")
    parser.add_argument("--seed", type=int, default=secrets.randbelow(10_000))
    options = parser.parse_args()
    print(f"seed {options.seed}", flush=True)
    if options.pushes:
        found = asyncio.run(run_pushes(options.pushes, options.students, options.pages, options.seed))
        print(found)
        raise SystemExit(1 if found.wrong else 0)
    verdict = asyncio.run(run(options.seconds, options.longest, options.seed))
    print(verdict)
    raise SystemExit(0 if verdict.good else 1)


main()
