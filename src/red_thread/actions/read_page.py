"""Taking a page in from outside: checked, and free of pictures that lead where they should not."""

import re
from collections.abc import Mapping
from typing import Any

from red_thread.actions.refusals import PageRefused
from red_thread.core.page.check import NotAPage
from red_thread.core.page.nodes import Node, bytes_of, bytes_on, content_of, with_bytes, with_content
from red_thread.core.page.take_in import TakenIn, take_in
from red_thread.store.unit import Unit

_FINGERPRINT = re.compile(r"([0-9a-f]{40})?")  # or an empty frame, of a picture that could not be taken in
_FORMER = re.compile(r"/api/pictures/([\w-]+)")


async def read_page(unit: Unit, document: Any) -> TakenIn:
    """The page, mended where need be, pictures by their fingerprints. Raises PageRefused."""
    try:
        taken_in = take_in(document)
    except NotAPage as error:
        raise PageRefused(why=error.why) from error
    odd = {src for src in bytes_on(taken_in.page) if not _FINGERPRINT.fullmatch(src)}
    return await _by_fingerprint(unit, taken_in, odd) if odd else taken_in


async def _by_fingerprint(unit: Unit, taken_in: TakenIn, odd: set[str]) -> TakenIn:
    """A page with pictures by the names that they had before fingerprints, or with pictures from elsewhere."""
    ids = {src: found[1] for src in odd if (found := _FORMER.fullmatch(src))}
    known = await unit.blobs.of_former(ids.values())
    names = {src: known[name] if (name := ids.get(src)) in known else "" for src in odd}
    left_out = () if all(names.values()) else ("a picture from elsewhere: put it in from this device",)
    return TakenIn(_named(taken_in.page, names), taken_in.left_out + left_out)


def _named(node: Node, names: Mapping[str, str]) -> Node:
    src = bytes_of(node)
    named = with_bytes(node, names.get(src, src)) if src is not None else node
    return with_content(named, [_named(child, names) for child in content_of(named)]) if content_of(named) else named
