"""Operations on the dividers and sections of notebooks."""

from dataclasses import dataclass, field

from red_thread.core.outline.tree import Holder
from red_thread.core.push.operations.operation import PER_NOTEBOOK, Operation, not_logged


@dataclass(frozen=True, slots=True)
class MakeHolder(Operation):
    """Makes a divider or section in each of the notebooks, at the order key of the same number.

    `inside`: the divider that it stands in, where the notebook has that.
    """

    name = "make"
    words = "makes a divider or section"
    holder: Holder
    inside: Holder | None
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    keys: tuple[str, ...] = field(metadata=not_logged("", per_notebook=True))

    def inverse(self, done_by: int | None) -> "TakeHolder":
        return TakeHolder(self.holder, self.inside, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class TakeHolder(Operation):
    """Takes a divider or section out of the notebooks in which it holds nothing and has no name of the student's."""

    name = "take"
    words = "takes out a divider or section that holds nothing"
    holder: Holder
    inside: Holder | None
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    keys: tuple[str, ...] = field(metadata=not_logged("", per_notebook=True))

    def inverse(self, done_by: int | None) -> "MakeHolder":
        return MakeHolder(self.holder, self.inside, self.notebook_ids, self.keys)


@dataclass(frozen=True, slots=True)
class Rename(Operation):
    """A divider or section that its students have not named gets another name."""

    name = "rename"
    words = "gives a divider or section another name"
    holder: Holder
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    before: str
    after: str

    def inverse(self, done_by: int | None) -> "Rename":
        return Rename(self.holder, self.notebook_ids, self.after, self.before)


@dataclass(frozen=True, slots=True)
class TieHolder(Operation):
    """A section that its student made is the master's from now on, under the name that they gave it.

    `own_ids`: which section it is, in the notebook of the same number.
    """

    name = "tie-section"
    words = "ties a section of the student's to the master's"
    holder: Holder
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    own_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "UntieHolder":
        return UntieHolder(self.holder, self.notebook_ids, self.own_ids)


@dataclass(frozen=True, slots=True)
class UntieHolder(Operation):
    """A section is its student's own again, where no copy stands in it."""

    name = "untie-section"
    words = "makes a section the student's own again"
    holder: Holder
    notebook_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)
    own_ids: tuple[int, ...] = field(metadata=PER_NOTEBOOK)

    def inverse(self, done_by: int | None) -> "TieHolder":
        return TieHolder(self.holder, self.notebook_ids, self.own_ids)
