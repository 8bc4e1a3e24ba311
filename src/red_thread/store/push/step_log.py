"""Steps as the log keeps them: their rows, and each operation by name with what it needs to be undone.

What a step has in common stands once, with the row: the page and the notebooks.
"""

from dataclasses import fields
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import Row

from red_thread.core.push import OPERATIONS, Operation, PlannedRows, RowOutcome, Step, blanks, per_notebook
from red_thread.store.documents import array

PREPARED = ""  # the outcome of a step that has no rows
_BY_NAME = {kind.name: kind for kind in OPERATIONS}
_FORMS: dict[type[Operation], TypeAdapter[Any]] = {kind: TypeAdapter(kind) for kind in OPERATIONS}

# What rows of before leave out, as there was nothing to keep.
_NOTHING = {kind: dict.fromkeys({"inside", "by"} & {field.name for field in fields(kind)}) for kind in OPERATIONS}  # type: ignore[arg-type]


def logged_values(push_id: int, step: Step, students: int) -> dict[str, Any]:
    """The step as a row of the log. students: how many it is said of, each once for a page."""
    rows = step.rows
    first = rows or step.operations[0]
    return {
        "push_id": push_id,
        "page_id": rows.page_id if rows else None,
        "outcome": rows.outcome.value if rows else PREPARED,
        "reason": rows.reason if rows else "",
        "edition_before": rows.edition_before if rows else None,
        "notebook_ids": array(first.notebook_ids),
        "students": students,
        "holder_kind": rows.holder[0] if rows and rows.holder else None,
        "holder_id": rows.holder[1] if rows and rows.holder else None,
        "operations": [
            as_logged(operation, rows.page_id if rows else None, first.notebook_ids) for operation in step.operations
        ],
    }


def as_logged(operation: Operation, page_id: int | None, notebook_ids: tuple[int, ...]) -> dict[str, Any]:
    """An operation as the log keeps it, in a row that is of this page and of these notebooks."""
    kind = type(operation)
    left_out = set(blanks(kind, 0))
    if operation.notebook_ids == notebook_ids:
        left_out.add("notebook_ids")
    kept = _FORMS[kind].dump_python(operation, mode="json", exclude=left_out, exclude_defaults=True)
    if page_id is not None and kept.get("page_id") == page_id:
        del kept["page_id"]
    return {"do": kind.name, **kept}


def from_log(kept: dict[str, Any], page_id: int | None, notebook_ids: tuple[int, ...]) -> Operation:
    """The operation again, but for what the log leaves out. page_id, notebook_ids: those of its row."""
    kind = _BY_NAME[kept["do"]]
    values = {**_NOTHING[kind], "notebook_ids": notebook_ids, **kept}
    if page_id is not None:
        values.setdefault("page_id", page_id)  # an operation that is of no page takes no notice
    many = len(values["notebook_ids"])
    for name in per_notebook(kind):
        values.setdefault(name, ((),) * many)  # rows of before this was kept: a value of nothing but defaults
    return _FORMS[kind].validate_python({**values, **blanks(kind, many)})


def rows_of(row: Row[Any]) -> PlannedRows:
    """What the log says came about."""
    holder = (row.holder_kind, row.holder_id) if row.holder_kind else None
    ids, before = tuple(row.notebook_ids), row.edition_before
    return PlannedRows(row.page_id, RowOutcome(row.outcome), ids, row.reason, before, holder)


def step_of(row: Row[Any]) -> Step:
    """The step again, without what was written: the words of a woven copy stand in its history."""
    operations = tuple(from_log(kept, row.page_id, tuple(row.notebook_ids)) for kept in row.operations)
    return Step(operations, rows_of(row) if row.outcome != PREPARED else None)
