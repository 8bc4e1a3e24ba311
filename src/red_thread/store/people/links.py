"""One teacher's accounts in several schools, brought together by a link that stands beside each of them."""

from sqlalchemy import delete, select, text
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store import tables as t
from red_thread.store.people.values import LinkedSchool
from red_thread.store.rows import as_values

_SCHOOLS = text("SELECT school_id, name FROM schools_of_link(:link)")


class LinkStore:
    """Links of this school's people; of other schools it knows the names alone."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def of(self, person_id: int) -> str | None:
        """The link of a person, if they have one."""
        return await self.connection.scalar(select(t.LinkedPerson.link).where(t.LinkedPerson.person_id == person_id))

    async def person(self, link: str) -> int | None:
        """Who of this school has this link."""
        return await self.connection.scalar(select(t.LinkedPerson.person_id).where(t.LinkedPerson.link == link))

    async def schools(self, link: str) -> list[LinkedSchool]:
        """All schools that a link brings together."""
        return as_values(LinkedSchool, await self.connection.execute(_SCHOOLS, {"link": link}))

    async def join(self, person_id: int, link: str) -> None:
        """The person has this link from now on, if they had none."""
        await self.connection.execute(
            insert(t.LinkedPerson).values(person_id=person_id, link=link).on_conflict_do_nothing()
        )

    async def part(self, person_id: int) -> None:
        """The person has no link any more."""
        await self.connection.execute(delete(t.LinkedPerson).where(t.LinkedPerson.person_id == person_id))
