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


class Rest(NamedTuple):
    """How a copy is in the drawer: since when, in ISO 8601, and by which pull-back; by its student if by none.

    `going_at`: when its student wants it to go for good; an own page alone. All None: it is not in the drawer.
    """

    since: str | None = None
    by: int | None = None
    going_at: str | None = None


@dataclass(frozen=True, slots=True)
class LayAside(Operation):
    """Copies go into the drawer, or come out of it, by their students' own hands."""

    name = "lay-aside"
    words = "puts a page into its student's drawer, or takes it out"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    copy_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[Rest, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[Rest, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "LayAside":
        return LayAside(self.notebook_ids, self.copy_ids, self.after, self.before)


class SectionSpot(NamedTuple):
    """Where a section stands: in which divider of the notebook, None for none, and its order key there."""

    divider_id: int | None
    key: str


@dataclass(frozen=True, slots=True)
class ArrangeSection(Operation):
    """Sections go to where their students want them; one that stands elsewhere by now stays there."""

    name = "arrange-section"
    words = "moves a section to where its student wants it"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    section_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[SectionSpot, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[SectionSpot, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "ArrangeSection":
        return ArrangeSection(self.notebook_ids, self.section_ids, self.after, self.before)


class SectionName(NamedTuple):
    """What a section is called. `by_student`: its student named it, and no push changes that."""

    name: str
    by_student: bool


@dataclass(frozen=True, slots=True)
class NameSection(Operation):
    """Sections get the names that their students want; one that is called otherwise by now keeps its name."""

    name = "name-section"
    words = "names a section as its student wants it"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    section_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[SectionName, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[SectionName, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "NameSection":
        return NameSection(self.notebook_ids, self.section_ids, self.after, self.before)


@dataclass(frozen=True, slots=True)
class LaySectionAside(Operation):
    """Sections of students' own are seen no more, or are seen again. `before`, `after`: since when, in ISO 8601."""

    name = "lay-section-aside"
    words = "takes a section of its student's own out of the notebook, or brings it back"
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    section_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: tuple[str | None, ...] = field(metadata=PER_NOTEBOOK)
    after: tuple[str | None, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "LaySectionAside":
        return LaySectionAside(self.notebook_ids, self.section_ids, self.after, self.before)
