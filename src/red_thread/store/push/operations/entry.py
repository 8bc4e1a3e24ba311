"""What PostgreSQL has to know of an operation: the statement that does it, and the one that looks after it."""

from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import dataclass, fields
from enum import Enum
from typing import Any, TypeAlias

from sqlalchemy import TextClause

from red_thread.core.push import Operation
from red_thread.store.documents import array

Statement: TypeAlias = TextClause | Mapping[str, TextClause]
"""One statement, or one for each kind of holder, a divider or a section."""
Values: TypeAlias = dict[str, Any]


class Guard(Enum):
    """EVERYWHERE: nothing can have moved on that the operation's inverse would not leave alone by itself."""

    EVERYWHERE = "everywhere"


class Saved(Enum):
    """AS_STATES: done by saving the next states of copies, `NotebookStore.save_all`, and by no statement here."""

    AS_STATES = "as states"


@dataclass(frozen=True, slots=True)
class Entry:
    """How an operation is done, for however many notebooks.

    `do`: the statement. `as_left`: gives the notebooks in which all is still as the operation left it; only there
    it is undone. `together`: operations of one kind for which it gives the same, which is not None, are done by one
    statement, with what `values` makes of them. `all_as_left`: gives the copies that several of them have left
    and that are still so, to be counted, where that is faster than asking for one after another.
    """

    do: Statement | Saved
    as_left: Statement | Guard
    values: Callable[[Sequence[Any]], Values]
    together: Callable[[Any], Hashable] | None = None
    all_as_left: TextClause | None = None


def values_of(operations: Sequence[Operation]) -> Values:
    """The fields of a single operation: what is for each notebook as an array, a holder by its id."""
    (operation,) = operations
    names = (field.name for field in fields(operation))  # type: ignore[arg-type]
    return {name: _value(getattr(operation, name)) for name in names}


def _value(value: Any) -> Any:
    match value:
        case ("section" | "divider", int(number)):
            return number
        case tuple():
            return array(value)
        case _:
            return value


def by_holder(section: TextClause, divider: TextClause) -> Mapping[str, TextClause]:
    """One statement for sections and one for dividers."""
    return {"section": section, "divider": divider}
