"""A master taken home as a zip, and brought in again: as it was."""

from red_thread.core.page.nodes import title_of
from red_thread.formats.as_markdown import bare
from tests.notation import page
from tests.school import School, found_school
from tests.web.conftest import Visitor


async def test_a_master_goes_out_and_comes_in_again(teacher: Visitor, student: Visitor, school: School, database):
    tides = await school.add_page("h:Head | q=space[ p: ]", "Tides: ebb & flow", writing="spaces")
    async with database.begin() as unit:
        await unit.outlines.add_page(school.section, tides, "a5", page("a:sheet", "Sheet"))
    taken = await teacher.get(f"/api/masters/{school.master}/zip")
    assert taken.status_code == 200
    assert "Shore%20Studies.zip" in taken.headers["content-disposition"]
    assert (await student.get(f"/api/masters/{school.master}/zip")).status_code == 404

    other = await found_school(database, "other")
    async with database.begin() as unit:
        await unit.masters.add_teacher(other.master, school.teacher.person_id)
    address = f"/api/masters/{other.master}/pages"
    came = await teacher.post(address, files={"file": ("course.zip", taken.content, "application/zip")})
    assert came.json()["problems"] == []
    async with database.begin() as unit:
        both = [
            [(title_of(p.document), bare(p.document)) for p in await unit.pages.get_many(outline.page_order())]
            for outline in [await unit.outlines.read(one) for one in (school.master, other.master)]
        ]
        tucked = (await unit.outlines.read(other.master)).tucked()
    assert sorted(both[0], key=str) == sorted(both[1], key=str)
    assert len(tucked) == 1
