import pytest

from red_thread.store.database import Database
from tests.school import School, found_school


@pytest.fixture
async def school(database: Database) -> School:
    return await found_school(database)
