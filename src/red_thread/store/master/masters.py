"""Masters in PostgreSQL: whose they are, and what their classes were given."""

from datetime import datetime
from typing import Any, cast

from sqlalchemy import TextClause, insert, select, text, update
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.notebook.allowed import Arranging
from red_thread.store import tables as t
from red_thread.store.master.values import (
    Colleague,
    MasterInfo,
    Role,
)
from red_thread.store.notebook.standing import FOLLOWING, PRESENT
from red_thread.store.rows import as_values

_ANY_ON_DISPLAY = text("""
    SELECT EXISTS (SELECT FROM page p JOIN section s ON s.id = p.section_id
                   WHERE s.master_id = :master AND p.removed_at IS NULL AND s.removed_at IS NULL
                   AND coalesce(p.display, s.display) = 'display')
""")
_GIVEN = text(f"""
    SELECT DISTINCT n.class_id, c.page_id
    FROM notebook n JOIN copy_in_place c ON c.notebook_id = n.id
    WHERE n.class_id = {FOLLOWING} AND c.page_id IS NOT NULL AND {PRESENT}
""")
_PUSHED_TO_CLASSES = text("""
    SELECT DISTINCT w.target_id AS class_id, g.page_id
    FROM push p JOIN push_whom w ON w.push_id = p.id AND w.kind = 'class' JOIN push_page g ON g.push_id = p.id
    WHERE p.master_id = :master AND p.kind = 'push' AND p.undone_at IS NULL AND p.status <> 'scheduled'
""")
_TEACHERS = text("""
    SELECT p.id AS person_id, p.name, m.role FROM master_teacher m JOIN person p ON p.id = m.person_id
    WHERE m.master_id = :master AND m.left_at IS NULL
    ORDER BY m.role <> 'owner', m.role = 'helper', p.name COLLATE names, p.id
""")
# Locks that are asked for first are had first: whoever wants the master alone is not passed by for ever by a push
# that workers share.
_HOLD = text("SELECT pg_advisory_xact_lock(hashtextextended('master ' || :master, 0))")
_SHARE = text("SELECT pg_advisory_xact_lock_shared(hashtextextended('master ' || :master, 0))")


class MasterStore:
    """Masters and who teaches from them."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def add_master(self, name: str, teacher_id: int) -> int:
        """Makes a master that a teacher owns; gives its id."""
        added = insert(t.Master).values(name=name, made_at=self.now).returning(t.Master.id)
        master_id: int = (await self.connection.execute(added)).scalar_one()
        await self.add_teacher(master_id, teacher_id, "owner")
        return master_id

    async def add_teacher(self, master_id: int, person_id: int, role: Role = "co-teacher") -> None:
        """A colleague works with this master from now on; who does already stays what they are."""
        row = upsert(t.MasterTeacher).values(master_id=master_id, person_id=person_id, role=role)
        back = row.on_conflict_do_update(
            index_elements=[t.MasterTeacher.school_id, t.MasterTeacher.master_id, t.MasterTeacher.person_id],
            set_={"role": role, "left_at": None},
            where=t.MasterTeacher.left_at.is_not(None),
        )
        await self.connection.execute(back)

    async def worked(self, person_id: int, master_id: int) -> bool:
        """Whether a person works with a master, or has."""
        found = select(t.MasterTeacher.role).where(*_pair(master_id, person_id))
        return await self.connection.scalar(found) is not None

    async def set_role(self, master_id: int, person_id: int, role: Role) -> None:
        """Another role for a colleague; one who had gone is back."""
        step = update(t.MasterTeacher).where(*_pair(master_id, person_id))
        await self.connection.execute(step.values(role=role, left_at=None))

    async def take_out_teacher(self, master_id: int, person_id: int) -> None:
        """A colleague works with this master no more."""
        step = update(t.MasterTeacher).where(*_pair(master_id, person_id))
        await self.connection.execute(step.values(left_at=self.now))

    async def teachers(self, master_id: int) -> list[Colleague]:
        """Who works with a master, the owner first."""
        found = await self.connection.execute(_TEACHERS, {"master": master_id})
        return as_values(Colleague, found)

    async def of_teacher(self, person_id: int) -> list[MasterInfo]:
        """The masters that a teacher works with."""
        found = await self.connection.execute(
            select(t.Master.id, t.Master.name, t.MasterTeacher.role)
            .join(t.MasterTeacher, t.MasterTeacher.master_id == t.Master.id)
            .where(t.MasterTeacher.person_id == person_id, t.MasterTeacher.left_at.is_(None))
            .order_by(t.Master.id)
        )
        return as_values(MasterInfo, found)

    async def arranging(self, master_id: int) -> Arranging:
        """What its students may do to their notebooks, where no section says another."""
        wanted = select(t.Master.arranging).where(t.Master.id == master_id)
        return Arranging((await self.connection.execute(wanted)).scalar_one())

    async def set_arranging(self, master_id: int, arranging: Arranging) -> None:
        """The same, set."""
        row = update(t.Master).where(t.Master.id == master_id)
        await self.connection.execute(row.values(arranging=arranging))

    async def hold(self, master_id: int) -> None:
        """Makes others who hold or share this master wait until the transaction ends."""
        await self.connection.execute(_HOLD, {"master": master_id})

    async def share(self, master_id: int) -> None:
        """Makes those who hold this master wait until the transaction ends, and not those who share it."""
        await self.connection.execute(_SHARE, {"master": master_id})

    async def role(self, person_id: int, master_id: int) -> Role | None:
        """As what a person works with a master; None if they do not."""
        works = select(t.MasterTeacher.role).where(*_pair(master_id, person_id), t.MasterTeacher.left_at.is_(None))
        return cast("Role | None", await self.connection.scalar(works))

    async def changes(self, person_id: int, master_id: int) -> bool:
        """Whether a person may change a master and push from it: all who work with it but helpers."""
        return await self.role(person_id, master_id) in ("owner", "co-teacher")

    async def given(self, master_id: int) -> list[tuple[int, int]]:
        """Pairs of class id and page id: of each class, what anybody in it has."""
        return await self._pairs(_GIVEN, master_id)

    async def pushed_to_classes(self, master_id: int) -> list[tuple[int, int]]:
        """Pairs of class id and page id: what was pushed to a class as such, not to some of its students."""
        return await self._pairs(_PUSHED_TO_CLASSES, master_id)

    async def _pairs(self, wanted: TextClause, master_id: int) -> list[tuple[int, int]]:
        found = await self.connection.execute(wanted, {"master": master_id})
        return [(row.class_id, row.page_id) for row in found]

    async def any_on_display(self, master_id: int) -> bool:
        """Whether there is anything in a master that its classes read in it."""
        return bool((await self.connection.execute(_ANY_ON_DISPLAY, {"master": master_id})).scalar_one())


def _pair(master_id: int, person_id: int) -> tuple[Any, Any]:
    return t.MasterTeacher.master_id == master_id, t.MasterTeacher.person_id == person_id
