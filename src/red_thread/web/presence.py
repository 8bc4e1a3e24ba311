"""Who has which master page open just now, as far as this process knows: nothing of it is kept."""

from collections import defaultdict
from collections.abc import Iterator
from contextlib import contextmanager

from red_thread.web.events import NewsHub


class Presence:
    """People by page. Whoever comes or goes is told to those who are there, as news of `here:7`."""

    def __init__(self, hub: NewsHub) -> None:
        self.hub = hub
        self._there: defaultdict[int, list[tuple[int, str]]] = defaultdict(list)

    @contextmanager
    def at(self, page_id: int, person_id: int, name: str) -> Iterator[None]:
        """Somebody has a page open, in one window of perhaps several."""
        self._there[page_id].append((person_id, name))
        self.hub.tell(f"here:{page_id}")
        try:
            yield
        finally:
            self._there[page_id].remove((person_id, name))
            if not self._there[page_id]:
                del self._there[page_id]
            self.hub.tell(f"here:{page_id}")

    def others(self, page_id: int, person_id: int) -> list[str]:
        """Who else has it open, by name, each once."""
        there = self._there.get(page_id, [])
        return sorted({name for other, name in there if other != person_id})
