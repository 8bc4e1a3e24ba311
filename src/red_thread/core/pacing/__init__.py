"""Which page arrives when: lessons of a class, and what is laid out over them (docs/pacing.md)."""

from red_thread.core.pacing.answer import Answer, Arrival, Told, Wait, pace
from red_thread.core.pacing.question import (
    Again,
    Arrives,
    Calendar,
    Cycle,
    Departure,
    Entry,
    Extra,
    Hold,
    Item,
    LeaveOut,
    Now,
    Pin,
    Question,
    Skip,
    Span,
)

__all__ = [
    "Again",
    "Answer",
    "Arrival",
    "Arrives",
    "Calendar",
    "Cycle",
    "Departure",
    "Entry",
    "Extra",
    "Hold",
    "Item",
    "LeaveOut",
    "Now",
    "Pin",
    "Question",
    "Skip",
    "Span",
    "Told",
    "Wait",
    "pace",
]
