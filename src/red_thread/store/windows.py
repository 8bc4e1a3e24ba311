"""The windows that pages are written in."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Window:
    """One window of a writer's browser, by a name that it made up, and the number of its save."""

    id: str
    save: int


@dataclass(frozen=True, slots=True)
class Sent:
    """The newest state that a window sent. `overtaken`: the save that comes in now is no later than it."""

    revision: int
    overtaken: bool
