"""Taking a page in from outside: checked, and free of pictures that lead where they should not."""

import re
from collections.abc import Mapping
from typing import Any

from red_thread.actions.refusals import PageRefused
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.nodes import Node, bytes_of, bytes_on, content_of, with_bytes, with_content
from red_thread.store.unit import Unit

_FINGERPRINT = re.compile(r"([0-9a-f]{40})?")  # or an empty frame, of a picture that could not be taken in
_FORMER = re.compile(r"/api/pictures/([\w-]+)")


async def read_page(unit: Unit, document: Any) -> Node:
    """The page, ids mended, pictures by their fingerprints. Raises PageRefused."""
    try:
        page = check_page(document).page
    except NotAPage as error:
        raise PageRefused(why=error.why) from error
    odd = {src for src in bytes_on(page) if not _FINGERPRINT.fullmatch(src)}
    return await _by_fingerprint(unit, page, odd) if odd else page


async def _by_fingerprint(unit: Unit, page: Node, odd: set[str]) -> Node:
    """A page that a window has had open since before pictures went by fingerprints."""
    ids = {src: found[1] for src in odd if (found := _FORMER.fullmatch(src))}
    known = await unit.blobs.of_former(ids.values())
    names = {src: known[name] for src, name in ids.items() if name in known}
    if names.keys() != odd:
        raise PageRefused(why="a picture on it is not one that was put in here")
    return _named(page, names)


def _named(node: Node, names: Mapping[str, str]) -> Node:
    src = bytes_of(node)
    named = with_bytes(node, names.get(src, src)) if src is not None else node
    return with_content(named, [_named(child, names) for child in content_of(named)]) if content_of(named) else named
