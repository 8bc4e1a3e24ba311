"""Taking a page in from outside: checked, and free of links and pictures that lead where they should not."""

import re
from typing import Any

from red_thread.actions.refusals import PageRefused
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.nodes import Node, attributes_of, walk

_LINK = re.compile(r"(https?:|mailto:|/|#)", re.IGNORECASE)
_PICTURE = re.compile(r"/api/pictures/[\w-]+")


def read_page(document: Any) -> Node:
    """The page, ids mended. Raises PageRefused."""
    try:
        page = check_page(document).page
    except NotAPage as error:
        raise PageRefused(why=error.why) from error
    for node in walk(page):
        if node["type"] == "image" and not _PICTURE.fullmatch(attributes_of(node).get("src") or ""):
            raise PageRefused(why="a picture on it is not one that was put in here")
        for mark in node.get("marks") or ():
            if mark["type"] == "link" and not _LINK.match(str((mark.get("attrs") or {}).get("href") or "")):
                raise PageRefused(why="a link on it does not begin with https:, http: or mailto:")
    return page
