"""`./red-thread bench [NAME] [--json]`."""

import argparse
import asyncio
import logging
import sys

import orjson
import structlog

from bench import autosave, files, lists, meanwhile, merge, pages, paint, push, reach, slope, wire, workers
from bench.figures import Figure

BENCHMARKS = {
    "autosave": autosave.measure,
    "files": files.measure,
    "lists": lists.measure,
    "meanwhile": meanwhile.measure,
    "merge": merge.measure,
    "pages": pages.measure,
    "paint": paint.measure,
    "push": push.measure,
    "reach": reach.measure,
    "slope": slope.measure,
    "wire": wire.measure,
    "workers": workers.measure,
}


def main() -> None:
    parser = argparse.ArgumentParser(prog="./red-thread bench")
    parser.add_argument("name", nargs="?", choices=BENCHMARKS, help="one benchmark; all, if none is named")
    parser.add_argument("--json", action="store_true")
    options = parser.parse_args()
    structlog.configure(wrapper_class=structlog.make_filtering_bound_logger(logging.WARNING))
    figures: list[Figure] = []
    for name in [options.name] if options.name else BENCHMARKS:
        measured = asyncio.run(BENCHMARKS[name]())
        figures += measured
        for figure in [] if options.json else measured:
            print(figure, flush=True)
    if options.json:
        sys.stdout.buffer.write(
            orjson.dumps([figure.as_json() for figure in figures], option=orjson.OPT_INDENT_2) + b"\n"
        )


main()
