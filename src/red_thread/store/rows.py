"""Rows of a statement as values: each field from the column of its name, so that no order has to agree."""

from dataclasses import fields
from functools import cache
from operator import attrgetter
from typing import Any, TypeVar

Value = TypeVar("Value")


def as_value(kind: type[Value], row: Any) -> Value:
    """The value that a row is. Columns that are no field are passed over; a field without a column is an error."""
    return kind(*_read(kind)(row))


@cache
def _read(kind: Any) -> Any:
    names = [field.name for field in fields(kind)]
    read = attrgetter(*names)
    return read if len(names) > 1 else lambda row: (read(row),)
