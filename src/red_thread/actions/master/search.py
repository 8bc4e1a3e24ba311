"""Finding pages of a master by the words on them."""

import re

from red_thread.actions.actor import Actor
from red_thread.actions.permissions import require_teacher
from red_thread.store.master.values import FoundPage
from red_thread.store.unit import Unit

_WORD = re.compile(r"\w+")
MOST_WORDS = 12


async def search_master(unit: Unit, actor: Actor, master_id: int, sought: str) -> list[FoundPage]:
    """The pages on which all of the words stand, the best first, fifty at most; a word may be its beginning only.

    Raises NotFound.
    """
    await require_teacher(unit, actor, master_id, reads=True)
    words = words_sought(sought)
    return await unit.pages.search(master_id, words) if words else []


def words_sought(sought: str) -> list[str]:
    """The words in what somebody typed, whatever signs stand between them; no more than anybody needs."""
    return _WORD.findall(sought)[:MOST_WORDS]
