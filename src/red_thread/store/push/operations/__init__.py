"""The operations of a plan in PostgreSQL: one entry each, and one applier of entries."""

from collections.abc import Hashable, Iterator, Mapping, Sequence
from datetime import datetime
from itertools import groupby

from sqlalchemy import TextClause, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.push import OPERATIONS, MakeHolder, Operation, Place
from red_thread.store.push.operations import arranging, drawer, editions, holders, standing, tying
from red_thread.store.push.operations.entry import Entry, Guard, Statement, Values

ENTRIES: Mapping[type[Operation], Entry] = {
    **holders.ENTRIES,
    **standing.ENTRIES,
    **drawer.ENTRIES,
    **tying.ENTRIES,
    **editions.ENTRIES,
    **arranging.ENTRIES,
}
_HELD = " FOR UPDATE"
MANY = 1000
KNOW_SECTIONS = text("SELECT know_notebook_sections()")


def missing_entries(entries: Mapping[type[Operation], Entry]) -> list[str]:
    """The operations of the core for which there is no entry."""
    return sorted(kind.__name__ for kind in OPERATIONS if kind not in entries)


if missing_entries(ENTRIES):
    raise TypeError(f"no entry for {', '.join(missing_entries(ENTRIES))}: how are they done, and guarded?")


class OperationStore:
    """Does operations, and looks where all is still as they left it."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    @staticmethod
    def together(operation: Operation) -> Hashable | None:
        """What operations have in common that are done by one statement; None for one that is done alone."""
        same = ENTRIES[type(operation)].together
        return None if same is None else (operation.name, same(operation))

    def runs(self, operations: Sequence[Operation]) -> Iterator[list[Operation]]:
        """The operations in their order, those that are done by one statement together."""
        for _, run in groupby(enumerate(operations), lambda numbered: self.together(numbered[1]) or numbered[0]):
            yield [operation for _, operation in run]

    async def run(self, operations: Sequence[Operation], push_id: int) -> int:
        """Does operations that go together, as `runs` gives them; gives for how many notebooks it came about."""
        waves = standing.in_waves(operations) if isinstance(operations[0], Place) else [operations]
        done = 0
        for wave in waves:
            statement = _statement(ENTRIES[type(wave[0])].do, wave[0])
            done += (await self.connection.execute(statement, self._values(wave, push_id))).rowcount
        if isinstance(operations[0], MakeHolder) and done > MANY:
            # What is placed next is joined with these; planned as if there were none, it compares all with all.
            await self.connection.execute(KNOW_SECTIONS)
        return done

    async def as_left(self, operations: Sequence[Operation], push_id: int, lock: bool = True) -> set[int]:
        """Of one operation, or of woven copies, the notebooks in which all is still as it left them.

        `lock`: their copies are held until the transaction ends.
        """
        guard = ENTRIES[type(operations[0])].as_left
        if isinstance(guard, Guard):
            return {notebook for operation in operations for notebook in operation.notebook_ids}
        statement = _statement(guard, operations[0])
        held = text(f"{statement.text}{_HELD}") if lock else statement
        return set(await self.connection.scalars(held, self._values(operations, push_id)))

    async def all_as_left(self, operations: Sequence[Operation], push_id: int, lock: bool = True) -> bool:
        """Whether what several operations left in the same notebooks is still so in all; False if that is unknown."""
        statement = ENTRIES[type(operations[0])].all_as_left
        if statement is None or any(one.notebook_ids != operations[0].notebook_ids for one in operations):
            return False
        count = text(f"SELECT count(*) FROM ({statement.text}{_HELD if lock else ''}) so")
        unchanged = await self.connection.scalar(count, self._values(operations, push_id))
        return unchanged == len(operations) * len(operations[0].notebook_ids)

    def _values(self, operations: Sequence[Operation], push_id: int) -> Values:
        values = ENTRIES[type(operations[0])].values(operations)
        if "by" in values:
            values["by"] = values["by"] or push_id
        return {**values, "now": self.now, "push": push_id}


def _statement(statement: Statement | object, operation: Operation) -> TextClause:
    if isinstance(statement, Mapping):
        return statement[operation.holder[0]]  # type: ignore[attr-defined]
    assert isinstance(statement, TextClause), f"{operation.name} is done by no statement"
    return statement
