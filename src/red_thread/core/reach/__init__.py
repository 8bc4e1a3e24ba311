"""Who has what: the state of one cell of the woven board, and the needle."""

from red_thread.core.reach.needle import find_needles
from red_thread.core.reach.state import CELL_STATES

__all__ = ["CELL_STATES", "find_needles"]
