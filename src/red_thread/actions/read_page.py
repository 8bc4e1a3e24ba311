"""Taking a page in from outside: checked, and free of pictures that lead where they should not."""

import re
from typing import Any

from red_thread.actions.refusals import PageRefused
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.nodes import Node, attributes_of, walk

_PICTURE = re.compile(r"(/api/pictures/[\w-]+)?")  # or an empty frame, of a picture that could not be taken in


def read_page(document: Any) -> Node:
    """The page, ids mended. Raises PageRefused."""
    try:
        page = check_page(document).page
    except NotAPage as error:
        raise PageRefused(why=error.why) from error
    for node in walk(page):
        if node["type"] == "image" and not _PICTURE.fullmatch(attributes_of(node).get("src") or ""):
            raise PageRefused(why="a picture on it is not one that was put in here")
    return page
