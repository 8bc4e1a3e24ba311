"""What can be done to notebooks: a small closed set of operations, each for many notebooks at once.

Whatever is planned, a push, a pull-back, the undoing of either, comes to a list of these; one applier does them. Each
is one class here and one entry of `red_thread.store.push.operations`, which refuses to start where one is missing.
"""

from red_thread.core.push.operations.arranging import (
    Arrange,
    ArrangeSection,
    LayAside,
    LaySectionAside,
    NameSection,
    Rest,
    SectionName,
    SectionSpot,
    StudentsSpot,
)
from red_thread.core.push.operations.drawer import Fetch, InDrawer, PutAway, ReturnToDrawer, TakeFromDrawer
from red_thread.core.push.operations.editions import Refresh, See, Weave
from red_thread.core.push.operations.holders import MakeHolder, Rename, TakeHolder, TieHolder, UntieHolder
from red_thread.core.push.operations.operation import Operation, blanks, join, per_notebook
from red_thread.core.push.operations.standing import Move, Place, PlaceLoose, Restore, Spot, TakeLoose, TakeOut
from red_thread.core.push.operations.tying import Cut, Loosen, Tie, Uncut, WasCut

OPERATIONS: tuple[type[Operation], ...] = (
    *(MakeHolder, TakeHolder, Rename, TieHolder, UntieHolder),
    *(Place, TakeOut, Restore, Move, PlaceLoose, TakeLoose),
    *(PutAway, TakeFromDrawer, Fetch, ReturnToDrawer),
    *(Cut, Uncut, Tie, Loosen),
    *(Refresh, See, Weave),
    *(Arrange, LayAside, ArrangeSection, NameSection, LaySectionAside),
)

__all__ = [
    "OPERATIONS",
    "Arrange",
    "ArrangeSection",
    "Cut",
    "Fetch",
    "InDrawer",
    "LayAside",
    "LaySectionAside",
    "Loosen",
    "MakeHolder",
    "Move",
    "NameSection",
    "Operation",
    "Place",
    "PlaceLoose",
    "PutAway",
    "Refresh",
    "Rename",
    "Rest",
    "Restore",
    "ReturnToDrawer",
    "SectionName",
    "SectionSpot",
    "See",
    "Spot",
    "StudentsSpot",
    "TakeFromDrawer",
    "TakeHolder",
    "TakeLoose",
    "TakeOut",
    "Tie",
    "TieHolder",
    "Uncut",
    "UntieHolder",
    "WasCut",
    "Weave",
    "blanks",
    "join",
    "per_notebook",
]
