"""What was wrong with a file that came in."""

from dataclasses import dataclass


class Unreadable(Exception):
    """{name}: {why}."""

    def __init__(self, name: str, why: str) -> None:
        self.name, self.why = name, why
        super().__init__(name, why)  # both: it has to come whole out of the process that read the file

    def __str__(self) -> str:
        return f"{self.name}: {self.why}."


@dataclass(frozen=True, slots=True)
class Problem:
    """One place that could not be read; all else came in. `line` counts from 1, 0 for the whole file."""

    file: str
    line: int
    reason: str
