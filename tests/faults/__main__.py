"""`./red-thread faults [--seconds N] [--longest N] [--seed N]`."""

import argparse
import asyncio
import secrets

from tests.faults.run import run


def main() -> None:
    parser = argparse.ArgumentParser(prog="./red-thread faults")
    parser.add_argument("--seconds", type=float, default=300, help="how long harm is done (300)")
    parser.add_argument("--longest", type=float, default=60, help="seconds until a killed launcher is back (60)")
    parser.add_argument("--seed", type=int, default=secrets.randbelow(10_000))
    options = parser.parse_args()
    print(f"seed {options.seed}", flush=True)
    verdict = asyncio.run(run(options.seconds, options.longest, options.seed))
    print(verdict)
    raise SystemExit(0 if verdict.good else 1)


main()
