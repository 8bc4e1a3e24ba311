"""Lists of 200 students and 1,000 pages, brought in by the importers and asked for over the wire."""

import io
import zipfile
from typing import Any

import orjson

from red_thread.actions.actor import Actor
from red_thread.actions.push.run_push import run_push
from red_thread.store.database import OneSchool
from tests.school import School, to_classes
from tests.web.conftest import Visitor

STUDENTS, SECTIONS, PAGES = 200, 20, 1000


def course() -> bytes:
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w") as archive:
        for number in range(PAGES):
            name = f"Section {number % SECTIONS:02d}/{number:04d}.md"
            archive.writestr(name, f"# Page {number:04d}\n\nRead page {number}.\n\n::: space Why?\n:::\n")
    return packed.getvalue()


def roster() -> bytes:
    rows = [f"Student {number:03d},s{number:03d}@school.example" for number in range(STUDENTS)]
    return "\n".join(["name,email", *rows]).encode()


async def test_a_thousand_pages_and_two_hundred_students(
    teacher: Visitor, school: School, database: OneSchool, visitor: Any
):
    master = f"/api/masters/{school.master}"
    taken = await teacher.post(f"{master}/pages", files={"file": ("course.zip", course(), "application/zip")})
    assert taken.status_code == 200, taken.text
    taken = await teacher.post(
        f"{master}/roster", files={"file": ("big.csv", roster(), "text/csv")}, data={"class_name": "Big"}
    )
    assert taken.status_code == 200, taken.text

    outline = (await teacher.get(master)).json()
    pages = [page["id"] for page in outline["pages"]]
    assert len(pages) == PAGES
    big = next(found for found in outline["classes"] if found["name"] == "Big")
    assert big["students"] == STUDENTS

    request = {"master_id": school.master, "page_ids": pages[:300], "audience": to_classes(big["id"])}
    plan = (await teacher.post("/api/pushes/plan", json=request)).json()
    assert plan["counts"] == {"placed": 300 * STUDENTS}
    push = (await teacher.post("/api/pushes", json=request)).json()
    await run_push(database.begin, Actor(school.teacher.person_id, "teacher"), push["id"])
    told = (await teacher.get(f"/api/pushes/{push['id']}")).json()
    assert told["push"]["counts"] == {"placed": 300 * STUDENTS}
    again = (await teacher.post("/api/pushes/plan", json=request)).json()
    assert again["counts"] == {"has-it": 300 * STUDENTS}

    board = (await teacher.get(f"/api/classes/{big['id']}/reach")).json()
    assert len(board["pages"]) == 300
    assert len(board["students"]) == STUDENTS
    assert {cell for student in board["students"] for cell in student["cells"]} == {1}
    await _in_master_order(database, board["students"][0]["id"], outline)


async def _in_master_order(database: OneSchool, notebook_id: int, outline: dict[str, Any]) -> None:
    async with database.begin() as unit:
        found = await unit.notebooks.with_contents(notebook_id)
    assert found is not None
    shelf = orjson.loads(found[1])["sections"]
    order = {page["id"]: k for k, page in enumerate(outline["pages"])}
    assert sum(len(section["pages"]) for section in shelf) == 300
    for section in shelf:
        ranks = [order[page["page_id"]] for page in section["pages"]]
        assert ranks == sorted(ranks)
