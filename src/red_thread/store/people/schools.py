"""The school of a transaction: what it is called, and by which clock it lives."""

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.people.values import School
from red_thread.store.rows import as_value

_ANOTHER = text("INSERT INTO school (name) VALUES (:name) RETURNING id")
_ENTER = text("SELECT set_config('red_thread.school', :school, true)")
_THIS = text("SELECT name, time_zone, language FROM school WHERE id = current_setting('red_thread.school')::integer")
_CALL = text("UPDATE school SET name = :name WHERE id = current_setting('red_thread.school')::integer")
_SET_CLOCK = text("UPDATE school SET time_zone = :zone WHERE id = current_setting('red_thread.school')::integer")
_SET_LANGUAGE = text("UPDATE school SET language = :code WHERE id = current_setting('red_thread.school')::integer")


class SchoolStore:
    """One school at a time: that of the transaction."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def this(self) -> School:
        """The school of the transaction."""
        return as_value(School, (await self.connection.execute(_THIS)).one())

    async def begin_another(self, name: str) -> int:
        """One more school; the rest of the transaction is in it. Gives its id."""
        school: int = (await self.connection.execute(_ANOTHER, {"name": name})).scalar_one()
        await self.connection.execute(_ENTER, {"school": str(school)})
        return school

    async def call(self, name: str) -> None:
        """Gives the school its name."""
        await self.connection.execute(_CALL, {"name": name})

    async def set_clock(self, zone: str) -> None:
        """The time zone by which the school lives, by its name in the IANA database."""
        await self.connection.execute(_SET_CLOCK, {"zone": zone})

    async def set_language(self, code: str) -> None:
        """The language in which words are found: a key of `store.languages.CONFIGURATIONS`."""
        await self.connection.execute(_SET_LANGUAGE, {"code": code})
