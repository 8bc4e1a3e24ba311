"""Whether a process goes on with its work: told by the processor's time that it takes, not by the clock."""

import time
from pathlib import Path


class Work:
    """What one process has done so far, as the system counts it: a busy machine is no reason to end it."""

    def __init__(self, process: int) -> None:
        self.process, self.ticks, self.moved_at = process, -1, time.monotonic()

    def still_for(self) -> float:
        """For how many seconds it, and all that it started, has taken no time of a processor."""
        now = _ticks_of(self.process)
        if now != self.ticks:
            self.ticks, self.moved_at = now, time.monotonic()
        return time.monotonic() - self.moved_at


def _ticks_of(process: int) -> int:
    """Ticks of the process, of those that ended within it, and of those that it has started and that live."""
    try:
        fields = Path(f"/proc/{process}/stat").read_text().rpartition(")")[2].split()
        children = Path(f"/proc/{process}/task/{process}/children").read_text().split()
    except OSError:
        return 0
    return sum(map(int, fields[11:15])) + sum(_ticks_of(int(child)) for child in children)
