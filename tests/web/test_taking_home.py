"""A master taken home as a zip, and brought in again: as it was."""

import io
import zipfile

import pypdfium2

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


async def test_a_student_takes_their_whole_notebook_home(teacher: Visitor, student: Visitor, school: School):
    tides = await school.add_page("a:The moon pulls. | q=space[ p: ]", "Tides: ebb & flow")
    await school.push([tides], "9A")
    ada = next(iter(school.students.values()))
    await school.write(ada, tides, "a:The moon pulls. | q=space[ p:And the <sun>. ]")
    address = f"/api/notebooks/{ada.notebook_id}/home"
    for visitor in (student, teacher):
        taken = await visitor.get(address)
        assert taken.status_code == 200 and "attachment" in taken.headers["content-disposition"]
        assert "<div class='tied'><p>The moon pulls.</p></div>" in taken.text
        assert "<div class='own'><p>And the &lt;sun&gt;.</p></div>" in taken.text
    with zipfile.ZipFile(io.BytesIO((await student.get(f"{address}?form=zip")).content)) as archive:
        [name] = archive.namelist()
        assert name == "001 Tides/001 Tides%3A ebb & flow.md" and "And the" in archive.read(name).decode()
    printed = pypdfium2.PdfDocument((await student.get(f"{address}?form=pdf")).content)
    assert "The moon pulls." in printed[0].get_textpage().get_text_bounded()
    assert (await student.get(f"{address}?form=exe")).status_code == 422
