"""Steps as the log keeps them: their rows, and each operation by name with what it needs to be undone.

The notebooks stand once, with the row. Order keys are not kept: no inverse needs them.
"""

from collections.abc import Callable, Iterator
from typing import Any, cast

from sqlalchemy import Row

from red_thread.core.push import (
    Cut,
    Fetch,
    Keyed,
    MakeHolder,
    Operation,
    Place,
    PlaceLoose,
    PlannedRows,
    PutAway,
    Refresh,
    Rename,
    Restore,
    RestoreAt,
    RowOutcome,
    Step,
    TakeFromDrawer,
    TakeHolder,
    TakeLoose,
    TakeOut,
    Tie,
    TieHolder,
    UntieHolder,
    Weave,
)
from red_thread.store.documents import id_array

PREPARED = ""  # the outcome of a step that has no rows
_NAMES: dict[type[Operation], str] = {
    MakeHolder: "make",
    TakeHolder: "take",
    Rename: "rename",
    TieHolder: "tie-section",
    UntieHolder: "untie-section",
    Place: "place",
    PlaceLoose: "place-loose",
    TakeLoose: "take-loose",
    Fetch: "fetch",
    Cut: "cut",
    Tie: "tie",
    TakeOut: "take-out",
    Restore: "restore",
    RestoreAt: "restore-at",
    PutAway: "put-away",
    TakeFromDrawer: "take-from-drawer",
    Refresh: "refresh",
    Weave: "weave",
}
_OF_HOLDERS = (MakeHolder, TakeHolder, Rename, TieHolder, UntieHolder)
_BY_NAME = {name: kind for kind, name in _NAMES.items()}
_KEPT = (
    *("section_id", "edition_id", "by", "before", "after", "copy_id", "revision", "as_new"),
    *("holder", "inside", "under", "ordinal", "cut_by", "own_ids", "again"),
)
_USUAL = {"ordinal": 0, "again": False}  # what is so is not kept


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
        "notebook_ids": id_array(first.notebook_ids),
        "students": students,
        "holder_kind": rows.holder[0] if rows and rows.holder else None,
        "holder_id": rows.holder[1] if rows and rows.holder else None,
        "operations": [_kept(operation, first.notebook_ids) for operation in step.operations],
    }


def _kept(operation: Operation, notebook_ids: tuple[int, ...]) -> dict[str, Any]:
    values = {name: getattr(operation, name, None) for name in _KEPT}
    kept = {name: value for name, value in values.items() if value not in (None, _USUAL.get(name))}
    own = {} if operation.notebook_ids == notebook_ids else {"notebook_ids": operation.notebook_ids}
    return {"do": _NAMES[type(operation)], **kept, **own}


def rows_of(row: Row[Any]) -> PlannedRows:
    """What the log says came about."""
    holder = (row.holder_kind, row.holder_id) if row.holder_kind else None
    ids, before = tuple(row.notebook_ids), row.edition_before
    return PlannedRows(row.page_id, RowOutcome(row.outcome), ids, row.reason, before, holder)


def step_of(row: Row[Any]) -> Step:
    """The step again, without what was written: the words of a woven copy stand in its history."""
    return Step(tuple(_operations(row)), rows_of(row) if row.outcome != PREPARED else None)


def _operations(row: Row[Any]) -> Iterator[Operation]:
    for kept in row.operations:
        kind = _BY_NAME[kept["do"]]
        values = {name: value for name, value in kept.items() if name != "do"}
        ids = tuple(values.pop("notebook_ids", row.notebook_ids))
        if kind is Weave:
            yield Weave(notebook_id=ids[0], page_id=row.page_id or 0, **values, document_before={}, document={})
            continue
        if row.page_id is not None and kind not in _OF_HOLDERS:
            values["page_id"] = row.page_id
        for name in {"holder", "inside", "own_ids"} & values.keys():
            values[name] = tuple(values[name])
        if kind in (MakeHolder, TakeHolder):
            values.setdefault("inside", None)
        if issubclass(kind, Keyed):
            values["keys"] = ("",) * len(ids)
        make = cast(Callable[..., Operation], kind)
        yield make(notebook_ids=ids, **values)
