"""What reading gives: pages and holders to take in, with their pictures."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from red_thread.core.outline.display import Display
from red_thread.core.outline.standing import ORDINARY, Standing
from red_thread.core.page.nodes import Node
from red_thread.formats.problems import Problem


@dataclass(frozen=True, slots=True)
class CleanBlob:
    """A file that was read, checked and written anew, so that nothing is in it but what one sees or hears."""

    media_type: str
    body: bytes


@dataclass(frozen=True, slots=True)
class ImportedPage:
    """A page to take in: where to, the pictures that its images name, and what it says of how it stands.

    `path`: of its file. `leads_to`: the paths of other pages that for now are the addresses of its links.
    """

    dividers: tuple[str, ...]
    section: str
    document: Node
    tucked_under: str | None = None
    pictures: Mapping[str, CleanBlob] = field(default_factory=dict)
    standing: Standing = ORDINARY
    path: str = ""
    leads_to: frozenset[str] = frozenset()

    def world_alone(self, address: str) -> str | None:
        """Where a link leads as long as no other page is there."""
        return None if address in self.leads_to else address


@dataclass(frozen=True, slots=True)
class ImportedHolder:
    """A divider or section that may be empty. `names`: those above it and, last, its own."""

    names: tuple[str, ...]
    is_section: bool
    display: Display = Display.ORDINARY
    writing: str = "everywhere"


@dataclass(slots=True)
class ReadFiles:
    """What files come to, in order: pages, and dividers and sections of which they say more than a name."""

    items: list[ImportedPage | ImportedHolder] = field(default_factory=list[ImportedPage | ImportedHolder])
    problems: list[Problem] = field(default_factory=list[Problem])

    @property
    def pages(self) -> list[ImportedPage]:
        """The pages alone."""
        return [item for item in self.items if isinstance(item, ImportedPage)]
