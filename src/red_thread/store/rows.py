"""Rows of a statement as values: each field from the column of its name, so that no order has to agree."""

from collections.abc import Iterator
from dataclasses import fields
from operator import itemgetter
from typing import Any, TypeVar

Value = TypeVar("Value")


def columns(found: Any, *names: str) -> Iterator[tuple[Any, ...]]:
    """These columns of each row, in this order. Where they stand is looked up once, not for every row."""
    stand: list[str] = list(found.keys())
    at = itemgetter(*(stand.index(name) for name in names))
    rows = found.all()  # one by one they cost more than all that is done with them
    return map(at, rows) if len(names) > 1 else ((at(row),) for row in rows)


def as_values(kind: type[Value], found: Any) -> list[Value]:
    """The values that the rows of a result are. What is no field is passed over; a field without a column fails."""
    return [kind(*said) for said in columns(found, *(field.name for field in fields(kind)))]  # type: ignore[arg-type]


def as_value(kind: type[Value], row: Any, **besides: Any) -> Value:
    """The same for one row; `besides`: fields that come from elsewhere."""
    named = [field.name for field in fields(kind)]  # type: ignore[arg-type]
    return kind(**{name: besides[name] if name in besides else getattr(row, name) for name in named})
