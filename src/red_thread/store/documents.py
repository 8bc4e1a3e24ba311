"""Pages and lists of ids on their way in and out of PostgreSQL."""

from collections.abc import Collection

import orjson

from red_thread.core.page.fingerprint import canonical
from red_thread.core.page.nodes import Node


class NotStorable(Exception):
    """A number that is no id of anything, or text that PostgreSQL cannot hold."""


def written(document: Node) -> str:
    """A page as it is stored: canonical JSON."""
    return canonical(document).decode()


def array(values: Collection[int | str | None]) -> str:
    """An array literal. The driver's own way with lists takes many times as long, which ten thousand ids feel.

    Raises NotStorable.
    """
    try:
        return "{" + orjson.dumps(tuple(values)).decode()[1:-1] + "}"
    except TypeError as error:  # a number of more than 64 bits, which no column holds
        raise NotStorable from error


def read(stored: str) -> Node:
    """A document as it was kept."""
    return orjson.loads(stored)
