"""Finding pages of a notebook by the words on them."""

from red_thread.actions.actor import Actor
from red_thread.actions.master.search import words_sought
from red_thread.actions.permissions import require_reader
from red_thread.store.notebook.values import FoundCopy
from red_thread.store.unit import Unit


async def find_in_notebook(unit: Unit, actor: Actor, notebook_id: int, sought: str) -> list[FoundCopy]:
    """The pages, the drawer's too, on which all of the words stand, fifty at most; a word may be its beginning only.

    Raises NotFound.
    """
    await require_reader(unit, actor, notebook_id)
    words = words_sought(sought)
    return await unit.finding.find(notebook_id, words) if words else []
