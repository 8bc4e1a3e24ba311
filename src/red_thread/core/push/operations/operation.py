"""What every operation is: a value that is applied, narrowed to some notebooks, and inverted."""

from abc import ABC, abstractmethod
from collections import defaultdict
from collections.abc import Collection, Iterable
from dataclasses import Field, fields, replace
from typing import Any, ClassVar, Self, cast

_PER_NOTEBOOK, _BLANK = "per_notebook", "blank"
PER_NOTEBOOK = {_PER_NOTEBOOK: True}


def not_logged(blank: object, *, per_notebook: bool = False) -> dict[str, Any]:
    """Metadata of a field that the log leaves out, as no inverse needs it. `blank`: its value when read back."""
    return {_BLANK: blank, _PER_NOTEBOOK: per_notebook}


class Operation(ABC):
    """Something that is done to notebooks, the same for each of `notebook_ids`.

    A field whose metadata is `PER_NOTEBOOK` holds one value for each of the notebooks, in their order. `ordinal`,
    where an operation has it, tells which copy of the page in a notebook is meant: 0 for the first.

    `name`: by which the log keeps the operation. `words`: what it does to a student's notebook.
    """

    __slots__ = ()
    name: ClassVar[str]
    words: ClassVar[str]
    notebook_ids: tuple[int, ...]

    @abstractmethod
    def inverse(self, done_by: int | None) -> "Operation":
        """The operation that undoes this one, after the push `done_by` did it.

        Apply one, then the other, and every notebook shows what it showed before.
        """

    def narrow(self, notebook_ids: Collection[int]) -> Self | None:
        """The operation for those of its notebooks alone; None if there is none among them."""
        kept = [k for k, notebook in enumerate(self.notebook_ids) if notebook in notebook_ids]
        if len(kept) == len(self.notebook_ids):
            return self
        return self._only(kept) if kept else None

    def _only(self, kept: list[int]) -> Self:
        values = {name: getattr(self, name) for name in per_notebook(type(self))}
        changes: dict[str, Any] = {name: tuple(value[k] for k in kept) for name, value in values.items()}
        return replace(cast("Any", self), **changes)


def per_notebook(kind: type[Operation]) -> list[str]:
    """The fields that hold a value for each notebook, `notebook_ids` among them."""
    return [field.name for field in _fields(kind) if field.metadata.get(_PER_NOTEBOOK)]


def blanks(kind: type[Operation], notebooks: int) -> dict[str, Any]:
    """The fields that the log leaves out, with what stands for them in an operation on so many notebooks."""
    left_out = [field for field in _fields(kind) if _BLANK in field.metadata]
    return {
        field.name: (field.metadata[_BLANK],) * notebooks if field.metadata[_PER_NOTEBOOK] else field.metadata[_BLANK]
        for field in left_out
    }


def join(operations: Iterable[Operation]) -> list[Operation]:
    """The same with operations that differ in their notebooks alone made one."""
    alike: dict[Operation, list[Operation]] = defaultdict(list)
    for operation in operations:
        nowhere: dict[str, Any] = dict.fromkeys(per_notebook(type(operation)), ())
        alike[replace(cast("Any", operation), **nowhere)].append(operation)
    return [_joined(same) for same in alike.values()]


def _joined(same: list[Operation]) -> Operation:
    names = per_notebook(type(same[0]))
    values: dict[str, Any] = {name: tuple(value for one in same for value in getattr(one, name)) for name in names}
    return replace(cast("Any", same[0]), **values)


def _fields(kind: type[Operation]) -> tuple[Field[Any], ...]:
    return fields(cast("Any", kind))
