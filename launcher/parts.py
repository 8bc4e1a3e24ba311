"""The parts that the launcher looks after: each is started again when it dies, sooner the longer it had lived."""

import subprocess
import time
from collections.abc import Callable
from typing import Any

from launcher.place import say
from launcher.work import Work

SHORTEST, LONGEST = 0.5, 8.0  # seconds between two starts
WELL = 60.0  # seconds of life after which a part counts as well
STILL = 60.0  # seconds without any work after which one that lives does not go on: each looks around every few


class Part:
    """One process that has to run, and how it is started."""

    def __init__(self, name: str, start: Callable[[], "subprocess.Popen[Any]"]) -> None:
        self.name, self.start = name, start
        self.process = start()
        self.begun = time.monotonic()
        self.pause = SHORTEST
        self.again_at: float | None = None
        self.work = Work(self.process.pid)

    def look(self) -> None:
        """Starts the part again if it has died and its pause is over."""
        now = time.monotonic()
        if self.process.poll() is None:
            if now - self.begun > WELL:
                self.pause = SHORTEST
            if self.work.process != self.process.pid:
                self.work = Work(self.process.pid)
            if self.work.still_for() > STILL:
                say(f"{self.name} lives and does nothing any more; it is ended, and started again.")
                self.process.kill()
            return
        if self.again_at is None:
            self.again_at = now + self.pause
            say(f"{self.name} has ended by itself; it is started again.")
        if now >= self.again_at:
            self.pause = min(self.pause * 2, LONGEST)
            self.again_at = None
            self.begun = now
            try:
                self.process = self.start()
            except OSError as error:  # a machine that is short of something for now: tried again like one that died
                say(f"{self.name} could not be started ({error.strerror}).")

    def stop(self) -> None:
        if self.process.poll() is None:
            self.process.terminate()
        try:
            self.process.wait(20)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()
