"""Which classes follow which masters, since when and until when; and colleagues who are asked whether theirs may."""

from datetime import datetime
from typing import Any

from sqlalchemy import delete, select, text, update
from sqlalchemy.dialects.postgresql import insert as upsert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store import tables as t
from red_thread.store.classes.values import AskedToFollow, OtherClass
from red_thread.store.rows import as_values

_FOLLOW = text("""
    INSERT INTO following (class_id, master_id, since) VALUES (:class, :master, :now)
    ON CONFLICT (school_id, class_id, master_id) DO UPDATE SET since = excluded.since, until = NULL, ended_by = NULL
    WHERE following.until IS NOT NULL
""")
_MASTERS_OF = text("""
    SELECT f.master_id FROM following f JOIN class k ON k.id = f.class_id
    WHERE f.class_id = :class AND f.until IS NULL ORDER BY f.master_id <> k.master_id, f.since, f.master_id
""")
_ASKED = text("""
    SELECT r.master_id, m.name AS master_name, a.name AS asked_by
    FROM follow_request r JOIN master m ON m.id = r.master_id JOIN person a ON a.id = r.asked_by
    WHERE r.person_id = :person ORDER BY r.asked_at, r.master_id
""")
# Of the courses that a person teaches (not only reads along in), what does not follow this master yet.
_COULD = text("""
    SELECT k.id, k.name, m.name AS master_name
    FROM class k JOIN master m ON m.id = k.master_id
    JOIN master_teacher w ON w.master_id = k.master_id AND w.person_id = :person
        AND w.left_at IS NULL AND w.role <> 'helper'
    WHERE NOT EXISTS (SELECT FROM following f
        WHERE f.class_id = k.id AND f.master_id = :master AND f.until IS NULL)
    ORDER BY m.name COLLATE names, k.name COLLATE names, k.id
""")


class FollowingStore:
    """Classes and the masters that they follow. A class always follows that of its own course."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def masters_of(self, class_id: int) -> list[int]:
        """The masters that a class follows now, that of its own course first."""
        return list(await self.connection.scalars(_MASTERS_OF, {"class": class_id}))

    async def follow(self, class_id: int, master_id: int) -> None:
        """From now on; again, if it did before."""
        await self.connection.execute(_FOLLOW, {"class": class_id, "master": master_id, "now": self.now})

    async def stop(self, class_id: int, master_id: int, by: int) -> bool:
        """No more from now on; whether it did."""
        follows = *_pair(class_id, master_id), t.Following.until.is_(None)
        ended = update(t.Following).where(*follows).values(until=self.now, ended_by=by)
        done = await self.connection.execute(ended.returning(t.Following.class_id))
        return done.first() is not None

    async def ended_by(self, class_id: int, master_id: int) -> int | None:
        """Who ended it; None if nobody did."""
        return await self.connection.scalar(select(t.Following.ended_by).where(*_pair(class_id, master_id)))

    async def could_follow(self, person_id: int, master_id: int) -> list[OtherClass]:
        """Classes of the courses that a person teaches which do not follow this master."""
        found = await self.connection.execute(_COULD, {"person": person_id, "master": master_id})
        return as_values(OtherClass, found)

    async def ask(self, master_id: int, person_id: int, asked_by: int) -> None:
        """Asks a colleague; twice is once."""
        asked = {"master_id": master_id, "person_id": person_id, "asked_by": asked_by, "asked_at": self.now}
        await self.connection.execute(upsert(t.FollowRequest).values(asked).on_conflict_do_nothing())

    async def asked_of(self, person_id: int) -> list[AskedToFollow]:
        """What a teacher is asked."""
        found = await self.connection.execute(_ASKED, {"person": person_id})
        return as_values(AskedToFollow, found)

    async def answer(self, master_id: int, person_id: int) -> None:
        """A question that has been answered is gone."""
        mine = t.FollowRequest.master_id == master_id, t.FollowRequest.person_id == person_id
        await self.connection.execute(delete(t.FollowRequest).where(*mine))


def _pair(class_id: int, master_id: int) -> tuple[Any, Any]:
    return t.Following.class_id == class_id, t.Following.master_id == master_id
