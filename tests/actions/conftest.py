import pytest

from red_thread.store.database import OneSchool
from tests.school import School, found_school


@pytest.fixture
async def school(database: OneSchool) -> School:
    return await found_school(database)
