"""A roster is taken in as its plan said."""

import pytest

from red_thread.actions.classes.import_roster import import_roster, number_of, preview_roster
from red_thread.actions.refusals import OtherThanPlanned
from red_thread.core.classes.roster_plan import Listed
from tests.school import School


async def test_a_plan_is_taken_by_its_number_and_not_if_something_has_changed_since(school: School):
    listed = [Listed("9A", "Ada Nwosu", "ada@s.example", None)]
    async with school.database.begin() as unit:
        number = number_of(await preview_roster(unit, school.teacher, school.master, listed))
    async with school.database.begin() as unit:
        await import_roster(unit, school.teacher, school.master, listed)
    async with school.database.begin() as unit:
        with pytest.raises(OtherThanPlanned):
            await import_roster(unit, school.teacher, school.master, listed, planned=number)
        again = number_of(await preview_roster(unit, school.teacher, school.master, listed))
        await import_roster(unit, school.teacher, school.master, listed, planned=again)
