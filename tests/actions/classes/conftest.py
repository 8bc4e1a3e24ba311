"""A second course over the same people."""

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import add_section
from tests.school import School

SAM = "sam@school.example"


@pytest.fixture
async def trips(school: School) -> School:
    """Another teacher's course with one page, over the same people."""
    await school.add_class("9A", 3)
    async with school.database.begin() as unit:
        sam = Actor(await unit.people.add_teacher("Sam", SAM, None), "teacher")
        owner = await unit.people.person(school.teacher.person_id)
        assert owner is not None
        master = await unit.masters.add_master("Trips", sam.person_id)
        section = await add_section(unit, sam, master, "Outings")
    return School(school.database, sam, master, section, classes=school.classes, students=school.students)
