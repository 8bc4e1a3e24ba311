"""How far long work has come, for whoever started it and watches, as far as this process knows: nothing is kept."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Literal, TypeAlias

Doing: TypeAlias = Literal["reading", "taking in"]
Tell: TypeAlias = Callable[[Doing, int, int], None]


@dataclass(frozen=True, slots=True)
class Progress:
    """What is being done now, and how much of it."""

    doing: Doing = "reading"
    done: int = 0
    of: int = 0


class Watched:
    """Work by who does it and under a key that they chose."""

    def __init__(self) -> None:
        self._now: dict[tuple[int, str], Progress] = {}

    @contextmanager
    def at(self, person_id: int, key: str) -> Iterator[Tell]:
        """While something is worked on; what is given tells how far it has come."""
        watched = person_id, key

        def tell(doing: Doing, done: int, of: int) -> None:
            self._now[watched] = Progress(doing, done, of)

        try:
            yield tell
        finally:
            self._now.pop(watched, None)

    def look(self, person_id: int, key: str) -> Progress:
        """Nothing done of nothing, where that is not known."""
        return self._now.get((person_id, key), Progress())
