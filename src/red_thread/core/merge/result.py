"""What a merge gives back."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from red_thread.core.page.nodes import Node


class Outcome(StrEnum):
    """What became of the page."""

    UNCHANGED = "unchanged"
    REFRESHED = "refreshed"
    MERGED = "merged"
    CONFLICTED = "conflicted"


class ConflictKind(StrEnum):
    """What teacher and student both did."""

    TEXT = "text"
    ANSWER = "answer"
    TAKEN_OUT = "taken-out"
    RETYPED = "retyped"
    TITLE = "title"


@dataclass(frozen=True, slots=True)
class Conflict:
    """One spot where both changed the same words.

    `id`: the block in the base, `"doc"` for the title. `master`, `student`: the wording of the whole block.
    `kept`: the id of the block that holds the student's wording, if one had to.
    """

    id: str
    kind: ConflictKind
    master: str
    student: str
    kept: str | None

    def as_json(self) -> dict[str, Any]:
        """The conflict as it goes to those who speak JSON."""
        return {
            "id": self.id,
            "kind": str(self.kind),
            "master": self.master,
            "student": self.student,
            "kept": self.kept,
        }


@dataclass(frozen=True, slots=True)
class Merged:
    """A merged page. `notes` say in plain words what arrived and what came back."""

    page: Node
    outcome: Outcome
    conflicts: tuple[Conflict, ...] = ()
    notes: tuple[str, ...] = ()

    def as_json(self) -> dict[str, Any]:
        """The merged page with its conflicts and changes, as it goes to those who speak JSON."""
        return {
            "page": self.page,
            "outcome": str(self.outcome),
            "conflicts": [conflict.as_json() for conflict in self.conflicts],
            "notes": list(self.notes),
        }
