"""A whole notebook, to be taken home: its pages in their order with all that stands on them, and their pictures."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

import orjson

from red_thread.actions.actor import Actor
from red_thread.actions.master.export_master import pictures_of
from red_thread.actions.notebook.look_at_notebook import look_at_notebook
from red_thread.actions.refusals import NotFound
from red_thread.core.notebook.reading_order import Held, Path, sections_in_order
from red_thread.core.page.nodes import EMPTY_PAGE, Node
from red_thread.core.page.own_blocks import own_blocks, tied_blocks
from red_thread.store.notebook.values import NotebookInfo
from red_thread.store.unit import Unit


@dataclass(frozen=True, slots=True)
class HomePage:
    """A page. `path`: its dividers from the outermost, and its section. `tied`, `own`: blocks by whose they are."""

    path: Path
    document: Node
    tucked_under: str | None
    tied: frozenset[str]
    own: frozenset[str]


@dataclass(frozen=True, slots=True)
class HomeNotebook:
    """`pages`: in the order of the notebook. `pictures`: media type and bytes, by the fingerprint that names them."""

    notebook: NotebookInfo
    pages: list[HomePage]
    pictures: dict[str, tuple[str, bytes]]


async def take_home(unit: Unit, actor: Actor, notebook_id: int) -> HomeNotebook:
    """All that is in the notebook and not in its drawer, as it is now. Raises NotFound."""
    notebook, contents = await look_at_notebook(unit, actor, notebook_id)
    view = orjson.loads(contents)
    documents = await unit.notebooks.documents(notebook_id)
    lines = {section["id"]: section["pages"] for section in view["sections"]}
    pages = [
        _page(path, line, titles.get(line["parent"]), *documents[line["id"]])
        for path in sections_in_order(_held(view))
        for titles in [{line["id"]: line["title"] for line in lines[path[-1].id]}]
        for line in lines[path[-1].id]
        if line["id"] in documents  # what is in the drawer, or was put there just now, stays here
    ]
    pictures: dict[str, tuple[str, bytes]] = {}
    for page in pages:
        pictures |= await pictures_of(unit, actor, page.document)
    if not pages:
        raise NotFound(what="notebook with pages in it")
    return HomeNotebook(notebook, pages, pictures)


def _page(
    path: Path, line: Mapping[str, Any], tucked_under: str | None, document: Node, edition: Node | None
) -> HomePage:
    tied = tied_blocks(document, edition or EMPTY_PAGE) if line["tie"] == "tied" else frozenset[str]()
    return HomePage(path, document, tucked_under, tied, own_blocks(document, edition or EMPTY_PAGE))


def _held(view: Mapping[str, Any]) -> list[Held]:
    kinds = ((view["dividers"], False), (view["sections"], True))
    return [
        Held(holder["id"], holder["name"], holder["divider_id"], holder["order_key"], is_section)
        for holders, is_section in kinds
        for holder in holders
    ]
