"""The windows that pages are written in."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Window:
    """One window of a writer's browser, by a name that it made up, and the number of its save."""

    id: str
    save: int
