"""Operations by which a student arranges their own notebook."""

from dataclasses import dataclass, field
from typing import NamedTuple

from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation


class StudentsSpot(NamedTuple):
    """Where a copy stands: its section in the notebook, its order key there, and the copy under which it is tucked.

    `home_section_id`: of a copy that its student has moved, the section in which it stood before.
    """

    notebook_section_id: int
    key: str
    parent_id: int | None = None
    home_section_id: int | None = None


@dataclass(frozen=True, slots=True)
class Arrange(Operation):
    """Copies go to where their students want them; one that stands elsewhere by now stays there."""

    name = "arrange"
    words = "moves a page to where its student wants it"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    copy_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[StudentsSpot, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[StudentsSpot, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "Arrange":
        return Arrange(self.notebook_ids, self.copy_ids, self.after, self.before)
